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

/** What one owns, with what of it is promised to which job. Nothing while it is not known: without a network, and for the crew. */
export function useOwnKit(houseId: string): { pieces: readonly Piece[]; bookings: readonly Booking[] } {
  const { rows } = useRows(houseId, 'pieces');
  return { pieces: rows, bookings: useBookings() };
}

/** Which pieces of the own list are on which job. */
export function useBookings(): readonly Booking[] {
  return (
    useQuery({
      queryKey: ['kit-bookings'],
      queryFn: () => call(kitBookings, { params: {} }),
      staleTime: 0,
    }).data ?? NO_BOOKINGS
  );
}
