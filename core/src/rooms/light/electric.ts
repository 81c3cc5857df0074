import type { Circuit } from '../places/index.ts';
import { batteryMinutes, circuitLoad, roomFor, type CircuitLoad } from '../../physics/power/index.ts';
import { cablePath, type CablePath } from './cables.ts';
import type { Surroundings } from './finding.ts';
import { lampOf, type Lamp } from './lamp.ts';
import type { SourceItem } from './plan.ts';

export interface CircuitUse {
  circuit: Circuit;
  load: CircuitLoad;
  /** Lamps on it, at full draw. */
  itemIds: string[];
}

export interface Powered {
  item: SourceItem;
  lamp: Lamp;
}

export const poweredOf = (s: Pick<Surroundings, 'plan' | 'catalogue'>): Powered[] =>
  s.plan.items.flatMap((item) => {
    const lamp = item.kind === 'source' && item.on ? lampOf(item, s.catalogue) : null;
    return lamp && item.kind === 'source' && lamp.fixture.watts > 0 ? [{ item, lamp }] : [];
  });

/** Each circuit of the place with what the plan hangs on it. Lamps count with their full draw: a level can be turned up. */
export function circuitUses(s: Pick<Surroundings, 'plan' | 'catalogue' | 'circuits' | 'loadShare'>): CircuitUse[] {
  const lamps = poweredOf(s).filter(({ item }) => !item.battery);
  return s.circuits.map((circuit) => {
    const on = lamps.filter(({ item }) => item.circuitId === circuit.id);
    const watts = on.reduce((sum, { lamp }) => sum + lamp.fixture.watts, 0);
    return { circuit, load: circuitLoad(circuit, watts, s.loadShare), itemIds: on.map(({ item }) => item.id) };
  });
}

/** Electronics of a lamp draw about this on top of its light, W. */
const IDLE_W = 5;
/** Copper of a usual extension, mm². */
export const CABLE_MM2 = 1.5;

/** Minutes a lamp's own battery lasts at its level; null on mains or without one. */
export function ownBatteryMin(item: SourceItem, lamp: Lamp): number | null {
  if (!item.battery || lamp.fixture.batteryWh === 0) return null;
  return batteryMinutes(lamp.fixture.batteryWh, lamp.fixture.watts * item.level + IDLE_W);
}

export const cableOf = (item: SourceItem, s: Pick<Surroundings, 'room'>): CablePath | null =>
  s.room && !item.battery && item.circuitId ? cablePath(item, s.room) : null;

/** Watts of the lamp that is asked about when room is left on a circuit. */
const ONE_MORE_W = 720;
/** What one more lamp would do to a circuit, in words. */
export function roomForMore({ circuit, load }: CircuitUse): string {
  const more = roomFor(load, circuit.volts, ONE_MORE_W);
  if (more === null) return `${circuit.name}: the breaker is unknown.`;
  if (more === 0) return `${circuit.name}: no room for one more lamp of ${ONE_MORE_W}\u00a0W.`;
  return `${circuit.name}: room for ${more} more of ${ONE_MORE_W}\u00a0W.`;
}
