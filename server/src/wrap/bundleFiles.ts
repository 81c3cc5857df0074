import { createReadStream } from 'node:fs';
import type { Readable } from 'node:stream';
import { QueryTypes } from 'sequelize';
import { toCsv } from '@kavrell/core/formats';
import { REPORT_KINDS, REPORT_WORDS } from '@kavrell/core/onset';
import { consentsNeeded, creditsText } from '@kavrell/core/people';
import { missingOfDay, type ProductionRows } from '@kavrell/core/productions';
import type { Day } from '@kavrell/core/day';
import { STILL_WORDS, entriesOf } from '@kavrell/core/log';
import { MISSING_WORDS, bundlePartsFor, type BundlePart, type BundleRole } from '@kavrell/core/wrap';
import type { Context } from '../platform/context.ts';
import { fileName } from '../platform/documents/index.ts';
import { custodyCsvOf, handOvers } from '../copies/custody.ts';
import { mediaCsvOf } from '../copies/mediaReport.ts';
import { filePath } from '../files/index.ts';
import { lineFiles, lineOf, liveCutOf } from '../lineup/exports.ts';
import { nowOf } from '../productions/index.ts';
import { shotListPdf } from '../scenes/pdf.ts';
import { bundlePage, type PageDay } from './bundlePage.ts';
import { dayReport, reportCsv, reportPdf } from './report.ts';
import { scriptPage } from './scriptPage.ts';
import { setReportOf, setReportPdfOf } from './setReports.ts';

/** A file of a hand-over: made when its turn comes. */
export interface BundleFile {
  part: BundlePart;
  name: string;
  make: () => Promise<string | Buffer | Readable>;
}

const EXTENSIONS: Readonly<Record<string, string>> = {
  ...{ 'image/jpeg': 'jpg', 'image/png': 'png', 'image/webp': 'webp' },
};

/** What hours, receipts and sign-offs are open is no reader’s but the owner’s. */
const OWN_BUSINESS = new Set(['hours', 'report', 'signOff', 'credit', 'thing', 'keepUntil', 'consent']);

/** Days on which something happened, with their lines and what is missing. */
function daysOf(rows: ProductionRows, role: BundleRole): PageDay[] {
  const nowMs = nowOf(rows.production);
  return rows.days.flatMap((day): PageDay[] => {
    const { facts, lines } = dayReport(rows, day, nowMs);
    const happened = facts.takes.some((t) => t.dayId === day.id) || rows.logEntries.some((e) => e.dayId === day.id);
    if (!happened) return [];
    const all = missingOfDay(rows, day, facts, lines, { nowMs, owner: true });
    return [{ day, lines, missing: role === 'archive' ? all : all.filter((m) => !OWN_BUSINESS.has(m.kind)) }];
  });
}

type Add = (part: BundlePart, name: string, make: BundleFile['make']) => void;

const pdf = (name: string) => `${name}.pdf`;

/** Everything that a hand-over for somebody is made of, but its own page and list of hashes. */
export async function bundleFiles(
  context: Context,
  rows: ProductionRows,
  role: BundleRole,
): Promise<{ files: BundleFile[]; page: () => string }> {
  const wanted = new Set(bundlePartsFor(role));
  const days = daysOf(rows, role);
  const files: BundleFile[] = [];
  const add = (part: BundlePart, name: string, make: BundleFile['make']) => {
    if (wanted.has(part)) files.push({ part, name, make });
  };
  add('shotList', 'shot list.pdf', () => shotListPdf(context, rows, null));
  add('script', 'script.html', async () => scriptPage(rows));
  for (const { day } of days) {
    addDay(add, rows, day);
    if (wanted.has('line')) await addLine(add, context, rows, day);
  }
  if (wanted.has('missing'))
    add('missing', 'missing.csv', async () =>
      toCsv(
        ['Day', 'What', 'Which', 'Who', 'By'],
        days.flatMap(({ day, missing }) =>
          missing.flatMap((m) =>
            m.facts.map((f) => [String(day.number), MISSING_WORDS[m.kind], f.name, f.who, f.by ?? '']),
          ),
        ),
      ),
    );
  add('hashes', 'media hashes.csv', async () => mediaCsvOf(rows));
  add('custody', 'custody.csv', async () => custodyCsvOf(await handOvers(context, rows.production.id)));
  add('look', 'look.json', async () => lookJson(rows));
  add('music', 'music and sounds.csv', async () => musicCsv(rows));
  add('consents', 'consents.csv', async () => consentsCsv(rows));
  add('deliverables', 'deliverables.csv', async () => deliverablesCsv(rows));
  add('credits', 'credits.txt', async () => creditsText(rows.credits));
  if (wanted.has('stills')) await addStills(add, context, rows);
  const made = new Date().toISOString();
  return {
    files,
    page: () => bundlePage({ rows, role, days, files, madeAt: made, withMissing: wanted.has('missing') }),
  };
}

function addDay(add: Add, rows: ProductionRows, day: Day): void {
  const folder = `day ${day.number}`;
  const nowMs = nowOf(rows.production);
  add('dayReport', `${folder}/${pdf('report')}`, () => reportPdf(dayReport(rows, day, nowMs)));
  add('dayReport', `${folder}/report.csv`, async () => reportCsv(dayReport(rows, day, nowMs)));
  const setReport = (kind: (typeof REPORT_KINDS)[number]) => setReportOf(rows, day, { kind, personId: null, nowMs });
  for (const kind of REPORT_KINDS)
    for (const part of kind === 'sound' ? (['setReports', 'soundReport'] as const) : (['setReports'] as const)) {
      const name = `${folder}/${REPORT_WORDS[kind].toLowerCase()}`;
      add(part, pdf(name), () => setReportPdfOf(setReport(kind)));
      add(part, `${name}.csv`, async () => {
        const { table } = setReport(kind);
        return toCsv(table.columns, table.lines);
      });
    }
}

/** Where the clips of a day stand, as timelines, edit lists and a table; nothing where no clip was read. */
async function addLine(add: Add, context: Context, rows: ProductionRows, day: Day): Promise<void> {
  const made = await lineOf(context, rows, day);
  if (made.line.placed.length === 0) return;
  const live = liveCutOf(made, rows, day).map((f) => ({ ...f, name: `live cut/${f.name}` }));
  for (const f of [...lineFiles(made, 'all', { of: 'day' }), ...live])
    add('line', `day ${day.number}/line-up/${f.name}`, async () => f.text);
}

/** Pictures that the job names: from the set, boards, of the look. Faces of people are not among them. */
async function addStills(add: Add, context: Context, rows: ProductionRows): Promise<void> {
  const types = new Map(
    (
      await context.db.query<{ hash: string; type: string }>(
        'SELECT hash, media_type AS type FROM files JOIN production_files USING (hash) WHERE production_id = $1',
        { bind: [rows.production.id], type: QueryTypes.SELECT },
      )
    ).map((f) => [f.hash, f.type]),
  );
  const codeOf = new Map(rows.shots.map((s) => [s.id, s.code]));
  const taken = new Set<string>();
  const put = (hash: string, called: string) => {
    const extension = EXTENSIONS[types.get(hash) ?? ''];
    if (!extension) return;
    let name = `stills/${fileName(called)}.${extension}`;
    for (let n = 2; taken.has(name); n += 1) name = `stills/${fileName(called)}-${n}.${extension}`;
    taken.add(name);
    add('stills', name, async () => createReadStream(filePath(context, hash)));
  };
  for (const e of entriesOf(rows.logEntries, 'still'))
    put(e.payload.hash, `${codeOf.get(e.payload.shotId ?? '') ?? ''} ${STILL_WORDS[e.payload.about]}`);
  for (const p of rows.pictures)
    if (p.fileHash)
      put(p.fileHash, p.role === 'board' ? `board ${codeOf.get(p.shotId ?? '') ?? ''}` : `look ${p.caption}`);
}

const lookJson = (rows: ProductionRows): string =>
  JSON.stringify(
    rows.palettes.map(({ name, role, reason, storyState, sceneIds, swatches }) => ({
      ...{ name, role, reason, storyState, swatches },
      scenes: rows.scenes.filter((s) => sceneIds.includes(s.id)).map((s) => s.number),
    })),
    null,
    1,
  );

const musicCsv = (rows: ProductionRows): string =>
  toCsv(
    ['Name', 'Kind', 'Length s', 'Beats a minute', 'May be used for', 'Hung on it'],
    rows.tracks.map((t) => [
      ...[t.name, t.kind, String(t.durationS), t.bpm === null ? '' : String(t.bpm), t.rights || 'nobody said'],
      rows.pins
        .filter((p) => p.trackId === t.id)
        .map((p) => rows.shots.find((s) => s.id === p.shotId)?.code ?? '')
        .filter(Boolean)
        .join(' '),
    ]),
  );

/** Who may be seen and who not, by name: whoever cuts needs to know, and nothing else of them is told. */
const consentsCsv = (rows: ProductionRows): string => {
  const names = new Map(rows.people.map((p) => [p.id, p.name]));
  const words = {
    missing: 'not asked',
    asked: 'asked, not signed',
    signed: 'signed',
    refused: 'refused: must not be shown',
  };
  const usage = (id: string) => rows.consents.find((c) => c.personId === id && c.state === 'signed')?.usage ?? '';
  return toCsv(
    ['Name', 'State', 'For what'],
    consentsNeeded(rows.people, rows.shots, rows.consents).map((c) => [
      names.get(c.personId) ?? '',
      words[c.state],
      usage(c.personId),
    ]),
  );
};

const deliverablesCsv = (rows: ProductionRows): string =>
  toCsv(
    ['Title', 'Tag', 'Pieces', 'Length s', 'Width px', 'Height px', 'Frames a second', 'Captions', 'Due', 'Notes'],
    rows.deliverables.map((d) => [
      ...[d.title, d.tag, String(d.pieces), String(d.durationS), String(d.widthPx), String(d.heightPx)],
      ...[d.rate, d.captions, d.due ?? '', d.notes],
    ]),
  );
