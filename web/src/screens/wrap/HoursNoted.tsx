import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { callsOfDay } from '@kavrell/core/crew';
import type { Day } from '@kavrell/core/day';
import { entriesOf } from '@kavrell/core/log';
import { formatMinuteOfDay, formatMinutes, parseClockOn } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import { wordsOf } from '../../platform/api.ts';
import { logIt, mendEntry } from '../../shared/log/log.ts';
import { Button } from '../../ui/Button.tsx';
import { LineEdit } from '../../ui/LineEdit.tsx';
import { Look, Part } from '../../ui/parts.tsx';

/** When each one came and went: what they were called for stands beside it, and one press takes that over. Nothing is taken for worked that nobody said. */
export function HoursNoted({ day }: { day: Day }) {
  const { me, production, rows, timed } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const [problem, setProblem] = useState<{ id: string; words: string } | null>(null);
  const noted = new Map(
    entriesOf(rows.logEntries, 'hours').flatMap((e) => (e.dayId === day.id ? [[e.payload.personId, e] as const] : [])),
  );
  const calls = timed ? callsOfDay(timed, rows.engagements, rows.people) : [];
  const at = (m: number | null) => (m === null ? '' : formatMinuteOfDay(m, day, clock));
  const note = (personId: string, name: string, inMin: number | null, outMin: number | null) => {
    const payload = { kind: 'hours' as const, personId, inMin, outMin };
    const entry = noted.get(personId);
    if (entry) mendEntry(entry, `The hours of ${name}`, { payload });
    else logIt({ production, day, by: me.name }, `The hours of ${name}`, payload);
  };
  return (
    <Part title="Hours">
      {calls.length === 0 ? 'Nobody is on this day.' : null}
      <Box as="ul" display="grid" gap={2}>
        {calls.map((c) => {
          const { id, name } = c.person;
          const { inMin = null, outMin = null } = noted.get(id)?.payload ?? {};
          const planned = { in: c.callMin, out: c.releaseMin ?? timed?.wrapMin ?? c.callMin };
          const save = (which: 'in' | 'out', text: string) => {
            try {
              const minute = text === '' ? null : parseClockOn(text, day);
              // Who goes after midnight goes on the next day.
              const after =
                which === 'out' && minute !== null && minute < (inMin ?? planned.in) ? minute + 1440 : minute;
              note(id, name, which === 'in' ? minute : inMin, which === 'out' ? after : outMin);
              setProblem(null);
            } catch (error) {
              setProblem({ id, words: wordsOf(error) });
            }
          };
          return (
            <Box as="li" key={id} data-hours-of={name}>
              <Flex gap={2} align="center" wrap="wrap">
                <Box flex="1" minW="140px" overflowWrap="anywhere">
                  {name}
                </Box>
                <LineEdit
                  label={`${name} came`}
                  w="84px"
                  value={at(inMin)}
                  maxLength={12}
                  placeholder="came"
                  save={(t) => save('in', t)}
                />
                <LineEdit
                  label={`${name} went`}
                  w="84px"
                  value={at(outMin)}
                  maxLength={12}
                  placeholder="went"
                  save={(t) => save('out', t)}
                />
                <Box minW="72px" textAlign="right">
                  {inMin !== null && outMin !== null ? formatMinutes(outMin - inMin) : 'not noted'}
                </Box>
                {inMin === null || outMin === null ? (
                  <Button size="small" onClick={() => note(id, name, inMin ?? planned.in, outMin ?? planned.out)}>
                    As planned, {at(planned.in)}–{at(planned.out)}
                  </Button>
                ) : null}
              </Flex>
              {problem?.id === id ? <Look>{problem.words}</Look> : null}
            </Box>
          );
        })}
      </Box>
    </Part>
  );
}
