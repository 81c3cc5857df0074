import type { ReactNode } from 'react';
import { DAY_DEFAULTS } from '@kavrell/core/day';
import { change } from '../platform/rows.ts';
import { Button } from '../ui/Button.tsx';
import { Empty } from '../ui/parts.tsx';
import { useProduction } from './production.tsx';

/** Adds a day: the one after the last, or today in this device’s zone. Nothing for those who may not. */
export function useAddDay(): (() => void) | null {
  const { production, rows, me } = useProduction();
  if (me.role !== 'owner') return null;
  return () => {
    const last = rows.days.at(-1);
    const date = last ? new Date(Date.parse(`${last.date}T12:00:00Z`) + 86400000) : new Date();
    void change(production.id, 'Added a day', [
      {
        op: 'insert',
        table: 'days',
        values: {
          number: (last?.number ?? 0) + 1,
          date: date.toISOString().slice(0, 10),
          timeZone: last?.timeZone ?? Intl.DateTimeFormat().resolvedOptions().timeZone,
          basePlaceId: rows.places[0]?.id ?? null,
          ...DAY_DEFAULTS,
        },
      },
    ]);
  };
}

/** In place of what a day is needed for: says what stands here, and makes the day. */
export function NoDay({ children }: { children: ReactNode }) {
  const addDay = useAddDay();
  return (
    <Empty
      title="No day yet"
      action={
        addDay ? (
          <Button look="primary" onClick={addDay}>
            Add a day
          </Button>
        ) : undefined
      }
    >
      {children}
    </Empty>
  );
}
