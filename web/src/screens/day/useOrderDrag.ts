import {
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
  type DragOverEvent,
} from '@dnd-kit/core';
import { arrayMove, sortableKeyboardCoordinates } from '@dnd-kit/sortable';
import { useState, type RefObject } from 'react';
import { priceOf, type DayPlan, type Price } from '@kavrell/core/day';
import { announcementsOf } from './announcements.ts';
import { nearestOwn } from './nearest.ts';
import type { useOrderEdits } from './useOrderEdits.ts';

/** Dragging a line of the day to another place, in the list or in its lanes: what it would cost is said before it is let go. */
export function useOrderDrag(
  plan: DayPlan,
  { items, move, nameOf }: ReturnType<typeof useOrderEdits>,
  select: (id: string | null) => void,
  /** Has the focus afterwards, so that keys go on from the line that was moved. */
  after: RefObject<HTMLElement | null>,
) {
  const [price, setPrice] = useState<Price | null>(null);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const onDragOver = ({ active, over }: DragOverEvent) => {
    const ids = plan.rows.map((r) => r.itemId);
    const [from, to] = [ids.indexOf(String(active.id)), ids.indexOf(String(over?.id ?? ''))];
    if (from < 0 || to < 0 || from === to) setPrice(null);
    else setPrice(priceOf(plan.order, ids, arrayMove(ids, from, to)));
  };
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    setPrice(null);
    const from = items.findIndex((i) => i.id === active.id);
    const to = nearestOwn(plan.rows, items, String(over?.id ?? ''), from);
    if (from >= 0 && to >= 0 && from !== to) {
      move(from, to);
      select(String(active.id));
      after.current?.focus();
    }
  };
  return {
    price,
    context: {
      accessibility: { container: document.body, announcements: announcementsOf(nameOf) },
      sensors,
      onDragOver,
      onDragEnd,
      onDragCancel: () => setPrice(null),
    },
  };
}
