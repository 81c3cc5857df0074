import { useState, type ReactNode } from 'react';
import { DAY_DEFAULTS, type Day } from '@kavrell/core/day';
import type { ProductionRows } from '@kavrell/core/productions';
import { formatDate } from '@kavrell/core/units';
import { firstDayOps } from '@kavrell/core/start';
import { newId } from '../platform/id.ts';
import { change, type Op } from '../platform/rows.ts';
import { Button } from '../ui/Button.tsx';
import { DateField } from '../ui/DateField.tsx';
import { Empty } from '../ui/parts.tsx';
import { usePlanned } from './production.tsx';

type NewDay = Omit<Day, 'id' | 'productionId' | 'version' | 'deletedAt'>;

/** What a day on this date starts with: numbered after the others, in the zone of the last one or of this device. */
export function newDay(rows: Pick<ProductionRows, 'days' | 'places'>, date: string): NewDay {
  const last = rows.days.at(-1);
  return {
    number: Math.max(0, ...rows.days.map((d) => d.number)) + 1,
    date,
    timeZone: last?.timeZone ?? Intl.DateTimeFormat().resolvedOptions().timeZone,
    basePlaceId: rows.places[0]?.id ?? null,
    ...DAY_DEFAULTS,
  };
}

/** Adds a day on a date that is typed or picked: any, the evening before too. Nothing for those who may not. */
export function AddDay({ primary = false }: { primary?: boolean }) {
  const { production, rows, me } = usePlanned();
  const [asking, setAsking] = useState(false);
  if (me.role !== 'owner') return null;
  const last = rows.days.at(-1);
  const next = last ? new Date(Date.parse(`${last.date}T12:00:00Z`) + 86_400_000).toISOString().slice(0, 10) : '';
  const add = (date: string) => {
    setAsking(false);
    const id = newId();
    void change(production.id, `Added a day on ${formatDate(date)}`, [
      { op: 'insert', table: 'days', id, values: newDay(rows, date) },
      ...(firstDayOps(rows, { dayId: id, newId }) as Op[]),
    ]);
  };
  if (!asking)
    return (
      <Button look={primary ? 'primary' : 'plain'} size={primary ? undefined : 'small'} onClick={() => setAsking(true)}>
        Add a day
      </Button>
    );
  return <DateField label="The date of the new day" start={next} take={add} cancel={() => setAsking(false)} />;
}

/** In place of what a day is needed for: says what stands here, and makes the day. */
export function NoDay({ children }: { children: ReactNode }) {
  return (
    <Empty title="No day yet" action={<AddDay primary />}>
      {children}
    </Empty>
  );
}
