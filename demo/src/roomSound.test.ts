import { describe, expect, it } from 'vitest';
import { ROOM_RATE, roomSound, type Microphone } from './roomSound.ts';

const AT = Date.parse('2027-03-18T11:05:00Z');
const hear = (more: Partial<Microphone> = {}) =>
  roomSound({ startMs: AT, durationS: 2, ppm: 0, distanceM: 0, snrDb: 60, seed: 1, ...more });

describe('a made-up room', () => {
  it('sounds the same for all at one instant, whenever they began', () => {
    const [early, late] = [hear(), hear({ startMs: AT + 500 })];
    const apart = Math.max(...late.slice(0, ROOM_RATE).map((x, i) => Math.abs(x - early[i + ROOM_RATE / 2]!)));
    expect(apart).toBeLessThan(0.01);
    expect(Math.max(...early)).toBeGreaterThan(0.05);
  });
});
