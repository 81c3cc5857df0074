import { create } from 'zustand';
import type { Day } from '@kavrell/core/day';
import {
  boxesNow,
  camerasNow,
  nextTakeNumber,
  type CameraSet,
  type Said,
  type Take,
  type TakeEvent,
  type TakePayload,
} from '@kavrell/core/roll';
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
  /** Recorders chosen by hand for the next take; null: all of them. */
  boxIds: string[] | null;
  /** The take that verdicts and notes go to; null: the newest. */
  takeId: string | null;
  /** When the last cut was logged (real clock), for taking it back. */
  cutAt: { takeId: string; at: number } | null;
}

/** The roll console's own state: what is chosen on this device. Takes themselves are events. */
export const useConsole = create<ConsoleState>(() => ({
  targetId: localStorage.getItem(CHOSEN_KEY),
  letters: null,
  boxIds: null,
  takeId: null,
  cutAt: null,
}));

/** Chooses what this device rolls on, through reloads; null: what comes next again. */
export function chooseTarget(targetId: string | null): void {
  if (targetId === null) localStorage.removeItem(CHOSEN_KEY);
  else localStorage.setItem(CHOSEN_KEY, targetId);
  useConsole.setState({ targetId, letters: null });
}

/** Time-of-day timecode at the job's rate. */
export function timecodeAt(production: Production, day: Day, ms: number): string {
  const rate = parseRate(production.rate);
  return formatLabel(timeOfDayFrames(ms - midnightMs(dateOf(ms, day.timeZone), day.timeZone), rate), rate);
}

/** What the console leans on: clocks, ids, and where events are kept and sent. */
export interface ConsoleParts {
  /** The time of the production, ms. */
  now: (production: Production) => number;
  /** How far the server’s clock is from this device’s; null: not known. */
  clockOffsetMs: () => number | null;
  newId: () => string;
  clientId: () => string;
  device: string;
  send: (productionId: string, label: string, events: TakeEvent[]) => Promise<void>;
}

export interface RollInput {
  production: Production;
  day: Day;
  takes: readonly Take[];
  shot: { id: string; code: string } | null;
  /** The moment it is of, when it is of no shot in particular. */
  moment: { id: string; number: string } | null;
  cameras: readonly Camera[];
  /** How each of these cameras is set, by letter; missing: nobody said. */
  sets?: ReadonlyMap<string, CameraSet>;
  /** Recorders that roll with it. */
  boxIds?: readonly string[];
  wild: boolean;
}

/** Logs what happens to takes. Each is a fact; a correction is another one. All are kept on this device first. */
export class RollConsole {
  private seq = 0;
  constructor(private readonly parts: ConsoleParts) {}

  private event(takeId: string, payload: TakePayload, atMs: number): TakeEvent {
    this.seq += 1;
    const clockOffsetMs = this.parts.clockOffsetMs();
    return {
      id: this.parts.newId(),
      takeId,
      atMs: Math.round(atMs),
      productionAtMs: clockOffsetMs === null ? null : Math.round(atMs + clockOffsetMs),
      seq: this.seq,
      clientId: this.parts.clientId(),
      device: this.parts.device.slice(0, 80),
      payload,
    };
  }

  /** Says something about a take. */
  log(production: Production, takeId: string, label: string, payload: TakePayload): void {
    void this.parts.send(production.id, label, [this.event(takeId, payload, this.parts.now(production))]);
  }

  /** Begins a take. Who really rolls is reported by the cameras themselves; until then it is assumed. */
  roll({ production, day, takes, shot, moment, cameras, sets, boxIds = [], wild }: RollInput): void {
    const takeId = this.parts.newId();
    const at = this.parts.now(production);
    const of = { shotId: shot?.id ?? null, sceneId: shot ? null : (moment?.id ?? null) };
    const number = nextTakeNumber(takes, of, wild);
    this.log(production, takeId, `${shot?.code ?? moment?.number ?? 'Wild'} take ${number}: rolled`, {
      kind: 'rolled',
      ...of,
      dayId: day.id,
      number,
      wild,
      cameras: wild
        ? []
        : cameras.map((c) => {
            const set = sets?.get(c.letter);
            const camera = { letter: c.letter, cameraId: c.id, evidence: 'assumed' as const, card: null, clip: null };
            return set ? { ...camera, set } : camera;
          }),
      ...(boxIds.length > 0 ? { boxIds: [...boxIds] } : {}),
      timecode: timecodeAt(production, day, at),
    });
    useConsole.setState({ takeId, cutAt: null });
  }

  cut(production: Production, day: Day, take: Take): void {
    const timecode = timecodeAt(production, day, this.parts.now(production));
    this.log(production, take.id, `Take ${take.number}: cut`, { kind: 'cut', timecode });
    useConsole.setState({ cutAt: { takeId: take.id, at: Date.now() }, takeId: take.id });
  }

  /** One roll, many takes: the running one is over, the next of the same begins, and nothing stops. */
  nextInRoll(production: Production, day: Day, takes: readonly Take[], take: Take): void {
    const takeId = this.parts.newId();
    const timecode = timecodeAt(production, day, this.parts.now(production));
    const number = nextTakeNumber(takes, take, take.wild);
    const { shotId, sceneId, dayId, wild } = take;
    const cameras = camerasNow(take).map((c) => ({ ...c, evidence: 'assumed' as const, card: null, clip: null }));
    this.say(production, `Take ${take.number} over, take ${number} in the same roll`, [
      { takeId: take.id, payload: { kind: 'cut', timecode, on: true } },
      {
        takeId,
        payload: {
          kind: 'rolled',
          ...{ shotId, sceneId, dayId, number, wild, cameras, timecode },
          boxIds: boxesNow(take),
          continuesTakeId: take.id,
        },
      },
    ]);
    useConsole.setState({ takeId, cutAt: null });
  }

  /** Says several things of takes at once: all of them are sent, or none. */
  say(production: Production, label: string, said: readonly Said[]): void {
    const at = this.parts.now(production);
    void this.parts.send(
      production.id,
      label,
      said.map(({ takeId, payload }) => this.event(takeId, payload, at)),
    );
  }

  /** A shot ticked on paper: one take, good, said to come from paper; no camera reported it. */
  fromPaper(production: Production, day: Day, takes: readonly Take[], shot: { id: string; code: string }): void {
    const takeId = this.parts.newId();
    const at = this.parts.now(production);
    const timecode = timecodeAt(production, day, at);
    const number = nextTakeNumber(takes, { shotId: shot.id, sceneId: null }, false);
    const said: TakePayload[] = [
      { kind: 'rolled', shotId: shot.id, dayId: day.id, number, wild: false, cameras: [], timecode },
      { kind: 'cut', timecode },
      { kind: 'marked', verdict: 'good' },
      { kind: 'noted', text: 'Ticked on paper' },
    ];
    this.say(
      production,
      `${shot.code}: got, from paper`,
      said.map((payload) => ({ takeId, payload })),
    );
  }
}

export const rollConsole = new RollConsole({
  now: productionNow,
  clockOffsetMs: () => useHouse.getState().clockOffsetMs,
  newId,
  clientId,
  device: navigator.userAgent,
  send: logTakes,
});
