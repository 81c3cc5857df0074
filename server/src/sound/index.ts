import { readFile } from 'node:fs/promises';
import type { Content } from 'pdfmake/interfaces.js';
import { FAULT_WORDS, isolate, REFUND_WORDS, type Fault } from '@kavrell/core/sound';
import type { ProductionRows } from '@kavrell/core/productions';
import { zoneAt } from '@kavrell/core/time';
import { formatMoney } from '@kavrell/core/units';
import { faultPdf } from '@kavrell/contract';
import { smallPicture } from '../files/index.ts';
import type { Context } from '../platform/context.ts';
import {
  SOFT,
  fileName,
  head,
  heading,
  renderPdf,
  rows as rowLayout,
  sendDocument,
} from '../platform/documents/index.ts';
import { HttpProblem } from '../platform/problems.ts';
import type { Router } from '../platform/routing.ts';
import { loadRows } from '../productions/load.ts';

export function serveSound(router: Router, context: Context): void {
  router.serve(faultPdf, async ({ params, res }) => {
    const rows = await loadRows(context, params.productionId);
    const fault = rows.faults.find((f) => f.id === params.faultId);
    if (!fault) throw new HttpProblem(404, 'fault', 'There is no such fault in this production.');
    const name = fileName(rows.production.title, 'fault', fault.device);
    const pictures: string[] = [];
    for (const hash of fault.photoHashes) {
      const small = await smallPicture(context, hash);
      if (small) pictures.push(`data:image/jpeg;base64,${(await readFile(small)).toString('base64')}`);
    }
    sendDocument(res, await evidence(rows, fault, pictures), 'application/pdf', name);
    return undefined;
  });
}

/** One page for whoever owns the device: what was wrong, what was swapped and what that showed. */
function evidence(rows: ProductionRows, fault: Fault, pictures: readonly string[]): Promise<Buffer> {
  const zone = zoneAt(rows.days, fault.foundAtMs);
  const time = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short', timeZone: zone });
  const owner = rows.people.find((p) => p.id === fault.ownerId)?.name ?? 'nobody yet';
  const fact = (name: string, value: string): Content[] => [{ text: name, color: SOFT }, { text: value || '–' }];
  const content: Content[] = [
    { text: fault.device, bold: true, fontSize: 18 },
    { text: fault.symptom, fontSize: 12, margin: [0, 2, 0, 8] },
    {
      layout: 'noBorders',
      table: {
        widths: [110, '*'],
        body: [
          fact('Found', `${time.format(fault.foundAtMs)} (${zone})`),
          fact('Serial number', fault.serial),
          fact('Whose it is', fault.owedTo),
          fact('Decision', FAULT_WORDS[fault.decision]),
          fact('In whose hands', owner),
          fact(
            'Refund',
            `${REFUND_WORDS[fault.refund]}${fault.refundMinor === null ? '' : `, ${formatMoney(fault.refundMinor, rows.production.currency)}`}`,
          ),
        ],
      },
    },
    ...(fault.chain.length === 0 ? [] : swapped(fault, (ms) => time.format(ms))),
    heading('Evidence'),
    { text: fault.evidence || 'None written down.' },
    ...pictures.map((image): Content => ({ image, fit: [520, 360], margin: [0, 8, 0, 0] })),
  ];
  return renderPdf(`Fault: ${fault.device}`, content, `${rows.production.title} · fault sheet`);
}

/** The parts that were swapped, and what that showed. */
const swapped = (fault: Fault, format: (ms: number) => string): Content[] => [
  heading('What was swapped, one thing at a time'),
  fault.steps.length === 0
    ? { text: 'Nothing yet.', color: SOFT }
    : {
        layout: rowLayout,
        table: {
          headerRows: 1,
          widths: ['*', 'auto', 'auto', 'auto'],
          body: [
            [head('Part'), head('Still there?'), head('When'), head('Who')],
            ...fault.steps.map((s) => [s.part, s.still ? 'still there' : 'gone', format(s.atMs), s.by]),
          ],
        },
      },
  { text: isolate(fault.chain, fault.steps).words, margin: [0, 8, 0, 0], bold: true },
];
