import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { bookings } from '@kavrell/contract';
import { bookedTwice } from '@kavrell/core/crew';
import { usePlanned } from '../../app/production.tsx';
import { call } from '../../platform/api.ts';

type Twice = ReturnType<typeof bookedTwice>;

/** On which dates people of this production are engaged elsewhere. Nothing while it is not known (offline), and for the crew, who may not see other jobs. */
function useBookings() {
  const { me, production } = usePlanned();
  return useQuery({
    queryKey: ['bookings', production.id],
    queryFn: () => call(bookings, { params: { productionId: production.id } }),
    enabled: me.role === 'owner',
  }).data;
}

/** The same, a date at a time. */
export function useAllBookings(): Twice {
  const others = useBookings();
  return useMemo(
    () => (others ?? []).flatMap((o) => o.dates.map((date) => ({ name: o.name, production: o.production, date }))),
    [others],
  );
}

/** Who of this production is engaged elsewhere on the same date; on `dates` only. */
export function useBookedTwice(dates: readonly string[]): Twice {
  const { rows } = usePlanned();
  const others = useBookings();
  const key = dates.join();
  return useMemo(() => {
    const dateOf = new Map(rows.days.map((d) => [d.id, d.date]));
    const mine = rows.people.map((p) => ({
      name: p.name,
      dates: rows.engagements.flatMap((e) => (e.personId === p.id ? (dateOf.get(e.dayId) ?? []) : [])),
    }));
    return bookedTwice(mine, others ?? []).filter((t) => key.split(',').includes(t.date));
  }, [rows.people, rows.engagements, rows.days, others, key]);
}
