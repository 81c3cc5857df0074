import { formatCount, formatMoney } from '../../base/units/index.ts';
import { scaled, type Expense, type MoneyPaper, type Payment, type Section } from '../../rooms/money/index.ts';
import { outstandingMinor } from './billing.ts';
import type { EstimateOfJob } from './estimate.ts';
import { inJob, termsOf, workCost, noExchange, type Prices } from './work.ts';

/** A line of the estimate against what it came to. */
export interface ActualLine {
  key: string;
  section: Section | 'unforeseen';
  words: string;
  estimateMinor: number | null;
  /** Null: nothing of it is known yet. */
  actualMinor: number | null;
  why: readonly string[];
}
/** What somebody is owed, or owes. */
export interface Owed {
  who: string;
  personId: string | null;
  /** More than nothing: they are to get it. Less: they are to pay it. */
  minor: number;
  why: string[];
}
export interface ActualOfJob {
  lines: ActualLine[];
  /** Of the lines of which something is known: what was foreseen for them, and what they came to. */
  foreseenMinor: number;
  spentMinor: number;
  /** Money back for what was faulty. */
  refundsMinor: number;
  /** Agreed price with its changes, less what others got: what stays, as far as it is known. */
  leavesMinor: number;
  ownMin: number;
  leavesHourMinor: number | null;
  /** Of one’s own hours some are only planned. */
  hoursArePlanned: boolean;
  owed: Owed[];
  /** What could not be reckoned, in words: it is in no sum. */
  unreckoned: string[];
}

export interface ActualSources {
  estimate: EstimateOfJob;
  selfId: string | null;
  /** Hours beside the days, as the version says. */
  besideMin: number;
  /** Everybody of the job, also who is not in this version. */
  people: readonly { id: string; name: string }[];
  /** Minutes by person and day, as they were noted; null: noted in part. */
  hours: readonly { personId: string; dayId: string; workedMin: number | null }[];
  expenses: readonly Expense[];
  refunds: readonly { id: string; device: string; minor: number }[];
  payments: readonly Payment[];
  papers: readonly MoneyPaper[];
  /** Net, of changes that were agreed. */
  changesMinor: number;
  /** Whether the tax in a receipt comes back: who asks for tax takes it off. */
  deductsTax: boolean;
  prices: Prices;
}

/** What an expense came to in the job’s currency, tax in it; null: no exchange rate, or no amount. */
export function expenseMinor(e: Expense, prices: Prices): number | null {
  const minor =
    e.kind === 'mileage'
      ? e.km === null || e.perKmMinor === null
        ? null
        : scaled(e.perKmMinor, Math.round(e.km * 1000), 1000)
      : e.amountMinor;
  return minor === null ? null : (inJob(minor, e.currency, prices)?.minor ?? null);
}

/** What a job really cost and left, line by line against its estimate. A line nobody said anything of stays open, never nothing. */
export function actualOf(sources: ActualSources): ActualOfJob {
  const { estimate, prices } = sources;
  const unreckoned: string[] = [];
  const spentOn = new Map<string, { minor: number; words: string[] }>();
  let backMinor = sources.refunds.reduce((sum, r) => sum + r.minor, 0);
  for (const e of sources.expenses) {
    const paid = expenseMinor(e, prices);
    const tax = sources.deductsTax && e.taxMinor !== null ? (inJob(e.taxMinor, e.currency, prices)?.minor ?? 0) : 0;
    const minor = paid === null ? null : paid - tax;
    if (minor === null) {
      unreckoned.push(
        `${e.words}: ${e.currency === prices.currency ? 'no amount is said' : noExchange(e.currency, prices)}`,
      );
      continue;
    }
    if (e.kind === 'refund') {
      backMinor += minor;
      continue;
    }
    const key = estimate.lines.some((l) => l.key === e.lineKey) ? e.lineKey : '';
    const so = spentOn.get(key) ?? { minor: 0, words: [] };
    spentOn.set(key, {
      minor: so.minor + minor,
      words: [
        ...so.words,
        `${e.words}, ${e.onDate}: ${formatMoney(minor, prices.currency)}${tax > 0 ? ' without its tax' : ''}.`,
      ],
    });
  }
  // Who worked and is in no line: off this version, on no day, or left out.
  for (const p of sources.people)
    if (
      sources.hours.some((h) => h.personId === p.id && h.workedMin !== null) &&
      !estimate.lines.some((l) => l.key === `work:${p.id}`)
    )
      unreckoned.push(`${p.name}: hours are noted, and this version has no line for their work`);
  const lines = estimate.lines.map((l): ActualLine => {
    const worked = l.key.startsWith('work:') ? workedLine(l.personId ?? '', sources) : null;
    const spent = spentOn.get(l.key);
    const known = worked !== null || spent !== undefined;
    return {
      ...{ key: l.key, section: l.section, words: l.words, estimateMinor: l.netMinor },
      actualMinor: known ? (worked?.minor ?? 0) + (spent?.minor ?? 0) : null,
      why: [...(worked?.why ?? []), ...(spent?.words ?? [])],
    };
  });
  const beside = spentOn.get('');
  if (beside)
    lines.push({
      key: 'unforeseen',
      section: 'unforeseen',
      words: 'In no line of the estimate',
      estimateMinor: 0,
      actualMinor: beside.minor,
      why: beside.words,
    });
  const known = lines.filter((l) => l.actualMinor !== null);
  const own = new Set(estimate.lines.filter((l) => l.own).map((l) => l.key));
  // What nobody said anything of yet counts as foreseen: it will be paid.
  const outMinor = lines
    .filter((l) => !own.has(l.key))
    .reduce((sum, l) => sum + (l.actualMinor ?? l.estimateMinor ?? 0), 0);
  const leavesMinor = estimate.total.netMinor + sources.changesMinor - estimate.commissionMinor - outMinor + backMinor;
  const mine = ownHours(sources);
  return {
    ...{ lines, refundsMinor: backMinor, leavesMinor, unreckoned },
    foreseenMinor: known.reduce((sum, l) => sum + (l.estimateMinor ?? 0), 0),
    spentMinor: known.reduce((sum, l) => sum + (l.actualMinor ?? 0), 0),
    ...{ ownMin: mine.minutes, hoursArePlanned: mine.planned },
    leavesHourMinor: mine.minutes > 0 ? Math.round((leavesMinor * 60) / mine.minutes) : null,
    owed: owedOf(sources, lines),
  };
}

/** What somebody’s noted hours come to by their terms; null: none noted, or no rate. */
function workedLine(
  personId: string,
  { hours, estimate, prices }: ActualSources,
): { minor: number; why: string[] } | null {
  const worker = estimate.figures.people.find((p) => p.id === personId);
  const terms = worker && termsOf(worker, prices);
  const noted = hours.filter((h) => h.personId === personId && h.workedMin !== null);
  if (!worker || !terms || noted.length === 0) return null;
  const dayWords = new Map(estimate.figures.days.map((d) => [d.id, `Day ${d.number}`]));
  let sum = 0;
  const why = noted.map((h) => {
    const cost = workCost(terms, h.workedMin as number);
    sum += cost.minor;
    return `${dayWords.get(h.dayId) ?? 'A day'}, noted: ${cost.why}.`;
  });
  const open = worker.days.filter((d) => !noted.some((h) => h.dayId === d.dayId));
  for (const d of open) sum += workCost(terms, d.workedMin).minor;
  if (open.length > 0) why.push(`${formatCount(open.length, 'day')} as planned: no hours are noted.`);
  const turned = inJob(sum, terms.currency, prices);
  return turned && { minor: turned.minor, why: [...why, ...turned.why] };
}

function ownHours({ hours, selfId, estimate, besideMin }: ActualSources): { minutes: number; planned: boolean } {
  const self = estimate.figures.people.find((p) => p.id === selfId);
  if (!self) return { minutes: Math.round(besideMin), planned: besideMin > 0 };
  const noted = new Map(
    hours.filter((h) => h.personId === selfId && h.workedMin !== null).map((h) => [h.dayId, h.workedMin as number]),
  );
  const minutes = self.days.reduce((sum, d) => sum + (noted.get(d.dayId) ?? d.workedMin), 0);
  return {
    minutes: Math.round(minutes + besideMin),
    planned: besideMin > 0 || self.days.some((d) => !noted.has(d.dayId)),
  };
}

/** Who is to get or to pay what: work less what was paid out, what people laid out, hires without a receipt, invoices less what came in. */
function owedOf(sources: ActualSources, lines: readonly ActualLine[]): Owed[] {
  return [...owedToPeople(sources, lines), ...owedToSuppliers(sources, lines), ...owedByPayers(sources)];
}

const paidOut = ({ payments, prices }: ActualSources, isTheirs: (p: Payment) => boolean): number =>
  payments
    .filter((p) => p.way === 'out' && isTheirs(p))
    .reduce((sum, p) => sum + (inJob(p.amountMinor, p.currency, prices)?.minor ?? 0), 0);

function owedToPeople(sources: ActualSources, lines: readonly ActualLine[]): Owed[] {
  const { expenses, people, selfId, prices } = sources;
  const money = (minor: number) => formatMoney(minor, prices.currency);
  return people.flatMap((p): Owed[] => {
    if (p.id === selfId) return [];
    const workMinor = lines.find((l) => l.key === `work:${p.id}`)?.actualMinor ?? 0;
    const laid = expenses
      .filter((e) => e.personId === p.id && e.paidBackOn === null && e.kind !== 'refund')
      .reduce((sum, e) => sum + (expenseMinor(e, prices) ?? 0), 0);
    const paid = paidOut(sources, (x) => x.personId === p.id);
    const minor = workMinor + laid - paid;
    if (minor === 0) return [];
    return [
      {
        ...{ who: p.name, personId: p.id, minor },
        why: [
          ...(workMinor > 0 ? [`Work as noted: ${money(workMinor)}.`] : []),
          ...(laid > 0 ? [`Laid out: ${money(laid)}.`] : []),
          ...(paid > 0 ? [`Paid: ${money(paid)}.`] : []),
        ],
      },
    ];
  });
}

/** Hires of which no receipt came yet, by who hires them out, less what was paid under that name. */
function owedToSuppliers(sources: ActualSources, lines: readonly ActualLine[]): Owed[] {
  const money = (minor: number) => formatMoney(minor, sources.prices.currency);
  const open = sources.estimate.figures.hires.flatMap((h) => {
    const line = lines.find((l) => l.key === h.key);
    const minor = line && line.actualMinor === null ? (line.estimateMinor ?? 0) : 0;
    return minor > 0 && h.supplier.trim() !== '' ? [{ ...h, minor }] : [];
  });
  const named = (name: string) => name.trim().toLowerCase();
  return [...new Set(open.map((h) => named(h.supplier)))].flatMap((name): Owed[] => {
    const own = open.filter((h) => named(h.supplier) === name);
    const paid = paidOut(sources, (p) => p.personId === null && named(p.name) === name);
    const minor = own.reduce((sum, h) => sum + h.minor, 0) - paid;
    if (minor <= 0) return [];
    return [
      {
        ...{ who: own[0]!.supplier, personId: null, minor },
        why: [
          ...own.map((h) => `${h.name}: ${money(h.minor)} as agreed, and no receipt of it.`),
          ...(paid > 0 ? [`Paid: ${money(paid)}.`] : []),
        ],
      },
    ];
  });
}

function owedByPayers({ payments, papers }: ActualSources): Owed[] {
  return papers.flatMap((paper): Owed[] => {
    const left = outstandingMinor(paper, papers, payments);
    if (left === 0) return [];
    const { payer, currency, grossMinor } = paper.content;
    const due = paper.dueOn ? `, due ${paper.dueOn}` : '';
    const why =
      left > 0
        ? `${paper.number}${due}: ${formatMoney(left, currency)} of ${formatMoney(grossMinor, currency)}.`
        : `${paper.number}: ${formatMoney(-left, currency)} came in beyond what it asks for.`;
    return [{ who: payer.name, personId: null, minor: -left, why: [why] }];
  });
}
