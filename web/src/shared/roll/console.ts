import { create } from 'zustand';
import type { Day } from '@kavrell/core/day';
import { nextTakeNumber, type Take, type TakeEvent, type TakePayload } from '@kavrell/core/roll';
import type { Camera } from '@kavrell/core/camera';
import type { Production } from '@kavrell/core/brief';
import { dateOf, midnightMs } from '@kavrell/core/time';
import { formatLabel, parseRate, timeOfDayFrames } from '@kavrell/core/timecode';
import { productionNow } from '../../platform/clock.ts';
import { useHouse } from '../../platform/house.ts';
import { clientId, newId } from '../../platform/id.ts';
import { logTakes } from '../../platform/rows.ts';

const CHOSEN_KEY = 'kavrell-in-hand';

interface ConsoleState {
  /** The shot or moment chosen by hand on this device; null follows the plan, and whoever rolls. */
  targetId: string | null;
  /** Cameras put in or taken out by hand for the next take. */
  letters: string[] | null;
  /** The take that verdicts and notes go to; null: the newest. */
  takeId: string | null;
  /** When the last cut was logged (real clock), for taking it back. */
  cutAt: { takeId: string; at: number } | null;
}

/** The roll console's own state: what is chosen on this device. Takes themselves are events. */
export const useConsole = create<ConsoleState>(() => ({
  targetId: localStorage.getItem(CHOSEN_KEY),
  letters: null,
  takeId: null,
  cutAt: null,
}));

/** Chooses what this device rolls on, through reloads; null: what comes next again. */
export function chooseTarget(targetId: string | null): void {
  if (targetId === null) localStorage.removeItem(CHOSEN_KEY);
  else localStorage.setItem(CHOSEN_KEY, targetId);
  useConsole.setState({ targetId, letters: null });
}

let seq = 0;

/** Time-of-day timecode at the job's rate. */
export function timecodeAt(production: Production, day: Day, ms: number): string {
  const rate = parseRate(production.rate);
  return formatLabel(timeOfDayFrames(ms - midnightMs(dateOf(ms, day.timeZone), day.timeZone), rate), rate);
}

function event(
  production: Production,
  takeId: string,
  payload: TakePayload,
  atMs = productionNow(production),
): TakeEvent {
  seq += 1;
  const { clockOffsetMs } = useHouse.getState();
  return {
    id: newId(),
    takeId,
    atMs: Math.round(atMs),
    productionAtMs: clockOffsetMs === null ? null : Math.round(atMs + clockOffsetMs),
    seq,
    clientId: clientId(),
    device: navigator.userAgent.slice(0, 80),
    payload,
  };
}

/** Logs something about a take; kept on this device first. */
export function log(production: Production, takeId: string, label: string, payload: TakePayload): void {
  void logTakes(production.id, label, [event(production, takeId, payload)]);
}

export interface RollInput {
  production: Production;
  day: Day;
  takes: readonly Take[];
  shot: { id: string; code: string } | null;
  /** The moment it is of, when it is of no shot in particular. */
  moment: { id: string; number: string } | null;
  cameras: readonly Camera[];
  wild: boolean;
}

/** Begins a take. Who really rolls is reported by the cameras themselves; until then it is assumed. */
export function roll({ production, day, takes, shot, moment, cameras, wild }: RollInput): void {
  const takeId = newId();
  const at = productionNow(production);
  const of = { shotId: shot?.id ?? null, sceneId: shot ? null : (moment?.id ?? null) };
  const number = nextTakeNumber(takes, of, wild);
  log(production, takeId, `${shot?.code ?? moment?.number ?? 'Wild'} take ${number}: rolled`, {
    kind: 'rolled',
    ...of,
    dayId: day.id,
    number,
    wild,
    cameras: wild
      ? []
      : cameras.map((c) => ({ letter: c.letter, cameraId: c.id, evidence: 'assumed', card: null, clip: null })),
    timecode: timecodeAt(production, day, at),
  });
  useConsole.setState({ takeId, cutAt: null });
}

export function cut(production: Production, day: Day, take: Take): void {
  log(production, take.id, `Take ${take.number}: cut`, {
    kind: 'cut',
    timecode: timecodeAt(production, day, productionNow(production)),
  });
  useConsole.setState({ cutAt: { takeId: take.id, at: Date.now() }, takeId: take.id });
}

/** A shot ticked on paper: one take, good, said to come from paper; no camera reported it. */
export function logFromPaper(
  production: Production,
  day: Day,
  takes: readonly Take[],
  shot: { id: string; code: string },
): void {
  const takeId = newId();
  const at = productionNow(production);
  const timecode = timecodeAt(production, day, at);
  void logTakes(production.id, `${shot.code}: got, from paper`, [
    event(
      production,
      takeId,
      {
        kind: 'rolled',
        shotId: shot.id,
        dayId: day.id,
        number: nextTakeNumber(takes, { shotId: shot.id, sceneId: null }, false),
        wild: false,
        cameras: [],
        timecode,
      },
      at,
    ),
    event(production, takeId, { kind: 'cut', timecode }, at),
    event(production, takeId, { kind: 'marked', verdict: 'good' }, at),
    event(production, takeId, { kind: 'noted', text: 'Ticked on paper' }, at),
  ]);
}
