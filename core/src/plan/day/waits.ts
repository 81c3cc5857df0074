import { type Order, type OrderShot, type TimedShot } from './orderModel.ts';

/** Minutes in which at least one line goes on. */
export function worked(order: readonly TimedShot[]): number {
  let total = 0;
  let until = -Infinity;
  for (const { startMin, endMin } of [...order].sort((a, b) => a.startMin - b.startMin)) {
    total += Math.max(0, endMin - Math.max(startMin, until));
    until = Math.max(until, endMin);
  }
  return total;
}

/** Σ over people of (last end − first start − own shot minutes − meals inside), in minutes. */
export const waitingMinutes = (...timed: Parameters<typeof waitsOf>): number =>
  [...waitsOf(...timed).values()].reduce((t, m) => t + m, 0);

/** Of each person: minutes between first start and last end that are neither their own shots nor a meal. `shots` and `order` line up. */
export function waitsOf(
  shots: readonly OrderShot[],
  order: readonly TimedShot[],
  meals: Order['meals'],
): Map<string, number> {
  const spans = new Map<string, { first: number; last: number; own: number }>();
  shots.forEach((shot, i) => {
    const { startMin, endMin } = order[i] as TimedShot;
    for (const person of new Set(shot.people ?? [])) {
      const span = spans.get(person) ?? { first: startMin, last: endMin, own: 0 };
      span.last = Math.max(span.last, endMin);
      span.own += endMin - startMin;
      spans.set(person, span);
    }
  });
  return new Map(
    [...spans].map(([person, { first, last, own }]) => {
      const eaten = meals.reduce(
        (t, m) => t + (m.startMin >= first && m.endMin <= last ? m.endMin - m.startMin : 0),
        0,
      );
      // Somebody wanted twice at once waits for nobody.
      return [person, Math.max(0, last - first - own - eaten)];
    }),
  );
}
