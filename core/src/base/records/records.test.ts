import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { moveTo, positionAfter, requiredLine } from './index.ts';

const list = (n: number) => Array.from({ length: n }, (_, i) => ({ id: String(i), position: i + 1 }));

describe('positions', () => {
  it('moving writes one row and gives the wanted order', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 40 }), fc.nat(), fc.nat(), (n, a, b) => {
        const rows = list(n);
        const [from, to] = [a % n, b % n];
        const moved = moveTo(rows, from, to);
        const after = rows.map((r) => moved.find((m) => m.id === r.id) ?? r).sort((x, y) => x.position - y.position);
        const wanted = rows.filter((_, i) => i !== from);
        wanted.splice(to, 0, rows[from] as (typeof rows)[number]);
        expect(after.map((r) => r.id)).toEqual(wanted.map((r) => r.id));
        expect(moved.length).toBeLessThanOrEqual(1);
      }),
    );
  });
  it('numbers all anew when nothing fits between', () => {
    const rows = [
      { id: 'a', position: 1 },
      { id: 'b', position: 1 + Number.EPSILON },
      { id: 'c', position: 2 },
    ];
    const moved = moveTo(rows, 2, 1);
    expect(moved.map((m) => m.id)).toEqual(['a', 'c', 'b']);
  });
  it('does nothing where nothing moves', () => {
    expect(moveTo(list(3), 1, 1)).toEqual([]);
    expect(moveTo(list(3), 0, 9)).toEqual([]);
  });
  it('the next position stands after all', () => expect(positionAfter([{ position: 4 }, { position: -1 }])).toBe(5));
});

describe('text', () => {
  it('is trimmed, and refused in words', () => {
    const name = requiredLine('The name', 5);
    expect(name.parse('  Oda ')).toBe('Oda');
    expect(name.safeParse('   ').error?.issues[0]?.message).toBe('The name is missing.');
    expect(name.safeParse('too long').error?.issues[0]?.message).toContain('5 characters');
    expect(name.safeParse('a\u0007b').success).toBe(false);
    expect(name.safeParse(5).error?.issues[0]?.message).toBe('The name is text.');
    expect(name.parse('עדה')).toBe('עדה');
  });
});
