import { InputError } from '../../base/errors/index.ts';

/** Packs of one kind that are empty. */
export interface EmptyPacks {
  id: string;
  count: number;
  /** From empty to full in its charger, minutes. */
  chargeMin: number;
  /** Which chargers take it: those of the same word. */
  fits: string;
}
export interface Charger {
  id: string;
  slots: number;
  fits: string;
  /** May charge while nobody is awake: by somebody’s choice only. */
  unattended: boolean;
}
export interface ChargePlan {
  packs: readonly EmptyPacks[];
  chargers: readonly Charger[];
  /** Wall sockets; each charger takes one. null: nobody counted, enough is assumed. */
  sockets: number | null;
  /** What it takes to change a pack, minutes. */
  swapMin: number;
  /** When everybody is asleep, minutes from now; null: somebody stays up. */
  sleep: { fromMin: number; toMin: number } | null;
  /** When they are wanted, minutes from now. */
  wantedMin: number;
}

export interface ChargeBar {
  packId: string;
  /** Which of them, from 1. */
  number: number;
  chargerId: string;
  slot: number;
  fromMin: number;
  toMin: number;
}
export interface ChargeSchedule {
  bars: ChargeBar[];
  /** When the last one that will be ready in time is full; 0 when there is none. */
  finishMin: number;
  /** Packs full when they are wanted, by kind. */
  ready: Record<string, number>;
  /** Packs that no charger takes, or that can’t be full in time, by kind; none left out. */
  lacking: Record<string, number>;
  /** Chargers without a socket. */
  unplugged: string[];
}

/**
 * Which pack charges where and when: the longest first, each to the slot that has it full soonest. A pack is put in by somebody awake and, in a charger that may
 * not charge unattended, full before they sleep. With fewer sockets than chargers those that charge by themselves and have more slots are plugged in first.
 * Throws `InputError` for ids that are doubled.
 */
export function chargePlan(plan: ChargePlan): ChargeSchedule {
  checkIds(plan);
  const ranked = [...plan.chargers].sort((a, b) => Number(b.unattended) - Number(a.unattended) || b.slots - a.slots);
  const plugged = new Set(ranked.slice(0, plan.sockets ?? ranked.length).map((c) => c.id));
  const slots = plan.chargers
    .filter((c) => plugged.has(c.id))
    .flatMap((charger) => Array.from({ length: charger.slots }, (_, i) => ({ charger, slot: i + 1, freeMin: 0 })));
  const wanted = plan.packs
    .flatMap((p) => Array.from({ length: p.count }, (_, i) => ({ pack: p, number: i + 1 })))
    .sort((a, b) => b.pack.chargeMin - a.pack.chargeMin);
  const bars: ChargeBar[] = [];
  for (const { pack, number } of wanted) {
    const fitting = slots.filter((s) => s.charger.fits === pack.fits);
    const best = fitting
      .map((s) => ({ s, fromMin: startOf(plan, s.charger, s.freeMin, pack.chargeMin) }))
      .sort((a, b) => a.fromMin - b.fromMin || a.s.slot - b.s.slot)[0];
    if (!best || best.fromMin + pack.chargeMin > plan.wantedMin) continue;
    const toMin = best.fromMin + pack.chargeMin;
    best.s.freeMin = toMin;
    bars.push({
      packId: pack.id,
      number,
      chargerId: best.s.charger.id,
      slot: best.s.slot,
      fromMin: best.fromMin,
      toMin,
    });
  }
  const ready = (id: string) => bars.filter((b) => b.packId === id).length;
  return {
    bars: bars.sort((a, b) => a.fromMin - b.fromMin || (a.chargerId < b.chargerId ? -1 : 1) || a.slot - b.slot),
    finishMin: bars.reduce((most, b) => Math.max(most, b.toMin), 0),
    ready: Object.fromEntries(plan.packs.map((p) => [p.id, ready(p.id)])),
    lacking: Object.fromEntries(plan.packs.map((p) => [p.id, p.count - ready(p.id)])),
    unplugged: plan.chargers.filter((c) => !plugged.has(c.id)).map((c) => c.id),
  };
}

/** The first minute at which a pack may go into a slot: with a hand awake to put it in and, where it must be watched, to see it full. */
function startOf({ sleep, swapMin }: ChargePlan, charger: Charger, freeMin: number, chargeMin: number): number {
  const fromMin = freeMin + swapMin;
  if (!sleep) return fromMin;
  const isHandAsleep = fromMin > sleep.fromMin && fromMin - swapMin < sleep.toMin;
  if (isHandAsleep) return sleep.toMin + swapMin;
  const runsIntoSleep = fromMin < sleep.toMin && fromMin + chargeMin > sleep.fromMin;
  return runsIntoSleep && !charger.unattended ? sleep.toMin + swapMin : fromMin;
}

function checkIds({ packs, chargers }: ChargePlan): void {
  const once = (what: string, list: readonly { id: string }[]) =>
    list.forEach(({ id }, i) => {
      if (list.findIndex((x) => x.id === id) !== i)
        throw new InputError('charging.twice', `“${id}” is there twice.`, [what, i, 'id']);
    });
  once('packs', packs);
  once('chargers', chargers);
}
