import type { Transaction } from 'sequelize';
import { composeCredit, composePaper, paperNumber } from '@kavrell/core/jobMoney';
import type { MoneyPaper, PaperContent, PaperKind, Sender } from '@kavrell/core/money';
import { estimateOfJob, paperSourcesOf, planFiguresOf } from '@kavrell/core/productions';
import { InputError } from '@kavrell/core/errors';
import { formatDate, formatMoney } from '@kavrell/core/units';
import { houseIdKnown } from '../kit/house.ts';
import type { Context } from '../platform/context.ts';
import { inChangeSet } from '../platform/db/index.ts';
import { HttpProblem } from '../platform/problems.ts';
import { nowOf } from '../productions/index.ts';
import { loadRows } from '../productions/load.ts';
import { readRows } from '../rows/index.ts';
import { holdNumbers, takeNumber } from './numbers.ts';

/** Who sends papers, as it stands in the house; null: nobody said. */
export async function senderOf(context: Context): Promise<Sender | null> {
  const id = await houseIdKnown(context);
  if (id === null) return null;
  const [first] = await readRows(context, id, 'senders');
  return first ?? null;
}

/** A paper of a production, or words that there is none. */
export async function paperOf(context: Context, productionId: string, paperId: string): Promise<MoneyPaper> {
  const found = (await readRows(context, productionId, 'moneyPapers')).find((p) => p.id === paperId);
  if (!found) throw new HttpProblem(404, 'paper', 'There is no such paper here. Go back and open it from the list.');
  return found;
}

/** A paper of that id that was issued before: whoever asks again did not hear the answer. */
async function issuedAlready(
  { models }: Context,
  productionId: string,
  id: string,
  transaction?: Transaction,
): Promise<{ paperId: string; number: string } | null> {
  const found = await models.moneyPapers.findOne({
    where: { productionId, id },
    ...(transaction ? { transaction } : {}),
  });
  return found && { paperId: found.id, number: found.number };
}

interface Asked {
  id: string;
  kind: Exclude<PaperKind, 'credit'>;
  estimateId: string;
  shareBp: number;
  issuedOn: string;
  dueOn: string;
  count: number | null;
  grossMinor: number;
}
type Who = { actor: string; name: string };

/** Issues a quote or an invoice out of the plan as it stands now. */
export async function issue(
  context: Context,
  productionId: string,
  asked: Asked,
  who: Who,
): Promise<{ paperId: string; number: string }> {
  const there = await issuedAlready(context, productionId, asked.id);
  if (there) return there;
  if (asked.dueOn < asked.issuedOn)
    throw new HttpProblem(400, 'due', 'It would be due before the day it is issued on. Nothing was issued.');
  const [rows, sender] = await Promise.all([loadRows(context, productionId), senderOf(context)]);
  const version = rows.estimates.find((e) => e.id === asked.estimateId);
  if (!version) throw new HttpProblem(404, 'version', 'That version is gone. Nothing was issued: choose another.');
  const estimate = estimateOfJob(rows, version, planFiguresOf(rows), nowOf(rows.production));
  const sources = paperSourcesOf(rows, { version, estimate });
  const content = inWords(() =>
    // What is missing is told by the composing itself.
    composePaper({
      ...sources,
      kind: asked.kind,
      shareBp: asked.shareBp,
      issuedOn: asked.issuedOn,
      sender: sender as Sender,
      payer: sources.payer as NonNullable<typeof sources.payer>,
    }),
  );
  if (content.grossMinor !== asked.grossMinor)
    throw new HttpProblem(
      409,
      'planMoved',
      `The plan has changed since: it is ${formatMoney(content.grossMinor, content.currency)} now, not ${formatMoney(asked.grossMinor, content.currency)}. Nothing was issued: look once more.`,
    );
  const prefix = asked.kind === 'quote' ? sender!.quotePrefix : sender!.invoicePrefix;
  return write(context, productionId, who, {
    ...asked,
    prefix,
    digits: sender!.digits,
    content,
    ofPaperId: null,
    papersSeen: rows.moneyPapers.length,
  });
}

/** Takes an invoice back whole. The sender stands as on the invoice; the number is of the credits’ range. */
export async function credit(
  context: Context,
  productionId: string,
  paperId: string,
  asked: { id: string; issuedOn: string; count: number | null },
  who: Who,
): Promise<{ paperId: string; number: string }> {
  const already = await issuedAlready(context, productionId, asked.id);
  if (already) return already;
  const paper = await paperOf(context, productionId, paperId);
  if (asked.issuedOn < paper.issuedOn)
    throw new HttpProblem(
      400,
      'creditDate',
      `A credit can’t be of a day before its invoice (${formatDate(paper.issuedOn, { year: true })}). Nothing was issued.`,
    );
  const papers = await readRows(context, productionId, 'moneyPapers');
  const content = inWords(() => composeCredit(paper, papers));
  const { creditPrefix, digits } = paper.content.sender;
  return write(context, productionId, who, {
    ...{
      id: asked.id,
      kind: 'credit',
      estimateId: paper.estimateId,
      issuedOn: asked.issuedOn,
      dueOn: null,
      count: asked.count,
    },
    ...{ prefix: creditPrefix, digits, content, ofPaperId: paper.id, papersSeen: papers.length },
  });
}

interface Written {
  id: string;
  kind: PaperKind;
  estimateId: string | null;
  issuedOn: string;
  dueOn: string | null;
  count: number | null;
  prefix: string;
  digits: number;
  content: PaperContent;
  ofPaperId: string | null;
  /** How many papers the job had when this one was put together. */
  papersSeen: number;
}
async function write(
  context: Context,
  productionId: string,
  who: Who,
  paper: Written,
): Promise<{ paperId: string; number: string }> {
  const { count: asked, digits, papersSeen, ...values } = paper;
  return inChangeSet(context.db, { changeSetId: null, actor: who.actor }, async (transaction) => {
    // Two that ask with the same id at once: the second one finds what the first one issued.
    await holdNumbers(context, transaction);
    const already = await issuedAlready(context, productionId, paper.id, transaction);
    if (already) return already;
    // What an invoice leaves out hangs on what was invoiced before: two at once would bill the same twice.
    const there = await context.models.moneyPapers.count({ where: { productionId }, transaction });
    if (paper.kind !== 'quote' && there !== papersSeen)
      throw new HttpProblem(
        409,
        'issuedMeanwhile',
        'Another paper of this job was issued just now. Nothing more was issued: look at it, and then once more here.',
      );
    const count = await takeNumber(context, paper.prefix, asked, transaction);
    const number = paperNumber(paper.prefix, count, digits);
    const { id } = paper;
    await context.models.moneyPapers.create(
      { ...values, id, productionId, count, number, by: who.name, atMs: Date.now() },
      { transaction },
    );
    return { paperId: id, number };
  });
}

function inWords<T>(work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (error instanceof InputError) throw new HttpProblem(409, error.code, `${error.message} Nothing was issued.`);
    throw error;
  }
}
