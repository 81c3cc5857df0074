import { useQuery } from '@tanstack/react-query';
import { kitBookings, openHouse } from '@kavrell/contract';
import type { Piece } from '@kavrell/core/kit';
import type { Booking } from '@kavrell/core/kitNeeds';
import { call } from '../../platform/api.ts';
import { useRows } from '../../platform/rows.ts';

const NO_BOOKINGS: readonly Booking[] = Object.freeze([]);

/** Where what is on no job stands; null until the server said. */
export function useHouseId(): { id: string | null; error: unknown; again: () => void } {
  const { data, error, refetch } = useQuery({
    queryKey: ['house'],
    queryFn: () => call(openHouse, { params: {}, body: {} }),
    staleTime: Infinity,
  });
  return { id: data?.productionId ?? null, error: data ? null : error, again: () => void refetch() };
}

/** What one owns, with what of it is promised to which job; `known` once both were read: before, and without a network, nothing can be said to be free. */
export interface OwnKit {
  pieces: readonly Piece[];
  bookings: readonly Booking[];
  known: boolean;
}
export const UNKNOWN_KIT: OwnKit = { pieces: [], bookings: [], known: false };

export function useOwnKit(houseId: string): OwnKit {
  const { rows, query } = useRows(houseId, 'pieces');
  const bookings = useBookings();
  return { pieces: rows, bookings: bookings ?? NO_BOOKINGS, known: query.data !== undefined && bookings !== null };
}

/** Which pieces of the own list are on which job; null while nobody said. */
export function useBookings(): readonly Booking[] | null {
  return (
    useQuery({
      queryKey: ['kit-bookings'],
      queryFn: () => call(kitBookings, { params: {} }),
      staleTime: 0,
    }).data ?? null
  );
}
