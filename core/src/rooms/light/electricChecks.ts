import { findAll, type Rule } from '../../base/findings/index.ts';
import { apart, nearestOn } from '../../base/geometry/index.ts';
import {
  carriesAmps,
  COILED_SHARE,
  currentAmps,
  POWER_FACTOR,
  roomFor,
  sectionFor,
  warmDropShare,
} from '../../physics/power/index.ts';
import { nextCable } from './cables.ts';
import {
  CABLE_MM2,
  cableOf,
  circuitUses,
  ownBatteryMin,
  poweredOf,
  type CircuitUse,
  type Powered,
} from './electric.ts';
import { capital, listed, metresText, nameOf, type LightFinding, type Surroundings } from './finding.ts';

const DROP_LOOK = 0.03;
/** Mains nearer to water than this wants a word, metres. */
const WATER_M = 2;
/** What a lamp’s electronics leak to earth at most, mA, and from what sum on a protection of 30 mA may trip for nothing. */
const LEAK_MA = 3.5;
const TRIPS_FROM_MA = 15;
/** From so many electronic supplies on a circuit on, or so much of a generator, their first gulp together may trip it. */
const INRUSH_SUPPLIES = 4;

const amps = (a: number) => `${a.toFixed(1)}\u00a0A`;

/** The plan’s circuits and lamps, looked up once. */
interface Wiring {
  s: Surroundings;
  uses: readonly CircuitUse[];
  lamps: readonly Powered[];
}
type WiringRule = Rule<Wiring, LightFinding>;

const found = (
  key: string,
  level: LightFinding['level'],
  itemIds: readonly string[],
  said: Pick<LightFinding, 'words' | 'mend'> & Partial<Pick<LightFinding, 'fix'>>,
): LightFinding => ({ key, level, itemIds: [...itemIds], fix: null, ...said });

const onMains = ({ lamps }: Wiring) => lamps.filter(({ item }) => !item.battery);
const useOf = ({ uses }: Wiring, { item }: Powered) => uses.find((u) => u.circuit.id === item.circuitId);
/** Rules of one lamp on one circuit. */
const eachOnMains =
  (rule: (w: Wiring, lamp: Powered, use: CircuitUse) => LightFinding[]): WiringRule =>
  (w) =>
    onMains(w).flatMap((lamp) => {
      const use = useOf(w, lamp);
      return use ? rule(w, lamp, use) : [];
    });

/** No circuit over what may be planned on it; none whose breaker nobody has seen. */
const withinBreaker: WiringRule = (w) =>
  w.uses.flatMap(({ circuit, load, itemIds }) => {
    if (itemIds.length === 0 || load.state === 'within') return [];
    if (load.state === 'unknown')
      return [
        found(`breaker:${circuit.id}`, 'look', itemIds, {
          words: `Nobody has looked at the breaker of ${circuit.name}; ${amps(load.totalA)} are planned on it.`,
          mend: 'Find the board and the breaker, or ask the venue.',
        }),
      ];
    const last = onMains(w)
      .filter(({ item }) => item.circuitId === circuit.id)
      .at(-1) as Powered;
    const other = w.uses.find(
      (u) => u.circuit.id !== circuit.id && (roomFor(u.load, u.circuit.volts, last.lamp.fixture.watts) ?? 0) >= 1,
    );
    const what = circuit.otherW > 0 ? `, with ${circuit.otherWhat || 'what else hangs on it'}` : '';
    return [
      found(`circuit:${circuit.id}`, load.state === 'trips' ? 'danger' : 'look', itemIds, {
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
      }),
    ];
  });

/** What leaks to earth adds up: a protection trips for nothing, and nobody may bridge it. */
const leakage: WiringRule = (w) =>
  w.uses.flatMap(({ circuit, itemIds }) => {
    const mostMa = itemIds.length * LEAK_MA;
    if (circuit.residualCurrent !== true || mostMa < TRIPS_FROM_MA) return [];
    return [
      found(`leak:${circuit.id}`, 'look', itemIds, {
        words: `${itemIds.length} supplies on ${circuit.name} may leak ${Math.round(mostMa)}\u00a0mA to earth together: its residual-current protection can trip from ${TRIPS_FROM_MA}\u00a0mA on.`,
        mend: 'Spread them over circuits with protections of their own. It is never bridged.',
      }),
    ];
  });

/** Many supplies switched on at once take a first gulp that trips a breaker or chokes a generator. */
const inrush: WiringRule = (w) =>
  w.uses.flatMap(({ circuit, itemIds }) => {
    const few = circuit.kind === 'generator' ? 1 : INRUSH_SUPPLIES;
    if (itemIds.length <= few) return [];
    return [
      found(`inrush:${circuit.id}`, 'note', itemIds, {
        words: `${itemIds.length} lamps on ${circuit.name} take a first gulp together when it is switched on${circuit.kind === 'generator' ? ', and a generator dips' : ''}.`,
        mend: 'Switch them on one after the other, the largest first.',
      }),
    ];
  });

/** A battery lasts as long as it is shot with. */
const batteries: WiringRule = ({ s, lamps }) =>
  lamps.flatMap(({ item, lamp }) => {
    if (!item.battery) return [];
    const minutes = ownBatteryMin(item, lamp);
    const name = capital(nameOf(item));
    if (minutes === null)
      return [
        found(`battery:${item.id}`, 'look', [item.id], {
          words: `${name} is to run on a battery; the ${lamp.fixtureName} has none of its own.`,
          mend: `A pack that gives ${lamp.fixture.watts}\u00a0W, or mains.`,
        }),
      ];
    if (minutes >= s.shotMin) return [];
    return [
      found(`battery:${item.id}`, 'look', [item.id], {
        words: `${name} runs ${Math.floor(minutes)}\u00a0min on its battery at ${Math.round(item.level * 100)}\u00a0%; it is shot with for ${Math.ceil(s.shotMin)}\u00a0min.`,
        mend: `${Math.ceil(s.shotMin / minutes)} charged packs, or off between takes. Cold shortens it.`,
      }),
    ];
  });

/** Every lamp gets its power from somewhere. */
const fromSomewhere: WiringRule = (w) =>
  onMains(w).flatMap((powered) => {
    if (useOf(w, powered)) return [];
    const { item, lamp } = powered;
    const best = [...w.uses].sort((a, b) => (b.load.leftA ?? -1) - (a.load.leftA ?? -1))[0];
    return [
      found(`circuit:${item.id}`, 'look', [item.id], {
        words: `Nothing is said about where ${nameOf(item)} gets its power (${lamp.fixture.watts}\u00a0W).`,
        mend: best
          ? `${best.circuit.name} has ${best.load.leftA === null ? 'an unknown breaker' : `${amps(Math.max(0, best.load.leftA))} left`}.`
          : 'Say which sockets there are, under Places.',
        fix: best
          ? { label: `Put it on ${best.circuit.name}`, id: item.id, values: { circuitId: best.circuit.id } }
          : lamp.fixture.batteryWh > 0
            ? { label: 'Run it on its battery', id: item.id, values: { battery: true } }
            : null,
      }),
    ];
  });

/** The cable reaches, and lies across no door. */
const cables = eachOnMains(({ s }, { item }) => {
  const path = cableOf(item, s);
  if (!path) return [];
  const list: LightFinding[] = [];
  const name = nameOf(item);
  if (item.cableM !== null && item.cableM < path.lengthM)
    list.push(
      found(`cable:${item.id}`, 'look', [item.id], {
        words: `${capital(name)} needs ${metresText(path.lengthM)} of cable along the walls; ${metresText(item.cableM)} is planned.`,
        mend: 'A longer cable, or a nearer socket.',
        fix: {
          label: `Take ${nextCable(path.lengthM)}\u00a0m`,
          id: item.id,
          values: { cableM: nextCable(path.lengthM) },
        },
      }),
    );
  const door = s.room?.features.find((f) => f.id === path.doors[0]);
  if (path.doors.length > 0)
    list.push(
      found(`door:${item.id}`, 'note', [item.id], {
        words: `The cable of ${name} runs across ${door?.name || 'a door'}.`,
        mend: 'Over the frame, or under a mat that is taped down; an emergency exit stays clear.',
      }),
    );
  return list;
});

/** The cable carries what the lamp draws, also where it lies on its reel; and loses little of the voltage. */
const carried = eachOnMains(({ s }, { item, lamp }, { circuit }) => {
  const drawn = currentAmps(lamp.fixture.watts, circuit.volts, POWER_FACTOR);
  const name = nameOf(item);
  const carries = carriesAmps(CABLE_MM2);
  if (drawn > carries) {
    const section = sectionFor(drawn);
    return [
      found(`ampacity:${item.id}`, 'danger', [item.id], {
        words: `${capital(name)} draws ${amps(drawn)}; a usual cable of ${CABLE_MM2}\u00a0mm² carries ${carries}\u00a0A and gets hot enough to burn.`,
        mend: section
          ? `Cable, plugs and a breaker for it: ${section}\u00a0mm² at least. Licensed people connect it.`
          : 'No flexible cable carries that: licensed people lay a supply for it.',
      }),
    ];
  }
  const path = cableOf(item, s);
  const lengthM = item.cableM ?? (path ? nextCable(path.lengthM) : 0);
  const list: LightFinding[] = [];
  if (drawn > carries * COILED_SHARE && lengthM >= REEL_FROM_M)
    list.push(
      found(`reel:${item.id}`, 'note', [item.id], {
        words: `${capital(name)} draws ${amps(drawn)}; a reel that stays coiled carries ${amps(carries * COILED_SHARE)}.`,
        mend: 'Unroll it all.',
      }),
    );
  const drop = warmDropShare(lengthM, CABLE_MM2, drawn, circuit.volts);
  if (drop > DROP_LOOK)
    list.push(
      found(`drop:${item.id}`, 'look', [item.id], {
        words: `${lengthM}\u00a0m of ${CABLE_MM2}\u00a0mm² take ${(drop * 100).toFixed(1)}\u00a0% of the voltage from ${name}.`,
        mend: 'Thicker cable (2.5 mm²), or a nearer socket; unroll reels.',
      }),
    );
  return list;
});
/** From this length on an extension is on a reel. */
const REEL_FROM_M = 20;

/** Water and the open want residual-current protection. */
const water = eachOnMains(({ s }, { item, lamp }, { circuit }) => {
  if (circuit.residualCurrent === true) return [];
  const at = { x: item.xM, y: item.yM };
  const near = (s.room?.features ?? []).find(
    (f) => f.kind === 'water' && apart(nearestOn({ x: f.x1, y: f.y1 }, { x: f.x2, y: f.y2 }, at), at) <= WATER_M,
  );
  if (!near && !s.room?.outside) return [];
  const unseen = circuit.residualCurrent === null;
  return [
    found(`water:${item.id}`, unseen ? 'look' : 'danger', [item.id], {
      words: `${capital(nameOf(item))} is on mains ${near ? `beside ${near.name || 'water'}` : 'outdoors'}; ${unseen ? `nobody has seen whether ${circuit.name} has residual-current protection` : `${circuit.name} has no residual-current protection`}.`,
      mend: 'Only on a circuit with residual-current protection, or on battery.',
      fix:
        lamp.fixture.batteryWh > 0
          ? { label: 'Run it on its battery', id: item.id, values: { battery: true, circuitId: null } }
          : null,
    }),
  ];
});

/** Generators indoors kill. */
const generatorsOut: WiringRule = ({ s, uses }) => {
  const inside = uses.filter((u) => u.circuit.kind === 'generator' && u.itemIds.length > 0);
  // Where the plan says nothing of the room, people are in one until it is said that they are not.
  if (inside.length === 0 || s.room?.outside) return [];
  return [
    found(
      'generator',
      'look',
      inside.flatMap((u) => u.itemIds),
      {
        words: `${listed(inside.map((u) => u.circuit.name))} feeds a room: its exhaust (carbon monoxide) can’t be smelt and kills.`,
        mend: 'It stands outdoors, downwind of doors and windows, earthed as its maker says; filled only when it is off and cool.',
      },
    ),
  ];
};

const RULES: readonly WiringRule[] = [
  withinBreaker,
  leakage,
  inrush,
  batteries,
  fromSomewhere,
  cables,
  carried,
  water,
  generatorsOut,
];

/** Circuits over their margin or unknown, cables too short, too thin or across a door, voltage lost, leakage, batteries, water, generators. */
export const electricFindings = (s: Surroundings): LightFinding[] =>
  findAll(RULES, { s, uses: circuitUses(s), lamps: poweredOf(s) });
