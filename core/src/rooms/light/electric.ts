import { apart, nearestOn } from '../../base/geometry/index.ts';
import type { Circuit } from '../places/index.ts';
import {
  batteryMinutes,
  circuitLoad,
  currentAmps,
  POWER_FACTOR,
  roomFor,
  warmDropShare,
  type CircuitLoad,
} from '../../physics/power/index.ts';
import { cablePath, nextCable, type CablePath } from './cables.ts';
import { capital, metresText, nameOf, type LightFinding, type Surroundings } from './finding.ts';
import { lampOf, type Lamp } from './lamp.ts';
import type { SourceItem } from './plan.ts';

export interface CircuitUse {
  circuit: Circuit;
  load: CircuitLoad;
  /** Lamps on it, at full draw. */
  itemIds: string[];
}

interface Powered {
  item: SourceItem;
  lamp: Lamp;
}

const poweredOf = (s: Pick<Surroundings, 'plan' | 'catalogue'>): Powered[] =>
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
const DROP_LOOK = 0.03;
/** Mains nearer to water than this wants a word, metres. */
const WATER_M = 2;

/** Minutes a lamp's own battery lasts at its level; null on mains or without one. */
export function ownBatteryMin(item: SourceItem, lamp: Lamp): number | null {
  if (!item.battery || lamp.fixture.batteryWh === 0) return null;
  return batteryMinutes(lamp.fixture.batteryWh, lamp.fixture.watts * item.level + IDLE_W);
}

export const cableOf = (item: SourceItem, s: Pick<Surroundings, 'room'>): CablePath | null =>
  s.room && !item.battery && item.circuitId ? cablePath(item, s.room) : null;

const amps = (a: number) => `${a.toFixed(1)}\u00a0A`;

/** Circuits over their margin or unknown, cables too short or across a door, voltage lost, batteries, water. */
export function electricFindings(s: Surroundings): LightFinding[] {
  const found: LightFinding[] = [];
  const uses = circuitUses(s);
  const lamps = poweredOf(s);
  for (const { circuit, load, itemIds } of uses) {
    if (itemIds.length === 0) continue;
    const what = circuit.otherW > 0 ? `, with ${circuit.otherWhat || 'what else hangs on it'}` : '';
    if (load.state === 'unknown') {
      found.push({
        key: `breaker:${circuit.id}`,
        level: 'look',
        itemIds,
        words: `Nobody has looked at the breaker of ${circuit.name}; ${amps(load.totalA)} are planned on it.`,
        mend: 'Find the board and the breaker, or ask the venue.',
        fix: null,
      });
    } else if (load.state !== 'within') {
      const last = lamps.filter(({ item }) => item.circuitId === circuit.id && !item.battery).at(-1) as Powered;
      const other = uses.find(
        (u) => u.circuit.id !== circuit.id && (roomFor(u.load, u.circuit.volts, last.lamp.fixture.watts) ?? 0) >= 1,
      );
      found.push({
        key: `circuit:${circuit.id}`,
        level: load.state === 'trips' ? 'danger' : 'look',
        itemIds,
        words: `${circuit.name}: ${amps(load.totalA)}${what} on ${circuit.breakerA}\u00a0A; ${amps(load.allowedA ?? 0)} may be planned.`,
        mend: other
          ? `Put ${nameOf(last.item)} on ${other.circuit.name}.`
          : 'Take a lamp off, a smaller one, one on battery, or a generator outdoors. Never another fuse.',
        fix: other
          ? {
              label: `${capital(nameOf(last.item))} to ${other.circuit.name}`,
              id: last.item.id,
              values: { circuitId: other.circuit.id },
            }
          : null,
      });
    }
  }
  for (const { item, lamp } of lamps) {
    const name = nameOf(item);
    if (item.battery) {
      const minutes = ownBatteryMin(item, lamp);
      if (minutes === null)
        found.push({
          key: `battery:${item.id}`,
          level: 'look',
          itemIds: [item.id],
          words: `${capital(name)} is to run on a battery; the ${lamp.fixtureName} has none of its own.`,
          mend: `A pack that gives ${lamp.fixture.watts}\u00a0W, or mains.`,
          fix: null,
        });
      else if (minutes < s.shotMin)
        found.push({
          key: `battery:${item.id}`,
          level: 'look',
          itemIds: [item.id],
          words: `${capital(name)} runs ${Math.floor(minutes)}\u00a0min on its battery at ${Math.round(item.level * 100)}\u00a0%; it is shot with for ${Math.ceil(s.shotMin)}\u00a0min.`,
          mend: `${Math.ceil(s.shotMin / minutes)} charged packs, or off between takes. Cold shortens it.`,
          fix: null,
        });
      continue;
    }
    const use = uses.find((u) => u.circuit.id === item.circuitId);
    if (!use) {
      const best = [...uses].sort((a, b) => (b.load.leftA ?? -1) - (a.load.leftA ?? -1))[0];
      found.push({
        key: `circuit:${item.id}`,
        level: 'look',
        itemIds: [item.id],
        words: `Nothing is said about where ${name} gets its power (${lamp.fixture.watts}\u00a0W).`,
        mend: best
          ? `${best.circuit.name} has ${best.load.leftA === null ? 'an unknown breaker' : `${amps(Math.max(0, best.load.leftA))} left`}.`
          : 'Say which sockets there are, under Places.',
        fix: best
          ? { label: `Put it on ${best.circuit.name}`, id: item.id, values: { circuitId: best.circuit.id } }
          : lamp.fixture.batteryWh > 0
            ? { label: 'Run it on its battery', id: item.id, values: { battery: true } }
            : null,
      });
      continue;
    }
    const path = cableOf(item, s);
    if (path) {
      if (item.cableM !== null && item.cableM < path.lengthM)
        found.push({
          key: `cable:${item.id}`,
          level: 'look',
          itemIds: [item.id],
          words: `${capital(name)} needs ${metresText(path.lengthM)} of cable along the walls; ${metresText(item.cableM)} is planned.`,
          mend: 'A longer cable, or a nearer socket.',
          fix: {
            label: `Take ${nextCable(path.lengthM)}\u00a0m`,
            id: item.id,
            values: { cableM: nextCable(path.lengthM) },
          },
        });
      if (path.doors.length > 0) {
        const door = s.room?.features.find((f) => f.id === path.doors[0]);
        found.push({
          key: `door:${item.id}`,
          level: 'note',
          itemIds: [item.id],
          words: `The cable of ${name} runs across ${door?.name || 'a door'}.`,
          mend: 'Over the frame, or under a mat that is taped down; an emergency exit stays clear.',
          fix: null,
        });
      }
    }
    const drawn = currentAmps(lamp.fixture.watts, use.circuit.volts, POWER_FACTOR);
    const lengthM = item.cableM ?? (path ? nextCable(path.lengthM) : 0);
    const drop = warmDropShare(lengthM, CABLE_MM2, drawn, use.circuit.volts);
    if (drop > DROP_LOOK)
      found.push({
        key: `drop:${item.id}`,
        level: 'look',
        itemIds: [item.id],
        words: `${lengthM}\u00a0m of ${CABLE_MM2}\u00a0mm² take ${(drop * 100).toFixed(1)}\u00a0% of the voltage from ${name}.`,
        mend: 'Thicker cable (2.5 mm²), or a nearer socket; unroll reels.',
        fix: null,
      });
    const water = (s.room?.features ?? []).filter(
      (f) =>
        f.kind === 'water' &&
        apart(nearestOn({ x: f.x1, y: f.y1 }, { x: f.x2, y: f.y2 }, { x: item.xM, y: item.yM }), {
          x: item.xM,
          y: item.yM,
        }) <= WATER_M,
    );
    const [near] = water;
    if ((near || s.room?.outside) && use.circuit.residualCurrent !== true)
      found.push({
        key: `water:${item.id}`,
        level: use.circuit.residualCurrent === false ? 'danger' : 'look',
        itemIds: [item.id],
        words: `${capital(name)} is on mains ${near ? `beside ${near.name || 'water'}` : 'outdoors'}; ${use.circuit.residualCurrent === false ? `${use.circuit.name} has no residual-current protection` : `nobody has seen whether ${use.circuit.name} has residual-current protection`}.`,
        mend: 'Only on a circuit with residual-current protection, or on battery.',
        fix:
          lamp.fixture.batteryWh > 0
            ? { label: 'Run it on its battery', id: item.id, values: { battery: true, circuitId: null } }
            : null,
      });
  }
  return found;
}

/** Watts of the lamp that is asked about when room is left on a circuit. */
const ONE_MORE_W = 720;
/** What one more lamp would do to a circuit, in words. */
export function roomForMore({ circuit, load }: CircuitUse): string {
  const more = roomFor(load, circuit.volts, ONE_MORE_W);
  if (more === null) return `${circuit.name}: the breaker is unknown.`;
  if (more === 0) return `${circuit.name}: no room for one more lamp of ${ONE_MORE_W}\u00a0W.`;
  return `${circuit.name}: room for ${more} more of ${ONE_MORE_W}\u00a0W.`;
}
