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
  return {
    schedule,
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

const plain = (words: string) => words.trim().toLowerCase();
