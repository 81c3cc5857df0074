import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bellRows } from '../productions/testing.ts';
import {
  OPEN_TABLES,
  OPEN_VERSION,
  checkedOpen,
  newIds,
  openSchema,
  renewed,
  stoodStill,
  upgraded,
  withIds,
  type OpenProduction,
} from './index.ts';

const { demo } = bellRows();
const open = (): OpenProduction => {
  const { production, ...tables } = structuredClone(demo) as unknown as Record<string, Record<string, unknown>[]>;
  return {
    production: production as unknown as Record<string, unknown>,
    tables: Object.fromEntries(OPEN_TABLES.map((t) => [t, tables[t] ?? []])),
    ...{ changeSets: [], changes: [] },
  };
};
const counter = () => {
  let n = 0;
  return () => `ffffffff-0000-7000-8000-${String((n += 1)).padStart(12, '0')}`;
};

describe('ids', () => {
  it('renewed and put back give the very same value, wherever they stand in it', () =>
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.uuid(), { minLength: 1, maxLength: 6 }).chain((ids) =>
          fc.tuple(
            fc.constant(ids),
            fc.object({
              key: fc.oneof(fc.string(), fc.constantFrom(...ids)),
              values: [
                ...[fc.string(), fc.integer(), fc.boolean(), fc.constant(null)],
                ...[fc.constantFrom(...ids), fc.constantFrom(...ids).map((id) => `lens:${id}/2`)],
              ],
            }),
          ),
        ),
        ([ids, value]) => {
          const next = counter();
          const to = new Map(ids.map((id) => [id, next()]));
          const back = new Map([...to].map(([a, b]) => [b, a]));
          const there = withIds(value, to);
          for (const id of ids) expect(JSON.stringify(there)).not.toContain(id);
          expect(withIds(there, back)).toEqual(value);
        },
      ),
    ));
  it('of a whole production are all renewed, and name what they named', () => {
    const file = open();
    const ids = newIds(file, counter());
    const after = renewed(file, ids);
    expect(after.production.id).toBe(ids.get(String(file.production.id)));
    const text = JSON.stringify(after);
    for (const id of ids.keys()) expect(text).not.toContain(id);
    expect(withIds(after, new Map([...ids].map(([a, b]) => [b, a])))).toEqual(file);
  });
});

describe('what comes in', () => {
  it('is taken as it is when every row is as its table says', () => {
    const file = open();
    expect(checkedOpen(file)).toEqual(file);
  });
  it.each([
    ['a field that no table has', (f: OpenProduction) => (f.tables.shots![0]!.mood = 'blue'), /shots, entry 1/],
    ['a field that lacks', (f: OpenProduction) => delete f.tables.days![1]!.date, /days, entry 2 \(date\)/],
    [
      'a row of elsewhere',
      (f: OpenProduction) => (f.tables.scenes![0]!.productionId = f.tables.scenes![0]!.id),
      /another production/,
    ],
    [
      'a table nobody knows',
      (f: OpenProduction) => ((f.tables as Record<string, unknown>).dreams = []),
      /no table called “dreams”/,
    ],
    ['no title', (f: OpenProduction) => (f.production.title = ''), /production, entry 1 \(title\)/],
  ])('%s is refused with its place', (_, spoil, words) => {
    const file = open();
    spoil(file);
    expect(() => checkedOpen(file)).toThrow(words);
  });
  it('stands still: a job that was under way elsewhere is not under way here', () => {
    const file = open();
    const jobs = ['waiting', 'running', 'paused', 'verified', 'failed'].map((state) => ({ state }));
    const { tables } = stoodStill({ ...file, tables: { ...file.tables, copyJobs: jobs } });
    expect(tables.copyJobs!.map((j) => j.state)).toEqual(['cancelled', 'cancelled', 'cancelled', 'verified', 'failed']);
  });
});

describe('versions', () => {
  const file = { production: {}, tables: {}, changeSets: [], changes: [] };
  const named = (name: string) => (f: OpenProduction) => ({
    ...f,
    production: { ...f.production, way: [...((f.production.way as string[] | undefined) ?? []), name] },
  });
  it('of a newer Kavrell are refused in words', () =>
    expect(() => upgraded(file, OPEN_VERSION + 1)).toThrow(/newer Kavrell/));
  it('of older ones are brought up one step after the other', () =>
    expect(upgraded(file, 1, { 1: named('one'), 2: named('two') }, 3).production.way).toEqual(['one', 'two']));
  it('that nobody can read any more say so', () =>
    expect(() => upgraded(file, 1, { 2: named('two') }, 3)).toThrow(/form 1/));
  it('of today need no step', () => expect(upgraded(file, OPEN_VERSION)).toBe(file));
});

it('says of every field of every table what it is', () => {
  const schema = openSchema() as Record<string, { properties: object }>;
  for (const table of OPEN_TABLES) expect(Object.keys(schema[table]!.properties).length, table).toBeGreaterThan(1);
});
