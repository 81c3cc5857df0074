import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { nameOf, type LightPlan, type PlanItem, type Setup } from '@kavrell/core/light';
import { change } from '../../platform/rows.ts';
import { undo } from '../../platform/undo.ts';

/** Nudges that follow each other within this are one change, one undo. */
const SETTLE_MS = 450;

export interface PlanEditing {
  plan: LightPlan;
  /** Whether a hand drags something just now: what is only read may then follow when there is time for it. */
  isHeld: boolean;
  /** Shows a plan without keeping it: while something is dragged. */
  show: (plan: LightPlan) => void;
  /** Keeps what is shown. */
  keep: (label: string) => void;
  /** Shows and keeps at once. */
  set: (label: string, plan: LightPlan) => void;
  /** Shows now, keeps when no more follows. */
  nudge: (label: string, plan: LightPlan) => void;
  /** Changes one thing. */
  item: (label: string, id: string, values: object, later?: boolean) => void;
  /** Takes a thing off the plan, with its cues; null if it is not on it. */
  takeOff: (id: string) => PlanItem | null;
}

/** A setup’s plan as it is worked on: what is dragged is seen at once and written when let go. */
export function usePlan(productionId: string, setup: Setup): PlanEditing {
  const [shown, setShown] = useState<{ setupId: string; plan: LightPlan; isHeld: boolean } | null>(null);
  const pending = useRef<{ setup: Setup; plan: LightPlan; label: string } | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const own = shown?.setupId === setup.id ? shown : null;
  const plan = own?.plan ?? setup.plan;
  const isHeld = own?.isHeld ?? false;

  const write = useCallback(() => {
    clearTimeout(timer.current);
    const { current } = pending;
    pending.current = null;
    if (!current) return;
    void change(productionId, `${current.setup.code}: ${current.label}`.slice(0, 160), [
      { op: 'update', table: 'setups', row: current.setup, values: { plan: current.plan } },
    ]);
    setShown(null);
  }, [productionId]);
  // What was nudged last is kept when the screen or the setup is left.
  useEffect(() => write, [write, setup.id]);
  useEffect(() => undo.onSettle(write), [write]);

  const latest = useRef({ setup, plan });
  latest.current = { setup, plan };
  const draw = useCallback((next: LightPlan, held: boolean) => {
    latest.current.plan = next;
    setShown({ setupId: latest.current.setup.id, plan: next, isHeld: held });
  }, []);
  const show = useCallback((next: LightPlan) => draw(next, true), [draw]);
  const keep = useCallback(
    (label: string) => {
      pending.current = { setup: latest.current.setup, plan: latest.current.plan, label };
      write();
    },
    [write],
  );
  const set = useCallback(
    (label: string, next: LightPlan) => {
      draw(next, false);
      keep(label);
    },
    [draw, keep],
  );
  const nudge = useCallback(
    (label: string, next: LightPlan) => {
      draw(next, false);
      pending.current = { setup: latest.current.setup, plan: next, label };
      clearTimeout(timer.current);
      timer.current = setTimeout(write, SETTLE_MS);
    },
    [draw, write],
  );
  const item = useCallback(
    (label: string, id: string, values: object, later = false) => {
      const { plan: now } = latest.current;
      const next = { ...now, items: now.items.map((i) => (i.id === id ? ({ ...i, ...values } as PlanItem) : i)) };
      (later ? nudge : set)(label, next);
    },
    [nudge, set],
  );
  const takeOff = useCallback(
    (id: string) => {
      const { plan: now } = latest.current;
      const gone = now.items.find((i) => i.id === id);
      if (!gone) return null;
      set(`${nameOf(gone)} off the plan`, {
        ...now,
        items: now.items.filter((i) => i.id !== id),
        cues: now.cues.filter((c) => c.itemId !== id),
      });
      return gone;
    },
    [set],
  );
  // One object as long as nothing of it is another: what leans on it need not be drawn anew.
  return useMemo(
    () => ({ plan, isHeld, show, keep, set, nudge, item, takeOff }),
    [plan, isHeld, show, keep, set, nudge, item, takeOff],
  );
}
