import { useCallback, useMemo } from 'react';
import {
  PLAN_DEFAULTS,
  SETUP_DEFAULTS,
  checkPlan,
  isDrawn,
  open,
  relightFields,
  relightTime,
  rigTime,
  setupFields,
  type Relight,
  type Setup,
} from '@kavrell/core/light';
import { LIGHT_PARTS, surroundingsOf } from '@kavrell/core/productions';
import { formatMinutes } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { StaleWord } from '../../app/Stale.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { choiceColumn, minutesColumn, numberColumn, textColumn } from '../../ui/columns.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import type { Column } from '../../ui/column.ts';
import { tableEdits } from '../../ui/edits.ts';
import { Look } from '../../ui/parts.tsx';
import { useSome } from '../../platform/some.ts';

/** All setups with their minutes and what is found on them, and what going from one to another takes. */
export function SetupsView({
  selectedId,
  onSelect,
}: {
  selectedId: string | null;
  onSelect: (id: string | null) => void;
}) {
  const { production, rows, day } = usePlanned();
  const own = useSome(rows, LIGHT_PARTS);
  const facts = useMemo(
    () =>
      new Map(
        own.setups.map((x) => {
          const s = surroundingsOf(own, x, day);
          return [
            x.id,
            {
              open: open(checkPlan(s)).length,
              rigMin: rigTime(x, s.catalogue, s.room).minutes,
              drawn: isDrawn(x.plan),
            },
          ];
        }),
      ),
    [own, day],
  );
  const columns = useMemo<Column<Setup>[]>(
    () => [
      textColumn('code', 'Code', '60px'),
      {
        ...textColumn<Setup>('name', 'Setup', 'minmax(120px, 1fr)'),
        render: (x) => (
          <>
            <span>{x.name}</span>
            <StaleWord id={x.id} />
          </>
        ),
      },
      {
        ...choiceColumn<Setup>(
          'placeId',
          'Place',
          '150px',
          rows.places.map((p) => [p.id, p.name] as const),
        ),
        extra: 1,
      },
      { ...numberColumn<Setup>('rigMin', 'Said', '80px', { unit: 'min', optional: true }), extra: 0.5 },
      {
        id: 'plan',
        header: 'By plan',
        width: '90px',
        end: true,
        value: (x) => facts.get(x.id)?.rigMin ?? 0,
        render: (x) => (
          <span>{facts.get(x.id)?.drawn ? formatMinutes(facts.get(x.id)?.rigMin ?? 0) : 'not drawn'}</span>
        ),
      },
      {
        id: 'open',
        header: 'Look out',
        width: '90px',
        end: true,
        value: (x) => facts.get(x.id)?.open ?? 0,
        render: (x) => (facts.get(x.id)?.open ? <Look>{facts.get(x.id)?.open}</Look> : <span>–</span>),
      },
      { ...numberColumn<Setup>('hands', 'Hands', '80px'), extra: 0.6 },
      {
        ...choiceColumn<Setup>(
          'fromSetupId',
          'Made from',
          '110px',
          rows.setups.map((x) => [x.id, x.code] as const),
          'nothing',
        ),
        extra: 2,
      },
      { ...textColumn<Setup>('notes', 'Notes', 'minmax(200px, 2fr)'), extra: 3 },
    ],
    [rows.places, rows.setups, facts],
  );
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
    <>
      <DataTable
        name="Light setups"
        rows={rows.setups}
        columns={columns}
        fields={setupFields}
        selectedId={selectedId}
        onSelect={(s) => onSelect(s?.id ?? null)}
        height="44vh"
        identity="code"
        {...tableEdits<Setup>(
          production.id,
          'setups',
          (s) => s.code,
          'setup',
          (values) => ({
            ...SETUP_DEFAULTS,
            name: 'New setup',
            placeId: rows.setups[0]?.placeId ?? rows.places[0]?.id,
            plan: PLAN_DEFAULTS,
            ...values,
          }),
        )}
      />
      <h2 style={{ marginTop: 24, marginBottom: 8 }}>From one to another, as somebody said</h2>
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
    </>
  );
}
