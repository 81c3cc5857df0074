import { bytesRecorded, lettersOf, type Camera } from '../../rooms/camera/index.ts';
import type { CardStatus } from '../../rooms/copies/index.ts';
import type { Take } from '../../rooms/roll/index.ts';
import type { Shot } from '../../rooms/scenes/index.ts';
import type { DayPlan, DayRow } from '../../plan/day/index.ts';

const MINUTE_S = 60;
const MINUTE_MS = 60_000;
/** With fewer shots behind one this is assumed: eight days of ten record no more than so many times the plan. */
export const ASSUMED_PACE = 1.3;
const LEAST_SHOTS = 5;
const LEAST_MEASURED_MIN = 2;
const P80 = 0.8;

/** How much is recorded against what was planned: the share that four shots of five stay under, of so many shots; 0: assumed. */
export interface RecordingPace {
  factor: number;
  shots: number;
}

/** From the shots that were taken: minutes rolled over minutes planned, at the eightieth percentile. Never less than the plan itself. */
export function recordingPace(
  shots: readonly Pick<Shot, 'id' | 'takesPlanned' | 'takeLengthMin'>[],
  takes: readonly Pick<Take, 'shotId' | 'rolledAtMs' | 'cutAtMs' | 'struck'>[],
): RecordingPace {
  const rolledMin = new Map<string, number>();
  for (const t of takes)
    if (t.shotId !== null && t.cutAtMs !== null && !t.struck)
      rolledMin.set(t.shotId, (rolledMin.get(t.shotId) ?? 0) + (t.cutAtMs - t.rolledAtMs) / MINUTE_MS);
  const shares = shots
    .flatMap((s) => {
      const planned = s.takesPlanned * s.takeLengthMin;
      const rolled = rolledMin.get(s.id);
      return rolled === undefined || planned <= 0 ? [] : [rolled / planned];
    })
    .sort((a, b) => a - b);
  if (shares.length < LEAST_SHOTS) return { factor: ASSUMED_PACE, shots: 0 };
  return { factor: Math.max(1, shares[Math.ceil(P80 * shares.length) - 1] as number), shots: shares.length };
}

/** What cameras really write, Mb/s, from the clips of their cards; those of simulated cards say nothing, and less than two minutes neither. */
export function measuredRateMbps(cards: readonly CardStatus[]): Map<string, number> {
  const sums = new Map<string, { bytes: number; ms: number }>();
  for (const { card, clips } of cards) {
    if (card.cameraId === null || card.simulated) continue;
    const sum = sums.get(card.cameraId) ?? { bytes: 0, ms: 0 };
    for (const c of clips)
      if (c.durationMs) {
        sum.bytes += c.sizeBytes;
        sum.ms += c.durationMs;
      }
    sums.set(card.cameraId, sum);
  }
  return new Map(
    [...sums].flatMap(([id, { bytes, ms }]) =>
      ms < LEAST_MEASURED_MIN * MINUTE_MS ? [] : [[id, (bytes * 8) / 1e6 / (ms / 1000)] as const],
    ),
  );
}

/** Whether a camera works at a line: it is named there, or takes one of its shots. */
export const isOn = (
  row: Pick<DayRow, 'cameras' | 'shots'>,
  letter: string,
  cameras: readonly Pick<Camera, 'letter'>[],
): boolean =>
  row.cameras.includes(letter) || row.shots.some((x) => !x.dropped && lettersOf(x, cameras).includes(letter));

/** Shots of a day that are not had yet and not dropped. */
export const shotsLeft = (plan: Pick<DayPlan, 'rows'>, isDone: (shotId: string) => boolean): Shot[] => [
  ...new Map(
    plan.rows.flatMap((r) => r.shots.filter((s) => !s.dropped && !isDone(s.id)).map((s) => [s.id, s] as const)),
  ).values(),
];

/** What the shots still record, by camera: planned takes × their length × the pace × the camera’s data rate, measured where it was. */
export function bytesToCome(
  shots: readonly Pick<Shot, 'cameras' | 'takesPlanned' | 'takeLengthMin'>[],
  cameras: readonly Camera[],
  { factor = 1, rateMbps = new Map() }: { factor?: number; rateMbps?: ReadonlyMap<string, number> } = {},
): Map<string, number> {
  const bytes = new Map<string, number>();
  for (const c of cameras) {
    const minutes = shots
      .filter((s) => lettersOf(s, cameras).includes(c.letter))
      .reduce((sum, s) => sum + s.takesPlanned * s.takeLengthMin, 0);
    if (minutes > 0) bytes.set(c.id, bytesRecorded(minutes * MINUTE_S * factor, rateMbps.get(c.id) ?? c.rateMbps));
  }
  return bytes;
}
