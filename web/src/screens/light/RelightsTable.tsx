import { relightFields, type Relight, isDrawn, relightTime } from '@kavrell/core/light';
import { surroundingsOf, type PlannedRows } from '@kavrell/core/productions';
import { formatMinutes } from '@kavrell/core/units';
import { useMemo, useCallback } from 'react';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import type { Column } from '../../ui/column.ts';
import { choiceColumn, minutesColumn } from '../../ui/columns.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { tableEdits } from '../../ui/edits.ts';

/** What going from one setup to another takes, as somebody said. */
export function RelightsTable({
  facts,
  own,
}: {
  facts: Map<string, { open: number; rigMin: number; drawn: boolean }>;
  own: Pick<
    PlannedRows,
    | 'production'
    | 'days'
    | 'places'
    | 'rooms'
    | 'circuits'
    | 'placeFacts'
    | 'lightKit'
    | 'cameras'
    | 'scenes'
    | 'setups'
    | 'shots'
  >;
}) {
  const { rows, production, day } = usePlanned();
  const choices = useMemo(() => rows.setups.map((s) => [s.id, `${s.code} ${s.name}`] as const), [rows.setups]);
  const worked = useCallback(
    (r: Relight) => {
      const [from, to] = [r.fromSetupId, r.toSetupId].map((id) => own.setups.find((s) => s.id === id));
      if (!from || !to || !isDrawn(from.plan) || !isDrawn(to.plan)) return null;
      const s = surroundingsOf(own, to, day);
      return relightTime(from.plan, to, s.catalogue, s.room).minutes;
    },
    [own, day],
  );
  const relightColumns = useMemo<Column<Relight>[]>(
    () => [
      choiceColumn('fromSetupId', 'From', 'minmax(96px, 1fr)', choices),
      choiceColumn('toSetupId', 'To', 'minmax(96px, 1fr)', choices),
      minutesColumn('minutes', 'Said', '80px'),
      {
        id: 'plan',
        header: 'By plans',
        width: '90px',
        end: true,
        value: worked,
        render: (r) => <span>{worked(r) === null ? '–' : formatMinutes(worked(r) ?? 0)}</span>,
      },
    ],
    [choices, worked],
  );
  const undrawn = rows.setups.flatMap((a) =>
    rows.setups
      .filter(
        (b) =>
          a.id !== b.id &&
          a.placeId === b.placeId &&
          !rows.relights.some((r) => r.fromSetupId === a.id && r.toSetupId === b.id) &&
          !(isDrawn(a.plan) && isDrawn(b.plan)),
      )
      .map((b) => [a, b] as const),
  );
  return (
    <DataTable
      name="Relights"
      rows={rows.relights}
      columns={relightColumns}
      fields={relightFields}
      height="30vh"
      actions={
        undrawn.length > 0 ? (
          <Button
            size="small"
            onClick={() =>
              void change(
                production.id,
                'Relights to be said',
                undrawn.map(([a, b]) => ({
                  op: 'insert',
                  table: 'relights',
                  values: { fromSetupId: a.id, toSetupId: b.id, minutes: b.rigMin ?? facts.get(b.id)?.rigMin ?? 30 },
                })),
              )
            }
          >
            Say {undrawn.length} more
          </Button>
        ) : null
      }
      {...tableEdits<Relight>(production.id, 'relights', () => 'a relight', 'relight')}
    />
  );
}
