import { formatCount, formatDate, formatRunning } from '@kavrell/core/units';
import type { ProductionRows } from '@kavrell/core/productions';
import { cardsOf } from '@kavrell/core/productions';
import {
  BUNDLE_PARTS,
  BUNDLE_ROLE_WORDS,
  MISSING_WORDS,
  VERDICT_WORDS,
  wrapCode,
  wrapWhat,
  type BundleRole,
  type Missing,
  type WrapRow,
} from '@kavrell/core/wrap';
import type { Day } from '@kavrell/core/day';
import { esc, plainPage, said } from '../platform/documents/plainPage.ts';

/** A day as the page of a hand-over tells it. */
export interface PageDay {
  day: Day;
  lines: readonly WrapRow[];
  missing: readonly Missing[];
}
export interface BundlePage {
  rows: ProductionRows;
  role: BundleRole;
  days: readonly PageDay[];
  /** Parts with the files that they became. */
  files: readonly { part: keyof typeof BUNDLE_PARTS; name: string }[];
  madeAt: string;
  /** What is missing is for whoever goes on working with it. */
  withMissing: boolean;
}

const link = (name: string): string => `<a href="${esc(encodeURI(name))}">${esc(name)}</a>`;

/** The first thing that is opened: one page with everything in it, which reads in any browser, with no script and no network. */
export function bundlePage(b: BundlePage): string {
  const { production } = b.rows;
  const title = `${production.title}: hand-over for ${BUNDLE_ROLE_WORDS[b.role]}`;
  return plainPage(
    title,
    [
      `<h1>${said(production.title, 'span')}</h1>`,
      `<p class="s">${production.client ? `${said(production.client)} · ` : ''}For ${BUNDLE_ROLE_WORDS[b.role]} · made ${esc(formatDate(b.madeAt.slice(0, 10), { year: true }))}</p>`,
      about(b),
      inIt(b),
      ...b.days.map((d) => dayPart(b, d)),
      '<p class="s">The media themselves are not in it: they are on the drives. Whether this hand-over is whole: unpack it and run <code>kavrell verify</code> on the folder, or <code>sha1sum -c hashes.sha1</code>.</p>',
    ].join('\n'),
  );
}

function about({ rows, role }: BundlePage): string {
  const { production } = rows;
  const owner = production.editOwner ? `Cut by ${said(production.editOwner)}.` : 'Who cuts it is not said yet.';
  const rate = `${esc(production.rate)} frames a second, ${production.captureWidthPx} × ${production.captureHeightPx}.`;
  const drives =
    role === 'client'
      ? ''
      : `<h2>Where the media are</h2><ul>${rows.drives.map((d) => `<li><strong>${said(d.name)}</strong>: ${d.whereabouts ? said(d.whereabouts) : 'nobody said where'}${d.keepUntil ? `, kept until ${esc(formatDate(d.keepUntil, { year: true }))}` : ', until when it is kept is not said'}</li>`).join('')}</ul><p class="s">${esc(formatCount(cardsOf(rows).filter((c) => c.state === 'kept').length, 'card'))} of ${rows.cards.length} kept as the job wants it.</p>`;
  const isSimulated = [...rows.cameras, ...rows.cards, ...rows.drives].some((x) => x.simulated);
  const simulated = isSimulated
    ? '<p class="l">Some cameras, cards or drives of this job are simulated: their clips and copies are stand-ins.</p>'
    : '';
  return `<section>${simulated}<p>${owner} ${rate}</p>${drives}</section>`;
}

function inIt({ files }: BundlePage): string {
  const parts = [...new Set(files.map((f) => f.part))];
  const lines = parts.map((part) => {
    const own = files.filter((f) => f.part === part);
    const names =
      own.length > 12 ? [`${own.length} files in ${esc(own[0]!.name.split('/')[0]!)}/`] : own.map((f) => link(f.name));
    return `<li><strong>${esc(BUNDLE_PARTS[part].words)}</strong><br>${names.join('<br>')}</li>`;
  });
  return `<h2>What is in it</h2><ul>${lines.join('')}</ul>`;
}

const cell = (text: string): string => `<td>${text}</td>`;

function dayPart({ withMissing }: BundlePage, { day, lines, missing }: PageDay): string {
  const open =
    withMissing && missing.length > 0
      ? `<h3>Missing</h3><ul>${missing
          .map(
            (m) =>
              `<li><strong>${esc(MISSING_WORDS[m.kind])}</strong>: ${m.names
                .slice(0, 40)
                .map((n) => said(n))
                .join(', ')}${m.names.length > 40 ? ` and ${m.names.length - 40} more` : ''}</li>`,
          )
          .join('')}</ul>`
      : '';
  const head = ['Shot', 'Take', 'From', 'Timecode', 'Length', 'Verdict', 'Clip'].map(
    (t) => `<th align="left">${t}</th>`,
  );
  const body = lines
    .filter((l) => l.take)
    .map((l) => {
      const { take } = l;
      const cells = [
        `${said(wrapCode(l) || '–')} <span class="s">${said(wrapWhat(l))}</span>`,
        take ? `${take.wild ? 'wild ' : ''}${take.number}` : '',
        esc(l.letter ?? ''),
        esc(take?.timecodeIn ?? ''),
        take?.cutAtMs ? esc(formatRunning(take.cutAtMs - take.rolledAtMs)) : '',
        take?.verdict ? VERDICT_WORDS[take.verdict] : '',
        l.clip ? said(l.clip.name) : '',
      ];
      return `<tr>${cells.map(cell).join('')}</tr>`;
    });
  const table =
    body.length === 0
      ? '<p>No take of this day was logged.</p>'
      : `<details open><summary>${esc(formatCount(body.length, 'line'))}</summary><div style="overflow-x:auto"><table cellpadding="3" style="font-size:14px;border-collapse:collapse"><tr>${head.join('')}</tr>${body.join('')}</table></div></details>`;
  return `<h2>Day ${day.number}, ${esc(formatDate(day.date, { long: true, year: true }))}</h2>${open}${table}`;
}
