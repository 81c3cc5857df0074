import { describe, expect, it } from 'vitest';
import { packKit, type PackBox, type Packed, type PackPlan } from './index.ts';
import { cutSpace } from './testing.ts';
import worked from './worked.json' with { type: 'json' };

type Piece = Packed['placed'][number] & { box: PackBox | null };
const cut = (a: number, da: number, b: number, db: number) => Math.min(a + da, b + db) - Math.max(a, b);
const meets = (a: Piece, b: Piece) => Math.max(0, cut(a.x, a.dx, b.x, b.dx)) * Math.max(0, cut(a.y, a.dy, b.y, b.dy));

/** What a packing breaks, in words, looked at by rules written apart from those that packed it. */
function faults(plan: PackPlan, placed: Packed['placed']): string[] {
  const found: string[] = [];
  const boxOf = new Map(plan.boxes.map((b) => [b.id, b]));
  const pieces: Piece[] = placed.map((p) => ({ ...p, box: boxOf.get(p.id)! }));
  const all: Piece[] = [...plan.obstacles.map((o, i) => ({ ...o, id: `obstacle ${i}`, box: null })), ...pieces];
  const [w, l, h] = plan.space;
  for (const p of pieces) {
    const { size, this_side_up: up } = p.box!;
    if (p.x < 0 || p.y < 0 || p.z < 0 || p.x + p.dx > w || p.y + p.dy > l || p.z + p.dz > h)
      found.push(`${p.id} sticks out`);
    if ([p.dx, p.dy, p.dz].sort().join() !== [...size].sort().join()) found.push(`${p.id} has another size`);
    if (up && p.dz !== size[2]) found.push(`${p.id} lies on its side`);
    for (const o of all)
      if (o !== p && meets(p, o) > 0 && cut(p.z, p.dz, o.z, o.dz) > 0) found.push(`${p.id} is in ${o.id}`);
    if (p.z > 0) {
      const under = all.filter((o) => o.z + o.dz === p.z).reduce((sum, o) => sum + meets(p, o), 0);
      if (under < 0.7 * p.dx * p.dy - 1e-6) found.push(`${p.id} hangs in the air`);
    }
    for (const o of pieces) {
      if (o.box!.stop <= p.box!.stop) continue;
      const before = cut(p.x, p.dx, o.x, o.dx) > 0 && cut(p.z, p.dz, o.z, o.dz) > 0 && o.y + o.dy <= p.y;
      const above = meets(p, o) > 0 && o.z >= p.z + p.dz;
      if (before || above) found.push(`${o.id} bars ${p.id}`);
    }
  }
  // Weight, from the top down.
  const load = new Map<string, number>();
  for (const p of [...pieces].sort((a, b) => b.z - a.z)) {
    const carried = load.get(p.id) ?? 0;
    if (p.box!.bears_kg !== null && carried > p.box!.bears_kg + 1e-6) found.push(`${p.id} bears too much`);
    const under = p.z === 0 ? [] : all.filter((o) => o.z + o.dz === p.z && meets(p, o) > 0);
    const area = under.reduce((sum, o) => sum + meets(p, o), 0);
    for (const o of under) load.set(o.id, (load.get(o.id) ?? 0) + ((p.box!.kg + carried) * meets(p, o)) / area);
  }
  const kg = pieces.reduce((sum, p) => sum + p.box!.kg, 0);
  if (kg > plan.payload_kg + 1e-6) found.push('too heavy');
  const { front_y: front, rear_y: rear } = plan.axles;
  const onFront = pieces.reduce((sum, p) => sum + (p.box!.kg * (p.y + p.dy / 2 - rear)) / (front - rear), 0);
  if (onFront > plan.axles.front_kg + 1e-6) found.push('front axle');
  if (kg - onFront > plan.axles.rear_kg + 1e-6) found.push('rear axle');
  return found;
}
const piece = (id: string, size: [number, number, number], more: Partial<PackBox> = {}): PackBox => ({
  ...{ id, size, kg: 10, this_side_up: false, bears_kg: null, stop: 1 },
  ...more,
});
const van = (boxes: PackBox[], more: Partial<PackPlan> = {}): PackPlan => ({
  ...{ space: [1000, 2000, 1000], door: { x: 0, z: 0, w: 1000, h: 1000 }, obstacles: [], payload_kg: 1000, boxes },
  axles: { front_y: 3000, rear_y: 500, front_kg: 1000, rear_kg: 1000 },
  budgetMs: 50,
  ...more,
});

describe('the worked instances', () => {
  const instances = worked.instances as unknown as {
    input: PackPlan;
    known_fill: number | null;
    one_valid_answer: Packed['placed'] | null;
  }[];
  it('their valid answers break none of the rules as they are looked at here', () => {
    const known = instances.filter((i) => i.one_valid_answer);
    expect(known.length).toBe(2);
    for (const i of known) expect(faults(i.input, i.one_valid_answer!)).toEqual([]);
  });
  it.each(instances.map((i, n) => [n, i] as const))(
    '%d is packed by the rules, near to what is known',
    (_, { input, known_fill: known }) => {
      const answer = packKit({ ...input, budgetMs: 500 });
      expect(faults(input, answer.placed)).toEqual([]);
      expect(answer.placed.length + answer.left_out.length).toBe(input.boxes.length);
      if (known !== null) expect(answer.fill).toBeGreaterThan(0.75 * known);
    },
  );
});

describe('spaces that were cut up', () => {
  const results = [8, 12, 20, 36].map((count) => {
    const plan = cutSpace(count, count);
    return { plan, answer: packKit({ ...plan, budgetMs: 300 }) };
  });
  it('are packed again by the rules, three quarters full at the least', () => {
    for (const { plan, answer } of results) {
      expect(faults(plan, answer.placed)).toEqual([]);
      expect(answer.fill).toBeGreaterThan(0.75);
    }
  });
  it('small ones whole, and that is proven', () =>
    expect(results[0]!.answer).toMatchObject({ left_out: [], proven: true, fill: expect.closeTo(1, 9) as number }));
  it('the same seed gives the same answer, never worse than the first attempt alone', () => {
    const plan = cutSpace(20, 20);
    const [one, two] = [1, 2].map(() => packKit({ ...plan, seed: 7, budgetMs: 40 }));
    expect(one).toEqual(two);
    expect(one!.fill).toBeGreaterThanOrEqual(packKit({ ...plan, seed: 7, budgetMs: 1 }).fill);
  });
});

describe('what must hold', () => {
  it('what comes off last stands deepest', () => {
    const half = (id: string, stop: number) => piece(id, [1000, 1000, 1000], { stop });
    const { placed } = packKit(van([half('first', 1), half('second', 2)]));
    expect(placed.map((p) => [p.id, p.y])).toEqual([
      ['second', 1000],
      ['first', 0],
    ]);
  });
  it('nothing stands on what bears nothing', () => {
    const plan = van([
      piece('base', [1000, 2000, 500], { this_side_up: true, bears_kg: 0 }),
      piece('top', [1000, 2000, 400], { this_side_up: true, bears_kg: 0 }),
    ]);
    expect(packKit(plan).placed).toHaveLength(1);
    const bearing = { ...plan, boxes: [{ ...plan.boxes[0]!, bears_kg: 10 }, plan.boxes[1]!] };
    expect(packKit(bearing).placed).toHaveLength(2);
  });
  it('what goes through no door stays out, also where all else is in: proven all the same', () => {
    const plan = van([piece('wide', [900, 900, 900]), piece('thin', [300, 300, 300])], {
      door: { x: 0, z: 0, w: 500, h: 500 },
    });
    expect(packKit(plan)).toMatchObject({ left_out: ['wide'], proven: true });
  });
  it('a piece larger than the van is left out, and an empty list is an empty van', () => {
    expect(packKit(van([piece('huge', [3000, 3000, 3000])]))).toMatchObject({ placed: [], left_out: ['huge'] });
    expect(packKit(van([]))).toEqual({ placed: [], left_out: [], fill: 0, proven: true });
  });
  it('payload and axles are kept', () => {
    const heavy = Array.from({ length: 8 }, (_, i) => piece(`k${i}`, [500, 500, 1000], { kg: 100 }));
    const light = packKit(van(heavy, { payload_kg: 450 }));
    expect(light.placed).toHaveLength(4);
    const plan = van(heavy, { axles: { front_y: 3000, rear_y: 500, front_kg: 60, rear_kg: 1000 } });
    const answer = packKit(plan);
    expect(faults(plan, answer.placed)).toEqual([]);
    expect(answer.placed.length).toBeGreaterThan(2);
  });
  it('a piece heavier than the payload is left out, and the search ends', () =>
    expect(packKit(van([piece('anvil', [300, 300, 300], { kg: 5000 })]))).toMatchObject({
      ...{ placed: [], left_out: ['anvil'], proven: true },
    }));
  it('the search ends where an axle lets nothing in', () => {
    const axles = { front_y: 3000, rear_y: 500, front_kg: 1000, rear_kg: 0 };
    const boxes = [piece('a', [900, 300, 300])];
    expect(packKit({ ...van(boxes, { axles }), space: [1000, 400, 1000] })).toMatchObject({
      placed: [],
      proven: false,
    });
  });
  it('wheel arches are stood on and walked round', () => {
    const obstacles = [{ x: 0, y: 500, z: 0, dx: 200, dy: 600, dz: 300 }];
    const boxes = Array.from({ length: 12 }, (_, i) => piece(`b${i}`, [400, 500, 300]));
    const plan = van(boxes, { obstacles });
    const answer = packKit(plan);
    expect(faults(plan, answer.placed)).toEqual([]);
    expect(answer.left_out).toEqual([]);
  });
  it('one id twice is refused', () =>
    expect(() => packKit(van([piece('a', [1, 1, 1]), piece('a', [1, 1, 1])]))).toThrow('“a” is there twice.'));
});
