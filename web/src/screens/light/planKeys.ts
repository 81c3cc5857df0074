import type { KeyboardEvent } from 'react';
import { normalTurn } from '@kavrell/core/geometry';
import { nameOf, type PlanItem } from '@kavrell/core/light';
import type { Side } from './stage.ts';
import type { PlanEditing } from './usePlan.ts';

const NUDGE_M = 0.05;
const FAR_NUDGE_M = 0.5;
export const TURN_DEG = 5;

interface PlanKeys {
  editing: PlanEditing;
  side: Side;
  onSelect: (id: string | null) => void;
  onDelete: (id: string) => void;
  focus: (id: string) => void;
}

/** What a key does to the thing on a plan that has the focus: nudged, turned, raised, deleted, the next one, chosen. */
export function planKeys(
  e: KeyboardEvent,
  item: PlanItem,
  { editing, side, onSelect, onDelete, focus }: PlanKeys,
): void {
  const { plan } = editing;
  const far = e.shiftKey ? FAR_NUDGE_M : NUDGE_M;
  const arrows: Record<string, [number, number]> = {
    ArrowLeft: [-far, 0],
    ArrowRight: [far, 0],
    ArrowUp: [0, -far],
    ArrowDown: [0, far],
  };
  const arrow = arrows[e.key];
  const tidy = (v: number) => Math.round(v * 1000) / 1000;
  if (arrow && !e.altKey && !e.ctrlKey && !e.metaKey) {
    const [x, y] = arrow;
    editing.item(
      `moved ${nameOf(item)}`,
      item.id,
      side === 'top'
        ? { xM: tidy(item.xM + x), yM: tidy(item.yM + y) }
        : { xM: tidy(item.xM + x), zM: Math.max(0, tidy(item.zM - y)) },
      true,
    );
  } else if (e.key === '[' || e.key === ']')
    editing.item(
      `turned ${nameOf(item)}`,
      item.id,
      { turnDeg: normalTurn(item.turnDeg + (e.key === ']' ? TURN_DEG : -TURN_DEG)) },
      true,
    );
  else if (e.key === 'PageUp' || e.key === 'PageDown')
    editing.item(
      `raised ${nameOf(item)}`,
      item.id,
      { zM: Math.max(0, tidy(item.zM + (e.key === 'PageUp' ? 0.1 : -0.1))) },
      true,
    );
  else if (e.key === 'Delete') onDelete(item.id);
  else if (e.key === 'n' || e.key === 'N') {
    const i = plan.items.indexOf(item);
    const next = plan.items[(i + (e.shiftKey ? -1 : 1) + plan.items.length) % plan.items.length];
    if (next) {
      onSelect(next.id);
      requestAnimationFrame(() => focus(next.id));
    }
  } else if (e.key === 'Enter' || e.key === ' ') onSelect(item.id);
  else if (e.key === 'Escape') onSelect(null);
  else return;
  e.preventDefault();
  e.stopPropagation();
}
