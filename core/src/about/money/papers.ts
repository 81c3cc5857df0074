import { InputError } from '../../base/errors/index.ts';
import { bare, type Recorded } from '../../base/records/index.ts';
import { formatCount, formatDate, formatMoney } from '../../base/units/index.ts';
import {
  moneyTotal,
  parted,
  pricedLines,
  SECTIONS,
  SECTION_WORDS,
  type Estimate,
  type MoneyPaper,
  type PaperContent,
  type PaperKind,
  type PaperLine,
  type Payer,
  type ScopeChange,
  type Sender,
} from '../../rooms/money/index.ts';
import type { Rental } from '../../rooms/kit/index.ts';
import { standingInvoices } from './billing.ts';
import type { EstimateOfJob } from './estimate.ts';
import type { EstimateLine } from './lines.ts';
import { times } from './things.ts';

/** What a paper is made of. */
export interface PaperSources {
  kind: Exclude<PaperKind, 'credit'>;
  title: string;
  currency: string;
  version: Estimate;
  estimate: EstimateOfJob;
  sender: Sender;
  payer: Payer;
  /** Changes that were agreed, with a price. */
  changes: readonly ScopeChange[];
  rentals: readonly Pick<Rental, 'name' | 'supplier' | 'cancelMinor' | 'freeUntil'>[];
  /** What was issued for this job before. */
  papers: readonly MoneyPaper[];
  /** Of a deposit or part: the share of the whole net sum. */
  shareBp: number;
  issuedOn: string;
  /** The last day on which a deliverable is due; null: none is said. */
  deliveryOn: string | null;
}

/** What the kind of paper asks for and isn’t there yet, in words; empty: it can be issued. */
export function paperLacks({
  kind,
  version,
  estimate,
  sender,
  payer,
  shareBp,
  changes,
}: Omit<PaperSources, 'sender' | 'payer'> & { sender: Sender | null; payer: Payer | null }): string[] {
  const lacks: string[] = [];
  if (!sender) lacks.push('Who sends it: your own name and address.');
  else {
    if (!sender.address.trim() || !sender.city.trim()) lacks.push('Your own address.');
    if (kind !== 'quote' && version.taxBp > 0 && !sender.vatId && !sender.taxNumber)
      lacks.push('Your VAT or tax number: tax is asked for.');
    if (kind !== 'quote' && version.taxBp === 0 && !sender.taxFree)
      lacks.push('Why no tax is asked for, in your own details.');
  }
  if (!payer) lacks.push('Who pays: their name and address.');
  else if (!payer.address.trim() || !payer.city.trim()) lacks.push(`The address of ${payer.name}.`);
  if (estimate.sold.length === 0) lacks.push('Something that is sold: no line has a price.');
  if (version.school === 'flat' && version.flatMinor === null) lacks.push('The flat price.');
  if (version.school === 'pieces' && estimate.figures.deliverables.some((d) => version.piecePrices[d.id] === undefined))
    lacks.push('The price of every deliverable.');
  if (version.school === 'rates' && estimate.unknown.length > 0)
    lacks.push(`A price for ${estimate.unknown.map((l) => l.words).join(', ')}; or leave it out.`);
  const shares = version.payments.reduce((sum, p) => sum + p.shareBp, 0);
  if (version.payments.length > 0 && shares !== 10_000)
    lacks.push(`Payments that add up to 100\u00a0%: they are ${shares / 100}\u00a0%.`);
  if ((kind === 'deposit' || kind === 'part') && (shareBp < 1 || shareBp > 10_000))
    lacks.push('A share between 0.01 and 100\u00a0%.');
  if (kind !== 'quote' && changes.some((c) => c.priceMinor === null))
    lacks.push('A price for every change that was agreed.');
  return lacks;
}

const TWO_YEARS_MS = 730 * 86_400_000;
/** What is odd about a paper’s dates, in words: it can be issued all the same. */
export function paperDoubts({
  kind,
  issuedOn,
  estimate,
}: Pick<PaperSources, 'kind' | 'issuedOn' | 'estimate'>): string[] {
  const dates = estimate.figures.days
    .map((d) => d.date)
    .filter(Boolean)
    .sort();
  const [first, last] = [dates[0], dates.at(-1)];
  if (first === undefined || last === undefined) return [];
  const said = (date: string) => formatDate(date, { year: true });
  return [
    ...(kind === 'final' && issuedOn < last ? [`It is dated before the last shooting day (${said(last)}).`] : []),
    ...(kind === 'quote' && issuedOn > first ? [`It is dated after the first shooting day (${said(first)}).`] : []),
    ...(Date.parse(first) - Date.parse(issuedOn) > TWO_YEARS_MS
      ? ['It is dated two years before the first shooting day, or more: is the year right?']
      : []),
  ];
}

const lineOf = (
  words: string,
  netMinor: number,
  taxBp: number,
  each?: { quantity: number; unit: string; unitMinor: number | null },
): PaperLine => {
  const exact =
    each && each.unitMinor !== null && each.unitMinor >= 0 && times(each.unitMinor, each.quantity) === netMinor;
  if (exact)
    return {
      words,
      quantityMilli: Math.round(each.quantity * 1000),
      unit: each.unit,
      unitMinor: each.unitMinor as number,
      netMinor,
      taxBp,
    };
  // A price is never less than nothing: what is taken off is so many less.
  return {
    words,
    quantityMilli: netMinor < 0 ? -1000 : 1000,
    unit: '',
    unitMinor: Math.abs(netMinor),
    netMinor,
    taxBp,
  };
};

/** The lines of what is sold as who pays reads them, what is on top put into them; they add up to the net sum to the unit. */
function soldLines({ version, estimate }: Pick<PaperSources, 'version' | 'estimate'>): PaperLine[] {
  const asked = estimate.sold.map((l) => ({ id: l.key, netMinor: l.netMinor ?? 0, taxBp: l.taxBp, line: l }));
  const priced = pricedLines(asked, estimate.total).map((p, i) => ({
    line: asked[i]!.line,
    netMinor: p.netMinor,
    taxBp: p.taxBp,
  }));
  if (version.school !== 'rates' || version.shows === 'lines')
    return priced.map(({ line, netMinor, taxBp }) => lineOf(said(line), netMinor, taxBp, line));
  const groups = version.shows === 'whole' ? [null] : SECTIONS;
  return groups.flatMap((section) => {
    const own = priced.filter((p) => section === null || p.line.section === section);
    return [...new Set(own.map((p) => p.taxBp))].map((taxBp) => {
      const net = own.filter((p) => p.taxBp === taxBp).reduce((sum, p) => sum + p.netMinor, 0);
      return lineOf(section === null ? 'Production as described' : SECTION_WORDS[section], net, taxBp);
    });
  });
}
/** A night says how many it is of in its own words. */
const said = (l: EstimateLine): string =>
  l.unit && l.unitMinor === null && !l.key.startsWith('night:') ? `${l.words} (${l.quantity}\u00a0${l.unit})` : l.words;

/** The agreed changes as lines. */
const changeLines = (changes: readonly ScopeChange[], version: Estimate): PaperLine[] =>
  changes.map((c) => lineOf(`Change: ${c.title}`, c.priceMinor ?? 0, c.taxBp ?? version.taxBp));

const netByRate = (lines: readonly PaperLine[]): Map<number, number> => {
  const sums = new Map<number, number>();
  for (const l of lines) sums.set(l.taxBp, (sums.get(l.taxBp) ?? 0) + l.netMinor);
  return sums;
};

/** The lines of an invoice: of a deposit or part its share by tax rates, of the last one all that is sold less what was invoiced. */
function billedLines(sources: PaperSources): PaperLine[] {
  const whole = [...soldLines(sources), ...changeLines(sources.changes, sources.version)];
  const invoiced = standingInvoices(sources.papers);
  if (sources.kind === 'final')
    return [
      ...whole,
      ...invoiced.flatMap((p) =>
        [...netByRate(p.content.lines)].map(([taxBp, net]) =>
          lineOf(`Less ${p.number} of ${formatDate(p.issuedOn, { year: true })}`, -net, taxBp),
        ),
      ),
    ];
  const rates = [...netByRate(whole)];
  const net = rates.reduce((sum, [, n]) => sum + n, 0);
  const before = invoiced.reduce((sum, p) => sum + p.content.netMinor, 0);
  const asked = Math.round((net * sources.shareBp) / 10_000);
  if (before + asked > net)
    throw new InputError(
      'paper.over',
      `${formatMoney(before, sources.currency)} of ${formatMoney(net, sources.currency)} net is invoiced already: ${sources.shareBp / 100}\u00a0% more would be more than the whole.`,
      ['shareBp'],
    );
  const weights = rates.map(([, n]) => Math.max(0, n));
  const parts = weights.some((w) => w > 0) ? parted(asked, weights) : [];
  const quote = sources.papers.filter((p) => p.kind === 'quote').at(-1);
  const what = sources.kind === 'deposit' ? 'Deposit' : 'Part';
  return parts.map((part, i) =>
    lineOf(
      `${what} of ${sources.shareBp / 100}\u00a0%${quote ? ` on ${quote.number}` : ''}, ${sources.title}`,
      part,
      rates[i]![0],
    ),
  );
}

const listed = (text: string): string[] =>
  text
    .split('\n')
    .map((l) => l.replace(/^[-–•*]\s*/, '').trim())
    .filter(Boolean);

/** What calling off costs by what is hired: free until its date, its fee after. */
export function cancelFees(rentals: PaperSources['rentals'], currency: string): string[] {
  return rentals
    .filter((r) => r.cancelMinor > 0)
    .map((r) => {
      const free = r.freeUntil === null ? '' : `free until ${formatDate(r.freeUntil, { year: true })}, then `;
      return `${r.name}: ${free}${formatMoney(r.cancelMinor, currency)}.`;
    });
}

/** Puts a quote or an invoice together out of the plan. Throws `InputError` in words where something is missing. */
export function composePaper(sources: PaperSources): PaperContent {
  const { version, estimate, sender, payer, currency, kind } = sources;
  const lacks = paperLacks(sources);
  if (lacks.length > 0) throw new InputError('paper.lacks', `Still missing: ${lacks.join(' ')}`, []);
  const lines = kind === 'quote' ? soldLines(sources) : billedLines(sources);
  const total = moneyTotal({
    lines: lines.map((l, i) => ({ id: String(i), netMinor: l.netMinor, taxBp: l.taxBp })),
    ...{ contingencyBp: 0, marginBp: 0, commissionBp: 0, taxBy: version.taxBy, roundToMinor: version.roundToMinor },
  });
  if (kind !== 'quote' && total.netMinor <= 0)
    throw new InputError(
      'paper.nothing',
      'There is nothing left to invoice: all of it stands on invoices already.',
      [],
    );
  const dates = estimate.figures.days
    .map((d) => d.date)
    .filter(Boolean)
    .sort();
  const fees = cancelFees(sources.rentals, currency);
  const texts = [
    { head: 'What is in', lines: listed(version.scopeIn) },
    { head: 'To be delivered', lines: kind === 'quote' ? estimate.figures.deliverables.map((d) => d.title) : [] },
    { head: 'What is not in', lines: kind === 'quote' ? listed(version.scopeOut) : [] },
    { head: 'Usage', lines: listed(version.usageWords) },
    { head: 'Calling off', lines: kind === 'quote' ? [...listed(version.cancelWords), ...fees] : [] },
  ].filter((t) => t.lines.length > 0);
  const of = sources.papers.filter((p) => p.kind === 'quote').at(-1);
  return {
    ...{ title: sources.title, currency, lines, texts },
    sender: asStated(sender),
    payer: asStated(payer),
    ...{
      taxes: total.taxes,
      netMinor: total.netMinor,
      taxMinor: total.taxMinor,
      roundingMinor: total.roundingMinor,
      grossMinor: total.grossMinor,
    },
    ...{ fromDate: dates[0] ?? null, toDate: dates.at(-1) ?? null },
    payments: kind === 'quote' ? paymentsOf(sources, total.grossMinor, dates[0] ?? null) : [],
    deliverableIds: estimate.figures.deliverables.map((d) => d.id),
    changeIds: kind === 'quote' ? [] : sources.changes.map((c) => c.id),
    ofNumber: kind === 'quote' ? '' : (of?.number ?? ''),
  };
}

function paymentsOf(
  { version, deliveryOn }: PaperSources,
  grossMinor: number,
  firstDay: string | null,
): PaperContent['payments'] {
  if (version.payments.length === 0) return [];
  const parts = parted(
    grossMinor,
    version.payments.map((p) => p.shareBp),
  );
  const on = { order: null, shoot: firstDay, delivery: deliveryOn };
  return version.payments.map((p, i) => ({
    words: `${p.words} (${p.shareBp / 100}\u00a0%)`,
    minor: parts[i] as number,
    onDate: on[p.at],
  }));
}

/** Who it is, without where it stands in a list. */
function asStated<T extends Sender | Payer>(row: T): Omit<Omit<T, keyof Recorded>, 'position'> {
  const { position: _position, ...rest } = bare(row);
  return rest;
}

/** The paper that takes an invoice back whole: its lines again, as what is given back. Throws where it was taken back already, or is no invoice. */
export function composeCredit(paper: MoneyPaper, papers: readonly MoneyPaper[]): PaperContent {
  if (!standingInvoices(papers).some((p) => p.id === paper.id))
    throw new InputError(
      'paper.credited',
      `${paper.number} is no invoice that can be taken back: it was credited already, or is none.`,
      [],
    );
  return { ...paper.content, texts: [], payments: [], ofNumber: paper.number };
}

/** The number of a paper out of its range. */
export const paperNumber = (prefix: string, count: number, digits: number): string =>
  `${prefix}${String(count).padStart(digits, '0')}`;

/** How a paper’s sums were made, in words. */
export function paperWhy(
  content: Pick<PaperContent, 'taxes' | 'currency' | 'roundingMinor' | 'lines'>,
  version: Pick<Estimate, 'taxBy' | 'roundToMinor'>,
): string[] {
  const money = (minor: number) => formatMoney(minor, content.currency, { cents: true });
  return [
    `${formatCount(content.lines.length, 'line')}, each rounded once to whole minor units.`,
    ...content.taxes.map(
      (t) =>
        `${money(t.netMinor)} net at ${t.taxBp / 100}\u00a0%: ${money(t.taxMinor)} of tax, rounded ${version.taxBy === 'line' ? 'line by line' : 'once for the rate'}.`,
    ),
    ...(content.roundingMinor !== 0
      ? [`Rounded to steps of ${money(version.roundToMinor)}: ${money(content.roundingMinor)}.`]
      : []),
  ];
}
