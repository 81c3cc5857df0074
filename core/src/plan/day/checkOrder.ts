import { InputError } from '../../base/errors/index.ts';
import { type OrderPlan, type OrderShot } from './orderModel.ts';

/**
 * Refuses what no order can be made of: unknown or duplicate ids, `after` in a circle, a pair of places without
 * move minutes. Throws `InputError` with the path.
 */
export function checkPlan(plan: OrderPlan): void {
  const index = new Map<string, number>();
  plan.shots.forEach((shot, i) => {
    if (index.has(shot.id))
      throw new InputError('order.duplicate', `Two shots are called “${shot.id}”.`, ['shots', i, 'id']);
    index.set(shot.id, i);
  });
  plan.shots.forEach((shot, i) =>
    shot.after?.forEach((other, j) => {
      if (!index.has(other))
        throw new InputError('order.unknown', `“${shot.id}” comes after “${other}”, which is not in the plan.`, [
          'shots',
          i,
          'after',
          j,
        ]);
    }),
  );
  const state = new Map<string, 'open' | 'done'>();
  const visit = (i: number): void => {
    const shot = plan.shots[i] as OrderShot;
    state.set(shot.id, 'open');
    for (const other of shot.after ?? []) {
      const seen = state.get(other);
      if (seen === 'open')
        throw new InputError('order.cycle', `“${shot.id}” and “${other}” each wait for the other.`, [
          'shots',
          i,
          'after',
        ]);
      if (!seen) visit(index.get(other) as number);
    }
    state.set(shot.id, 'done');
  };
  plan.shots.forEach((shot, i) => {
    if (!state.has(shot.id)) visit(i);
  });
  const places = [...new Set(plan.shots.map((s) => s.place))];
  for (const from of places) {
    for (const to of places) {
      if (from !== to && plan.change.moveMin[`${from}>${to}`] === undefined) {
        throw new InputError('order.move', `How long is the move from “${from}” to “${to}”?`, [
          'change',
          'moveMin',
          `${from}>${to}`,
        ]);
      }
    }
  }
}
