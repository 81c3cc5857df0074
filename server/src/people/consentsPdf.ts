import type { TableCell } from 'pdfmake/interfaces.js';
import { SIGNATURE_ASPECT, consentsNeeded, signaturePath } from '@kavrell/core/people';
import type { ProductionRows } from '@kavrell/core/productions';
import { formatDate } from '@kavrell/core/units';
import { SOFT, head, heading, renderPdf, rows as lines } from '../platform/documents/index.ts';

const SIGNATURE_HEIGHT = 26;
const STATES = { missing: 'not asked', asked: 'asked', signed: 'signed', refused: 'refused' } as const;

/** Who agreed to be seen: name, state, date, guardian and the signature as drawn; empty lines to sign on for who has not. */
export async function consentsPdf(
  rows: Pick<ProductionRows, 'production' | 'people' | 'shots' | 'consents'>,
): Promise<Buffer> {
  const needs = consentsNeeded(rows.people, rows.shots, rows.consents);
  const body = needs.map((need): TableCell[] => {
    const person = rows.people.find((p) => p.id === need.personId);
    const own = rows.consents.find((c) => c.personId === need.personId);
    return [
      {
        text: [
          { text: person?.name ?? '', bold: true },
          {
            text: person?.minor
              ? `\nunder 18${own?.guardian ? `, signed by ${own.guardian}` : ', a guardian signs'}`
              : '',
            color: SOFT,
            fontSize: 8,
          },
        ],
      },
      STATES[need.state],
      own?.signedOn ? formatDate(own.signedOn, { year: true }) : '',
      own?.signature
        ? {
            svg: `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${SIGNATURE_ASPECT * 100} 100"><path d="${signaturePath(own.signature)}" fill="none" stroke="#111111" stroke-width="2.5"/></svg>`,
            width: SIGNATURE_HEIGHT * SIGNATURE_ASPECT,
          }
        : { text: ' ', margin: [0, SIGNATURE_HEIGHT - 10, 0, 0] },
    ];
  });
  return renderPdf(
    `${rows.production.title}: consents`,
    [
      { text: rows.production.title, bold: true, fontSize: 16 },
      { text: 'Who agreed to be seen', color: SOFT },
      heading('What they agree to'),
      { text: rows.production.consentTerms || 'Not written yet.' },
      {
        margin: [0, 10, 0, 0],
        layout: lines,
        table: {
          headerRows: 1,
          widths: ['*', 60, 80, 100],
          body: [[head('Name'), head('State'), head('Date'), head('Signature')], ...body],
        },
      },
      {
        text: 'The law of the place decides what a release must say, and whether a drawn name is enough.',
        color: SOFT,
        fontSize: 8,
        margin: [0, 10, 0, 0],
      },
    ],
    'Consents',
  );
}
