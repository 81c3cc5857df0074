import { useMemo } from 'react';
import { relightFields, setupFields, type Relight, type Setup } from '@kavrell/core/light';
import { formatCount, formatMinutes } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { choiceColumn, minutesColumn, textColumn } from '../../ui/columns.tsx';
import { DataTable, type Column } from '../../ui/DataTable.tsx';
import { tableEdits } from '../../ui/edits.ts';
import { RowFields } from '../../ui/RowFields.tsx';
import { Empty, Facts, Part, ScreenHead } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet } from '../../ui/sheet.tsx';

/** Light setups with their rig minutes, and what going from one to another takes. */
export function LightScreen() {
  const { production, rows } = useProduction();
  const [selectedId, select] = useHashSelection();
  const placeChoices = rows.places.map((p) => [p.id, p.name] as const);
  const columns = useMemo<Column<Setup>[]>(
    () => [
      textColumn('code', 'Code', '60px'),
      textColumn('name', 'Setup', 'minmax(140px, 1fr)'),
      { ...choiceColumn<Setup>('placeId', 'Place', '150px', placeChoices), extra: 1 },
      minutesColumn('rigMin', 'Rig', '90px'),
      { ...textColumn<Setup>('notes', 'Notes', 'minmax(200px, 2fr)'), extra: 2 },
    ],
    [rows.places],
  );
  const setupChoices = rows.setups.map((s) => [s.id, `${s.code} ${s.name}`] as const);
  const relightColumns = useMemo<Column<Relight>[]>(
    () => [
      choiceColumn('fromSetupId', 'From', 'minmax(110px, 1fr)', setupChoices),
      choiceColumn('toSetupId', 'To', 'minmax(110px, 1fr)', setupChoices),
      minutesColumn('minutes', 'Relight', '90px'),
    ],
    [rows.setups],
  );
  const edits = tableEdits<Setup>(production.id, 'setups', (s) => s.code, 'setup');
  const nextCode = () => {
    for (let n = rows.setups.length + 1; ; n += 1) if (!rows.setups.some((s) => s.code === `L${n}`)) return `L${n}`;
  };
  const place = rows.places[0];
  const add = () => {
    if (!place) return;
    const id = newId();
    void change(production.id, 'Added a light setup', [
      {
        op: 'insert',
        table: 'setups',
        id,
        values: { code: nextCode(), name: 'New setup', placeId: place.id, rigMin: 30, notes: '' },
      },
    ]);
    select(id);
  };
  const setup = rows.setups.find((s) => s.id === selectedId);
  const others = setup ? rows.setups.filter((s) => s.id !== setup.id && s.placeId === setup.placeId) : [];
  const known = (from: Setup, to: Setup) =>
    rows.relights.find((r) => r.fromSetupId === from.id && r.toSetupId === to.id);
  const used = setup ? rows.shots.filter((s) => s.setupId === setup.id) : [];
  return (
    <>
      <ScreenHead title="Light setups">
        <Button look="primary" onClick={add} disabled={!place}>
          Add a setup
        </Button>
      </ScreenHead>
      {rows.setups.length === 0 ? (
        <Empty title="No light setup yet" action={place ? <Button onClick={add}>Add a setup</Button> : null}>
          {place
            ? 'A setup has a code, a place and the minutes to rig it from nothing: “L1, founder’s bench, 38 min”.'
            : 'Add a place first: a setup stands somewhere.'}
        </Empty>
      ) : (
        <>
          <DataTable
            name="Light setups"
            rows={rows.setups}
            columns={columns}
            fields={setupFields}
            selectedId={selectedId}
            onSelect={(s) => select(s?.id ?? null)}
            height="44vh"
            {...edits}
          />
          <h2 style={{ marginTop: 24, marginBottom: 8 }}>From one to another</h2>
          <DataTable
            name="Relights"
            rows={rows.relights}
            columns={relightColumns}
            fields={relightFields}
            height="30vh"
            {...tableEdits<Relight>(production.id, 'relights', () => 'a relight', 'relight')}
          />
        </>
      )}
      <Sheet>
        {setup ? (
          <>
            <Part>
              <h2>
                {setup.code} {setup.name}
              </h2>
              <div>{setup.notes}</div>
            </Part>
            <Part>
              <Facts
                rows={[
                  ['Rig from nothing', formatMinutes(setup.rigMin)],
                  ['Used by', formatCount(used.length, 'shot')],
                  ['Shots', used.map((s) => s.code).join(' ') || 'none'],
                ]}
              />
            </Part>
            <Part title="To and from its neighbours">
              <Facts
                rows={others.flatMap(
                  (o) =>
                    [
                      [
                        `${setup.code} to ${o.code}`,
                        known(setup, o)
                          ? formatMinutes(known(setup, o)?.minutes ?? 0)
                          : `not said: ${formatMinutes(o.rigMin)}`,
                      ],
                    ] as [string, string][],
                )}
              />
              {others
                .filter((o) => !known(setup, o))
                .map((o) => (
                  <div key={o.id} style={{ marginTop: 8 }}>
                    <Button
                      size="small"
                      onClick={() =>
                        void change(production.id, `${setup.code} to ${o.code}`, [
                          {
                            op: 'insert',
                            table: 'relights',
                            values: { fromSetupId: setup.id, toSetupId: o.id, minutes: o.rigMin },
                          },
                        ])
                      }
                    >
                      Say how long {setup.code} to {o.code} takes
                    </Button>
                  </div>
                ))}
            </Part>
            <RowFields row={setup} columns={columns} fields={setupFields} onEdit={edits.onEdit} />
            <Part title="Care">
              Stands, frames and wind; cables and water; hot lamps near cloth: local codes, the venue and licensed
              people decide.
            </Part>
          </>
        ) : (
          <Part>Choose a setup to see where it is used.</Part>
        )}
      </Sheet>
    </>
  );
}
