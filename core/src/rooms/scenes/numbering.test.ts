import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { insertedCode, nextShotCode, placeShot, renumber, shotFields } from './index.ts';
import { sceneRow, shotRow } from './testing.ts';

const letters = (frozen: string[] = [], taken: string[] = []) => ({
  frozen: new Set(frozen),
  taken,
  school: 'letters' as const,
});
const list = (...codes: string[]) => codes.map((code) => ({ id: `id-${code}`, code }));

describe('numbers running through the job', () => {
  it('go one above the highest, whatever the scene', () => {
    expect(nextShotCode('7', ['1', '2', '26', '4'], 'running')).toBe('27');
    expect(nextShotCode('7', [], 'running')).toBe('1');
  });
});

describe('a shot put in after another once numbers are on paper', () => {
  it('takes a digit, and the next digit', () => {
    expect(insertedCode('4A', ['4A', '4B'])).toBe('4A1');
    expect(insertedCode('4A', ['4A', '4A1', '4B'])).toBe('4A2');
    expect(insertedCode('4A1', ['4A', '4A1', '4B'])).toBe('4A2');
  });
  it('takes a letter where the number ends with a digit of its own', () => {
    expect(insertedCode('27', ['27', '28'])).toBe('27A');
    expect(insertedCode('27', ['27', '27A'])).toBe('27B');
  });
  it('always finds one that is free and allowed', () => {
    fc.assert(
      fc.property(fc.constantFrom('4A', '12Z', '27', '4A9', '9AB'), fc.integer({ min: 1, max: 40 }), (after, count) => {
        const used: string[] = [after];
        for (let i = 0; i < count; i += 1) {
          const code = insertedCode(after, used);
          expect(used).not.toContain(code);
          expect(shotFields.shape.code.safeParse(code).success, code).toBe(true);
          used.push(code);
        }
      }),
    );
  });
});

describe('renumbering', () => {
  it('gives letters in the order the shots stand, and tells only what changes', () => {
    expect(renumber(list('3C', '3B', '3A'), '3', letters())).toEqual([
      { id: 'id-3C', code: '3A' },
      { id: 'id-3A', code: '3C' },
    ]);
    expect(renumber(list('3A', '3B'), '3', letters())).toEqual([]);
  });
  it('leaves what is on paper alone and never gives its number twice', () => {
    expect(renumber(list('3D', '3A', '3B'), '3', letters(['3A']))).toEqual([
      { id: 'id-3D', code: '3B' },
      { id: 'id-3B', code: '3C' },
    ]);
  });
  it('never gives one number to two shots, frozen or taken or new', () => {
    const codes = fc.uniqueArray(fc.constantFrom(...'ABCDEFGHJKLM'.split('').map((l) => `5${l}`)), { minLength: 1 });
    fc.assert(
      fc.property(
        codes,
        fc.func(fc.boolean()),
        fc.constantFrom('letters' as const, 'running' as const),
        (own, isFrozen, school) => {
          const shots = list(...own);
          const frozen = new Set(own.filter((c) => isFrozen(c)));
          const changed = new Map(renumber(shots, '5', { frozen, taken: ['5Z'], school }).map((c) => [c.id, c.code]));
          const after = shots.map((s) => changed.get(s.id) ?? s.code);
          expect(new Set([...after, '5Z']).size).toBe(after.length + 1);
          for (const s of shots) if (frozen.has(s.code)) expect(changed.has(s.id)).toBe(false);
        },
      ),
    );
  });
});

describe('where a new shot goes', () => {
  const shots = [
    shotRow('3A', { position: 1 }),
    shotRow('3B', { position: 2 }),
    shotRow('4A', { sceneId: 'other', position: 9 }),
  ];
  const place = (afterId: string | null, frozen: string[] = []) =>
    placeShot(sceneRow(), shots, { afterId, frozen: new Set(frozen), school: 'letters' });
  it('to the end of its scene, or between two, with the next letter', () => {
    expect(place(null)).toEqual({ code: '3C', position: 3 });
    expect(place('shot-3A')).toEqual({ code: '3C', position: 1.5 });
    expect(place('shot-3B')).toEqual({ code: '3C', position: 3 });
  });
  it('with a digit after a number that is on paper; a shot of another scene is no anchor', () => {
    expect(place('shot-3A', ['3A'])).toEqual({ code: '3A1', position: 1.5 });
    expect(place('shot-4A', ['4A'])).toEqual({ code: '3C', position: 3 });
  });
});
