import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runCalc, type Calc } from '../../base/calc/index.ts';
import type { InputError } from '../../base/errors/index.ts';
import { coverCalcs } from './calc.ts';
import { coverCuts, type CoverPlan } from './cuts.ts';
import worked from './worked.json' with { type: 'json' };

const run = (input: unknown) => runCalc(coverCalcs.find((c) => c.name === 'cover.cuts') as Calc, input);

/** The same by asking of each set of one or two things whether the moment is had without them. */
function asked({ things, sources, moments }: CoverPlan) {
  const isHad = (m: CoverPlan['moments'][number], broken: readonly string[]) => {
    const own = sources.filter((s) => m.sources.includes(s.id) && !s.needs.some((n) => broken.includes(n)));
    const picture =
      m.picture_any_of.length === 0 ||
      own.some((s) => s.kind === 'picture' && s.view !== null && m.picture_any_of.includes(s.view));
    return picture && (!m.clean_sound || own.some((s) => s.kind === 'sound' && s.clean));
  };
  const of = (lost: (broken: readonly string[]) => boolean): string[][] => {
    if (lost([])) return [[]];
    const ids = things.map((t) => t.id).sort();
    const single = ids.filter((a) => lost([a]));
    const rest = ids.filter((a) => !single.includes(a));
    const pairs = rest.flatMap((a, i) => rest.slice(i + 1).flatMap((b) => (lost([a, b]) ? [[a, b]] : [])));
    return [...single.map((a) => [a]), ...pairs];
  };
  return {
    moments: Object.fromEntries(moments.map((m) => [m.id, of((b) => !isHad(m, b))])),
    any_moment: of((b) => moments.some((m) => !isHad(m, b))),
  };
}

const plans: fc.Arbitrary<CoverPlan> = fc
  .record({
    things: fc.integer({ min: 1, max: 7 }),
    sources: fc.array(
      fc.record({
        kind: fc.constantFrom('picture' as const, 'sound' as const),
        view: fc.constantFrom('wide', 'face', null),
        clean: fc.boolean(),
        needs: fc.array(fc.nat({ max: 6 }), { maxLength: 4 }),
      }),
      { maxLength: 5 },
    ),
    moments: fc.array(
      fc.record({
        picture_any_of: fc.uniqueArray(fc.constantFrom('wide', 'face', 'hands'), { maxLength: 2 }),
        clean_sound: fc.boolean(),
        sources: fc.uniqueArray(fc.nat({ max: 4 }), { maxLength: 5 }),
      }),
      { minLength: 1, maxLength: 3 },
    ),
  })
  .map(({ things, sources, moments }) => ({
    things: Array.from({ length: things }, (_, i) => ({ id: `t${i}`, kind: 'body' })),
    sources: sources.map((s, i) => ({ ...s, id: `s${i}`, needs: [...new Set(s.needs.map((n) => `t${n % things}`))] })),
    moments: moments.map((m, i) => ({
      ...m,
      id: `m${i}`,
      sources: m.sources.filter((n) => n < sources.length).map((n) => `s${n}`),
    })),
  }));

describe('what single failure loses what', () => {
  it.each(worked.cover.map((c, i) => [i + 1, c] as const))('worked example %i', (_, { input, output }) =>
    expect(run(input)).toEqual(output),
  );
  it('is what asking of every set says', () => {
    fc.assert(
      fc.property(plans, (plan) => {
        expect(coverCuts(plan)).toEqual(asked(plan));
      }),
    );
  });
  it('a moment that asks nothing is never lost; one without a source is lost with nothing broken', () => {
    const moment = { id: 'm', picture_any_of: [], clean_sound: false, sources: [] };
    expect(coverCuts({ things: [], sources: [], moments: [moment] })).toEqual({ moments: { m: [] }, any_moment: [] });
    const silent = { ...moment, clean_sound: true };
    expect(coverCuts({ things: [], sources: [], moments: [silent] })).toEqual({
      moments: { m: [[]] },
      any_moment: [[]],
    });
  });
  it('of 60 moments over 40 things looks at each pair once: the answer is the same for the same plan in another order', () => {
    const things = Array.from({ length: 40 }, (_, i) => ({ id: `t${i}`, kind: 'body' }));
    const sources = Array.from({ length: 12 }, (_, i) => ({
      ...{ id: `s${i}`, kind: 'picture' as const, view: i % 2 ? 'wide' : 'face', clean: false },
      needs: [0, 1, 2, 3, 4].map((k) => `t${(i * 7 + k * 3) % 40}`),
    }));
    const moments = Array.from({ length: 60 }, (_, i) => ({
      ...{ id: `m${i}`, picture_any_of: ['wide', 'face'], clean_sound: false },
      sources: [0, 1, 2].map((k) => `s${(i + k) % 12}`),
    }));
    const told = coverCuts({ things, sources, moments });
    expect(coverCuts({ things: [...things].reverse(), sources: [...sources].reverse(), moments })).toEqual(told);
    expect(Object.keys(told.moments)).toHaveLength(60);
  });
  const refusal = (input: unknown): InputError => {
    try {
      run(input);
    } catch (error) {
      return error as InputError;
    }
    throw new Error('it was taken');
  };
  const { input } = worked.cover[1]!;
  it.each([
    [
      'a need that is no thing',
      { ...input, sources: [{ ...input.sources[0], needs: ['ghost'] }] },
      ['sources', 0, 'needs', 0],
    ],
    [
      'a source that is none',
      { ...input, moments: [{ ...input.moments[0], sources: ['ghost'] }] },
      ['moments', 0, 'sources', 0],
    ],
    ['an id twice', { ...input, things: [...input.things, input.things[0]] }, ['things', input.things.length, 'id']],
    ['an unknown field', { ...input, people: [] }, []],
    ['an unknown kind', { ...input, sources: [{ ...input.sources[0], kind: 'smell' }] }, ['sources', 0, 'kind']],
  ])('refuses %s, with its place', (_, bad, path) => expect(refusal(bad).path).toEqual(path));
});
