import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { guestsFrom, personFields, signature, signaturePath, thinned } from './index.ts';

describe('people in the picture out of pasted names', () => {
  it('are guests, each once, without those who are here; who is under 18 is told by age or word', () => {
    const list = guestsFrom(
      '1. Ilka Brandt\n• Tam Okello (14)\nSven Aarhus, 17\nMaj Berg minor\nIlka Brandt\n\nOda Vane',
      [{ name: 'Oda Vane', shortName: 'Oda' }],
    );
    expect(list.map((p) => [p.name, p.minor, p.kind])).toEqual([
      ['Ilka Brandt', false, 'guest'],
      ['Tam Okello', true, 'guest'],
      ['Sven Aarhus', true, 'guest'],
      ['Maj Berg', true, 'guest'],
    ]);
    for (const p of list) expect(personFields.safeParse(p).success).toBe(true);
  });
  it('forty with the same first name have forty short names', () => {
    const list = guestsFrom(Array.from({ length: 40 }, (_, i) => `Anna Person${i}`).join('\n'), []);
    expect(new Set(list.map((p) => p.shortName.toLowerCase())).size).toBe(40);
  });
});

describe('a signature', () => {
  it('however drawn can be stored, and keeps its first and last point', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.double({ min: -2, max: 3, noNaN: true }), { minLength: 2, maxLength: 60 }), {
          minLength: 1,
          maxLength: 6,
        }),
        (raw) => {
          const strokes = raw.map((s) => (s.length % 2 ? s.slice(0, -1) : s));
          const kept = thinned(strokes);
          expect(signature.safeParse(kept).success).toBe(true);
          expect(kept).toHaveLength(strokes.length);
        },
      ),
    );
    const line = Array.from({ length: 400 }, (_, i) => [i / 4000, 0.5]).flat();
    const [kept] = thinned([line]);
    expect(kept!.length).toBeLessThan(line.length / 3);
    expect(kept!.slice(0, 2)).toEqual([0, 0.5]);
    expect(kept!.slice(-2)).toEqual([0.0998, 0.5]);
  });
  it('is a path, a dot too', () => {
    expect(
      signaturePath([
        [0, 0, 1, 1],
        [0.5, 0.5],
      ]),
    ).toBe('M0.0 0.0L300.0 100.0M150.0 50.0l0.5 0.5');
  });
});
