import { CuesBar } from './CuesBar.tsx';
import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { calledAndDone, CUE_DEFAULTS, cueFields, inputsWanted, runLengths, type Cue } from '@kavrell/core/cover';
import type { Day } from '@kavrell/core/day';
import { callsOf, cuesFor, cuesOfDay } from '@kavrell/core/holds';
import { positionAfter } from '@kavrell/core/records';
import { formatCount, formatMinuteOfDay, formatRunning } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { TableBench } from '../../app/TableBench.tsx';
import { newId } from '../../platform/id.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { change } from '../../platform/rows.ts';
import type { Onset } from '../../shared/roll/onset.ts';
import { Button } from '../../ui/Button.tsx';
import { Look, Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { cueColumns } from './cueColumns.tsx';
import { CueRun } from './CueRun.tsx';
import { thingNames } from './names.ts';
import { SwitcherPart } from './SwitcherPart.tsx';

/** The running order of a day: timed to the second, called by one press, compared run by run; what goes into the switcher and what went on air. */
export function CuesView({ day, onset }: { day: Day; onset: Onset }) {
  const { production, rows } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const [mine, setMine] = useState<string | null>(null);
  const own = useMemo(
    () => rows.cues.filter((c) => c.dayId === day.id).sort((a, b) => a.position - b.position),
    [rows.cues, day.id],
  );
  const timed = useMemo(() => cuesOfDay(own, day), [own, day]);
  const calls = useMemo(() => callsOf(rows.logEntries, day), [rows.logEntries, day]);
  const runs = useMemo(() => runLengths(calls), [calls]);
  const shown = mine === null ? own : cuesFor(timed, mine).map((t) => t.cue);
  const columns = useMemo(
    () => cueColumns({ ...{ day, clock, runs, people: rows.people }, timed: new Map(timed.map((t) => [t.cue.id, t])) }),
    [day, clock, runs, rows.people, timed],
  );
  const blank = (before: readonly object[] = []) => ({
    ...CUE_DEFAULTS,
    ...{ dayId: day.id, words: 'A cue', position: positionAfter(own) + before.length },
  });
  const add = () => {
    const id = newId();
    void change(production.id, 'A cue', [{ op: 'insert', table: 'cues', id, values: blank() }]);
    return id;
  };
  /** Changes places with the one before or after it in the order. */
  const swap = (cue: Cue, by: 1 | -1) => {
    const other = own[own.findIndex((c) => c.id === cue.id) + by];
    if (!other) return;
    void change(production.id, `Moved ${cue.words}`, [
      { op: 'update', table: 'cues', row: cue, values: { position: other.position } },
      { op: 'update', table: 'cues', row: other, values: { position: cue.position } },
    ]);
  };
  const nameOf = (id: string | null) => rows.people.find((p) => p.id === id)?.shortName ?? '';
  const overs = timed.filter((t) => (t.overS ?? 0) > 0);
  const tooMany = inputsWanted(rows.sharedThings, thingNames(rows));
  return (
    <>
      {tooMany.map((t) => (
        <Box key={t.thing.id} mb={2}>
          <Look>
            {t.thing.name} takes {t.thing.inputs}, {t.wanted.length} want in
          </Look>
          : {t.wanted.join(', ')}. Given up first: {t.giveUp.join(', ')}.
        </Box>
      ))}
      {calledAndDone(own).map((p) => (
        <Box key={p.personId} mb={2}>
          <Look>
            {nameOf(p.personId)} calls {p.of} and does {p.count} of them
          </Look>
          : voice and hands at once. Somebody else does those, or calls.
        </Box>
      ))}
      {overs.map((t) => (
        <Box key={t.cue.id} mb={2}>
          <Look>{formatRunning((t.overS ?? 0) * 1000)} over</Look> before {t.cue.words}, which is fixed at{' '}
          {formatMinuteOfDay(t.startS / 60, day, clock)}.
        </Box>
      ))}
      <CueRun day={day} timed={timed} calls={calls} onset={onset} />
      <SwitcherPart day={day} onset={onset} />
      <CuesBar mine={mine} setMine={setMine} day={day} own={own} nameOf={nameOf} />
      <TableBench
        title={`Running order${mine ? ` of ${nameOf(mine)}` : ''}`}
        table="cues"
        one="cue"
        rows={shown}
        columns={columns}
        fields={cueFields}
        nameOf={(c) => c.words}
        adds={[['Add a cue', add]]}
        pasted={{ identity: 'words', blank }}
        side={(c) => (
          <Part>
            <Flex gap={2} wrap="wrap">
              <Button size="small" disabled={own[0]?.id === c.id} onClick={() => swap(c, -1)}>
                One up
              </Button>
              <Button size="small" disabled={own.at(-1)?.id === c.id} onClick={() => swap(c, 1)}>
                One down
              </Button>
            </Flex>
          </Part>
        )}
        empty="What is called when, to the second: “Titles in, 20 s”, “Opening segment, 2:40, opening_v4.mov”, “Clocks start, fixed at 11:00”. Add cues, or bring a table in."
        height="52vh"
      />
      <Sheet>
        <Why
          lines={[
            'A cue begins when the one before it is over; a fixed one at its minute. At the latest: the next fixed start less the lengths up to it.',
            'Over and in hand: what is on ends at its planned length, or now where it is over that; then the lengths up to the next fixed start.',
            'What runs took: from one call to the next of the same run. A rehearsal’s calls stand beside the show’s.',
            'The switcher is simulated: what it has on air is logged and shown on Roll.',
          ]}
        />
      </Sheet>
      {own.length > 0 ? (
        <Box color="soft" fontSize="s">
          {formatCount(own.length, 'cue')}, {formatRunning(timed.reduce((sum, t) => sum + t.cue.lengthS, 0) * 1000)} in
          all.
        </Box>
      ) : null}
    </>
  );
}
