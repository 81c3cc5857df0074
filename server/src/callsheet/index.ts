import type { Request } from 'express';
import { UniqueConstraintError } from 'sequelize';
import { isLoopback, type FrozenSheet, type SheetContent } from '@kavrell/core/callsheet';
import type { Day } from '@kavrell/core/day';
import type { Person } from '@kavrell/core/people';
import { sheetOf, type ProductionRows } from '@kavrell/core/productions';
import {
  PAPERS,
  callSheetPdf as callSheetPdfRoute,
  freezeSheet,
  frozenSheetPdf,
  listSheetLinks,
  readSheets,
  revokeSheetLink,
  sendSheet,
  tickSheetPdf,
} from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import { inChangeSet } from '../platform/db/index.ts';
import { fileName, sendDocument } from '../platform/documents/index.ts';
import { HttpProblem } from '../platform/problems.ts';
import type { Router } from '../platform/routing.ts';
import { isOpen, ownAddresses } from '../platform/secure/index.ts';
import { loadRows } from '../productions/load.ts';
import { readRows } from '../rows/index.ts';
import { linkFor, linkPath } from '../people/links.ts';
import { callSheetPdf } from './pdf.ts';
import { recipients, sendTo } from './send.ts';
import { tickSheet } from './tickSheet.ts';

export type WholeSheet = FrozenSheet & { content: SheetContent };

/** The day of a production, or a problem in words. */
export function dayIn(rows: ProductionRows, dayId: string): Day {
  const day = rows.days.find((d) => d.id === dayId);
  if (!day) throw new HttpProblem(404, 'day', 'There is no such day in this production.');
  return day;
}

/** A frozen sheet with all that it says, or a problem in words. */
export async function wholeSheet({ models }: Context, productionId: string, id: string): Promise<WholeSheet> {
  const row = await models.frozenSheets.findOne({
    where: { id, productionId, deletedAt: null },
  });
  if (!row) throw new HttpProblem(404, 'sheet', 'There is no such sheet. It may have been taken back.');
  if (!row.content)
    throw new HttpProblem(
      409,
      'sheetOld',
      'This sheet was frozen before its whole text was kept. Freeze a new version and send that.',
    );
  return row as WholeSheet;
}

/** The version before, of the same day; null when there is none with its text. */
export async function sheetBefore({ models }: Context, sheet: WholeSheet): Promise<WholeSheet | null> {
  const rows = await models.frozenSheets.findAll({
    where: { productionId: sheet.productionId, dayId: sheet.dayId, deletedAt: null },
    order: [['revision', 'DESC']],
  });
  return (rows.find((r) => r.revision < sheet.revision && r.content !== null) as WholeSheet | undefined) ?? null;
}

/** The paper that was asked for. */
export const paperOf = (req: Request) => PAPERS.find((p) => p === String(req.query.paper).toUpperCase()) ?? 'A4';
/** This server as the reader reaches it. */
/** The origin by which others reach this server, whoever asks: null while only this machine does. */
export function originFor(config: Context['config'], asked: string): string | null {
  if (!isLoopback(new URL(asked).hostname)) return asked;
  const [address] = isOpen(config) ? ownAddresses() : [];
  return address ? `https://${address}:${config.securePort}` : null;
}

export const originOf = (req: Request): string => `${req.protocol}://${req.get('host') ?? 'localhost'}`;

export function serveCallSheet(router: Router, context: Context): void {
  servePapers(router, context);
  serveLinks(router, context);
  const { db, models } = context;
  router.serve(readSheets, async ({ params }) => {
    const rows = await loadRows(context, params.productionId);
    const days = [...rows.days]
      .sort((a, b) => a.number - b.number)
      .map((day) => {
        const out = rows.frozenSheets
          .filter((s): s is WholeSheet => s.dayId === day.id && s.content !== null)
          .sort((a, b) => b.revision - a.revision)[0];
        return {
          dayId: day.id,
          sheetId: out?.id ?? null,
          revision: out?.revision ?? null,
          content: out?.content ?? sheetOf(rows, day),
        };
      });
    return { title: rows.production.title, atMs: Date.now(), days };
  });
  router.serve(freezeSheet, async ({ params, body, me }) => {
    const rows = await loadRows(context, params.productionId);
    const day = dayIn(rows, params.dayId);
    const newest = Math.max(0, ...rows.frozenSheets.filter((s) => s.dayId === day.id).map((s) => s.revision));
    const content = sheetOf(rows, day);
    const taken = new HttpProblem(
      409,
      'frozenMeanwhile',
      `Version ${body.revision} of this day was frozen meanwhile, in another window or by somebody else. Look at what it says, then freeze version ${newest + 1}.`,
    );
    if (body.revision !== newest + 1) throw taken;
    try {
      await inChangeSet(db, { changeSetId: null, actor: me.actor }, (transaction) =>
        models.frozenSheets.create(
          {
            id: body.id,
            productionId: params.productionId,
            dayId: day.id,
            revision: body.revision,
            frozenAtMs: Date.now(),
            note: body.note,
            shots: content.shots.map((s) => ({ shotId: s.id, code: s.code })),
            content,
          },
          { transaction },
        ),
      );
    } catch (error) {
      if (error instanceof UniqueConstraintError) throw taken;
      throw error;
    }
    return { id: body.id, revision: body.revision };
  });

  router.serve(sendSheet, async ({ params, body, req, me }) => {
    const sheet = await wholeSheet(context, params.productionId, params.sheetId);
    const before = await sheetBefore(context, sheet);
    const people = await readRows(context, params.productionId, 'people');
    const all = recipients(sheet, before, people);
    const chosen = body.personIds ? all.filter((p) => body.personIds?.includes(p.id)) : all;
    if (chosen.length === 0)
      throw new HttpProblem(
        409,
        'nobody',
        'Nobody is on this sheet: put people on the day under People, and freeze it again.',
      );
    const shownOrigin = originOf(req);
    return sendTo(context, sheet, before, chosen, {
      origin: originFor(context.config, shownOrigin),
      shownOrigin,
      actor: me.actor,
    });
  });
}

/** The sheet as a document: as it stands, as it went out, and the one that is ticked on the day. */
function servePapers(router: Router, context: Context): void {
  const { db } = context;
  /** Phones on paper are for the owner, who hands it out. */
  const phonesOf = (people: readonly Person[]) => new Map(people.map((p) => [p.id, p.phone] as const));
  const latest = (productionId: string, req: Request) =>
    db.transaction(async (t) => `${originOf(req)}${linkPath(context, await linkFor(context, productionId, null, t))}`);

  router.serve(callSheetPdfRoute, async ({ params, req, res, me }) => {
    const rows = await loadRows(context, params.productionId);
    const day = dayIn(rows, params.dayId);
    const pdf = await callSheetPdf({
      content: sheetOf(rows, day),
      revision: null,
      note: '',
      paper: paperOf(req),
      phones: me.role === 'owner' ? phonesOf(rows.people) : null,
      latestUrl: null,
    });
    sendDocument(res, pdf, 'application/pdf', fileName(rows.production.title, 'day', String(day.number), 'call sheet'));
    return undefined;
  });
  router.serve(tickSheetPdf, async ({ params, req, res }) => {
    const rows = await loadRows(context, params.productionId);
    const day = dayIn(rows, params.dayId);
    const pdf = await tickSheet(rows, day, paperOf(req));
    sendDocument(res, pdf, 'application/pdf', fileName(rows.production.title, 'day', String(day.number), 'tick sheet'));
    return undefined;
  });
  router.serve(frozenSheetPdf, async ({ params, req, res, me }) => {
    const sheet = await wholeSheet(context, params.productionId, params.sheetId);
    const people = await readRows(context, params.productionId, 'people');
    const pdf = await callSheetPdf({
      content: sheet.content,
      revision: sheet.revision,
      note: sheet.note,
      paper: paperOf(req),
      phones: me.role === 'owner' ? phonesOf(people) : null,
      latestUrl: await latest(params.productionId, req),
    });
    sendDocument(
      res,
      pdf,
      'application/pdf',
      fileName(
        sheet.content.production.title,
        'day',
        String(sheet.content.dayNumber),
        'version',
        String(sheet.revision),
      ),
    );
    return undefined;
  });
}

/** Links by which people read their sheet. */
function serveLinks(router: Router, context: Context): void {
  const { db } = context;
  router.serve(listSheetLinks, async ({ params }) => {
    const [rows] = await db.query(
      `SELECT id, person_id AS "personId", expires_at AS "expiresAt" FROM sheet_links WHERE production_id = $1 AND revoked_at IS NULL AND expires_at > now() ORDER BY created_at`,
      { bind: [params.productionId] },
    );
    return (rows as { id: string; personId: string | null; expiresAt: Date }[]).map((r) => ({
      id: r.id,
      personId: r.personId,
      expiresAt: new Date(r.expiresAt).toISOString(),
      path: linkPath(context, r.id),
    }));
  });
  router.serve(revokeSheetLink, async ({ params }) => {
    await db.query(
      'UPDATE sheet_links SET revoked_at = coalesce(revoked_at, now()) WHERE id = $1 AND production_id = $2',
      {
        bind: [params.linkId, params.productionId],
      },
    );
    return { ok: true as const };
  });
}
