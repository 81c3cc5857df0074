import { useRef, useState, type PointerEvent, type RefObject } from 'react';
import { normalTurn, turnTo } from '@kavrell/core/geometry';
import { nameOf, placeOf, type LightPlan, type PlanItem } from '@kavrell/core/light';
import { TURN_DEG } from './planKeys.ts';
import { snapped, spotOf, type Side, type Window } from './stage.ts';
import type { PlanEditing } from './usePlan.ts';
import type { Viewport } from './useViewport.ts';

type Drag =
  | { kind: 'item'; id: string; dx: number; dy: number; moved: boolean }
  | { kind: 'turn'; id: string }
  | { kind: 'pan'; from: Window; x: number; y: number; moved: boolean };

/** Dragging on a plan: a thing, the handle that turns one, or the plan itself; kept when it is let go. */
export function usePlanDrag(
  svg: RefObject<SVGSVGElement | null>,
  { view, px, show, metres }: Viewport,
  {
    editing,
    side,
    tall,
    onSelect,
  }: { editing: PlanEditing; side: Side; tall: number; onSelect: (id: string | null) => void },
) {
  const { plan } = editing;
  const drag = useRef<Drag | null>(null);
  const [lines, setLines] = useState<{ x: number | null; y: number | null }>({ x: null, y: null });
  const itemOf = (id: string) => plan.items.find((i) => i.id === id);
  const replace = (id: string, values: object): LightPlan => ({
    ...plan,
    items: plan.items.map((i) => (i.id === id ? ({ ...i, ...values } as PlanItem) : i)),
  });

  const grab = (e: PointerEvent, item: PlanItem) => {
    e.stopPropagation();
    if (e.button !== 0) return;
    svg.current?.setPointerCapture(e.pointerId);
    const at = metres(e);
    const spot = spotOf(item, side, tall);
    drag.current = { kind: 'item', id: item.id, dx: spot.x - at.x, dy: spot.y - at.y, moved: false };
    onSelect(item.id);
  };
  const move = (e: PointerEvent) => {
    const { current: held } = drag;
    if (!held) return;
    const at = metres(e);
    if (held.kind === 'pan') {
      held.moved ||= Math.hypot(e.clientX - held.x, e.clientY - held.y) > 4;
      show({ ...held.from, x: held.from.x - (e.clientX - held.x) * px, y: held.from.y - (e.clientY - held.y) * px });
      return;
    }
    const item = itemOf(held.id);
    if (!item) return;
    if (held.kind === 'turn') {
      const turn = turnTo(placeOf(item), { x: at.x, y: at.y, z: item.zM });
      const turnDeg = e.altKey ? Math.round(turn) : normalTurn(Math.round(turn / TURN_DEG) * TURN_DEG);
      editing.show(replace(item.id, { turnDeg }));
      return;
    }
    const [x, y] = [at.x + held.dx, at.y + held.dy];
    const before = spotOf(item, side, tall);
    if (!held.moved && Math.hypot(x - before.x, y - before.y) < 4 * px) return;
    held.moved = true;
    const others = plan.items.filter((i) => i.id !== item.id).map((i) => spotOf(i, side, tall));
    const to = e.altKey ? { x, y, lineX: null, lineY: null } : snapped(x, y, others);
    setLines({ x: to.lineX, y: to.lineY });
    editing.show(
      replace(
        item.id,
        side === 'top' ? { xM: to.x, yM: to.y } : { xM: to.x, zM: Math.max(0, Math.round((tall - to.y) * 100) / 100) },
      ),
    );
  };
  const drop = () => {
    const { current: held } = drag;
    drag.current = null;
    setLines({ x: null, y: null });
    if (!held) return;
    if (held.kind === 'pan') {
      if (!held.moved) onSelect(null);
      return;
    }
    const item = itemOf(held.id);
    if (item && (held.kind === 'turn' || held.moved))
      editing.keep(`${held.kind === 'turn' ? 'turned' : 'moved'} ${nameOf(item)}`);
  };
  const pan = (e: PointerEvent) => {
    svg.current?.setPointerCapture(e.pointerId);
    drag.current = { kind: 'pan', from: view, x: e.clientX, y: e.clientY, moved: false };
  };
  const turn = (e: PointerEvent, id: string) => {
    e.stopPropagation();
    svg.current?.setPointerCapture(e.pointerId);
    drag.current = { kind: 'turn', id };
  };
  return { drag, lines, grab, pan, turn, move, drop };
}
