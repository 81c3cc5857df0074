import express, { type Express } from 'express';
import { sheetDifference } from '@kavrell/core/callsheet';
import type { Person } from '@kavrell/core/people';
import { dateOf } from '@kavrell/core/time';
import type { Context } from '../platform/context.ts';
import { fileName, sendDocument } from '../platform/documents/index.ts';
import { idFrom } from '../platform/ids.ts';
import { HttpProblem } from '../platform/problems.ts';
import { nowOf, productionOf } from '../productions/index.ts';
import { readRows } from '../rows/index.ts';
import { personCalendar } from './calendar.ts';
import { originOf, paperOf, type WholeSheet } from './index.ts';
import { linkPath, personalRoutes, readLink } from '../people/links.ts';
import { wordsPage } from '../platform/documents/plainPage.ts';
import { personalPage } from './page.ts';
import { callSheetPdf } from './pdf.ts';

interface Opened {
  personId: string | null;
  person: Person | null;
  people: Person[];
  sheets: WholeSheet[];
  /** The latest version of the day that is next, or the last one. */
  sheet: WholeSheet | null;
  /** The newest version of every day that is theirs. */
  theirs: WholeSheet[];
  path: string;
}

/** The sheet a link opens: of the day that is today or next by the production’s clock, its newest version; else of the last day that has one. */
async function openLink(context: Context, token: string): Promise<Opened> {
  const link = await readLink(context, token);
  const production = await productionOf(context, link.productionId);
  const [people, all] = await Promise.all([
    readRows(context, link.productionId, 'people'),
    readRows(context, link.productionId, 'frozenSheets'),
  ]);
  const sheets = all.filter((s): s is WholeSheet => s.content !== null).sort((a, b) => a.revision - b.revision);
  const newest = [...new Map(sheets.map((s) => [s.dayId, s])).values()].sort((a, b) =>
    a.content.date < b.content.date ? -1 : 1,
  );
  // Who is on no more of a day’s newest version is told so by it; days they were never on are none of theirs.
  const theirs = link.personId
    ? newest.filter((s) =>
        sheets.some((x) => x.dayId === s.dayId && x.content.people.some((p) => p.id === link.personId)),
      )
    : newest;
  const now = nowOf(production);
  const sheet = theirs.find((s) => s.content.date >= dateOf(now, s.content.timeZone)) ?? theirs.at(-1) ?? null;
  return {
    personId: link.personId,
    person: people.find((p) => p.id === link.personId) ?? null,
    people,
    sheets,
    sheet,
    theirs,
    path: linkPath(context, link.id),
  };
}

/** Notes that somebody opened or understood a version: once, whatever is sent how often. */
async function note(
  { models }: Context,
  sheet: WholeSheet,
  personId: string,
  kind: 'opened' | 'understood',
): Promise<void> {
  await models.sheetReads.bulkCreate(
    [
      {
        id: idFrom('sheetRead', sheet.id, personId, kind),
        productionId: sheet.productionId,
        sheetId: sheet.id,
        personId,
        kind,
        atMs: Date.now(),
      },
    ],
    { ignoreDuplicates: true },
  );
}

/** What of others this person may see on their own sheet: nothing unless their `sees` says so. Rates never. */
function seen(opened: Opened, field: 'phone' | 'diet'): ReadonlyMap<string, string> {
  const sees = opened.person?.sees ?? 'own';
  const may = field === 'phone' ? sees !== 'own' : sees === 'all';
  return new Map(may ? opened.people.flatMap((p) => (p[field] ? [[p.id, p[field]] as const] : [])) : []);
}

async function page(context: Context, opened: Opened): Promise<string> {
  const { sheet, personId } = opened;
  if (!sheet)
    return wordsPage(
      'No sheet yet',
      'Nothing has been frozen yet. Open this link again when you are told that the sheet is out.',
      '/sheet.js',
    );
  const reads = personId
    ? await context.models.sheetReads.findAll({
        where: { productionId: sheet.productionId, personId },
      })
    : [];
  const understood = reads.find((r) => r.sheetId === sheet.id && r.kind === 'understood');
  const earlier = opened.sheets.filter((s) => s.dayId === sheet.dayId && s.revision < sheet.revision);
  const before =
    earlier.findLast((s) => reads.some((r) => r.sheetId === s.id && r.kind === 'understood')) ?? earlier.at(-1) ?? null;
  return personalPage({
    sheet,
    person: sheet.content.people.find((p) => p.id === personId) ?? null,
    changed: before ? sheetDifference(before.content, sheet.content) : [],
    since: before?.revision ?? null,
    understoodAtMs: understood?.atMs ?? null,
    phones: seen(opened, 'phone'),
    diets: seen(opened, 'diet'),
    path: opened.path,
  });
}

/** Personal pages: no account, no session, no script needed. A link shows its own person’s sheet and nothing else. */
export function servePersonalSheets(app: Express, context: Context): void {
  const withLink = personalRoutes((token) => openLink(context, token));
  app.get(
    '/s/:token',
    withLink(async (_req, res, opened) => {
      if (opened.sheet && opened.personId) await note(context, opened.sheet, opened.personId, 'opened');
      res.type('html').send(await page(context, opened));
    }),
  );
  app.post(
    '/s/:token/understood',
    express.urlencoded({ extended: false, limit: '4kb' }),
    withLink(async (req, res, opened) => {
      const { sheet: said } = req.body as { sheet?: unknown };
      const sheet = opened.sheets.find((s) => s.id === said);
      if (!opened.personId || !sheet)
        throw new HttpProblem(
          409,
          'sheet',
          'The version you read is not there any more. Open your link again and read the newest.',
        );
      // What was understood is the version that was read, also when a newer one came meanwhile.
      await note(context, sheet, opened.personId, 'opened');
      await note(context, sheet, opened.personId, 'understood');
      res.redirect(303, opened.path);
    }),
  );
  app.get(
    '/s/:token/day.ics',
    withLink(async (req, res, { sheet, personId, path }) => {
      const person = sheet?.content.people.find((p) => p.id === personId);
      if (!sheet || !person) throw new HttpProblem(404, 'sheet', 'You are on no sheet that is out.');
      res.setHeader(
        'content-disposition',
        `attachment; filename="${fileName(sheet.content.production.title, 'day', String(sheet.content.dayNumber))}.ics"`,
      );
      res
        .type('text/calendar; charset=utf-8')
        .send(
          personCalendar(
            [{ sheet: sheet.content, person, revision: sheet.revision, dayId: sheet.dayId }],
            `${originOf(req)}${path}`,
          ),
        );
    }),
  );
  // To subscribe to: every day that is theirs, each by its newest version.
  app.get(
    '/s/:token/days.ics',
    withLink(async (req, res, { theirs, personId, path }) => {
      const days = theirs.flatMap((s) => {
        const person = s.content.people.find((p) => p.id === personId);
        return person ? [{ sheet: s.content, person, revision: s.revision, dayId: s.dayId }] : [];
      });
      res.type('text/calendar; charset=utf-8').send(personCalendar(days, `${originOf(req)}${path}`));
    }),
  );
  app.get(
    '/s/:token/sheet.pdf',
    withLink(async (req, res, opened) => {
      const { sheet } = opened;
      if (!sheet) throw new HttpProblem(404, 'sheet', 'Nothing has been frozen yet.');
      const phones = seen(opened, 'phone');
      const pdf = await callSheetPdf({
        content: sheet.content,
        revision: sheet.revision,
        note: sheet.note,
        paper: paperOf(req),
        phones: phones.size > 0 ? phones : null,
        latestUrl: `${originOf(req)}${opened.path}`,
      });
      sendDocument(
        res,
        pdf,
        'application/pdf',
        fileName(sheet.content.production.title, 'day', String(sheet.content.dayNumber)),
      );
    }),
  );
}
