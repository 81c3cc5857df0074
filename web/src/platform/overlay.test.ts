import { describe, expect, it } from 'vitest';
import { TABLES } from '@kavrell/core/tables';
import { type ChangeOp } from '@kavrell/contract';
import type { TakeEvent } from '@kavrell/core/roll';
import { mayStand, type Entry, type Seen } from './outbox/entry.ts';
import { overlay, settled } from './rows.ts';

const P = 'production';
const changes = (ops: ChangeOp[], seen: Seen = {}): Extract<Entry, { kind: 'changes' }> => ({
  id: 'e',
  productionId: P,
  at: 0,
  label: 'x',
  form: 2,
  by: null,
  kind: 'changes',
  set: { id: 'e', label: 'x', ops },
  seen,
});
const rows = [
  { id: 'a', version: 1, lens: '50' },
  { id: 'b', version: 1, lens: '85' },
];

describe('what was taken lies in rows that were read before it', () => {
  const entry = changes([
    { op: 'update', table: 'shots', id: 'a', version: 1, values: { lens: '35' } },
    { op: 'delete', table: 'shots', id: 'b', version: 1 },
    { op: 'insert', table: 'shots', id: 'c', values: { lens: '24' } },
  ]);
  const versions = { a: 2, b: 2, c: 1 };
  it('older rows get it with its versions', () => {
    expect(settled('shots', rows, entry, versions)).toEqual([
      { id: 'a', version: 2, lens: '35' },
      { id: 'c', productionId: P, version: 1, deletedAt: null, lens: '24' },
    ]);
  });
  it('rows as new or newer stay as they are', () => {
    const read = [
      { id: 'a', version: 3, lens: '100' },
      { id: 'b', version: 3, lens: '85' },
      { id: 'c', version: 1, lens: '25' },
    ];
    expect(settled('shots', read, entry, versions)).toEqual(read);
  });
});

describe('what waits is seen already', () => {
  it('updates, inserts and deletes lie over the rows, which stay as they are', () => {
    const entry = changes([
      { op: 'update', table: 'shots', id: 'a', version: 1, values: { lens: '35' } },
      { op: 'delete', table: 'shots', id: 'b', version: 1 },
      { op: 'insert', table: 'shots', id: 'c', values: { lens: '24' } },
    ]);
    const seen = overlay('shots', rows, [entry], P);
    expect(seen).toEqual([
      { id: 'a', version: 1, lens: '35' },
      { id: 'c', productionId: P, version: 1, deletedAt: null, lens: '24' },
    ]);
    expect(rows[0]?.lens).toBe('50');
  });
  it('a row that is not there yet has nothing in the fields that only the machinery writes, and is a row all the same', () => {
    for (const [table, values] of [
      [
        'cards',
        { label: 'A001', cameraId: null, path: '/media/a', unloaded: true, whereabouts: '', station: '', faults: null },
      ],
      [
        'drives',
        { name: 'Fast', kind: 'ssd', path: '/media/x', whereabouts: '', keepUntil: null, station: '', faults: null },
      ],
    ] as const) {
      const id = '01a22184-ea6b-7152-9066-80f4899fe500';
      const made = overlay(table, [], [{ ...changes([{ op: 'insert', table, id, values }]), productionId: id }], id);
      expect(TABLES[table].row.safeParse(made[0]).success, table).toBe(true);
    }
  });
  it('later edits of one row win', () => {
    const edit = (lens: string) => changes([{ op: 'update', table: 'shots', id: 'a', version: 1, values: { lens } }]);
    expect(overlay('shots', rows, [edit('35'), edit('24')], P)[0]?.lens).toBe('24');
  });
  it('gives back the very same rows when nothing concerns them', () => {
    expect(overlay('shots', rows, [changes([{ op: 'delete', table: 'scenes', id: 'a', version: 1 }])], P)).toBe(rows);
    expect(
      overlay(
        'shots',
        rows,
        [{ ...changes([{ op: 'delete', table: 'shots', id: 'a', version: 1 }]), productionId: 'other' }],
        P,
      ),
    ).toBe(rows);
  });
  it('an insert that has arrived meanwhile is not there twice', () => {
    expect(overlay('shots', rows, [changes([{ op: 'insert', table: 'shots', id: 'a', values: {} }])], P)).toHaveLength(
      2,
    );
  });
  it('take events are added once', () => {
    const event = { id: 't1' } as TakeEvent;
    const entry: Entry = {
      id: 'e',
      productionId: P,
      at: 0,
      label: 'x',
      form: 2,
      by: null,
      kind: 'takes',
      events: [event],
    };
    expect(overlay('takeEvents', [], [entry, entry], P)).toHaveLength(1);
    expect(overlay('takeEvents', [{ id: 't1' }], [entry], P)).toHaveLength(1);
  });
});

describe('two people at one row', () => {
  const entry = changes([{ op: 'update', table: 'shots', id: 'a', version: 1, values: { lens: '35' } }], {
    a: { version: 1, values: { lens: '50' } },
  });
  it('different fields both stand', () =>
    expect(mayStand(entry, { id: 'a', version: 2, lens: '50', side: 'left' })).toBe(true));
  it('the same field is a question for people', () =>
    expect(mayStand(entry, { id: 'a', version: 2, lens: '24' })).toBe(false));
  it('a row that was deleted is too', () =>
    expect(mayStand(entry, { id: 'a', version: 2, lens: '50', deletedAt: 'now' })).toBe(false));
  it('lists are compared by what is in them', () => {
    const list = changes([{ op: 'update', table: 'shots', id: 'a', version: 1, values: { cameras: ['B'] } }], {
      a: { version: 1, values: { cameras: ['A'] } },
    });
    expect(mayStand(list, { id: 'a', cameras: ['A'] })).toBe(true);
    expect(mayStand(list, { id: 'a', cameras: ['A', 'C'] })).toBe(false);
  });
});
