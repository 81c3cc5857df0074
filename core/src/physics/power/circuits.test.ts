import { describe, expect, it } from 'vitest';
import { circuitLoad, roomFor, warmDropShare } from './index.ts';

const sixteen = { volts: 230, breakerA: 16, otherW: 0 };
describe('a circuit', () => {
  it('of 16 A is planned to 12.8 A; 1790 W draw 8.19', () => {
    const load = circuitLoad(sixteen, 1790);
    expect(load.totalA).toBeCloseTo(8.19, 2);
    expect(load.allowedA).toBeCloseTo(12.8, 9);
    expect(load.state).toBe('within');
    expect(roomFor(load, 230, 720)).toBe(1);
  });
  it('over the margin, over the breaker, unknown', () => {
    expect(circuitLoad(sixteen, 3000).state).toBe('over');
    expect(circuitLoad(sixteen, 3600).state).toBe('trips');
    expect(circuitLoad({ ...sixteen, otherW: 1500 }, 1440).state).toBe('over');
    const unknown = circuitLoad({ ...sixteen, breakerA: null }, 100);
    expect(unknown).toMatchObject({ state: 'unknown', allowedA: null });
    expect(roomFor(unknown, 230, 100)).toBeNull();
    expect(circuitLoad(sixteen, 3000, 1).state).toBe('within');
  });
  it('warm cable takes a fifth more than 4.67 V on 25 m of 1.5 mm² at 8 A', () => {
    expect(warmDropShare(25, 1.5, 8, 230) * 230).toBeCloseTo(4.67 * 1.2, 1);
  });
});
