import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mediaLoss, type LossPlan } from './index.ts';

const GB = 1e9;
const plan: LossPlan = {
  media: [
    { id: 'A001', bytes: 60 * GB, on: ['card A001', 'fast 1', 'fast 2'] },
    { id: 'B001', bytes: 40 * GB, on: ['fast 1', 'fast 2'] },
    { id: 'C001', bytes: 20 * GB, on: [] },
  ],
  things: [
    { id: 'card A001', kind: 'card', in: 'wallet' },
    { id: 'fast 1', kind: 'drive', in: 'bag' },
    { id: 'fast 2', kind: 'drive', in: 'bag' },
  ],
  places: [
    { id: 'van', kind: 'vehicle', in: null },
    { id: 'bag', kind: 'bag', in: 'van' },
    { id: 'wallet', kind: 'bag', in: 'Oda' },
    { id: 'Oda', kind: 'person', in: null },
    { id: 'hotel', kind: 'building', in: null },
  ],
};

describe('what one loss costs', () => {
  it('a stolen bag costs what is in it alone, a van what is in its bags', () => {
    const { losses, nowhere, unplaced } = mediaLoss(plan);
    expect(losses.slice(0, 2)).toEqual([
      { id: 'bag', kind: 'bag', lost: ['B001'], lostBytes: 40 * GB, lastCopy: ['A001'] },
      { id: 'van', kind: 'vehicle', lost: ['B001'], lostBytes: 40 * GB, lastCopy: ['A001'] },
    ]);
    expect(losses.find((l) => l.id === 'fast 1')).toMatchObject({ lost: [], lastCopy: ['B001'] });
    expect(losses.find((l) => l.id === 'hotel')).toMatchObject({ lost: [], lastCopy: [] });
    expect(nowhere).toEqual(['C001']);
    expect(unplaced).toEqual([]);
  });
  it('the move that helps most puts one of the two elsewhere', () => {
    const { move } = mediaLoss(plan);
    expect(move).toEqual({ thing: 'fast 1', to: 'wallet', worstLost: 0, worstLostBytes: 0 });
  });
  it('where nothing is lost at once no move is asked for', () => {
    const things = plan.things.map((t) => (t.id === 'fast 2' ? { ...t, in: 'hotel' } : t));
    expect(mediaLoss({ ...plan, things }).move).toBeNull();
  });
  it('one copy that nobody placed is lost with its drive', () => {
    const { losses, unplaced, move } = mediaLoss({
      media: [{ id: 'A', bytes: 1, on: ['d'] }],
      things: [{ id: 'd', kind: 'drive', in: null }],
      places: [],
    });
    expect(losses).toEqual([{ id: 'd', kind: 'drive', lost: ['A'], lostBytes: 1, lastCopy: [] }]);
    expect(unplaced).toEqual(['d']);
    expect(move).toBeNull();
  });
  it('is refused in words: doubled ids, unknown places, a bag in itself', () => {
    const bag = { id: 'bag', kind: 'bag' as const, in: 'bag' };
    expect(() => mediaLoss({ media: [], things: [], places: [bag] })).toThrow('“bag” lies in itself.');
    expect(() => mediaLoss({ ...plan, things: [{ id: 'x', kind: 'card', in: 'nowhere' }] })).toThrow(
      'no place “nowhere”',
    );
    expect(() => mediaLoss({ ...plan, things: [...plan.things, plan.things[0]!] })).toThrow('is there twice');
    expect(() => mediaLoss({ media: [{ id: 'A', bytes: 1, on: ['?'] }], things: [], places: [] })).toThrow(
      'no thing “?”',
    );
  });
  it('of any plan: what a loss takes is just what has no copy outside of it', () => {
    const any = fc.record({
      media: fc.array(fc.uniqueArray(fc.nat({ max: 4 }), { maxLength: 4 }), { maxLength: 8 }),
      things: fc.array(fc.option(fc.nat({ max: 3 })), { minLength: 5, maxLength: 5 }),
      places: fc.array(fc.option(fc.nat({ max: 2 })), { minLength: 4, maxLength: 4 }),
    });
    fc.assert(
      fc.property(any, (s) => {
        // A place lies in an earlier one only: in no circle.
        const places = s.places.map((p, i) => ({
          ...{ id: `p${i}`, kind: 'bag' as const, in: p !== null && p < i ? `p${p}` : null },
        }));
        const things = s.things.map((p, i) => ({
          id: `t${i}`,
          kind: 'drive' as const,
          in: p === null ? null : `p${p}`,
        }));
        const media = s.media.map((on, i) => ({ id: `m${i}`, bytes: i + 1, on: on.map((t) => `t${t}`) }));
        const within = (at: string | null, place: string): boolean =>
          at !== null && (at === place || within(places.find((p) => p.id === at)!.in, place));
        for (const l of mediaLoss({ media, things, places }).losses) {
          const taken = (t: string) => t === l.id || within(things.find((x) => x.id === t)!.in, l.id);
          const hit = media.filter((m) => m.on.some(taken));
          expect(new Set(l.lost)).toEqual(new Set(hit.filter((m) => m.on.every(taken)).map((m) => m.id)));
          const left = hit.filter((m) => m.on.filter((t) => !taken(t)).length === 1).map((m) => m.id);
          expect(new Set(l.lastCopy)).toEqual(new Set(left));
        }
      }),
    );
  });
});
