import {
  axleLoads,
  bars,
  collide,
  fitsDoor,
  isBorne,
  LEAST_BASE,
  sharedBase,
  turnsOf,
  type Body,
  type PackBox,
  type Packed,
  type PackPlan,
  type Placed,
} from './packModel.ts';

/** What is wrong with where pieces stand, in words; `ids` are the pieces that it is about. */
export interface LoadFinding {
  key: string;
  words: string;
  ids: string[];
}

/**
 * What breaks the rules of loading, whoever placed the pieces: sizes, walls, what is in each other, what hangs in the air, bears too much, bars what comes off
 * earlier, goes through no door, and weights. `nameOf` says a piece’s name. Looks at each pair once; pure.
 */
export function checkLoad(plan: PackPlan, placed: readonly Placed[], nameOf: (id: string) => string): LoadFinding[] {
  const boxes = new Map(plan.boxes.map((b) => [b.id, b]));
  const bodies = placed.flatMap((p): (Body & { box: PackBox; id: string })[] => {
    const box = boxes.get(p.id);
    return box ? [{ ...p, box }] : [];
  });
  const all: (Body & { id?: string })[] = [...plan.obstacles.map((o) => ({ ...o, box: null })), ...bodies];
  const found: LoadFinding[] = [];
  const say = (code: string, ids: string[], words: string) =>
    found.push({ key: `${code}:${ids.join('+')}`, words, ids });
  const [w, l, h] = plan.space;
  for (const b of bodies) {
    const name = nameOf(b.id);
    if (b.x < 0 || b.y < 0 || b.z < 0 || b.x + b.dx > w || b.y + b.dy > l || b.z + b.dz > h)
      say('outside', [b.id], `${name} sticks out of the hold.`);
    if (!turnsOf(b.box).some(([dx, dy, dz]) => dx === b.dx && dy === b.dy && dz === b.dz))
      say('turned', [b.id], `${name} is turned in a way that it may not be.`);
    if (!fitsDoor(b.box, plan.door)) say('door', [b.id], `${name} does not go through the door.`);
    const base = all.reduce((sum, o) => (o !== b && o.z + o.dz === b.z ? sum + sharedBase(o, b) : sum), 0);
    if (b.z > 0 && base < LEAST_BASE * b.dx * b.dy)
      say(
        'base',
        [b.id],
        `${name} stands on something with ${Math.round((base / (b.dx * b.dy)) * 100)} % of its base; 70 % are wanted.`,
      );
    for (const o of plan.obstacles) if (collide(o, b)) say('arch', [b.id], `${name} is in a wheel arch.`);
  }
  bodies.forEach((a, i) => {
    for (const b of bodies.slice(i + 1)) {
      if (collide(a, b)) say('in', [a.id, b.id], `${nameOf(a.id)} and ${nameOf(b.id)} are in the same place.`);
      for (const [later, earlier] of [
        [a, b],
        [b, a],
      ] as const)
        if (bars(later, earlier))
          say(
            'bars',
            [later.id, earlier.id],
            `${nameOf(later.id)} bars ${nameOf(earlier.id)}, which comes off at stop ${earlier.box.stop}.`,
          );
    }
  });
  if (!isBorne(all))
    for (const b of bodies)
      if (
        !isBorne(
          [b, ...all.filter((o) => o !== b)].map((o) =>
            o === b || !o.box ? o : { ...o, box: { ...o.box, bears_kg: null } },
          ),
        )
      )
        say('bears', [b.id], `${nameOf(b.id)} bears ${b.box.bears_kg ?? 0} kg, and more stands on it.`);
  const kg = bodies.reduce((sum, b) => sum + b.box.kg, 0);
  if (kg > plan.payload_kg + 1e-9)
    say('payload', [], `${Math.round(kg)} kg are loaded, and ${Math.round(plan.payload_kg)} kg may be.`);
  const { front, rear } = axleLoads(bodies, plan.axles);
  if (front > plan.axles.front_kg + 1e-9)
    say(
      'front',
      [],
      `The front axle gets ${Math.round(front)} kg, and may get ${Math.round(plan.axles.front_kg)} kg: heavy things nearer to the door.`,
    );
  if (rear > plan.axles.rear_kg + 1e-9)
    say(
      'rear',
      [],
      `The rear axle gets ${Math.round(rear)} kg, and may get ${Math.round(plan.axles.rear_kg)} kg: heavy things deeper in.`,
    );
  return found;
}

/** A packing as a hand put it: what nobody put anywhere is not in. */
export function packedByHand(plan: PackPlan, hands: readonly Placed[]): Packed {
  const inside = new Set(hands.map((p) => p.id));
  const volume = (list: readonly Omit<Placed, 'id'>[]) => list.reduce((sum, p) => sum + p.dx * p.dy * p.dz, 0);
  const [w, l, h] = plan.space;
  return {
    placed: [...hands],
    left_out: plan.boxes.filter((b) => !inside.has(b.id)).map((b) => b.id),
    fill: volume(hands) / (w * l * h - volume(plan.obstacles)),
    proven: false,
  };
}

/** The top of the next thing that a piece could stand on at its x and y, above where it is; its own z where there is none. */
export function nextTop(placed: readonly Placed[], piece: Placed): number {
  const tops = placed
    .filter((p) => p.id !== piece.id && sharedBase(p, piece) > 0)
    .map((p) => p.z + p.dz)
    .filter((top) => top > piece.z);
  return tops.length > 0 ? Math.min(...tops) : piece.z;
}

/** The highest that a piece falls onto at its x and y: floor, wheel arch or another piece. */
export function dropZ(plan: PackPlan, placed: readonly Placed[], piece: Placed): number {
  return [...plan.obstacles, ...placed.filter((p) => p.id !== piece.id)].reduce(
    (z, o) => (sharedBase(o, piece) > 0 && o.z + o.dz <= piece.z + piece.dz / 2 ? Math.max(z, o.z + o.dz) : z),
    0,
  );
}
