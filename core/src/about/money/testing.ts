import {
  ESTIMATE_DEFAULTS,
  RATE_DEFAULTS,
  SENDER_DEFAULTS,
  type Estimate,
  type Exchange,
  type Payer,
  type Rate,
  type ScopeChange,
  type Sender,
  type TypedLine,
} from '../../rooms/money/index.ts';
import { estimateOf, type EstimateOfJob } from './estimate.ts';
import type { PlanFigures, Worker } from './figures.ts';

const RECORD = { productionId: 'p', version: 1, deletedAt: null, position: 1 };

export const version = (over: Partial<Estimate> = {}): Estimate => ({
  ...RECORD,
  ...ESTIMATE_DEFAULTS,
  id: 'v',
  name: 'Plan',
  ...over,
});
export const rate = (over: Partial<Rate> & Pick<Rate, 'kind' | 'name'>): Rate => ({
  ...RECORD,
  ...RATE_DEFAULTS,
  ...{ id: `rate ${over.name}`, currency: 'GBP', fromDate: '2027-01-01' },
  ...over,
});
export const typed = (over: Partial<TypedLine> = {}): TypedLine => ({
  ...RECORD,
  ...{ id: 't', estimateId: null, planKey: '', section: 'other', words: 'Typed', quantity: 1, unit: '' },
  ...{ unitMinor: 1000, currency: 'GBP', taxBp: null, own: false },
  ...over,
});
/** Somebody who works ten hours on each of these days, of which two are around what is shot. */
export const worker = (id: string, over: Partial<Worker> = {}, ...days: string[]): Worker => ({
  ...{ id, name: id, role: '', kind: 'crew', dayRateMinor: 60_000, travelMin: 0, nights: [] },
  days: (days.length > 0 ? days : ['d1']).map((dayId) => ({ dayId, workedMin: 600, aroundMin: 120, mealsOffMin: 0 })),
  ...over,
});
export const plan = (over: Partial<PlanFigures> = {}): PlanFigures => ({
  days: [{ id: 'd1', number: 1, date: '2027-03-18' }],
  people: [worker('Oda'), worker('Mirko')],
  ...{ hires: [], unpriced: [], places: [], betweenKm: 0, recordedBytes: 0, copies: 2, deliverables: [] },
  ...over,
});
export const PRICES = {
  currency: 'GBP',
  onDate: '2027-03-18',
  rates: [] as Rate[],
  exchanges: [] as Exchange[],
  taxBp: 0,
};

export const estimated = (
  over: {
    plan?: Partial<PlanFigures>;
    version?: Partial<Estimate>;
    typed?: TypedLine[];
    rates?: Rate[];
    exchanges?: Exchange[];
  } = {},
): EstimateOfJob =>
  estimateOf({
    ...{ plan: plan(over.plan), version: version(over.version), typed: over.typed ?? [], usages: [] },
    prices: { ...PRICES, rates: over.rates ?? [], exchanges: over.exchanges ?? [] },
  });

export const sender: Sender = {
  ...RECORD,
  ...SENDER_DEFAULTS,
  ...{ id: 's', name: 'Oda Finch', address: '3 Quay Street', city: 'Harbourtown', country: 'GB', vatId: 'GB999999973' },
};
export const payer: Payer = {
  ...RECORD,
  ...{ id: 'c', name: 'Harbour Trust', address: '1 Mole', city: 'Harbourtown', postcode: 'HT1', country: 'GB' },
  ...{ vatId: '', email: '', reference: 'PO 7' },
};
export const change = (over: Partial<ScopeChange> = {}): ScopeChange => ({
  ...RECORD,
  ...{ id: 'k', source: 'typed', sourceId: null, title: 'A drone shot', detail: '', atMs: 1000, askedBy: '' },
  ...{ minutes: null, priceMinor: 30_000, taxBp: null, state: 'agreed', saidBy: 'Rut', askedOfId: null },
  ...over,
});
