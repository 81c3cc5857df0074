import { parted, roundedTo, shareOf, WHOLE_BP } from './minor.ts';

/** One line of an estimate or an invoice. */
export interface MoneyLine {
  id: string;
  netMinor: number;
  /** Its tax, basis points. */
  taxBp: number;
}
export interface MoneySum {
  lines: readonly MoneyLine[];
  /** Put on top of the lines for what nobody foresees, and what one earns; basis points of the lines. */
  contingencyBp: number;
  /** An amount for it in the place of a share, where it was worked out. */
  contingencyMinor?: number;
  marginBp: number;
  /** What an agency or platform keeps of what is paid, basis points of the net sum. */
  commissionBp: number;
  /** Tax is rounded line by line, or once for each rate. */
  taxBy: 'line' | 'total';
  /** What is paid is a multiple of so many minor units. */
  roundToMinor: number;
}
export interface MoneyTotal {
  linesMinor: number;
  contingencyMinor: number;
  marginMinor: number;
  commissionMinor: number;
  netMinor: number;
  /** By rate, the highest first; their nets add up to the net, their taxes to the tax. */
  taxes: { taxBp: number; netMinor: number; taxMinor: number }[];
  taxMinor: number;
  /** What rounding the sum to be paid added or took. */
  roundingMinor: number;
  grossMinor: number;
}

/**
 * Lines summed up: contingency and margin on top, then what an agency keeps, so that what is left after it is lines + contingency + margin; tax on the net by rate, what is on
 * top parted among the rates by their lines’ share; the sum to be paid rounded. All in whole minor units, halves away from nothing; the parts add up to the whole to the unit.
 */
export function moneyTotal(sum: MoneySum): MoneyTotal {
  const { lines } = sum;
  const linesMinor = lines.reduce((s, l) => s + l.netMinor, 0);
  const contingencyMinor = sum.contingencyMinor ?? shareOf(linesMinor, sum.contingencyBp);
  const marginMinor = shareOf(linesMinor, sum.marginBp);
  const before = linesMinor + contingencyMinor + marginMinor;
  // Of what is paid the agency keeps its share: before ÷ (1 − share), so that `before` is left.
  const netMinor = sum.commissionBp === 0 ? before : grossedUp(before, sum.commissionBp);
  const rates = [...new Set(lines.map((l) => l.taxBp))].sort((a, b) => b - a);
  const own = rates.map((r) => lines.filter((l) => l.taxBp === r));
  const ofRate = own.map((ls) => ls.reduce((s, l) => s + l.netMinor, 0));
  const onTop = netMinor - linesMinor;
  const extra = partedOver(onTop, ofRate);
  const taxes = rates.map((taxBp, i) => {
    const net = (ofRate[i] as number) + (extra[i] as number);
    const byLine =
      (own[i] as MoneyLine[]).reduce((s, l) => s + shareOf(l.netMinor, taxBp), 0) + shareOf(extra[i] as number, taxBp);
    return { taxBp, netMinor: net, taxMinor: sum.taxBy === 'line' ? byLine : shareOf(net, taxBp) };
  });
  const taxMinor = taxes.reduce((s, t) => s + t.taxMinor, 0);
  const grossMinor = roundedTo(netMinor + taxMinor, sum.roundToMinor);
  return {
    ...{ linesMinor, contingencyMinor, marginMinor, commissionMinor: netMinor - before, netMinor },
    ...{ taxes, taxMinor, roundingMinor: grossMinor - netMinor - taxMinor, grossMinor },
  };
}

/** Parts of what is on top by what lies under it; what takes off bears none. All of it falls to the first where nothing lies under it. */
function partedOver(onTopMinor: number, under: readonly number[]): number[] {
  const weights = under.map((n) => Math.max(0, n));
  if (weights.some((w) => w > 0)) return parted(onTopMinor, weights);
  return under.map((_, i) => (i === 0 ? onTopMinor : 0));
}

/** The lines as somebody who pays reads them: each with its part of contingency, margin and commission, so that they add up to the net of each tax rate to the unit. */
export function pricedLines(lines: readonly MoneyLine[], total: Pick<MoneyTotal, 'taxes'>): MoneyLine[] {
  const priced = new Map<MoneyLine, number>();
  for (const { taxBp, netMinor } of total.taxes) {
    const own = lines.filter((l) => l.taxBp === taxBp);
    const extra = partedOver(
      netMinor - own.reduce((s, l) => s + l.netMinor, 0),
      own.map((l) => l.netMinor),
    );
    own.forEach((l, i) => priced.set(l, l.netMinor + (extra[i] as number)));
  }
  return lines.map((l) => ({ ...l, netMinor: priced.get(l) as number }));
}

/** The least amount of which that share can be kept with `leftMinor` left. */
function grossedUp(leftMinor: number, shareBp: number): number {
  let gross = Number((BigInt(leftMinor) * BigInt(WHOLE_BP)) / BigInt(WHOLE_BP - shareBp));
  while (gross - shareOf(gross, shareBp) < leftMinor) gross += 1;
  return gross;
}
