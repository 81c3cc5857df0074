import { axleLoads, type Packed, type PackPlan, type Placed } from './packModel.ts';
import { READY_CHECKS, READY_WORDS, type Crate, type Vehicle } from './vanModel.ts';

/** Typical, with two people: to be measured at the real van. */
const MINUTES_A_PIECE = 3;

/** How it is packed: by stops, or for the road home, where all comes off at once. */
export type Road = 'out' | 'home';

/** What is to be packed into a vehicle, as `kit.pack` takes it. Ids are those of the pieces’ rows. */
export function packPlanOf(v: Vehicle, crates: readonly Crate[], road: Road = 'out'): PackPlan {
  const arch = { y: v.archFromDoorMm, z: 0, dx: v.archInMm, dy: v.archLongMm, dz: v.archHighMm };
  const hasArches = v.archInMm > 0 && v.archLongMm > 0 && v.archHighMm > 0;
  return {
    space: [v.widthMm, v.depthMm, v.heightMm],
    door: { x: Math.max(0, (v.widthMm - v.doorWidthMm) / 2), z: 0, w: v.doorWidthMm, h: v.doorHeightMm },
    obstacles: hasArches
      ? [
          { x: 0, ...arch },
          { x: v.widthMm - v.archInMm, ...arch },
        ]
      : [],
    payload_kg: v.payloadKg,
    axles: { front_y: v.frontAxleMm, rear_y: v.rearAxleMm, front_kg: v.frontAxleKg, rear_kg: v.rearAxleKg },
    boxes: crates.map((c) => ({
      ...{ id: c.id, size: [c.widthMm, c.depthMm, c.heightMm] as const, kg: c.massKg },
      ...{ this_side_up: c.thisSideUp, bears_kg: c.bearsKg, stop: road === 'home' ? 1 : c.stop },
    })),
  };
}

/** Pieces in an order in which they can be put in: what stands under something before it, what stands deeper before what stands nearer to the door. */
export function loadOrder(placed: readonly Placed[]): Placed[] {
  const left = [...placed].sort((a, b) => b.y + b.dy - (a.y + a.dy) || a.z - b.z || a.x - b.x);
  const order: Placed[] = [];
  const meets = (a: number, da: number, b: number, db: number) => Math.min(a + da, b + db) - Math.max(a, b) > 0;
  const isFirst = (one: Placed, other: Placed) =>
    // `other` must be in before `one`: it is below it, or behind it on its way in.
    (meets(one.x, one.dx, other.x, other.dx) &&
      meets(one.y, one.dy, other.y, other.dy) &&
      other.z + other.dz <= one.z) ||
    (meets(one.x, one.dx, other.x, other.dx) && meets(one.z, one.dz, other.z, other.dz) && other.y >= one.y + one.dy);
  while (left.length > 0) {
    const at = left.findIndex((one) => left.every((other) => other === one || !isFirst(one, other)));
    // A circle of pieces can’t be loaded straight in; the deepest goes first all the same.
    order.push(...left.splice(Math.max(0, at), 1));
  }
  return order;
}

export interface Loading {
  /** In the order in which they go in. */
  order: (Placed & { crate: Crate })[];
  leftOut: Crate[];
  fill: number;
  massKg: number;
  proven: boolean;
}

/** A packing with the pieces themselves, in the order of loading. */
export function loadingOf(packed: Packed, crates: readonly Crate[]): Loading {
  const byId = new Map(crates.map((c) => [c.id, c]));
  const order = loadOrder(packed.placed).flatMap((p) => {
    const crate = byId.get(p.id);
    return crate ? [{ ...p, crate }] : [];
  });
  return {
    ...{ order, fill: packed.fill, proven: packed.proven },
    leftOut: packed.left_out.flatMap((id) => byId.get(id) ?? []),
    massKg: order.reduce((sum, o) => sum + o.crate.massKg, 0),
  };
}

/** Where pieces were put by hand in this vehicle. */
export const handsIn = (v: Pick<Vehicle, 'id'>, crates: readonly Crate[]): Placed[] =>
  crates.flatMap(({ id, hand }) => {
    if (hand?.vehicleId !== v.id) return [];
    const { x, y, z, dx, dy, dz } = hand;
    return [{ id, x, y, z, dx, dy, dz }];
  });

/** How long loading so many pieces takes: three minutes a piece until it was measured once, then its own pace. Minutes, rounded up to five. */
export const loadMinutes = (v: Pick<Vehicle, 'loadMin' | 'loadPieces'>, pieces: number): number => {
  const each = v.loadMin !== null && v.loadPieces > 0 ? v.loadMin / v.loadPieces : MINUTES_A_PIECE;
  return Math.ceil((pieces * each) / 5) * 5;
};

/** What a vehicle still lacks before it may leave, in words; none: it is ready. */
export function notReady(v: Vehicle): string[] {
  return [
    ...READY_CHECKS.filter((c) => !v.ready.includes(c)).map((c) => READY_WORDS[c]),
    ...(v.driverId === null ? ['Somebody who drives it'] : []),
  ];
}

/** What is wrong with a vehicle’s measures, in words; '' nothing. */
export function vehicleProblem(v: Vehicle): string {
  if (v.doorWidthMm > v.widthMm) return 'The door is wider than the hold.';
  if (v.doorHeightMm > v.heightMm) return 'The door is higher than the hold.';
  if (v.frontAxleMm === v.rearAxleMm) return 'Both axles are at the same place.';
  if (v.archFromDoorMm + v.archLongMm > v.depthMm || 2 * v.archInMm >= v.widthMm)
    return 'The wheel arches are outside the hold.';
  return '';
}

/** What a load puts on each axle, kg; the load’s own share, without the empty vehicle. */
export function axleShares(plan: PackPlan, placed: readonly Placed[]): { frontKg: number; rearKg: number } {
  const boxes = new Map(plan.boxes.map((b) => [b.id, b]));
  const { front, rear } = axleLoads(
    placed.map((p) => ({ ...p, box: boxes.get(p.id) ?? null })),
    plan.axles,
  );
  return { frontKg: front, rearKg: rear };
}
