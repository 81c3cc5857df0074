import { useMemo } from 'react';
import { programCuts } from '@kavrell/core/cover';
import { takenOn } from '@kavrell/core/holds';
import { useProduction } from '../../app/production.tsx';

/** The input that is on air on the open day, by the switcher; null: nothing was. */
export function useOnAir(): string | null {
  const { rows, day } = useProduction();
  return useMemo(
    () => (day ? (programCuts(takenOn(rows.logEntries, day.id)).at(-1)?.input ?? null) : null),
    [rows.logEntries, day],
  );
}
