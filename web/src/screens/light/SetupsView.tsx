import { RelightsTable } from './RelightsTable.tsx';
import { useMemo } from 'react';
import {
  PLAN_DEFAULTS,
  SETUP_DEFAULTS,
  checkPlan,
  isDrawn,
  open,
  rigTime,
  setupFields,
  type Setup,
} from '@kavrell/core/light';
import { LIGHT_PARTS, surroundingsOf } from '@kavrell/core/productions';
import { formatMinutes } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { StaleWord } from '../../app/Stale.tsx';
import { choiceColumn, numberColumn, textColumn } from '../../ui/columns.tsx';
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
      <RelightsTable facts={facts} own={own} />
    </>
  );
}
