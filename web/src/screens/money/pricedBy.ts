import { priceOfDelivered, priceOfMinutes, type ChangePrice } from '@kavrell/core/jobMoney';
import type { ScopeChange } from '@kavrell/core/money';
import type { Money } from './useMoney.ts';

/** What something that came up would cost, by the plan; null: nobody said how long it takes. */
export function pricedBy(
  minutes: number | null,
  source: ScopeChange['source'],
  dayId: string | null,
  { estimate, version, prices }: Money,
): ChangePrice | null {
  if (minutes === null || minutes === 0) return null;
  if (source === 'deliverable') return priceOfDelivered(minutes, prices);
  return priceOfMinutes(minutes, dayId, estimate, version.selfId, prices);
}
