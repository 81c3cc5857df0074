import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { feature } from '../../rooms/places/index.ts';
import { lightPlan, PLAN_DEFAULTS } from '../../rooms/light/index.ts';
import { checkSome, someOf } from './index.ts';

const between = z
  .object({ from: z.number().min(0, 'Not below nothing.'), to: z.number() })
  .refine((v) => v.to >= v.from, { error: 'It ends before it begins.', path: ['to'] });

describe('some fields of a thing', () => {
  it('are checked each by its own rule, also where the schema has rules between fields', () => {
    expect(someOf(between, { from: 3 })).toEqual({ from: 3 });
    expect(() => someOf(between, { from: -1 })).toThrow('Not below nothing.');
    expect(checkSome(between, { other: 1 })).toEqual({
      success: false,
      issues: [{ path: ['other'], message: 'There is no field other here.' }],
    });
  });
  it('and by the rules between them, where the whole is known', () => {
    expect(() => someOf(between, { to: 1 }, { from: 2, to: 5 })).toThrow('It ends before it begins.');
    expect(someOf(between, { to: 3 }, { from: 2, to: 5 })).toEqual({ to: 3 });
  });
  it('what was wrong before is not this edit’s to answer for', () =>
    expect(someOf(between, { from: 3 }, { from: 9, to: 1 })).toEqual({ from: 3 }));
  it('of a light plan, and of what belongs to a room, can all be edited one by one', () => {
    for (const [field, value] of Object.entries(PLAN_DEFAULTS))
      expect(checkSome(lightPlan, { [field]: value }, PLAN_DEFAULTS), field).toMatchObject({ success: true });
    const window = {
      ...{ id: 'w', kind: 'window', name: 'east', x1: 0, y1: 0, x2: 2, y2: 0 },
      ...{ bottomM: 0.9, topM: 2.1, reachable: true, circuitId: null },
    };
    expect(checkSome(feature, { bottomM: 0.4 }, window)).toMatchObject({ success: true });
    expect(checkSome(feature, { bottomM: 3 }, window)).toMatchObject({ success: true });
    expect(checkSome(feature, { topM: 0.1 }, window)).toMatchObject({
      issues: [{ path: ['topM'], message: 'The top lies above the sill.' }],
    });
  });
});
