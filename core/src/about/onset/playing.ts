import { seeded } from '../../base/random/index.ts';
import { minuteToMs } from '../../base/time/index.ts';
import type { DayPlan, DayRow } from '../../plan/day/index.ts';
import type { Shot, ShotState } from '../../rooms/scenes/index.ts';
import type { Verdict } from '../../rooms/roll/index.ts';

/** What can go wrong with a simulated device while the day is played. */
export const PLAY_FAULTS = ['restart', 'cardFull', 'battery', 'dropOut', 'linkLost'] as const;
export type PlayFault = (typeof PLAY_FAULTS)[number];
export const PLAY_FAULT_WORDS: Readonly<Record<PlayFault, string>> = {
  restart: 'restarted by itself',
  cardFull: 'its card was full',
  battery: 'its pack was empty',
  dropOut: 'dropped out',
  linkLost: 'lost its link; rolled on by itself',
};
/** Whether the camera is in the take again after a moment, or out of it for the rest. */
const COMES_BACK: Readonly<Record<PlayFault, boolean>> = {
  restart: true,
  cardFull: false,
  battery: false,
  dropOut: true,
  linkLost: false,
};

/** One thing that somebody does, or a device does by itself, on a day that is played; each goes through the same events as in real use. */
export type PlayStep = { atMs: number } & (
  | { kind: 'roll'; shotId: string | null; sceneId: string | null; letters: string[] }
  | { kind: 'cut' }
  | { kind: 'mark'; verdict: Verdict }
  | { kind: 'camera'; letter: string; in: boolean }
  | { kind: 'note'; words: string }
  | { kind: 'began' | 'over'; sceneId: string }
  | { kind: 'jam' }
  /** Cards come out of their cameras and are copied. */
  | { kind: 'cards' }
);

export interface PlayWish {
  seed: number;
  /** From then on; what is had already is not played again. */
  fromMs: number;
  /** Letters of all cameras, for what names none. */
  letters: readonly string[];
  /** One take in so many meets a fault of a device; 0: none. */
  faultEvery: number;
}

const MINUTE_MS = 60_000;
const SHORTEST_MS = 10_000;
/** Kept between takes. */
const BETWEEN_MS = 2000;
/** The share of a shot’s time that is over when its first take rolls. */
const READY_SHARE = 0.3;
/** Pieces of a take that roll, between takes that follow each other. */
const ROLL_SHARE = 0.6;

/**
 * The rest of a day as it could go, from a seed: takes at the times of the plan, verdicts, moments that begin late, cards copied while people eat and in the end,
 * clocks jammed after meals, and devices with faults.
 */
export function playedDay(plan: DayPlan, states: ReadonlyMap<string, ShotState>, wish: PlayWish): PlayStep[] {
  const random = seeded(wish.seed);
  const { date, timeZone } = plan.day;
  const at = (min: number) => minuteToMs(date, timeZone, min);
  const isOpen = (s: Shot) => states.get(s.id) !== 'got' && states.get(s.id) !== 'dropped';
  let takes = 0;
  const fault = () => {
    takes += 1;
    return wish.faultEvery > 0 && takes % wish.faultEvery === 0
      ? PLAY_FAULTS[Math.floor(random() * PLAY_FAULTS.length)]!
      : null;
  };
  const playing: Playing = { at, random, fault, wish, freeMs: wish.fromMs };
  const steps = [...plan.rows]
    .sort((a, b) => a.startMin - b.startMin)
    .flatMap((row): PlayStep[] => {
      if (at(row.endMin) <= wish.fromMs) return [];
      if (row.programme) return momentSteps(row, isOpen, playing);
      const { shot } = row;
      return shot && isOpen(shot) ? shotSteps(row, shot, playing) : [];
    });
  const pauses = plan.meals.flatMap((m): PlayStep[] => [
    { kind: 'cards', atMs: at(m.startMin) },
    { kind: 'jam', atMs: at(m.endMin) },
  ]);
  const all = [...steps, ...pauses].filter((s) => s.atMs >= wish.fromMs).sort((a, b) => a.atMs - b.atMs);
  const last = all.at(-1);
  return last ? [...all, { kind: 'cards', atMs: last.atMs + MINUTE_MS }] : [];
}

interface Playing {
  /** From then on another take can roll. */
  freeMs: number;
  at: (min: number) => number;
  random: () => number;
  fault: () => PlayFault | null;
  wish: PlayWish;
}

const lettersOf = (own: readonly string[], { wish }: Playing): string[] => [...(own.length > 0 ? own : wish.letters)];

/** One take: rolled, perhaps with a fault of one of its cameras, cut, judged. */
function takeSteps(
  of: { shotId: string | null; sceneId: string | null },
  letters: readonly string[],
  [fromMs, toMs]: readonly [number, number],
  verdict: Verdict,
  playing: Playing,
): PlayStep[] {
  const fault = letters.length > 0 ? playing.fault() : null;
  const letter = letters[Math.floor(playing.random() * letters.length)] ?? '';
  // One logger has one take in hand: one that would overlap waits for the other.
  const beginMs = Math.max(fromMs, playing.freeMs);
  const endMs = Math.max(toMs, beginMs + SHORTEST_MS);
  playing.freeMs = endMs + BETWEEN_MS;
  const part = (share: number) => Math.round(beginMs + share * (endMs - beginMs));
  const gone: PlayStep[] =
    fault === null
      ? []
      : fault === 'linkLost'
        ? [{ kind: 'note', atMs: part(0.5), words: `Camera ${letter} ${PLAY_FAULT_WORDS[fault]}` }]
        : [
            { kind: 'camera', atMs: part(0.4), letter, in: false },
            { kind: 'note', atMs: part(0.5), words: `Camera ${letter}: ${PLAY_FAULT_WORDS[fault]}` },
            ...(COMES_BACK[fault] ? [{ kind: 'camera' as const, atMs: part(0.6), letter, in: true }] : []),
          ];
  return [
    { kind: 'roll', atMs: part(0), ...of, letters: [...letters] },
    ...gone,
    { kind: 'cut', atMs: part(1) },
    { kind: 'mark', atMs: part(1) + 1000, verdict },
  ];
}

function shotSteps(row: DayRow, shot: Shot, playing: Playing): PlayStep[] {
  const [startMs, endMs] = [playing.at(row.startMin), playing.at(row.endMin)];
  const first = startMs + READY_SHARE * (endMs - startMs);
  const each = (endMs - first) / shot.takesPlanned;
  return Array.from({ length: shot.takesPlanned }, (_, i) => {
    const from = first + i * each;
    const verdict = i === shot.takesPlanned - 1 ? 'good' : playing.random() < 0.5 ? 'maybe' : 'noGood';
    const of = { shotId: shot.id, sceneId: null };
    return takeSteps(of, lettersOf(shot.cameras, playing), [from, from + ROLL_SHARE * each], verdict, playing);
  }).flat();
}

/** A moment begins up to a few minutes late; its shots share one roll of their cameras. */
function momentSteps(row: DayRow, isOpen: (s: Shot) => boolean, playing: Playing): PlayStep[] {
  const lateMs = Math.round(playing.random() * 3 * MINUTE_MS);
  const [startMs, endMs] = [playing.at(row.startMin) + lateMs, playing.at(row.endMin) + lateMs];
  const open = row.shots.filter(isOpen);
  const targets: { of: { shotId: string | null; sceneId: string | null }; letters: string[] }[] =
    open.length > 0
      ? open.map((s) => ({ of: { shotId: s.id, sceneId: null }, letters: lettersOf(s.cameras, playing) }))
      : [{ of: { shotId: null, sceneId: row.itemId }, letters: lettersOf(row.cameras, playing) }];
  const each = (endMs - startMs) / targets.length;
  return [
    { kind: 'began', atMs: startMs, sceneId: row.itemId },
    ...targets.flatMap(({ of, letters }, i) =>
      takeSteps(of, letters, [startMs + i * each + 1000, startMs + (i + 0.9) * each], 'good', playing),
    ),
    { kind: 'over', atMs: endMs, sceneId: row.itemId },
  ];
}

/** How long each step stands when a whole day is played in three minutes, ms. */
export const playPaceMs = (steps: number): number => Math.min(2500, Math.max(120, 180_000 / Math.max(1, steps)));
