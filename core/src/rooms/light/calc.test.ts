import { describe, expect, it } from 'vitest';
import { runCalc } from '../../base/calc/index.ts';
import { findCalc } from '../../registry/index.ts';

const illuminance = (more: object) =>
  runCalc(findCalc('light.illuminance'), { referenceLux: 800, referenceM: 1, distanceM: 2, radiusM: 0, ...more });

describe('light of one lamp', () => {
  it('on its axis needs no beam angle; off it, the angle says nothing without', () => {
    expect(illuminance({ offAxisDeg: 0 })).toEqual({ illuminanceLux: 200 });
    expect(illuminance({})).toEqual({ illuminanceLux: 200 });
    expect(() => illuminance({ offAxisDeg: 10 })).toThrow(/without the beam angle/);
  });
});
