import type { Content } from 'pdfmake/interfaces.js';
import { PAPER_KIND_WORDS, type MoneyPaper, type PaperContent } from '@kavrell/core/money';
import { formatDate, formatMoney } from '@kavrell/core/units';
import { HAIR, SOFT, head, heading, renderPdf, rows as rowLines } from '../platform/documents/index.ts';

/** What the margins leave of each paper. */
const WIDTH_PT = { A4: 523, LETTER: 540 } as const;

const date = (iso: string) => formatDate(iso, { year: true });
const blocks = (...lines: string[]): string[] => lines.map((l) => l.trim()).filter(Boolean);

const addressOf = (who: PaperContent['sender'] | PaperContent['payer']): string[] =>
  blocks(who.name, ...who.address.split('\n'), [who.postcode, who.city].filter(Boolean).join(' '), who.country);

/** A quote, invoice or credit as it was issued. Everything on it is of the frozen paper. */
export function paperPdfOf(paper: MoneyPaper): Promise<Buffer> {
  const { content: c } = paper;
  const title = `${PAPER_KIND_WORDS[paper.kind]} ${paper.number}`;
  const facts = factsOf(paper);
  const content: Content[] = [
    {
      columns: [
        {
          width: '*',
          stack: [
            { text: c.sender.name, bold: true, fontSize: 13 },
            ...addressOf(c.sender)
              .slice(1)
              .map((text) => ({ text, color: SOFT })),
          ],
        },
        {
          width: 'auto',
          stack: blocks(
            c.sender.phone,
            c.sender.email,
            c.sender.web,
            c.sender.vatId ? `VAT ${c.sender.vatId}` : '',
            c.sender.taxNumber ? `Tax number ${c.sender.taxNumber}` : '',
          ).map((text) => ({ text, color: SOFT, alignment: 'right' as const, noWrap: true })),
        },
      ],
    },
    {
      canvas: [{ type: 'line', x1: 0, y1: 0, x2: WIDTH_PT[c.sender.paper], y2: 0, lineWidth: 0.5, lineColor: HAIR }],
      margin: [0, 14, 0, 18],
    },
    {
      columns: [
        { width: '*', stack: addressOf(c.payer).map((text, i) => (i === 0 ? { text, bold: true } : { text })) },
        {
          width: 'auto',
          layout: 'noBorders',
          table: {
            body: facts.map(([k, v]) => [
              { text: k, color: SOFT },
              { text: v, alignment: 'right' as const },
            ]),
          },
        },
      ],
    },
    { text: title, bold: true, fontSize: 22, margin: [0, 26, 0, 2] },
    { text: [c.title, ...span(c)].join(' · '), fontSize: 11, margin: [0, 0, 0, 12] },
    ...(paper.kind === 'credit'
      ? [{ text: `Takes back ${c.ofNumber} whole.`, margin: [0, 0, 0, 8] as [number, number, number, number] }]
      : []),
    linesOf(c),
    sumsOf(c, paper.kind),
    ...(c.sender.taxFree && c.taxMinor === 0
      ? [{ text: c.sender.taxFree, margin: [0, 6, 0, 0] as [number, number, number, number] }]
      : []),
    ...c.texts.flatMap((t): Content[] => [
      heading(t.head),
      { ul: t.lines.map((text) => ({ text })), margin: [0, 0, 0, 2] },
    ]),
    ...paymentsOf(c),
    ...closing(paper),
  ];
  return renderPdf(title, content, [c.sender.name, title].join(' · '), { paper: c.sender.paper });
}

const span = ({ fromDate, toDate }: PaperContent): string[] =>
  fromDate === null ? [] : [fromDate === toDate ? date(fromDate) : `${date(fromDate)} to ${date(toDate as string)}`];

function factsOf({ kind, number, issuedOn, dueOn, content: c }: MoneyPaper): [string, string][] {
  return [
    ['Number', number],
    ['Date', date(issuedOn)],
    ...(dueOn ? [[kind === 'quote' ? 'Holds until' : 'To be paid by', date(dueOn)] as [string, string]] : []),
    ...(c.payer.reference ? [['Your reference', c.payer.reference] as [string, string]] : []),
    ...(c.payer.vatId ? [['Your VAT number', c.payer.vatId] as [string, string]] : []),
    ...(kind !== 'quote' && kind !== 'credit' && c.ofNumber ? [['Our quote', c.ofNumber] as [string, string]] : []),
  ];
}

function linesOf(c: PaperContent): Content {
  const money = (minor: number) => formatMoney(minor, c.currency, { cents: true });
  const right = (text: string) => ({ text, alignment: 'right' as const, noWrap: true });
  const isOne = (l: PaperContent['lines'][number]) => l.quantityMilli === 1000 && !l.unit;
  // Where every line is one thing nobody reads how many.
  const counted = c.lines.some((l) => !isOne(l));
  const count = (l: PaperContent['lines'][number]) =>
    isOne(l)
      ? [right(''), right('')]
      : [
          right(`${l.quantityMilli / 1000}${l.unit ? `\u00a0${l.unit}` : ''}`.replace('-', '−')),
          right(money(l.unitMinor)),
        ];
  return {
    layout: rowLines,
    table: {
      headerRows: 1,
      dontBreakRows: true,
      widths: ['*', ...(counted ? ['auto', 'auto'] : []), 'auto', 'auto'],
      body: [
        [
          head('What'),
          ...(counted ? [head('How many', 'right'), head('Each', 'right')] : []),
          head('Tax', 'right'),
          head('Net', 'right'),
        ],
        ...c.lines.map((l) => [
          { text: l.words },
          ...(counted ? count(l) : []),
          right(`${l.taxBp / 100}\u00a0%`),
          right(money(l.netMinor)),
        ]),
      ],
    },
  };
}

function sumsOf(c: PaperContent, kind: MoneyPaper['kind']): Content {
  const money = (minor: number) => formatMoney(minor, c.currency, { cents: true });
  const row = (words: string, minor: number, bold = false) => [
    { text: words, bold, alignment: 'right' as const },
    { text: money(minor), bold, alignment: 'right' as const, noWrap: true },
  ];
  const last = kind === 'quote' ? 'In all' : kind === 'credit' ? 'Given back' : 'To be paid';
  return {
    margin: [0, 8, 0, 0],
    columns: [
      { width: '*', text: '' },
      {
        width: 'auto',
        layout: 'noBorders',
        table: {
          body: [
            row('Net', c.netMinor),
            ...c.taxes
              .filter((t) => t.taxBp > 0)
              .map((t) => row(`Tax ${t.taxBp / 100}\u00a0% of ${money(t.netMinor)}`, t.taxMinor)),
            ...(c.roundingMinor === 0 ? [] : [row('Rounded by', c.roundingMinor)]),
            row(last, c.grossMinor, true),
          ],
        },
      },
    ],
  };
}

function paymentsOf(c: PaperContent): Content[] {
  if (c.payments.length === 0) return [];
  return [
    heading('Payments'),
    {
      layout: rowLines,
      table: {
        widths: ['*', 'auto', 'auto'],
        body: c.payments.map((p) => [
          p.words,
          p.onDate ? date(p.onDate) : '',
          { text: formatMoney(p.minor, c.currency, { cents: true }), alignment: 'right' as const },
        ]),
      },
    },
  ];
}

function closing({ kind, number, content: c }: MoneyPaper): Content[] {
  const bank = [c.sender.iban ? `Account ${c.sender.iban}` : '', c.sender.bic ? `Bank ${c.sender.bic}` : ''].filter(
    Boolean,
  );
  return [
    ...(kind !== 'quote' && kind !== 'credit' && bank.length > 0
      ? [heading('Where to pay'), { text: `${bank.join(', ')}, with ${number}.` } as Content]
      : []),
    ...(kind === 'quote'
      ? [
          {
            text: 'Sums are estimated from the plan as it stands on this date; what changes is priced and agreed before it is done.',
            color: SOFT,
            margin: [0, 12, 0, 0],
          } as Content,
        ]
      : []),
    ...(c.sender.smallPrint
      ? [{ text: c.sender.smallPrint, color: SOFT, fontSize: 8, margin: [0, 10, 0, 0] } as Content]
      : []),
  ];
}
