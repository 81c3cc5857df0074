import { describe, expect, it } from 'vitest';
import { lightPlan, PLAN_DEFAULTS, type LightPlan } from '@kavrell/core/light';
import { ROOM_DEFAULTS, type Room } from '@kavrell/core/places';
import type { Person } from '@kavrell/core/people';
import { ADDABLE, newItem, type Addable } from './adding.ts';

const room = { ...ROOM_DEFAULTS, widthM: 6, depthM: 4 } as Room;
const talent = { id: '00000000-0000-7000-8000-000000000001', kind: 'talent', shortName: 'Ilse' } as Person;
const empty = lightPlan.parse({ ...PLAN_DEFAULTS, items: [] });
/** A plan to which kinds are added one after the other, as by hand. */
const withAll = (...kinds: Addable[]): LightPlan =>
  kinds.reduce<LightPlan>(
    (plan, kind) => ({ ...plan, items: [...plan.items, newItem(kind, plan, room, ['B', 'A'], [talent])] }),
    empty,
  );

describe('a new thing on a plan of light', () => {
  it('of every kind is a whole one, stands within the room, and has a name of its own', () => {
    const kinds = ADDABLE.map(([kind]) => kind);
    const plan = withAll(...kinds, ...kinds, ...kinds);
    expect(() => lightPlan.parse(plan)).not.toThrow();
    expect(new Set(plan.items.map((i) => i.id)).size).toBe(3 * kinds.length);
    for (const i of plan.items) {
      expect(i.xM, i.id).toBeGreaterThanOrEqual(0.4);
      expect(i.xM, i.id).toBeLessThanOrEqual(5.6);
      expect(i.yM, i.id).toBeLessThanOrEqual(3.6);
    }
    // A room of 6 × 4 m has no place for two dozen things apart, but none lies wholly under another.
    const apart = plan.items.flatMap((a, n) =>
      plan.items.slice(n + 1).map((b) => Math.hypot(a.xM - b.xM, a.yM - b.yM)),
    );
    expect(Math.min(...apart)).toBeGreaterThan(0);
  });
  it('stands apart from all others while there is room: people, cameras, lamps and points', () => {
    const plan = withAll('person', 'person', 'person', 'camera', 'camera', 'meter', 'source', 'source', 'source');
    const apart = plan.items.flatMap((a, n) =>
      plan.items.slice(n + 1).map((b) => Math.hypot(a.xM - b.xM, a.yM - b.yM)),
    );
    expect(Math.min(...apart)).toBeGreaterThanOrEqual(0.7 - 1e-9);
  });
  it('the first person is one of the cast, the next is not them again', () => {
    const people = withAll('person', 'person').items.flatMap((i) =>
      i.kind === 'person' ? [[i.name, i.personId]] : [],
    );
    expect(people).toEqual([
      ['Ilse', talent.id],
      ['person 2', null],
    ]);
  });
  it('cameras take the letters of the job in their order, then any that is free, and look at the face', () => {
    const cameras = withAll('person', 'camera', 'camera', 'camera').items.filter((i) => i.kind === 'camera');
    expect(cameras.map((c) => c.letter)).toEqual(['B', 'A', 'C']);
    // The person looks down the plan: the camera stands below and looks up.
    expect(cameras[0]).toMatchObject({ xM: 3, turnDeg: 0 });
    expect(cameras[0]!.yM).toBeGreaterThan(2);
  });
  it('lamps are key, fill and back before they are anything else, none where another stands', () => {
    const lamps = withAll('person', 'source', 'source', 'source', 'source').items.filter((i) => i.kind === 'source');
    expect(lamps.map((l) => l.role)).toEqual(['key', 'fill', 'back', 'background']);
    expect(lamps.map((l) => l.colourK)).toEqual([null, expect.any(Number), expect.any(Number), expect.any(Number)]);
    const apart = lamps.flatMap((a, i) => lamps.slice(i + 1).map((b) => Math.hypot(a.xM - b.xM, a.yM - b.yM)));
    expect(Math.min(...apart)).toBeGreaterThan(0.3);
  });
  it('a flag stands nearer to the face than a frame; cloths have one that is usual', () => {
    const plan = withAll('person', 'flag', 'frame', 'bounce');
    const [face, flag, frame, bounce] = plan.items;
    const far = (i: typeof face) => Math.hypot(i!.xM - face!.xM, i!.yM - face!.yM);
    expect(far(flag)).toBeLessThan(far(frame));
    expect([frame, bounce]).toMatchObject([{ clothKey: 'grid-half' }, { clothKey: 'white' }]);
  });
});
