import { describe, expect, it } from 'vitest';
import { mendWords, type Mend } from './index.ts';

const aMend = (f: Partial<Mend> = {}): Mend => ({
  ...{ kind: 'move', id: 'b', beforeId: 'a', minutes: 0, wrapMin: 0, changeMin: 0, priceMin: 0, ids: ['b', 'a'] },
  ...f,
});
const said = (f: Partial<Mend>) =>
  mendWords(
    aMend(f),
    (id) => `shot ${id}`,
    (minute) => `${Math.floor(minute / 60)}:${String(minute % 60).padStart(2, '0')}`,
  ).replaceAll('\u00a0', ' ');

describe('a mend in words', () => {
  it('says what goes before what, or last', () => {
    expect(said({})).toBe('shot b before shot a: the same wrap');
    expect(said({ beforeId: null })).toBe('shot b last: the same wrap');
  });
  it('says what it costs, or gains', () => {
    expect(said({ wrapMin: 12 })).toBe('shot b before shot a: wrap 12 min later');
    expect(said({ wrapMin: -75 })).toBe('shot b before shot a: wrap 1 h 15 earlier');
  });
  it('under half a minute is the same wrap, half a minute is not', () => {
    expect(said({ wrapMin: 0.4 })).toMatch(/the same wrap$/);
    expect(said({ wrapMin: -0.4 })).toMatch(/the same wrap$/);
    expect(said({ wrapMin: 0.5 })).toMatch(/later$/);
    expect(said({ wrapMin: -0.5 })).toMatch(/earlier$/);
  });
  it('of a shot that is dropped, of a fixed start that is moved, of an earlier call', () => {
    expect(said({ kind: 'drop', wrapMin: -20 })).toBe('Drop shot b: wrap 20 min earlier');
    expect(said({ kind: 'pin', minutes: 545, wrapMin: 0 })).toBe('Fix shot b at 9:05 instead: the same wrap');
    expect(said({ kind: 'earlier', id: null, minutes: 30, wrapMin: -30 })).toBe('Start 30 min earlier');
  });
});
