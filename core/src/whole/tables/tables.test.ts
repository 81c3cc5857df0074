import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import {
  audiencesOf,
  defineTable,
  inStoringOrder,
  readBy,
  recordBase,
  sortRows,
  type Table,
} from '../../base/records/index.ts';
import { ROW_TABLES } from '../productions/index.ts';
import {
  EDITABLE_NAMES,
  OF_THE_SHOOT,
  PLAN_TABLES,
  TABLES,
  TABLE_NAMES,
  isEditable,
  unwrittenFields,
} from './index.ts';

const all: readonly Table[] = Object.values(TABLES);

describe('every table', () => {
  it.each(all.map((t) => [t.name, t] as const))('%s says of every field for whom it is', (_, { row, fields }) => {
    const identity = new Set(Object.keys(recordBase));
    for (const [field, schema] of Object.entries({ ...row.shape, ...fields?.shape }))
      if (!identity.has(field)) expect(audiencesOf(schema as z.ZodType), field).not.toBeNull();
  });
  it.each(all.map((t) => [t.name, t] as const))(
    '%s points to tables that there are, by fields that it has',
    (_, table) => {
      for (const [field, to] of Object.entries(table.points)) {
        expect(Object.keys(table.row.shape)).toContain(field);
        expect(TABLE_NAMES as readonly string[]).toContain(to);
      }
      if (table.sortedBy !== null) expect(Object.keys(table.row.shape)).toContain(table.sortedBy);
    },
  );
  it('can be read back as far as it can be written, and nobody writes what the house keeps itself', () => {
    for (const { name, row, fields } of all)
      for (const field of Object.keys(fields?.shape ?? {})) {
        expect(Object.keys(row.shape), name).toContain(field);
        expect(Object.keys(recordBase), name).not.toContain(field);
      }
  });
  it('of people tells others no number, rate, diet or date of theirs', () => {
    const told = Object.entries(TABLES.people.row.shape).filter(([, s]) => audiencesOf(s)?.some((a) => a !== 'owner'));
    expect(told.map(([name]) => name).sort()).toEqual(['comms', 'department', 'kind', 'name', 'role', 'shortName']);
  });
});

describe('what is derived', () => {
  it('stores what is pointed to before what points to it', () => {
    const at = new Map(PLAN_TABLES.map((name, i) => [name as string, i]));
    for (const name of PLAN_TABLES)
      for (const to of Object.values((TABLES[name] as Table).points))
        // What only the machinery writes is in no plan; what points to it is of the shoot, and goes into no copy either.
        if (!at.has(to)) expect(OF_THE_SHOOT.has(name), `${name} → ${to}`).toBe(true);
        else if (to !== name) expect(at.get(to), `${name} → ${to}`).toBeLessThan(at.get(name)!);
  });
  it('a plan is all that people edit, but the production itself', () =>
    expect([...PLAN_TABLES, 'productions'].sort()).toEqual([...EDITABLE_NAMES].sort()));
  it('rows of a production are those of every table, but what is read apart', () =>
    expect(TABLE_NAMES.filter((t) => !(ROW_TABLES as readonly string[]).includes(t))).toEqual([
      'productions',
      'deviceStates',
      'messages',
      'bundles',
      'erasures',
    ]));
  it('what the machinery writes is no plan, and belongs to the shoot', () => {
    for (const name of TABLE_NAMES) if (!isEditable(name)) expect(OF_THE_SHOOT.has(name), name).toBe(true);
  });
  it('a new drive has nothing yet of what only the machinery writes', () =>
    expect(unwrittenFields('drives')).toEqual({ simulated: false, volume: null, space: null }));
});

describe('a declaration', () => {
  const table = (name: string, points: Record<string, string> = {}) => ({ name, points });
  it('may point to its own table, but not in a circle of several', () => {
    expect(inStoringOrder([table('b', { aId: 'a', selfId: 'b' }), table('a')]).map((t) => t.name)).toEqual(['a', 'b']);
    expect(() => inStoringOrder([table('a', { bId: 'b' }), table('b', { aId: 'a' })])).toThrow('a → b → a');
  });
  it('keeps each field’s own readers, also where two share a schema', () => {
    const word = z.string();
    const open = readBy('work', { word });
    const closed = readBy('owner', { word });
    expect(audiencesOf(open.word)).toEqual(['work']);
    expect(audiencesOf(closed.word)).toEqual(['owner']);
    expect(audiencesOf(word)).toBeNull();
    expect(open.word.safeParse('x').success).toBe(true);
  });
  it('sorts by its field, then by birth; as they come where it names none', () => {
    const row = z.object({ id: z.string(), position: z.number() });
    const sorted = defineTable({ name: 't', one: 't', row, fields: null, sortedBy: 'position' });
    const rows = [
      { id: 'b', position: 2 },
      { id: 'c', position: 1 },
      { id: 'a', position: 2 },
    ];
    expect(sortRows(sorted, rows).map((r) => r.id)).toEqual(['c', 'a', 'b']);
    expect(sortRows({ sortedBy: null }, rows)).toBe(rows);
  });
});
