import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { differingWords, said } from './differing.ts';

const same = (text: string) => text;

describe('what several rows say', () => {
  it('is one thing where all say it', () => {
    expect(said(['35', '35'])).toEqual({ all: '35' });
    expect(said(['', ''])).toEqual({ all: '' });
    expect(said([])).toEqual({ all: '' });
  });
  it('is each thing with how many say it, the most frequent first', () =>
    expect(said(['35', '50', '', '50'])).toEqual({
      differs: [
        ['50', 2],
        ['35', 1],
        ['', 1],
      ],
    }));
  it('counts each row once, whatever they say', () =>
    fc.assert(
      fc.property(fc.array(fc.constantFrom('', 'a', 'b', 'c'), { minLength: 1 }), (texts) => {
        const they = said(texts);
        if ('all' in they) return texts.every((t) => t === they.all);
        const counted = they.differs.reduce((n, [, count]) => n + count, 0);
        return counted === texts.length && they.differs.every(([t, n]) => texts.filter((x) => x === t).length === n);
      }),
    ));
});

describe('what differs, in words', () => {
  it('names what is not said too', () =>
    expect(
      differingWords(
        [
          ['50', 2],
          ['', 1],
        ],
        (t) => `${t} mm`,
      ),
    ).toBe('50 mm in 2, empty in 1'));
  it('tells four things and counts the rest', () => {
    const of = (n: number) => Array.from({ length: n }, (_, i): [string, number] => [String(i), i === 0 ? 2 : 1]);
    expect(differingWords(of(4), same)).toBe('0 in 2, 1 in 1, 2 in 1, 3 in 1');
    expect(differingWords(of(5), same)).toMatch(/3 in 1, and one other$/);
    expect(differingWords(of(9), same)).toMatch(/3 in 1, and 5 others$/);
  });
  it('of more than two that are all different says just that', () => {
    const each = (...texts: string[]) => texts.map((text): [string, number] => [text, 1]);
    expect(differingWords(each('a', 'b', 'c'), same)).toBe('in each of them');
    expect(differingWords(each('a', 'b'), same)).toBe('a in 1, b in 1');
  });
});
