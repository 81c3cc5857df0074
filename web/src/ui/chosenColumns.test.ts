import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { chosen, inChosenOrder, moved, widened, widthOf, type ColumnChoice } from './chosenColumns.ts';

const COLUMNS = ['code', 'what', 'size', 'takes'].map((id, i) => ({ id, width: 'minmax(80px, 1fr)', extra: i }));
const NONE: ColumnChoice = { order: [], shown: {}, widthPx: {} };
const ids = (list: readonly { id: string }[]) => list.map((c) => c.id);

describe('columns as somebody chose them', () => {
  it('stand as they are made while nobody chose', () => expect(chosen(COLUMNS, NONE)).toEqual(COLUMNS));
  it('a new column of a later version stands behind the one it is made behind', () => {
    const choice = { ...NONE, order: ['size', 'code', 'takes'] };
    expect(ids(inChosenOrder(COLUMNS, choice))).toEqual(['size', 'code', 'what', 'takes']);
  });
  it('one left out goes; one asked for by name never gives way to others', () => {
    const list = chosen(COLUMNS, { ...NONE, shown: { what: false, takes: true } });
    expect(ids(list)).toEqual(['code', 'size', 'takes']);
    expect(list.at(-1)?.extra).toBe(0);
    expect(list[1]?.extra).toBe(2);
  });
  it('are as wide as they were made, within reason, until they are put back', () => {
    const wide = widened(NONE, 'what', 222.4);
    expect(chosen(COLUMNS, wide)[1]?.width).toBe('222px');
    expect(widthOf(COLUMNS[1]!, wide)).toBe(222);
    expect(widened(NONE, 'what', -5).widthPx.what).toBe(40);
    expect(widthOf(COLUMNS[1]!, widened(wide, 'what', null))).toBe(80);
  });
  it('a move changes places with a neighbour and loses none, whatever was chosen before', () => {
    fc.assert(
      fc.property(
        fc.shuffledSubarray(ids(COLUMNS)),
        fc.constantFrom(...ids(COLUMNS)),
        fc.constantFrom(1 as const, -1 as const),
        (order, id, by) => {
          const before = ids(inChosenOrder(COLUMNS, { ...NONE, order }));
          const after = ids(inChosenOrder(COLUMNS, moved(COLUMNS, { ...NONE, order }, id, by)));
          expect([...after].sort()).toEqual([...before].sort());
          const from = before.indexOf(id);
          const to = Math.max(0, Math.min(before.length - 1, from + by));
          expect(after.indexOf(id)).toBe(to);
        },
      ),
    );
  });
});
