import type { MoneyPaper, Payment } from '../../rooms/money/index.ts';

/** Invoices that count: neither quotes, nor credits, nor what a credit took back whole. */
export function standingInvoices(papers: readonly MoneyPaper[]): MoneyPaper[] {
  const credited = new Set(papers.filter((p) => p.kind === 'credit').map((p) => p.ofPaperId));
  return papers.filter((p) => p.kind !== 'quote' && p.kind !== 'credit' && !credited.has(p.id));
}

/** What is still to be paid of an invoice, in its currency; less than nothing: that much came in too much, or for what was taken back. Nothing of quotes and credits. */
export function outstandingMinor(
  paper: MoneyPaper,
  papers: readonly MoneyPaper[],
  payments: readonly Payment[],
): number {
  if (paper.kind === 'quote' || paper.kind === 'credit') return 0;
  const paid = payments
    .filter((p) => p.paperId === paper.id && p.currency === paper.content.currency)
    .reduce((sum, p) => sum + (p.way === 'in' ? p.amountMinor : -p.amountMinor), 0);
  return (standingInvoices(papers).includes(paper) ? paper.content.grossMinor : 0) - paid || 0;
}
