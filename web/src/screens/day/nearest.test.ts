import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nearestOwn } from './nearest.ts';

const lines = (...ids: string[]) => ids.map((itemId) => ({ itemId }));
const own = (...ids: string[]) => ids.map((id) => ({ id }));
/** Two shots, a moment of the programme, two shots. */
const DAY = lines('a', 'b', 'speech', 'c', 'd');
const OWN = own('a', 'b', 'c', 'd');

describe('where a line comes to stand when it is let go', () => {
  it('over one of the day’s own: in its place', () => {
    expect(nearestOwn(DAY, OWN, 'c', 0)).toBe(2);
    expect(nearestOwn(DAY, OWN, 'a', 3)).toBe(0);
  });
  it('over a moment, from before it: last of those before it', () => expect(nearestOwn(DAY, OWN, 'speech', 0)).toBe(1));
  it('over a moment, from behind it: first behind those before it', () =>
    expect(nearestOwn(DAY, OWN, 'speech', 3)).toBe(2));
  it('over a moment that begins the day: first', () =>
    expect(nearestOwn(lines('speech', 'a', 'b'), own('a', 'b'), 'speech', 1)).toBe(0));
  it('over nothing: nowhere', () => {
    expect(nearestOwn(DAY, OWN, '', 0)).toBe(-1);
    expect(nearestOwn(DAY, OWN, 'gone', 0)).toBe(-1);
  });
  it('is always a place that there is, and its own over itself', () =>
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.constantFrom(...'abcdefgh'), { minLength: 1 }),
        fc.func(fc.boolean()),
        fc.nat(20),
        fc.nat(20),
        (ids, isOwn, from, over) => {
          const mine = ids.filter((id) => isOwn(id));
          if (mine.length === 0) return true;
          const at = from % mine.length;
          const to = nearestOwn(lines(...ids), own(...mine), ids[over % ids.length]!, at);
          return to >= 0 && to < mine.length && nearestOwn(lines(...ids), own(...mine), mine[at]!, at) === at;
        },
      ),
    ));
});
