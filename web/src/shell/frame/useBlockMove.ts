import { useDrag } from '@use-gesture/react';
import { useState, type KeyboardEvent } from 'react';
import { priceOf, unitPlan, withBlockMoved, type DayBlock, type DayPlan, type Price } from '@kavrell/core/day';
import { usePlanned } from '../../app/production.tsx';
import { takeOrder } from '../../shared/day/takeOrder.ts';

export interface Held {
  block: DayBlock;
  /** How far it was pulled, px. */
  dx: number;
  /** Where it would come to stand: before this block; null: last. */
  before: DayBlock | null;
  price: Price | null;
}

const idsOf = (block: DayBlock) => block.rows.map((r) => r.itemId);
/** What may be moved: lines of a programme and of nobody’s order keep their time. */
export const isMovable = (block: DayBlock): boolean =>
  block.kind === 'work' && block.rows.every((r) => r.programme === null);

/**
 * Blocks of the ribbon are pulled to another place in the day by pointer, or by Alt and an arrow; the lines of a block stay together. What it
 * costs is known before it is let go.
 */
export function useBlockMove(
  plan: DayPlan | null,
  blocks: readonly DayBlock[],
  middleOf: (block: DayBlock) => number,
  mayMove: boolean,
) {
  const { production, rows } = usePlanned();
  const [held, setHeld] = useState<Held | null>(null);
  const works = blocks.filter((b) => b.kind === 'work');

  /** The order of the unit’s lines with the block before another; null where nothing would be another. */
  const orderWith = (block: DayBlock, before: DayBlock | null) => {
    if (!plan) return null;
    const own = unitPlan(plan, plan.units[0]?.unit ?? 1);
    const ids = own.rows.map((r) => r.itemId);
    const then = withBlockMoved(ids, idsOf(block), before?.rows[0]?.itemId ?? null);
    return then.every((id, i) => id === ids[i]) ? null : { own, ids, then };
  };
  const moveTo = (block: DayBlock, before: DayBlock | null) => {
    const order = orderWith(block, before);
    if (!order || !plan) return;
    const items = rows.dayItems.filter((i) => order.ids.includes(i.id));
    takeOrder(production.id, `Moved ${block.title}`, items, order.then);
  };

  const drag = useDrag(
    ({ args, movement: [dx], last, tap, canceled }) => {
      const [block] = args as [DayBlock];
      if (tap || canceled || !mayMove || !isMovable(block)) return setHeld(null);
      const at = middleOf(block) + dx;
      const before = works.find((b) => b !== block && middleOf(b) > at) ?? null;
      if (last) {
        setHeld(null);
        moveTo(block, before);
        return;
      }
      if (held?.block === block && held.before === before) return setHeld({ ...held, dx });
      const order = orderWith(block, before);
      setHeld({ block, dx, before, price: order && priceOf(order.own.order, order.ids, order.then) });
    },
    { axis: 'x', filterTaps: true, pointer: { keys: false } },
  );

  const onKeyDown = (event: KeyboardEvent, block: DayBlock) => {
    const back = event.key === 'ArrowLeft';
    if (!event.altKey || !mayMove || !isMovable(block) || (!back && event.key !== 'ArrowRight')) return;
    event.preventDefault();
    const at = works.indexOf(block);
    if (back && at > 0) moveTo(block, works[at - 1] ?? null);
    if (!back && at < works.length - 1) moveTo(block, works[at + 2] ?? null);
  };
  return { held, drag, onKeyDown };
}
