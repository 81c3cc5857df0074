import { without } from './drop.ts';
import type { OddsPart } from './odds.ts';
import type { OrderPlan } from './orderModel.ts';

/** What one might do for a day before it is played again. */
export interface Levers {
  /** Work begins so many minutes earlier than planned. */
  earlierMin: number;
  /** The wanted wrap is so many minutes later. */
  laterMin: number;
  /** Ids of lines that are left out. */
  goneIds: readonly string[];
  /** Change-overs as they would be with other hands, by part; null: as planned. */
  changes: readonly (OrderPlan['change'] | undefined)[] | null;
}

export const NO_LEVERS: Levers = { earlierMin: 0, laterMin: 0, goneIds: [], changes: null };

/** The same day with the levers pulled, part by part. Fixed starts and windows stay where they are: an earlier call does not move the sun. */
export function withLevers<P extends OddsPart>(parts: readonly P[], levers: Levers): P[] {
  const gone = new Set(levers.goneIds);
  return parts.map((part, i) => {
    const { plan, order, byMin } = part.input;
    const left = without(plan, gone);
    const change = levers.changes?.[i] ?? left.change;
    return {
      ...part,
      input: {
        ...part.input,
        plan: { ...left, change, startMin: left.startMin - levers.earlierMin },
        ...(order ? { order: order.filter((id) => !gone.has(id)) } : {}),
        byMin: byMin + levers.laterMin,
      },
    };
  });
}

/** Lines that could be left out, in the order in which one would: nice before should, the longest first; never a must. */
export function spareIds(parts: readonly OddsPart[]): string[] {
  const rank = { nice: 0, should: 1, must: 2 } as const;
  return parts
    .flatMap(({ input }) => {
      const ids = new Set(input.order ?? input.plan.shots.map((s) => s.id));
      return input.plan.shots.filter((s) => ids.has(s.id));
    })
    .filter((s) => (s.priority ?? 'should') !== 'must')
    .sort((a, b) => rank[a.priority ?? 'should'] - rank[b.priority ?? 'should'] || b.minutes - a.minutes)
    .map((s) => s.id);
}
