import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import { openFileOut, pathOf } from '@kavrell/contract';
import { bookingClashes, type Booking } from '@kavrell/core/kitNeeds';
import { PIECE_DEFAULTS, PIECE_STATE_WORDS, PIECE_STATES, pieceFields, type Piece } from '@kavrell/core/kit';
import { positionAfter } from '@kavrell/core/records';
import { formatCount, formatDate, formatMoney } from '@kavrell/core/units';
import { CsvInto } from '../../app/CsvInto.tsx';
import { usePlanned } from '../../app/production.tsx';
import { TableBench } from '../../app/TableBench.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { useBookings } from '../../shared/kit/house.ts';
import { Verdicts } from '../../shared/kit/Verdicts.tsx';
import { LinkButton } from '../../ui/Button.tsx';
import type { Column } from '../../ui/column.ts';
import { choiceColumn, moneyColumn, numberColumn, textColumn } from '../../ui/columns.tsx';
import { tableEdits } from '../../ui/edits.ts';
import { Look, Part, ScreenHead, Why } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet } from '../../ui/sheet.tsx';
import { PiecePhoto } from './PiecePhoto.tsx';
import { TakeAlong } from './TakeAlong.tsx';

const NO_BOOKINGS: readonly Booking[] = Object.freeze([]);
const MM = { unit: 'mm', optional: true } as const;
const COLUMNS: Column<Piece>[] = [
  textColumn('name', 'What', 'minmax(150px, 1.6fr)'),
  numberColumn('count', 'Pieces', '70px'),
  { ...textColumn<Piece>('department', 'For', '90px'), extra: 1 },
  { ...textColumn<Piece>('serial', 'Serial number', '120px'), extra: 1 },
  choiceColumn(
    'state',
    'State',
    '90px',
    PIECE_STATES.map((s) => [s, PIECE_STATE_WORDS[s]] as const),
  ),
  { ...textColumn<Piece>('whereabouts', 'Where it is', 'minmax(90px, 1fr)'), extra: 2 },
  { ...moneyColumn<Piece>('valueMinor', 'Worth', '86px', (p) => p.currency, { optional: true }), extra: 3 },
  { ...textColumn<Piece>('currency', 'Currency', '80px'), extra: 4 },
  { ...textColumn<Piece>('madeIn', 'Made in', '90px'), extra: 4 },
  { ...numberColumn<Piece>('massKg', 'Weight', '80px', { unit: 'kg', optional: true }), extra: 4 },
  { ...numberColumn<Piece>('widthMm', 'Wide', '78px', MM), extra: 5 },
  { ...numberColumn<Piece>('depthMm', 'Deep', '78px', MM), extra: 5 },
  { ...numberColumn<Piece>('heightMm', 'High', '78px', MM), extra: 5 },
  { ...textColumn<Piece>('note', 'Note', 'minmax(90px, 1fr)'), extra: 5 },
];

/** The list of what one owns: where each is, what it is worth, and on which jobs; what is promised twice leads. */
export function OwnKit() {
  const { production, rows } = usePlanned();
  const booked = useBookings();
  const bookings = booked ?? NO_BOOKINGS;
  const [chosenId] = useHashSelection();
  const { pieces } = rows;
  const clashes = useMemo(() => bookingClashes(pieces, bookings), [pieces, bookings]);
  const blank = (before: readonly object[] = []) => ({
    ...PIECE_DEFAULTS,
    name: `Piece ${pieces.length + before.length + 1}`,
    position: positionAfter(pieces) + before.length,
  });
  const add = () => {
    const id = newId();
    void change(production.id, 'A piece of your own', [{ op: 'insert', table: 'pieces', id, values: blank() }]);
    return id;
  };
  const edits = tableEdits<Piece>(
    production.id,
    'pieces',
    (p) => p.name,
    'own piece',
    (values, before) => ({
      ...blank(before),
      ...values,
    }),
  );
  const head = [
    formatCount(pieces.length, 'piece'),
    worth(pieces),
    clashes.length > 0 ? `${formatCount(clashes.length, 'clash', 'clashes')} of dates` : '',
    booked === null ? 'which job has what is not known here now' : '',
  ];
  return (
    <>
      <ScreenHead title="Own kit" note={head.filter(Boolean).join(' · ')} />
      {clashes.map((c) => (
        <Box key={`${c.pieceId}${c.fromDate}`} role="status" mb={2} data-clash>
          <Look>Promised twice</Look>: {c.name}, {c.asked} on {spanWords(c.fromDate, c.toDate)} ({c.titles.join(', ')}
          ), and {c.has === 0 ? 'none is ready' : `there ${c.has === 1 ? 'is' : 'are'} ${c.has}`}.
        </Box>
      ))}
      <TableBench
        title="What is yours"
        table="pieces"
        one="own piece"
        rows={pieces}
        columns={COLUMNS}
        fields={pieceFields}
        nameOf={(p) => p.name}
        adds={[['Add a piece', add]]}
        pasted={{ identity: 'name', blank }}
        empty="Each thing you own, once: “Prime 50 mm, serial 4711, in the flat, worth 900”. Jobs take it along from here, and a thing promised to two at once is told."
        side={(piece) => <PieceSide piece={piece} bookings={bookings} />}
        height="60vh"
      />
      <CsvInto
        what="Your list as CSV: its first line names the columns"
        rows={pieces}
        columns={COLUMNS}
        fields={pieceFields}
        identity="name"
        write={(changed, added) => edits.onPaste(changed, added, 'Read into')}
      />
      {chosenId === null ? (
        <Sheet>
          <Why
            lines={[
              'A piece counts as promised from the first to the last day of a job that takes it along; a job without a day promises nothing yet. Faulty, lent, lost and sold pieces are not there to be promised.',
              'Only you see this list: it is of no production, and stays when productions are deleted.',
            ]}
          />
          <Part title="All of it as one file">
            <Box mb={2}>What you own and the book of setups and pace, to keep or to take to another Kavrell.</Box>
            <LinkButton size="small" href={pathOf(openFileOut, { productionId: production.id })} download>
              Fetch it
            </LinkButton>
          </Part>
        </Sheet>
      ) : null}
    </>
  );
}

const spanWords = (from: string, to: string) =>
  from === to
    ? formatDate(from, { year: true })
    : `${formatDate(from, { year: true })} to ${formatDate(to, { year: true })}`;

/** What all of it is worth, by currency, and of how many nobody said. */
function worth(pieces: readonly Piece[]): string {
  const sums = new Map<string, number>();
  let unknown = 0;
  for (const p of pieces) {
    if (p.state === 'lost' || p.state === 'sold') continue;
    if (p.valueMinor === null) unknown += 1;
    else sums.set(p.currency, (sums.get(p.currency) ?? 0) + p.valueMinor * p.count);
  }
  if (sums.size === 0) return '';
  const known = [...sums].map(([currency, minor]) => formatMoney(minor, currency)).join(' and ');
  return `worth ${known}${unknown > 0 ? `, of ${unknown} not known` : ''}`;
}

function PieceSide({ piece, bookings }: { piece: Piece; bookings: readonly Booking[] }) {
  const own = bookings.filter((b) => b.pieceId === piece.id);
  return (
    <>
      <PiecePhoto piece={piece} />
      <Part title="On jobs">
        {own.length === 0 ? (
          <Box color="soft">On no job yet.</Box>
        ) : (
          own.map((b) => (
            <Box key={b.productionId}>
              {b.title}: {b.count} on {spanWords(b.fromDate, b.toDate)}
            </Box>
          ))
        )}
        <TakeAlong piece={piece} />
      </Part>
      <Verdicts name={piece.name} pieceId={piece.id} />
    </>
  );
}
