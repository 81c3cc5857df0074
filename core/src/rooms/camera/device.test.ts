import { describe, expect, it } from 'vitest';
import { clipName, cutDevice, readDevice, rollDevice, type Camera, type DeviceState } from './index.ts';

const uuid = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;

describe('a simulated camera', () => {
  const camera = { letter: 'C', cardSizeBytes: 256e9, rateMbps: 400, clipLimitMin: 30, batteryMin: 100 } as Camera;
  const fresh: DeviceState = {
    cameraId: uuid(1),
    version: 1,
    rollingSinceMs: null,
    clip: null,
    clipNumber: 0,
    card: 'C001',
    cardUsedBytes: 0,
    batteryUsedMin: 0,
  };
  const min = 60_000;
  it('knows its minutes: 256 GB at 400 Mb/s are 85.3', () =>
    expect(readDevice(fresh, camera, 0).cardMinLeft).toBeCloseTo(85.33, 2));
  it('uses card and battery while rolling, and stops at its clip limit', () => {
    const rolling = rollDevice(fresh, 0);
    expect(rolling.clip).toBe(clipName('C001', 1));
    expect(readDevice(rolling, camera, 10 * min)).toMatchObject({
      rolling: true,
      runningMs: 10 * min,
      clipLimitMinLeft: 20,
      batteryShare: 0.9,
    });
    expect(readDevice(rolling, camera, 45 * min)).toMatchObject({ rolling: false, runningMs: 30 * min });
    const { state, clipMs } = cutDevice(rolling, camera, 45 * min);
    expect(clipMs).toBe(30 * min);
    expect(readDevice(state, camera, 45 * min).cardMinLeft).toBeCloseTo(55.33, 2);
  });
  it('does nothing when told twice, or without a card', () => {
    const rolling = rollDevice(fresh, 0);
    expect(rollDevice(rolling, 5)).toBe(rolling);
    expect(cutDevice(fresh, camera, 5)).toEqual({ state: fresh, clipMs: 0 });
    expect(rollDevice({ ...fresh, card: null }, 0).rollingSinceMs).toBeNull();
  });
});
