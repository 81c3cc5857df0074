import type { Camera } from '../../rooms/camera/index.ts';
import type { DayRow } from '../../plan/day/index.ts';
import { isOn } from './recording.ts';
import {
  chargePlan,
  type ChargerRow,
  type ChargeSchedule,
  type NightPlan,
  type Pack,
} from '../../rooms/copies/index.ts';

const MINUTE_S = 60;
/** Nobody measured it: so long is assumed, and said. */
export const ASSUMED_CHARGE_MIN = 150;
const SWAP_MIN = 1;

export interface PowerTonight {
  schedule: ChargeSchedule;
  /** Until when somebody must be about: the last pack put in before bed, and where it must be watched, full. 0: nobody must. */
  lastHandMin: number;
  /** Packs that will not be full, in words: how many of which. */
  short: { name: string; lacking: number; empty: number; noCharger: boolean }[];
  assumptions: string[];
}

/** Which packs charge where and when, until they are wanted: `wantedMin` minutes from now. */
export function powerTonight(
  packs: readonly Pack[],
  chargers: readonly ChargerRow[],
  sockets: number | null,
  sleep: NightPlan['sleep'],
  wantedMin: number,
): PowerTonight {
  const schedule = chargePlan({
    packs: packs.map((p) => ({
      id: p.id,
      count: p.empty,
      chargeMin: p.chargeMin ?? ASSUMED_CHARGE_MIN,
      fits: plain(p.fits),
    })),
    chargers: chargers.map((c) => ({ id: c.id, slots: c.slots, fits: plain(c.fits), unattended: c.unattended })),
    ...{ sockets, swapMin: SWAP_MIN, wantedMin },
    sleep: sleep && { fromMin: sleep.fromS / MINUTE_S, toMin: sleep.toS / MINUTE_S },
  });
  const bedMin = sleep ? sleep.fromS / MINUTE_S : Infinity;
  const mayBeLeft = new Set(chargers.filter((c) => c.unattended).map((c) => c.id));
  const hands = schedule.bars.flatMap((b) =>
    b.fromMin > bedMin ? [] : [mayBeLeft.has(b.chargerId) ? b.fromMin : b.toMin],
  );
  return {
    schedule,
    lastHandMin: Math.max(0, ...hands),
    short: packs.flatMap((p) => {
      const lacking = schedule.lacking[p.id] ?? 0;
      const noCharger = !chargers.some((c) => plain(c.fits) === plain(p.fits));
      return lacking > 0 ? [{ name: p.name, lacking, empty: p.empty, noCharger }] : [];
    }),
    assumptions: [
      ...packs
        .filter((p) => p.empty > 0 && p.chargeMin === null)
        .map((p) => `Nobody measured how long ${p.name} charges: ${ASSUMED_CHARGE_MIN}\u00a0min assumed.`),
      ...(sockets === null && chargers.length > 0 ? ['Sockets enough for all chargers.'] : []),
    ],
  };
}

/** Packs that a camera needs on the next day, against those that will be full. */
export interface FreshPacks {
  letter: string;
  needs: number;
  full: number;
}

/**
 * Full packs for the next day, by camera: the minutes of the plan in which it is on, over how long one pack runs it. Cameras whose packs nobody listed, or of which nobody said
 * how long one lasts, are none; a camera is taken to be off between its lines.
 */
export function freshPacks(
  next: { rows: readonly Pick<DayRow, 'cameras' | 'shots' | 'minutes'>[] },
  cameras: readonly Pick<Camera, 'id' | 'letter' | 'batteryMin'>[],
  packs: readonly Pack[],
  lacking: Readonly<Record<string, number>>,
): FreshPacks[] {
  return cameras.flatMap(({ id, letter, batteryMin }) => {
    const own = packs.filter((p) => p.cameraId === id);
    const onMin = next.rows.reduce((sum, r) => sum + (isOn(r, letter, cameras) ? r.minutes : 0), 0);
    if (own.length === 0 || batteryMin === null || onMin === 0) return [];
    const full = own.reduce((sum, p) => sum + Math.max(0, p.count - (lacking[p.id] ?? 0)), 0);
    return [{ letter, needs: Math.ceil(onMin / batteryMin), full }];
  });
}

const plain = (words: string) => words.trim().toLowerCase();
