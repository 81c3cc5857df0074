import { Box, Flex } from '@chakra-ui/react';
import { gapsOf, heldBy, mayLetGo } from '@kavrell/core/holds';
import { minuteToMs } from '@kavrell/core/time';
import { formatInstant, formatRunning } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { Severity } from '../../ui/Severity.tsx';
import type { Onset } from '../roll/onset.ts';

/** Who has the picture now: one press says *I have it*, another lets it go. Seconds that nobody has are counted while they pass. */
export function HoldBar({ onset }: { onset: Onset }) {
  const { rows, day } = useProduction();
  const clock = usePreferences((s) => s.clock);
  if (!day || rows.cameras.length === 0) return null;
  const held = heldBy(rows.logEntries, day.id);
  const ms = (minute: number) => minuteToMs(day.date, day.timeZone, minute);
  const spans = onset.programme.moments
    .filter((m) => m.state !== 'toCome')
    .map((m) => ({ fromMs: ms(m.startMin), toMs: m.state === 'on' ? null : ms(m.endMin) }));
  const gaps = gapsOf(held, spans, onset.nowMs);
  const open = gaps.find((g) => g.toMs === null);
  const lengthOf = (g: (typeof gaps)[number]) => (g.toMs ?? onset.nowMs) - g.fromMs;
  return (
    <Box as="section" aria-label="Who has the picture" mb={4} data-holds>
      <Flex gap={2} wrap="wrap">
        {rows.cameras.map((c) => {
          const now = held.find((h) => h.cameraId === c.id && h.toMs === null);
          const stay = now && !mayLetGo(held, c.id);
          return (
            <Button
              key={c.id}
              minH="52px"
              minW="110px"
              look={now ? 'on' : 'plain'}
              aria-pressed={now !== undefined}
              onClick={() =>
                onset.log(now ? `${c.letter} lets it go` : `${c.letter} has it`, {
                  kind: 'holds',
                  cameraId: c.id,
                  holds: !now,
                })
              }
            >
              {c.letter}
              <Box as="span" display="block" fontSize="s" fontWeight="400">
                {now ? (stay ? 'has it: stay' : 'has it, may let go') : 'I have it'}
              </Box>
            </Button>
          );
        })}
      </Flex>
      <Box mt={2} fontSize="s" role="status">
        {open ? (
          <Severity level="danger">Nobody has it since {formatRunning(lengthOf(open))}</Severity>
        ) : held.length === 0 ? (
          'Nobody has said yet that they have it.'
        ) : held.some((h) => h.toMs === null) ? (
          ''
        ) : (
          'Nobody has it; nothing is on.'
        )}
      </Box>
      {gaps.length > 0 ? (
        <Box fontSize="s">
          {gaps.length === 1 ? 'One gap' : `${gaps.length} gaps`}:{' '}
          {gaps.map((g) => `${formatInstant(g.fromMs, day, clock)} for ${formatRunning(lengthOf(g))}`).join(', ')}
        </Box>
      ) : null}
    </Box>
  );
}
