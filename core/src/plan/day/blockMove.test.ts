import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { withBlockMoved } from './blockMove.ts';

const DAY = ['a1', 'a2', 'b1', 'c1', 'c2'];

describe('a block of lines that is let go elsewhere', () => {
  it.each([
    [['c1', 'c2'], 'a1', ['c1', 'c2', 'a1', 'a2', 'b1']],
    [['a1', 'a2'], 'c1', ['b1', 'a1', 'a2', 'c1', 'c2']],
    [['a1', 'a2'], null, ['b1', 'c1', 'c2', 'a1', 'a2']],
    [['b1'], 'b1', DAY],
    [['c1', 'c2'], 'c2', DAY],
  ])('%j before %s', (block, before, order) => expect(withBlockMoved(DAY, block, before)).toEqual(order));

  it('loses no line, keeps the others in their order and its own together', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.string({ minLength: 1 }), { minLength: 1, maxLength: 12 }),
        fc.nat(),
        fc.nat({ max: 4 }),
        fc.nat({ max: 12 }),
        (ids, from, length, to) => {
          const start = from % ids.length;
          const block = ids.slice(start, start + 1 + length);
          const moved = withBlockMoved(ids, block, ids[to] ?? null);
          const others = (list: readonly string[]) => list.filter((id) => !block.includes(id));
          expect([...moved].sort()).toEqual([...ids].sort());
          expect(others(moved)).toEqual(others(ids));
          const at = moved.indexOf(block[0] ?? '');
          expect(moved.slice(at, at + block.length)).toEqual(block);
        },
      ),
    );
  });
});
