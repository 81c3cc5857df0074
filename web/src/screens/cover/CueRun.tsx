import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { runNow, shiftedFixed, type TimedCue, type Cue } from '@kavrell/core/cover';
import type { Day } from '@kavrell/core/day';
import { type callsOf, doubleCalls } from '@kavrell/core/holds';
import { minuteToWall } from '@kavrell/core/time';
import { formatInstant, formatMinutes, formatRunning } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { useCommand } from '../../platform/keys.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { change } from '../../platform/rows.ts';
import type { Onset } from '../../shared/roll/onset.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Look } from '../../ui/parts.tsx';
import { Severity } from '../../ui/Severity.tsx';
import { runWords } from './cueColumns.tsx';

interface Props {
  day: Day;
  timed: readonly TimedCue[];
  calls: ReturnType<typeof callsOf>;
  onset: Onset;
}

/** The order as it runs: what is on, what comes, over or under the next fixed start. One press calls the next. */
export function CueRun({ day, timed, calls, onset }: Props) {
  const { production, rows, me } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const [run, setRun] = useState(0);
  /** What a rehearsal goes over stays in the show. */
  const [passed, setPassed] = useState<readonly string[]>([]);
  const own = calls.filter((c) => c.run === run);
  const nowS = onset.nowMin * 60;
  const now = runNow(
    timed.filter((t) => !passed.includes(t.cue.id)),
    own,
    nowS,
  );
  const next = now.next;
  const nameOf = (id: string | null) => rows.people.find((p) => p.id === id)?.shortName;
  const call = () => {
    if (next) onset.log(`Called: ${next.cue.words}`.slice(0, 160), { kind: 'called', cueId: next.cue.id, run });
  };
  const skip = () => {
    if (!next) return;
    if (run > 0) {
      setPassed((was) => [...was, next.cue.id]);
      return;
    }
    void change(production.id, `Skipped: ${next.cue.words}`.slice(0, 160), [
      { op: 'update', table: 'cues', row: rows.cues.find((c) => c.id === next.cue.id)!, values: { skipped: true } },
    ]);
  };
  const shift = (overS: number, fromId: string) =>
    void change(
      production.id,
      'Moved what is fixed',
      shiftedFixed(timed, fromId, overS).map(({ id, fixedMin }) => ({
        ...{ op: 'update', table: 'cues', row: rows.cues.find((c) => c.id === id)! },
        values: { fixedMin: Math.round(minuteToWall(day.date, day.timeZone, fixedMin)) },
      })),
    );
  useCommand('cover.call', call);
  if (timed.length === 0) return null;
  const leftS = now.on ? now.on.cue.lengthS - (nowS - (now.sinceS ?? nowS)) : 0;
  const doubles = doubleCalls(rows.logEntries, day.id);
  const last = doubles.at(-1);
  const runs = Math.max(0, ...calls.map((c) => c.run)) + 1;
  return (
    <Box as="section" aria-label="As it runs" mb={4} data-cue-run>
      <Flex gap={4} wrap="wrap" align="center">
        <Box flex="1 1 240px" minW={0}>
          <Box color="soft" fontSize="s">
            {now.on ? 'On' : 'Nothing is called yet'}
          </Box>
          {now.on ? (
            <Box fontSize="l" fontWeight="700" overflowWrap="anywhere">
              {now.on.cue.words}{' '}
              <Box as="span" className="mono">
                {leftS >= 0 ? formatRunning(leftS * 1000) : <Look>{`+${formatRunning(-leftS * 1000)}`}</Look>}
              </Box>
            </Box>
          ) : null}
          <Box overflowWrap="anywhere">
            {next
              ? `Then ${next.cue.words}${nameOf(next.cue.doerId) ? `, ${nameOf(next.cue.doerId)}` : ''}${next.cue.file ? `, ${next.cue.file}, ${formatRunning(next.cue.lengthS * 1000)}` : ''}`
              : 'Nothing comes after it.'}
          </Box>
          {now.against && now.overS !== null ? (
            <Box role="status">
              {now.overS > 0 ? (
                <Severity level="danger">{formatRunning(now.overS * 1000)} over</Severity>
              ) : (
                <span>{formatRunning(-now.overS * 1000)} in hand</span>
              )}{' '}
              against {now.against.cue.words}{' '}
              {now.overS > 0 && me.role === 'owner' ? (
                <Button size="small" onClick={() => shift(now.overS ?? 0, now.against?.cue.id ?? '')}>
                  Move it and what is fixed after it {formatMinutes(Math.ceil(now.overS / 60))} later
                </Button>
              ) : null}
            </Box>
          ) : null}
        </Box>
        <CallBar run={run} setRun={setRun} setPassed={setPassed} runs={runs} next={next} call={call} skip={skip} />
      </Flex>
      {last ? (
        <Box fontSize="s" mt={1}>
          <Look>
            {last.by.map((b) => b || 'somebody').join(' and ')} both called{' '}
            {timed.find((t) => t.cue.id === last.cueId)?.cue.words ?? 'a cue'} at {formatInstant(last.atMs, day, clock)}
          </Look>
          : both calls are kept, the first counts.
        </Box>
      ) : null}
      {run > 0 ? (
        <Box fontSize="s" color="soft">
          This is {runWords(run)}: its calls stand beside those of the show.
        </Box>
      ) : null}
    </Box>
  );
}

/** Which run it is, and the one press that calls. */
function CallBar({
  run,
  setRun,
  setPassed,
  runs,
  next,
  call,
  skip,
}: {
  run: number;
  setRun: (next: number) => void;
  setPassed: (next: readonly string[]) => void;
  runs: number;
  next: TimedCue<Cue> | null;
  call: () => void;
  skip: () => void;
}) {
  return (
    <Flex gap={2} wrap="wrap" align="center" justify="flex-end" flex="1 1 300px" minW={0}>
      <Choice
        style={{ width: 'auto', maxWidth: '100%' }}
        aria-label="Which run"
        value={String(run)}
        onChange={(e) => {
          setRun(Number(e.target.value));
          setPassed([]);
        }}
      >
        {Array.from({ length: runs + 1 }, (_, i) => (
          <option key={i} value={i}>
            {i === 0 ? 'The show' : `Rehearsal ${i}`}
          </option>
        ))}
      </Choice>
      <Button
        size="act"
        look="primary"
        command="cover.call"
        flex="1 1 180px"
        minW={0}
        whiteSpace="normal"
        disabled={!next}
        onClick={call}
      >
        {next ? `Call: ${next.cue.words}` : 'All called'}
      </Button>
      <Button minH="64px" disabled={!next} onClick={skip}>
        Skip it
      </Button>
    </Flex>
  );
}
