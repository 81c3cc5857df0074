import { Box } from '@chakra-ui/react';
import { stillsOfShot, type Still } from '@kavrell/core/log';
import { useProduction } from '../../app/production.tsx';
import type { InHand } from '../../shared/roll/inHand.ts';
import { Panel } from './Panel.tsx';
import { Photo } from './Photo.tsx';
import { TakePhoto } from './TakePhoto.tsx';
import type { Onset } from '../../shared/roll/onset.ts';

/** Stills of the shot in hand: those of its last good take beside those of now, with what is to be watched. */
export function Continuity({ onset, hand }: { onset: Onset; hand: InHand }) {
  const { rows, day, facts } = useProduction();
  const { shot, takes } = hand;
  if (!day || !facts) return null;
  if (!shot) return <Box mb={4}>Stills belong to a shot: choose one first.</Box>;
  const scene = rows.scenes.find((s) => s.id === shot.sceneId);
  const good = facts.takes.findLast((t) => t.shotId === shot.id && t.verdict === 'good');
  const { before, now } = stillsOfShot(
    rows.logEntries,
    shot.id,
    good ? { id: good.id, endMs: good.cutAtMs ?? good.rolledAtMs } : null,
  );
  const take = takes.findLast((t) => t.shotId === shot.id) ?? null;
  const watch = [scene?.props, scene?.wardrobe, scene?.storyState].filter(Boolean).join('; ');
  return (
    <Panel name="Continuity" data-stills>
      <Box as="h2" fontWeight="700" mb={1}>
        {shot.code}, what must match
      </Box>
      {watch ? <Box mb={2}>By the plan: {watch}</Box> : null}
      <Box display="grid" gridTemplateColumns={{ base: '1fr 1fr' }} gap={3} mb={3}>
        <Side title={good ? `Good take ${good.number}` : 'No good take yet'} stills={before} />
        <Side title="Now" stills={now} />
      </Box>
      <TakePhoto
        what={`A still of ${shot.code}`}
        of={{ about: 'continuity', shotId: shot.id, takeId: take?.id ?? null, setupId: shot.setupId }}
        onset={onset}
      />
    </Panel>
  );
}

function Side({ title, stills }: { title: string; stills: readonly Still[] }) {
  return (
    <Box minW={0}>
      <Box color="soft" fontSize="s">
        {title}
      </Box>
      {stills.length === 0 ? <Box color="soft">no still</Box> : null}
      {[...stills].reverse().map((s) => (
        <Photo key={s.id} still={s} />
      ))}
    </Box>
  );
}
