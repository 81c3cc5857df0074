import type { Piece } from '../../rooms/kit/index.ts';

/** Something of the own list that a job takes along, on its dates. */
export interface Booking {
  pieceId: string;
  productionId: string;
  title: string;
  fromDate: string;
  toDate: string;
  count: number;
}

/** A day span on which more of a piece is promised than there is. */
export interface BookingClash {
  pieceId: string;
  name: string;
  /** What there is, and what is promised at once. */
  has: number;
  asked: number;
  fromDate: string;
  toDate: string;
  titles: string[];
}

/** How many of a piece other jobs have on some dates, at most at once. */
export function bookedOn(
  pieceId: string,
  bookings: readonly Booking[],
  { fromDate, toDate, not }: { fromDate: string; toDate: string; not: string },
): number {
  const others = bookings.filter(
    (b) => b.pieceId === pieceId && b.productionId !== not && b.fromDate <= toDate && b.toDate >= fromDate,
  );
  // What is asked for changes only where a booking begins.
  const starts = [fromDate, ...others.map((b) => b.fromDate).filter((d) => d > fromDate)];
  return Math.max(
    0,
    ...starts.map((d) => others.reduce((sum, b) => (b.fromDate <= d && b.toDate >= d ? sum + b.count : sum), 0)),
  );
}

/** Pieces promised to more jobs at once than there are of them, or promised while they are lost, sold or lent: by piece, the first dates first. */
export function bookingClashes(pieces: readonly Piece[], bookings: readonly Booking[]): BookingClash[] {
  const byPiece = new Map<string, Booking[]>();
  for (const b of bookings) byPiece.set(b.pieceId, [...(byPiece.get(b.pieceId) ?? []), b]);
  return pieces.flatMap((piece) => {
    const own = [...(byPiece.get(piece.id) ?? [])].sort((a, b) => (a.fromDate < b.fromDate ? -1 : 1));
    const has = piece.state === 'ready' ? piece.count : 0;
    const clashes: BookingClash[] = [];
    for (const start of new Set(own.map((b) => b.fromDate))) {
      const at = own.filter((b) => b.fromDate <= start && b.toDate >= start);
      const asked = at.reduce((sum, b) => sum + b.count, 0);
      if (asked <= has) continue;
      const toDate = at.map((b) => b.toDate).sort()[0] as string;
      clashes.push({
        ...{ pieceId: piece.id, name: piece.name, has, asked, fromDate: start, toDate },
        titles: [...new Set(at.map((b) => b.title))],
      });
    }
    return clashes;
  });
}
