import type { Finding } from '../../base/findings/index.ts';
import { fpsOf } from '../../base/timecode/index.ts';
import { formatCount, formatRunning } from '../../base/units/index.ts';
import { offsetSaid } from '../../rooms/clocks/index.ts';
import type { Take } from '../../rooms/roll/index.ts';
import type { DayLine, PlacedClip } from './line.ts';

/** Clocks that run apart by more than this are told of: 72 ms an hour. */
const DRIFT_PPM = 20;
/** Sounds so alike and so evenly timed are one recording, not two microphones. */
const SAME_MS = 0.001;
const LEAST_GAP_MS = 500;

/** What is odd about a line, worst first: nothing of it is put right without being said. */
export function lineNotes(
  line: DayLine,
  takes: readonly Take[],
  rate: string,
  codeOf: (take: Take) => string,
): Finding[] {
  const frameMs = 1000 / fpsOf(rate);
  const note = (key: string, words: string, mend: string): Finding => ({ key, level: 'look', words, mend });
  const clocks = line.devices.flatMap((d): Finding[] => {
    const { standing, words } = d.clock;
    const beside =
      d.aheadMs !== null && Math.abs(d.aheadMs) > frameMs / 2
        ? ` By what was placed otherwise its labels, put right so, are still ${offsetSaid(d.aheadMs)}: that is taken off too.`
        : '';
    if (standing === 'none') return [];
    // What the log says to a press of a button sound says exactly: one figure, not two.
    if (standing === 'slipped' && d.aheadMs !== null)
      return [
        note(
          `line.clock.${d.id}`,
          `${d.name}: Its clock is ${offsetSaid(d.aheadMs - (d.clock.offsetMs ?? 0))}, by what was placed otherwise: taken off.`,
          'Tell whoever edits; set its clock before the next day.',
        ),
      ];
    const isPlain = standing === 'inStep' && !words.includes('It counts') && beside === '';
    return isPlain || (standing === 'unchecked' && beside === '')
      ? []
      : [
          note(
            `line.clock.${d.id}`,
            `${d.name}: ${words}${beside}`,
            'Tell whoever edits; set its clock before the next day.',
          ),
        ];
  });
  const byDevice = new Map<string, PlacedClip[]>();
  for (const d of line.devices)
    byDevice.set(
      d.id,
      line.placed.filter((c) => c.deviceId === d.id),
    );
  const lanes = [...byDevice.values()].flatMap((own): Finding[] =>
    own.slice(1).flatMap((c, i): Finding[] => {
      const before = own[i]!;
      const gapMs = c.startMs - before.endMs;
      if (gapMs < -frameMs && !c.rough && !before.rough)
        return [
          note(
            `line.overlap.${c.clip.id}`,
            `${before.clip.name} and ${c.clip.name} of ${c.device} lie over each other by ${formatRunning(-gapMs)}.`,
            'One camera can’t record twice at once: look at how both were placed.',
          ),
        ];
      if (c.take && c.take.id === before.take?.id && gapMs > LEAST_GAP_MS)
        return [
          note(
            `line.gap.${c.clip.id}`,
            `${c.device} stopped for ${formatRunning(gapMs)} inside ${codeOf(c.take)}: a gap, not a slip.`,
            'Nothing to mend: cut to another angle there.',
          ),
        ];
      return [];
    }),
  );
  const drifting = line.placed.flatMap((c): Finding[] => {
    const overMs = ((c.durationS ?? 0) * Math.abs(c.driftPpm)) / 1000;
    return Math.abs(c.driftPpm) >= DRIFT_PPM && overMs >= frameMs / 2
      ? [
          note(
            `line.drift.${c.clip.id}`,
            `${c.clip.name} runs ${Math.abs(c.driftPpm).toFixed(1)} ppm ${c.driftPpm > 0 ? 'fast' : 'slow'}: ${overMs.toFixed(0)} ms over its length.`,
            'It stands right in its middle; cut it once, or have it resampled.',
          ),
        ]
      : [];
  });
  const same = line.edges.flatMap((e): Finding[] => {
    const isSame =
      e.find?.refused === null && Math.abs(e.find.offsetMs ?? 1) < SAME_MS && Math.abs(e.find.driftPpm ?? 1) < SAME_MS;
    if (!isSame) return [];
    const [a, b] = [e.clipId, e.otherId].map((id) => line.placed.find((c) => c.clip.id === id)?.clip.name);
    return a && b
      ? [note(`line.same.${e.key}`, `${a} and ${b} hold the same recording.`, 'Leave one of them out.')]
      : [];
  });
  const rough = line.placed.filter((c) => c.rough);
  const about = rough.length
    ? [
        note(
          'line.rough',
          `${formatCount(rough.length, 'clip stands', 'clips stand')} only about where they are: by a clock that is known to a press of a button (±1.5 s).`,
          'Line up by sound.',
        ),
      ]
    : [];
  return [...about, ...clocks, ...lanes, ...same, ...drifting, ...unmatched(line, takes, codeOf, note)];
}

/** Clips that no take was logged for, and takes of which nothing is there. */
function unmatched(
  line: DayLine,
  takes: readonly Take[],
  codeOf: (take: Take) => string,
  note: (key: string, words: string, mend: string) => Finding,
): Finding[] {
  const all = [...line.placed, ...line.unplaced];
  const had = new Set(all.flatMap((c) => c.take?.id ?? []));
  const strangers = all.filter((c) => c.take === null).map((c) => c.clip.name);
  const empty = takes.filter((t) => t.cutAtMs !== null && !had.has(t.id)).map(codeOf);
  const some = (list: readonly string[]) =>
    `${list.slice(0, 6).join(', ')}${list.length > 6 ? ` and ${list.length - 6} more` : ''}`;
  return [
    ...(strangers.length
      ? [note('line.noTake', `No take was logged for ${some(strangers)}.`, 'They are lined up all the same.')]
      : []),
    ...(empty.length ? [note('line.noClip', `There is no clip of ${some(empty)}.`, 'Is every card read?')] : []),
  ];
}
