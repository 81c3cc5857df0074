import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nextEi, solveLevels, withLevels, type LightPlan } from './index.ts';
import { aFrame, aPerson, aPlan, CATALOGUE, lampAt as at, read, SETTINGS, THREE_LIGHTS as three } from './testing.ts';

const face = aPerson({ turnDeg: 180 });
const solved = (plan: LightPlan, wanted = plan.wanted) => {
  const s = solveLevels(plan, read(plan), wanted, SETTINGS, CATALOGUE);
  return { s, after: read(withLevels(plan, new Map(s.levels.map((l) => [l.id, l.level])))) };
};

describe('levels for what is wanted', () => {
  it('T4 at 4 : 1 from a key and a fill, read anew it is so', () => {
    const { s, after } = solved(three);
    expect(s.met).toBe(true);
    expect(after.tStop).toBeCloseTo(4, 1);
    expect(after.ratio).toBeCloseTo(4, 1);
  });
  it('whatever is said to be met is met when read, within a tenth of a stop and the rounding of levels', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1.4, max: 8, noNaN: true }),
        fc.double({ min: 1.5, max: 10, noNaN: true }),
        (tStop, ratio) => {
          const { s, after } = solved(three, { ...three.wanted, tStop, ratio });
          if (!s.met) return;
          expect(Math.abs(2 * Math.log2((after.tStop ?? 0) / tStop))).toBeLessThan(0.15);
          expect(Math.abs(Math.log2((after.ratio ?? 0) / ratio))).toBeLessThan(0.15);
        },
      ),
    );
  });
  it('what is there without any lamp counts: in a lit room it is met as well', () => {
    const lit = { ...three, ambientLux: 100 };
    const { s, after } = solved(lit, { ...three.wanted, tStop: 8, ratio: 4 });
    expect(s.met).toBe(true);
    expect(after.tStop).toBeCloseTo(8, 1);
    expect(after.ratio).toBeCloseTo(4, 1);
  });
  it('too weak says by how much, and nearer, less in front, or which EI', () => {
    const { s } = solved(aPlan([face, at(225, 4, { fixtureKey: 'cob-60', modifierKeys: ['dome-90'] })]), {
      faceId: null,
      tStop: 4,
      ratio: null,
      whiteK: 5600,
    });
    expect(s.met).toBe(false);
    expect(s.advice[0]).toMatch(/^Too weak by \d\.\d\u00a0stops: nearer \(.*without dome 0\.9 m.*EI\u00a0\d+\.$/);
    const ei = Number(/EI\u00a0(\d+)/.exec(s.advice[0] ?? '')?.[1]);
    expect(Math.log2(ei / 800)).toBeGreaterThanOrEqual(s.shortStops - 0.01);
    expect(nextEi(801)).toBe(1000);
    expect(nextEi(800)).toBe(800);
  });
  it('nearer is where the lamp really gives it, large ones less than the inverse square says; nowhere, it is not offered', () => {
    const wanted = { faceId: null, tStop: 16, ratio: null, whiteK: 5600 };
    const dome = { fixtureKey: 'cob-300', modifierKeys: ['dome-150'], level: 1 };
    const advice = solved(aPlan([face, at(225, 3, dome)]), wanted).s.advice[0] ?? '';
    const [, nearM] = /nearer \((\d\.\d).m in place of 3\.0\)/.exec(advice) ?? [];
    const there = read(aPlan([face, at(225, Number(nearM), dome)], { wanted }));
    expect(Math.abs(2 * Math.log2((there.tStop ?? 0) / 16))).toBeLessThan(0.25);
    const { s } = solved(aPlan([face, at(225, 3, dome)]), wanted);
    expect(Number(nearM)).toBeLessThan(3 / 2 ** (s.shortStops / 2));
    const weak = solved(aPlan([face, at(225, 3, { ...dome, fixtureKey: 'cob-60' })]), wanted);
    expect(weak.s.advice[0]).toMatch(/^Too weak/);
    expect(weak.s.advice[0]).not.toMatch(/nearer/);
    // Through a cloth nobody says where.
    expect(advice).not.toMatch(/cloth/);
    const cloth = solved(aPlan([face, at(225, 3, dome), aFrame({ xM: 20 })]), wanted).s.advice[0];
    expect(cloth).toMatch(/: nearer, .*thinner cloth in the frame/);
  });
  it('a ratio alone leaves the key and moves the fill; a stop alone leaves the fill', () => {
    const level = (levels: { id: string; level: number }[], id: string) => levels.find((l) => l.id === id)?.level;
    const ratioOnly = solved(three, { ...three.wanted, tStop: null, ratio: 2 });
    expect(level(ratioOnly.s.levels, 'key')).toBeUndefined();
    expect(level(ratioOnly.s.levels, 'fill')).toBeGreaterThan(0.3);
    expect(Math.abs(Math.log2(ratioOnly.after.ratio! / 2))).toBeLessThan(0.12);
    const stopOnly = solved(three, { ...three.wanted, tStop: 5.6, ratio: null });
    expect(level(stopOnly.s.levels, 'fill')).toBeUndefined();
    expect(stopOnly.after.tStop).toBeCloseTo(5.6, 1);
  });
  it('without a lamp of the role fill, whatever adds more to the shadow side is moved, never the key', () => {
    const asSide = aPlan(
      three.items.map((i) => (i.id === 'fill' ? { ...i, role: 'background' as const } : i)),
      { wanted: three.wanted },
    );
    const { s, after } = solved(asSide);
    expect(s.met).toBe(true);
    expect(s.levels.map((l) => l.id)).toEqual(solved(three).s.levels.map((l) => l.id));
    expect(after.ratio).toBeCloseTo(4, 1);
    // What adds more to the key side is left alone.
    const keySide = aPlan([face, at(225, 3, {}), at(225, 2.5, { id: 'beside', role: 'background', level: 0.1 })]);
    expect(solved(keySide, three.wanted).s.levels.map((l) => l.id)).not.toContain('beside');
  });
  it('says what the ratio lacks: a fill that does not reach, the room’s own light only where there is some', () => {
    const advice = (plan: LightPlan, ratio: number) => solved(plan, { ...three.wanted, tStop: null, ratio }).s.advice;
    const weakFill = aPlan([
      face,
      at(225, 2, {}),
      at(135, 9, { id: 'fill', role: 'fill', fixtureKey: 'tube-4', level: 1 }),
    ]);
    expect(advice(weakFill, 1.1)).toEqual([expect.stringMatching(/^The fill does not reach/)]);
    const flat = (ambientLux: number) =>
      aPlan([face, at(225, 3, { level: 0.05 }), at(135, 2, { id: 'other', role: 'back' })], { ambientLux });
    expect(advice(flat(0), 60)[0]).not.toMatch(/own light/);
    expect(advice(aPlan([face, at(225, 3, { level: 0.05 })], { ambientLux: 400 }), 60)[0]).toMatch(
      /less of the room’s own light/,
    );
    // Met, nothing is said; and without a wish for a stop nobody asks for a key.
    expect(advice(three, solved(three, { ...three.wanted, tStop: null, ratio: 4 }).s.ratio!)).toEqual([]);
    expect(
      solved(aPlan([face, at(225, 2, { role: 'back' })]), { ...three.wanted, tStop: null, ratio: null }).s.advice,
    ).toEqual([]);
  });
  it('too strong, no key, no fill: said each', () => {
    expect(
      solved(aPlan([face, at(225, 1, { fixtureKey: 'cob-600' })]), {
        faceId: null,
        tStop: 1.4,
        ratio: null,
        whiteK: 5600,
      }).s.advice[0],
    ).toMatch(/^Too strong/);
    expect(
      solved(aPlan([face, at(225, 2, { role: 'back' })]), { faceId: null, tStop: 4, ratio: null, whiteK: 5600 }).s
        .advice[0],
    ).toMatch(/has the role key/);
    const bare = solved(aPlan([face, at(225, 3, {})], { ambientLux: 5 }), {
      faceId: null,
      tStop: null,
      ratio: 4,
      whiteK: 5600,
    });
    expect(bare.s.advice[0]).toMatch(/^There is no fill/);
    const bright = solved(aPlan([face, at(225, 3, { level: 0.05 })], { ambientLux: 500 }), {
      faceId: null,
      tStop: null,
      ratio: 8,
      whiteK: 5600,
    });
    expect(bright.s.advice[0]).toMatch(/black flag/);
  });
  it('levels stay in the lamps’ range', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 22, noNaN: true }),
        fc.double({ min: 1, max: 60, noNaN: true }),
        (tStop, ratio) => {
          for (const { level } of solved(three, { ...three.wanted, tStop, ratio }).s.levels) {
            expect(level).toBeLessThanOrEqual(1);
            expect(level).toBeGreaterThanOrEqual(0.049);
          }
        },
      ),
    );
  });
});
