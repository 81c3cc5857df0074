import { existsSync } from 'node:fs';
import {
  alarmWords,
  releaseGrounds,
  releaseHindrances,
  standing,
  type CardStatus,
  type Release,
} from '@kavrell/core/copies';
import { cardsOf, lastDayEndMs, type ProductionRows } from '@kavrell/core/productions';
import { cardReportCsv, cardReportPdf, releaseCard, withdrawRelease } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import { fileName, sendDocument } from '../platform/documents/index.ts';
import { newId } from '../platform/ids.ts';
import { HttpProblem } from '../platform/problems.ts';
import { nowOf } from '../productions/index.ts';
import { loadRows } from '../productions/load.ts';
import type { Router } from '../platform/routing.ts';
import { cardOf } from './card.ts';
import { driveHindrances } from './hold.ts';
import { scanCard } from './here.ts';
import { cardReport, cardCsv, cardPdf } from './report.ts';

function statusOf(rows: ProductionRows, cardId: string): CardStatus {
  const status = cardsOf(rows).find((c) => c.card.id === cardId);
  if (!status) throw new HttpProblem(404, 'card', 'There is no such card in this production.');
  return status;
}

/**
 * Lists what lies on the card at this moment: a take that came after the last look must stand in the way. A card that is not plugged in
 * here is judged by what is known of it.
 */
async function lookAgain(context: Context, { productionId, cardId }: { productionId: string; cardId: string }) {
  const card = await cardOf(context, productionId, cardId);
  if (card.station === '' && existsSync(card.path)) await scanCard(context, card.id);
}

export function serveReleases(router: Router, context: Context): void {
  const { models } = context;

  router.serve(releaseCard, async ({ params, me }) => {
    await lookAgain(context, params);
    const rows = await loadRows(context, params.productionId);
    const status = statusOf(rows, params.cardId);
    if (status.release) return status.release;
    const now = nowOf(rows.production);
    const reasons = releaseHindrances(status, rows.drives, rows.production.keepPolicy, lastDayEndMs(rows), now);
    reasons.push(...standing(status.card).map((a) => alarmWords(a, status.card.label)));
    reasons.push(...(await driveHindrances(context, status, rows.drives)));
    if (reasons.length > 0)
      throw new HttpProblem(409, 'notKept', `${status.card.label} can’t be released. ${reasons.join(' ')}`);
    const row: Release = {
      id: newId(),
      productionId: params.productionId,
      version: 1,
      cardId: params.cardId,
      atMs: now,
      by: me.name,
      grounds: releaseGrounds(status, rows.drives),
      withdrawnAtMs: null,
      withdrawnBy: null,
    };
    await models.releases.create({ ...row });
    return row;
  });

  router.serve(withdrawRelease, async ({ params, me }) => {
    const where = { productionId: params.productionId, cardId: params.cardId, withdrawnAtMs: null };
    const open = await models.releases.findOne({ where });
    if (!open) throw new HttpProblem(404, 'release', 'This card is not released.');
    const rows = await loadRows(context, params.productionId);
    const values = { withdrawnAtMs: nowOf(rows.production), withdrawnBy: me.name };
    await models.releases.update(values, { where });
    return { ...open, ...values };
  });

  const report = async (params: { productionId: string; cardId: string }) => {
    const rows = await loadRows(context, params.productionId);
    const status = statusOf(rows, params.cardId);
    return {
      made: cardReport(rows, status),
      name: fileName(rows.production.title, 'card', status.card.label, 'copies'),
    };
  };
  router.serve(cardReportPdf, async ({ params, res }) => {
    const { made, name } = await report(params);
    sendDocument(res, await cardPdf(made), 'application/pdf', name);
    return undefined;
  });
  router.serve(cardReportCsv, async ({ params, res }) => {
    const { made, name } = await report(params);
    sendDocument(res, cardCsv(made), 'text/csv', name);
    return undefined;
  });
}
