import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { lineNotes, takeCode, type DayLine } from '@kavrell/core/dayline';
import type { Day } from '@kavrell/core/day';
import type { LineRun } from '@kavrell/core/lineup';
import { formatCount } from '@kavrell/core/units';
import { NoDay } from '../../app/NoDay.tsx';
import { useProduction } from '../../app/production.tsx';
import { useKept } from '../../platform/kept.ts';
import { Button } from '../../ui/Button.tsx';
import { Empty, Look, Part, ScreenHead } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet } from '../../ui/sheet.tsx';
import { Tick } from '../../ui/Tick.tsx';
import { Unfold } from '../../ui/Unfold.tsx';
import { Views } from '../../ui/Views.tsx';
import { ByHand } from './ByHand.tsx';
import { ClipSheet } from './ClipSheet.tsx';
import { ExportsView } from './ExportsView.tsx';
import { LineMap } from './LineMap.tsx';
import { lineWork } from './lineWork.ts';
import { moved, wholeOf, type View } from './mapDrawing.ts';
import { NotPlaced } from './NotPlaced.tsx';
import { RunBar, RunsPart } from './RunBar.tsx';
import { TakesView } from './TakesView.tsx';
import { useDayLine, useLineSounds } from './useDayLine.ts';
import { MEANS_WORDS } from './words.ts';

const OPEN: readonly LineRun['state'][] = ['waiting', 'running', 'paused'];

/** Every angle and every sound of a day on one line: what is placed how and how surely, what is not, and all of it as open files. */
export function LineUpScreen() {
  const { day } = useProduction();
  if (!day)
    return (
      <NoDay>
        When a day has been shot and its cards are read, this is where its angles and sounds stand on one line.
      </NoDay>
    );
  return <DayOnLine key={day.id} day={day} />;
}

function DayOnLine({ day }: { day: Day }) {
  const { production, rows, facts } = useProduction();
  const runs = useMemo(() => rows.lineRuns.filter((r) => r.dayId === day.id), [rows.lineRuns, day.id]);
  const sounds = useLineSounds(production.id, runs);
  const line = useDayLine(day, sounds);
  const work = useMemo(() => lineWork(production.id), [production.id]);
  const [selectedId, select] = useHashSelection();
  const [open, setOpen] = useKept<'map' | 'takes' | 'left' | 'export'>(`lineup:${production.id}`, [
    'map',
    'takes',
    'left',
    'export',
  ]);
  const [hand, setHand] = useState<{ clipId: string; otherId: string | null } | null>(null);
  const whole = useMemo(() => wholeOf(line), [line]);
  const [view, setView] = useState<View | null>(null);
  const [again, setAgain] = useState(false);
  const [fromCards, setFromCards] = useState(false);
  const running = runs.find((r) => OPEN.includes(r.state));
  const all = [...line.placed, ...line.unplaced];
  const selected = all.find((c) => c.clip.id === selectedId) ?? line.unplaced[0] ?? line.placed[0];
  if (all.length === 0)
    return (
      <>
        <ScreenHead title="Line-up" note={`day ${day.number}`} />
        <Empty title="No clip of this day yet">
          Read its cards under Copies. Their timecode, put right by what the log says of each clock, places most of them
          at once; sound does the rest.
        </Empty>
      </>
    );
  if (hand) return <ByHand key={hand.clipId} line={line} {...hand} close={() => setHand(null)} />;
  const start = (
    <Button
      look={line.placed.some((c) => c.means === 'sound') ? 'plain' : 'primary'}
      disabled={running !== undefined}
      onClick={() => work.start(day.id, { again, fromCards })}
    >
      Line up by sound
    </Button>
  );
  // What was looked at nearer stays in sight while the line grows.
  const shown = view && whole ? moved({ ...view, fold: whole.fold }, 0, whole) : whole;
  const notes = lineNotes(
    line,
    (facts?.takes ?? []).filter((t) => t.dayId === day.id),
    production.rate,
    (t) => takeCode(t, rows),
  );
  return (
    <>
      <ScreenHead title={`${line.placed.length} of ${formatCount(all.length, 'clip', 'clips')} on one line`}>
        <Views
          label="Line-up"
          views={[
            ['map', 'Map'],
            ['takes', 'Takes'],
            ['left', 'Not placed', line.unplaced.length],
            ['export', 'Export'],
          ]}
          open={open}
          onOpen={setOpen}
        />
        {start}
      </ScreenHead>
      {running ? <RunBar run={running} work={work} /> : null}
      <Box color="soft" mb={4}>
        {summary(line)} A knot where both hear the same; a thread that leans is a clock that runs off, drawn larger than
        it is.
      </Box>
      {open === 'takes' ? (
        <TakesView line={line} select={select} />
      ) : open === 'left' ? (
        <NotPlaced line={line} selectedId={selected?.clip.id ?? null} select={select} />
      ) : open === 'export' ? (
        <ExportsView day={day} line={line} />
      ) : (
        <>
          {whole && shown ? (
            <LineMap
              {...{ day, line, sounds, whole, select }}
              view={shown}
              setView={setView}
              selectedId={selected?.clip.id ?? null}
            />
          ) : (
            <Empty title="Nothing is placed yet">No clip has a timecode that can be used. Line up by sound.</Empty>
          )}
          {notes.length > 0 ? (
            <Box as="ul" display="grid" gap={2} mb={4} listStyleType="none" data-notes>
              {notes.map((n) => (
                <li key={n.key} title={n.mend}>
                  <Look>{n.words}</Look> {n.mend}
                </li>
              ))}
            </Box>
          ) : null}
        </>
      )}
      <HowItIsRun fromCards={fromCards} setFromCards={setFromCards} again={again} setAgain={setAgain} />
      <Sheet>
        {selected ? (
          <ClipSheet
            key={selected.clip.id}
            {...{ day, line }}
            clip={selected}
            sound={sounds.get(selected.clip.id)}
            byHand={(clipId, otherId) => setHand({ clipId, otherId })}
          />
        ) : null}
        {runs.length > 0 ? (
          <Part title="What was run">
            <RunsPart runs={runs} work={work} />
          </Part>
        ) : null}
      </Sheet>
    </>
  );
}

/** How many are placed by what, and how well the loops close. */
function summary(line: DayLine): string {
  const counts = new Map<string, number>();
  for (const c of line.placed) counts.set(MEANS_WORDS[c.means], (counts.get(MEANS_WORDS[c.means]) ?? 0) + 1);
  const said = [...counts]
    .map(([words, count]) => `${count} ${words.startsWith('by ') ? words : `by ${words}`}`)
    .join(', ');
  const loops =
    line.worstLoopMs === null ? '' : ` Loops close within ${Math.max(0.1, line.worstLoopMs).toFixed(1)}\u00a0ms.`;
  return `${said || 'None is placed yet'}.${loops}`;
}

/** What a run reads, and what it measures again. */
function HowItIsRun({
  fromCards,
  setFromCards,
  again,
  setAgain,
}: {
  fromCards: boolean;
  setFromCards: (next: boolean) => void;
  again: boolean;
  setAgain: (next: boolean) => void;
}) {
  return (
    <Unfold words="How it is run">
      <Flex direction="column" gap={2} mt={2}>
        <Tick checked={fromCards} onChange={setFromCards}>
          Read clips that have no verified copy here from their cards, though that is all there is of them
        </Tick>
        <Tick checked={again} onChange={setAgain}>
          Measure again what was measured before; the newest counts, what hands said stays
        </Tick>
      </Flex>
    </Unfold>
  );
}
