import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { CRATE_KIND_WORDS, type Loading, type Vehicle } from '@kavrell/core/kit';
import { formatCount } from '@kavrell/core/units';
import { Button } from '../../ui/Button.tsx';
import { VanScene } from './VanScene.tsx';

const TURN_DEG = 30;
const NB = '\u00a0';

/** The picture of a loaded hold, piece by piece in the order of loading, with the list beside. */
export function LoadSteps({ vehicle, loading }: { vehicle: Vehicle; loading: Loading }) {
  const [turnDeg, setTurn] = useState(TURN_DEG);
  const [step, setStep] = useState<number | null>(null);
  const count = loading.order.length;
  // Packed anew there may be fewer of them.
  const at = Math.min(step ?? count, count);
  const shown = loading.order.slice(0, at);
  const last = shown.at(-1);
  const [pressedId, press] = useState<string | null>(null);
  const pressed = shown.find((o) => o.id === pressedId);
  return (
    <Box
      display="grid"
      gridTemplateColumns={{ base: 'minmax(0, 1fr)', xl: 'minmax(0, 1.35fr) minmax(0, 1fr)' }}
      columnGap={5}
      alignItems="start"
    >
      <Box minW={0}>
        <VanScene
          vehicle={vehicle}
          placed={shown.map((o) => ({ ...o, name: o.crate.name }))}
          chosenId={pressed?.id ?? (step === null ? null : (last?.id ?? null))}
          onChoose={(id) => press(id === pressedId ? null : id)}
          turnDeg={turnDeg}
          words={`${vehicle.name} with ${formatCount(shown.length, 'piece')}, as listed below`}
        />
        <Flex gap={2} wrap="wrap" align="center" mb={3}>
          <Button onClick={() => setTurn((t) => t - TURN_DEG)}>Turn left</Button>
          <Button onClick={() => setTurn((t) => t + TURN_DEG)}>Turn right</Button>
          <Button disabled={at <= 0} onClick={() => setStep(Math.max(0, at - 1))}>
            Step back
          </Button>
          <Button disabled={at >= count} onClick={() => setStep(at + 1 >= count ? null : at + 1)}>
            Next piece
          </Button>
          <Button look="quiet" disabled={at === 0} onClick={() => setStep(0)}>
            From the empty van
          </Button>
          {step !== null && last ? (
            <Box role="status">
              {at} of {count}: <strong>{last.crate.name}</strong>
            </Box>
          ) : null}
        </Flex>
        {pressed ? (
          <Box role="status" mb={2}>
            <strong>{pressed.crate.name}</strong>: {Math.round(pressed.crate.massKg)}
            {NB}kg, off at stop {pressed.crate.stop}
          </Box>
        ) : null}
      </Box>
      <Box
        as="ol"
        listStyleType="decimal"
        pl={6}
        mb={4}
        maxH={{ xl: '60vh' }}
        overflowY="auto"
        tabIndex={0}
        aria-label="In the order of loading"
      >
        {loading.order.map((o) => (
          <Box as="li" key={o.id} fontWeight={step !== null && o.id === last?.id ? '700' : undefined}>
            {o.crate.name}
            {o.crate.kind === 'hard' ? '' : ` (${CRATE_KIND_WORDS[o.crate.kind]})`}, {Math.round(o.y / 10)}
            {NB}cm from the door, {Math.round(o.x / 10)}
            {NB}cm from the left, {o.z === 0 ? 'on the floor' : `${Math.round(o.z / 10)}${NB}cm up`}; off at stop{' '}
            {o.crate.stop}
          </Box>
        ))}
      </Box>
    </Box>
  );
}
