import type { TakeEvent, TakePayload, Verdict } from '@kavrell/core/roll';
import type { DayRow } from '@kavrell/core/day';
import { planOf } from '@kavrell/core/productions';
import { minuteToMs } from '@kavrell/core/time';
import { formatLabel, parseRate, timeOfDayFrames } from '@kavrell/core/timecode';
import type { DemoPlan } from './plan.ts';

/** A clip that the demo's cameras or recorder made, to be written as a small real file. */
export interface DemoClip {
  card: string;
  name: string;
  rate: string;
  startMs: number;
  durationMs: number;
}

export interface DemoMorning {
  events: TakeEvent[];
  clips: DemoClip[];
  /** Clips so far, by card. */
  clipCount: Map<string, number>;
}

const NOTES: Record<string, string> = {
  '6A-1': 'door stuck half way',
  '6B-2': 'glow right, keep the tubes here',
  '4B-1': 'ventilator over the last word',
  '7A-1': 'B saw the boom',
  '7B-1': 'ladle late',
  '7B-2': 'steam hides C',
  '7B-3': 'use for sound',
};
/** How the morning went against its estimates, line after line: change-overs and work, as shares. A door that stuck, a quick insert. */
const WENT: readonly (readonly [number, number])[] = [
  [1.3, 1.1],
  [0.9, 1.3],
  [1.25, 0.85],
  [1.4, 1.15],
  [0.8, 1.25],
];

/**
 * When each line really began and ended: by its shares, but never past the next fixed start or the end, for which all lines before it were
 * hurried alike.
 */
function asItWent(
  rows: readonly DayRow[],
  fromMin: number,
  untilMin: number,
): Map<string, { from: number; to: number }> {
  const times = new Map<string, { from: number; to: number }>();
  let at = fromMin;
  for (let i = 0; i < rows.length;) {
    const fixed = rows.findIndex((r, j) => j > i && r.pinnedStartMin !== null);
    const stretch = rows.slice(i, fixed < 0 ? rows.length : fixed);
    const limit = fixed < 0 ? untilMin : (rows[fixed]?.pinnedStartMin ?? untilMin) - (rows[fixed]?.changeMin ?? 0);
    const first = stretch[0]?.pinnedStartMin;
    if (first) at = Math.max(at, first - (stretch[0]?.changeMin ?? 0));
    const wished = stretch.map((r, j) => {
      const [change, work] = WENT[(i + j) % WENT.length] as readonly [number, number];
      return [(j === 0 && first ? 1 : change) * r.changeMin, work * r.minutes] as const;
    });
    const total = wished.reduce((t, [c, w]) => t + c + w, 0);
    const hurry = Math.min(1, Math.max(0, limit - at) / Math.max(1, total));
    stretch.forEach((r, j) => {
      const [change, work] = wished[j] as readonly [number, number];
      const from = at + change * hurry;
      at = from + work * hurry;
      times.set(r.itemId, { from, to: at });
    });
    i += stretch.length;
  }
  return times;
}

/** Takes that were starred as they rolled. */
const STARRED = new Set(['6A-2', '4A-3', '4B-2', '7B-3']);
/** Cards are changed when this shot comes up. */
const NEW_CARDS_FROM = '7A';

/**
 * The takes of the first morning up to a minute of the day, as a logger would have logged them: every planned take
 * of every shot whose planned end has passed, the last one good, at the pace of a real morning. Follows the plan, so it changes with it.
 */
export function morningTakes(plan: DemoPlan, untilMin: number, newId: () => string): DemoMorning {
  const day = plan.days[0];
  if (!day) throw new Error('The demo plan has no day.');
  const timed = planOf(plan, day);
  const jobRate = parseRate(plan.production.rate);
  const midnight = minuteToMs(day.date, day.timeZone, 0);
  const label = (ms: number) => formatLabel(timeOfDayFrames(ms - midnight, jobRate), jobRate);
  const events: TakeEvent[] = [];
  const clips: DemoClip[] = [];
  const clipCount = new Map<string, number>();
  let seq = 0;
  let roll = 1;
  const log = (takeId: string, atMs: number, payload: TakePayload) => {
    seq += 1;
    events.push({ id: newId(), takeId, atMs: Math.round(atMs), seq, clientId: 'demo', device: 'demo logger', payload });
  };
  const record = (card: string, rate: string, startMs: number, durationMs: number) => {
    const number = (clipCount.get(card) ?? 0) + 1;
    clipCount.set(card, number);
    const name = `${card}_C${String(number).padStart(3, '0')}`;
    clips.push({ card, name, rate, startMs, durationMs });
    return name;
  };

  const past = timed.rows.findIndex((r) => r.shot && r.endMin > untilMin);
  const worked = past < 0 ? timed.rows : timed.rows.slice(0, past);
  const went = asItWent(worked, timed.order.startMin, untilMin);
  for (const row of worked) {
    const { shot } = row;
    const time = went.get(row.itemId);
    if (!shot || !time) continue;
    if (shot.code === NEW_CARDS_FROM) roll = 2;
    const first = time.from + Math.min(shot.rehearseMin, (time.to - time.from) / 3);
    const step = (time.to - first) / shot.takesPlanned;
    for (let number = 1; number <= shot.takesPlanned; number += 1) {
      const takeId = newId();
      const startMs = midnight + (first + (number - 1) * step) * 60000 + 7240 * number;
      const durationMs = shot.takeLengthMin * 60000 * (0.62 + 0.09 * number);
      const cameras = shot.cameras.map((letter) => {
        const camera = plan.cameras.find((c) => c.letter === letter);
        if (!camera) throw new Error(`Shot ${shot.code} wants a camera ${letter} that is not there.`);
        const card = `${letter}00${letter === 'A' || letter === 'B' ? roll : 1}`;
        const clip = record(card, camera.rate, startMs + 180, durationMs);
        return { letter, cameraId: camera.id, evidence: 'reports' as const, card, clip };
      });
      if (shot.sound) record('S001', plan.production.rate, startMs - 900, durationMs + 2000);
      log(takeId, startMs, {
        kind: 'rolled',
        shotId: shot.id,
        dayId: day.id,
        number,
        wild: false,
        cameras,
        timecode: label(startMs),
      });
      if (STARRED.has(`${shot.code}-${number}`))
        log(takeId, startMs + durationMs / 2, { kind: 'starred', timecode: label(startMs + durationMs / 2) });
      log(takeId, startMs + durationMs, { kind: 'cut', timecode: label(startMs + durationMs) });
      const verdict: Verdict = number === shot.takesPlanned ? 'good' : number === 1 ? 'noGood' : 'maybe';
      log(takeId, startMs + durationMs + 4000, { kind: 'marked', verdict });
      const note = NOTES[`${shot.code}-${number}`];
      if (note) log(takeId, startMs + durationMs + 9000, { kind: 'noted', text: note });
    }
  }
  return { events, clips, clipCount };
}
