import { describe, expect, it } from 'vitest';
import { asBuilt } from './index.ts';
import { aFlag, aPerson, aPlan, aSource, CATALOGUE } from './testing.ts';

describe('the light as built', () => {
  const face = aPerson({ xM: 4, yM: 5, zM: 1.5 });
  it('says of each lamp that is on what one needs to build it again', () => {
    const lamp = aSource({ xM: 4, yM: 2, zM: 1.5, level: 0.625, role: 'key' });
    const [line] = asBuilt(aPlan([face, lamp, aFlag({})]), CATALOGUE);
    expect(line!.replaceAll('\u00a0', ' ')).toMatch(/^key: .+, at 63 %, 3\.0 m from the face, 1\.5 m high$/);
  });
  it('leaves out what is off; without a face it says no distance', () => {
    expect(asBuilt(aPlan([face, aSource({ on: false })]), CATALOGUE)).toEqual([]);
    expect(asBuilt(aPlan([aSource({})]), CATALOGUE)[0]).not.toContain('face');
  });
});
