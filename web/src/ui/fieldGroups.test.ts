import { describe, expect, it } from 'vitest';
import type { Column } from './column.ts';
import { grouped, isLong } from './fieldGroups.ts';

const edit = { get: () => '', set: () => ({}) };
const column = (id: string, extra?: number): Column<object> => ({
  id,
  header: id,
  width: '80px',
  value: () => null,
  edit,
  ...(extra === undefined ? {} : { extra }),
});
const ids = (list: readonly { id: string }[]) => list.map((c) => c.id);

describe('fields in the side sheet', () => {
  it('a few stand in one piece', () => {
    const few = Array.from({ length: 20 }, (_, i) => column(`f${i}`, i));
    expect(ids(grouped(few).first)).toHaveLength(20);
    expect(grouped(few).more).toEqual([]);
  });
  it('of many, those that the table gives up last stand first, each group in the table’s order', () => {
    const many = Array.from({ length: 24 }, (_, i) => column(`f${i}`, i < 10 ? 20 - i : undefined));
    const { first, more } = grouped(many);
    expect(ids(first)).toEqual(many.slice(10).map((c) => c.id));
    expect(ids(more)).toEqual(many.slice(0, 10).map((c) => c.id));
  });
  it('no field is lost, and what can’t be edited is none', () => {
    const many = Array.from({ length: 31 }, (_, i) => column(`f${i}`, (i * 7) % 11));
    const shown: Column<object> = { id: 'shown', header: 'shown', width: '80px', value: () => null };
    const { first, more } = grouped([...many, shown]);
    expect([...ids(first), ...ids(more)].sort()).toEqual(ids(many).sort());
  });
  it('sentences take the whole width', () => {
    expect(isLong({ width: 'minmax(160px, 1fr)' })).toBe(true);
    expect(isLong({ width: '80px' })).toBe(false);
  });
});
