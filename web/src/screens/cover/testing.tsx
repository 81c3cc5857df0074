import { screen, within } from '@testing-library/react';
import type { LogPayload } from '@kavrell/core/log';
import { minuteToMs } from '@kavrell/core/time';
import { lifeboat, type DemoPlan } from '@kavrell/demo';
import { holdClock, openScreen, testId, written } from '../../testing/screen.tsx';
import { CoverScreen } from './CoverScreen.tsx';

/** An entry of the log, at a minute of the day. */
export const entry = (plan: DemoPlan, minute: number, payload: LogPayload, by = 'Oda') => ({
  ...{ id: testId(), productionId: plan.production.id, version: 1, deletedAt: null, by, payload },
  ...{ dayId: plan.days[0]!.id, atMs: minuteToMs(plan.days[0]!.date, plan.days[0]!.timeZone, minute) },
});
/** A day of a plan at a minute of it. */
export function at(
  minute: number,
  make: (id: () => string) => DemoPlan = lifeboat,
  more: (plan: DemoPlan) => Parameters<typeof openScreen>[1] = () => ({}),
) {
  const made = make(testId);
  const plan = { ...made, production: { ...made.production, simulatedNowOffsetMs: null } };
  holdClock(minuteToMs(plan.days[0]!.date, plan.days[0]!.timeZone, minute));
  return { ...openScreen(<CoverScreen />, { plan, ...more(plan) }), plan };
}
export const region = (name: string) => within(screen.getByRole('region', { name }));
export const payloads = () =>
  written().flatMap((w) =>
    w.ops.flatMap((op) => (op.table === 'logEntries' && 'values' in op ? [op.values.payload] : [])),
  );
export const opsOf = () => written().flatMap((w) => w.ops);
