import { TicketSheet } from './TicketSheet.tsx';
import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { FAULT_WORDS, PICTURE_CHAIN, SOUND_CHAIN, isolate, type Fault } from '@kavrell/core/sound';
import { usePlanned } from '../../app/production.tsx';
import { productionNow } from '../../platform/clock.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { Empty } from '../../ui/parts.tsx';
import { Tabbed } from '../../ui/Views.tsx';
import { addFault } from './addFault.ts';
import { FaultPhotos } from './FaultPhotos.tsx';

/** A thing that is broken by itself: nothing to swap. */
const NO_CHAIN: readonly string[] = [];

/** Something sounded or looked wrong: found by swapping one thing at a time, decided by somebody by a time, and written down for whoever owns it. */
export function FaultsView() {
  const { production, rows } = usePlanned();
  const [openId, setOpenId] = useState<string | null>(null);
  const add = (chain: readonly string[]) =>
    setOpenId(
      addFault(production, rows.faults, {
        ...(chain === SOUND_CHAIN
          ? { device: 'Sound', symptom: 'Crackles' }
          : chain === PICTURE_CHAIN
            ? { device: 'Picture', symptom: 'Picture drops out' }
            : { device: 'Piece of kit', symptom: 'Broken' }),
        chain: [...chain],
      }),
    );
  const buttons = (
    <Flex gap={2} wrap="wrap">
      <Button onClick={() => add(SOUND_CHAIN)}>Heard something</Button>
      <Button onClick={() => add(PICTURE_CHAIN)}>Saw something</Button>
      <Button onClick={() => add(NO_CHAIN)}>Something is broken</Button>
    </Flex>
  );
  if (rows.faults.length === 0)
    return (
      <Empty title="Nothing is wrong" action={buttons}>
        “Crackles when Dov turns his head.” One thing is swapped at a time until it is gone; then somebody decides, by a
        time: replace, take the spare, or accept it.
      </Empty>
    );
  const fault = rows.faults.find((f) => f.id === openId) ?? rows.faults.find((f) => !f.closed) ?? rows.faults[0];
  return (
    <>
      <Box mb={4}>{buttons}</Box>
      <Box mb={4}>
        <Tabbed
          label="Faults"
          views={rows.faults.map((f) => ({
            key: f.id,
            words: `${f.device}: ${f.closed ? 'closed' : FAULT_WORDS[f.decision]}`,
          }))}
          open={fault?.id ?? null}
          onOpen={setOpenId}
        />
      </Box>
      {fault ? <Ticket key={fault.id} fault={fault} /> : null}
    </>
  );
}

function Ticket({ fault }: { fault: Fault }) {
  const { me, production } = usePlanned();
  const save = (values: Record<string, unknown>) =>
    void change(production.id, `Fault: ${fault.device}`, [{ op: 'update', table: 'faults', row: fault, values }]);
  const state = isolate(fault.chain, fault.steps);
  const step = (part: string, still: boolean) =>
    save({ steps: [...fault.steps, { part, still, atMs: Math.round(productionNow(production)), by: me.name }] });
  return (
    <Box maxW="720px">
      <Box fontSize="l" fontWeight="700" mb={1}>
        {fault.symptom}
      </Box>
      <Box as="ol" display="grid" gap={1} mb={4} data-chain>
        {fault.chain.map((part) => {
          const tried = fault.steps.find((s) => s.part === part);
          return (
            <Flex as="li" key={part} gap={3}>
              <Box
                flex="1"
                fontWeight={state.suspects.includes(part) ? 600 : 400}
                color={state.suspects.includes(part) ? 'text' : 'soft'}
              >
                {part}
              </Box>
              <Box>{tried ? (tried.still ? 'swapped, still there' : 'swapped, gone') : ''}</Box>
            </Flex>
          );
        })}
      </Box>
      {fault.chain.length > 0 ? (
        <Box mb={3} fontSize="l" data-isolate>
          {state.found ? <strong>{state.words}</strong> : state.words}
        </Box>
      ) : null}
      <FaultPhotos fault={fault} save={save} />
      {state.next ? (
        <Flex gap={2} wrap="wrap" mb={4}>
          <Button size="act" onClick={() => step(state.next ?? '', true)}>
            Still there
          </Button>
          <Button size="act" onClick={() => step(state.next ?? '', false)}>
            Gone
          </Button>
        </Flex>
      ) : null}
      {fault.steps.length > 0 ? (
        <Button size="small" mb={4} onClick={() => save({ steps: fault.steps.slice(0, -1) })}>
          Take the last swap back
        </Button>
      ) : null}
      <TicketSheet fault={fault} save={save} />
    </Box>
  );
}
