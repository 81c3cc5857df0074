import { readFile } from 'node:fs/promises';
import type { Content, TableCell } from 'pdfmake/interfaces.js';
import { strokePaths, type Picture } from '@kavrell/core/look';
import type { ProductionRows } from '@kavrell/core/productions';
import { rollup, shotListLines, type Shot, type ShotListLine } from '@kavrell/core/scenes';
import { formatCount, formatDate, formatEighths, formatMinutes } from '@kavrell/core/units';
import { smallPicture } from '../files/index.ts';
import { mediaTypeOf } from '../files/store.ts';
import type { Context } from '../platform/context.ts';
import { SOFT, head, heading, renderPdf, rows } from '../platform/documents/index.ts';

type Stills = ReadonlyMap<string, string>;

/** The boards’ files as data addresses; what paper can’t hold is left out. */
async function readStills(context: Context, productionId: string, pictures: readonly Picture[]): Promise<Stills> {
  const stills = new Map<string, string>();
  for (const { fileHash } of pictures) {
    if (!fileHash || stills.has(fileHash)) continue;
    const type = await mediaTypeOf(context, productionId, fileHash);
    const small = type?.startsWith('image/') ? await smallPicture(context, fileHash) : null;
    if (small === null) continue;
    stills.set(fileHash, `data:image/jpeg;base64,${(await readFile(small)).toString('base64')}`);
  }
  return stills;
}

/** A board at a width: the still, or the scribble drawn anew. */
function board(picture: Picture | null, stills: Stills, width: number): Content | null {
  if (!picture) return null;
  const height = (width * picture.heightPx) / picture.widthPx;
  const still = picture.fileHash ? stills.get(picture.fileHash) : undefined;
  const paths = strokePaths(picture.strokes, width, height)
    .map(
      (p) =>
        `<path d="${p.d}" fill="none" stroke="#111" stroke-width="${p.strokeWidth.toFixed(2)}" stroke-linecap="round" stroke-linejoin="round"/>`,
    )
    .join('');
  if (still) return { image: still, width };
  if (!paths) return null;
  return {
    svg: `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}"><rect width="${width}" height="${height}" fill="none" stroke="#c8c8c8"/>${paths}</svg>`,
    width,
  };
}

function title(production: ProductionRows['production'], what: string): Content[] {
  return [
    {
      columns: [
        {
          width: '*',
          stack: [
            { text: production.title, bold: true, fontSize: 20, lineHeight: 1 },
            { text: production.client, color: SOFT, margin: [0, 2, 0, 0] },
          ],
        },
        { width: 'auto', alignment: 'right', text: what, bold: true, fontSize: 12 },
      ],
    },
    { canvas: [{ type: 'line', x1: 0, y1: 0, x2: 523, y2: 0, lineWidth: 1.5 }], margin: [0, 8, 0, 4] },
  ];
}

function table(lines: readonly ShotListLine[], stills: Stills): Content {
  const pictured = lines.some((l) => l.board);
  return {
    layout: rows,
    table: {
      headerRows: 1,
      dontBreakRows: true,
      widths: [34, ...(pictured ? [72] : []), '*', 60, 92, 62, 28, 62],
      body: [
        [
          head('Shot'),
          ...(pictured ? [head('')] : []),
          head('What'),
          head('Size'),
          head('How'),
          head('Who'),
          head('Light'),
          head('Length', 'right'),
        ],
        ...lines.map((l): TableCell[] => [
          { text: l.shot.code, bold: true, fontSize: 11 },
          ...(pictured ? [board(l.board, stills, 66) ?? { text: '' }] : []),
          {
            stack: [
              { text: l.shot.description || 'not described yet' },
              ...(l.shot.reason ? [{ text: l.shot.reason, color: SOFT, fontSize: 8 }] : []),
              ...(l.shot.fallback ? [{ text: `Fallback: ${l.shot.fallback}`, color: SOFT, fontSize: 8 }] : []),
            ],
          },
          { text: [l.size, l.shot.happensOnce ? '\nonce' : '', l.shot.priority === 'must' ? '\nmust' : ''].join('') },
          { text: l.how },
          { text: l.people },
          { text: l.light },
          { text: l.length, alignment: 'right' },
        ]),
      ],
    },
  };
}

const left = (r: ReturnType<typeof rollup>) =>
  [
    formatCount(r.shots, 'shot'),
    formatMinutes(r.minutes),
    formatCount(r.takes, 'take'),
    formatCount(r.setups, 'set-up'),
    formatCount(r.musts.length, 'must', 'musts'),
  ].join(' · ');

/** The shot list scene by scene; with `order`, one list in the order given. */
export async function shotListPdf(
  context: Context,
  data: ProductionRows,
  order: { title: string; shots: readonly Shot[] } | null,
): Promise<Buffer> {
  const stills = await readStills(
    context,
    data.production.id,
    data.pictures.filter((p) => p.role === 'board'),
  );
  const wanted = (order?.shots ?? data.shots).filter((s) => !s.dropped);
  const content: Content[] = [
    ...title(data.production, order ? order.title : 'Shot list'),
    { text: left(rollup(wanted, data.scenes)), color: SOFT },
  ];
  if (order)
    content.push({ ...(table(shotListLines(wanted, data), stills) as object), margin: [0, 8, 0, 0] } as Content);
  else
    for (const scene of data.scenes) {
      const own = wanted.filter((s) => s.sceneId === scene.id);
      if (own.length === 0) continue;
      const place = data.places.find((p) => p.id === scene.placeId)?.name;
      content.push(heading(`${scene.number} ${scene.title}`), {
        text: [
          place,
          scene.inside ? 'inside' : 'outside',
          scene.timeOfDay,
          formatEighths(scene.eighths),
          left(rollup(own, data.scenes)),
        ]
          .filter(Boolean)
          .join(' · '),
        color: SOFT,
        fontSize: 8,
        margin: [0, 0, 0, 4],
      });
      content.push(table(shotListLines(own, data), stills));
    }
  if (wanted.length === 0) content.push({ text: 'No shots yet.', margin: [0, 12, 0, 0] });
  return renderPdf(
    `${data.production.title} shot list`,
    content,
    `${data.production.title} · ${formatDate(new Date().toISOString().slice(0, 10), { year: true })}`,
  );
}

/** Boards three across, with their number and what is in them. */
export async function boardsPdf(context: Context, data: ProductionRows): Promise<Buffer> {
  const stills = await readStills(context, data.production.id, data.pictures);
  const lines = shotListLines(
    data.shots.filter((s) => !s.dropped),
    data,
  ).filter((l) => l.board);
  const cells = lines.map((l): TableCell => ({
    stack: [
      board(l.board, stills, 165) ?? { text: 'this picture can’t be printed', color: SOFT },
      { text: [{ text: `${l.shot.code} `, bold: true }, l.shot.description], margin: [0, 3, 0, 0] },
      { text: [l.size, l.shot.lens].filter(Boolean).join(' · '), color: SOFT, fontSize: 8 },
    ],
    margin: [0, 0, 0, 10],
  }));
  const body = Array.from({ length: Math.ceil(cells.length / 3) }, (_, i) =>
    [0, 1, 2].map((k) => cells[i * 3 + k] ?? { text: '' }),
  );
  return renderPdf(
    `${data.production.title} boards`,
    [
      ...title(data.production, 'Boards'),
      body.length
        ? { layout: 'noBorders', table: { widths: ['*', '*', '*'], dontBreakRows: true, body } }
        : { text: 'No shot has a board yet.', margin: [0, 12, 0, 0] },
    ],
    data.production.title,
  );
}
