import { useMemo } from 'react';
import { SHARED_KINDS, SHARED_WORDS, sharedThingFields, type SharedThing } from '@kavrell/core/cover';
import { positionAfter } from '@kavrell/core/records';
import { TableBench } from '../../app/TableBench.tsx';
import { usePlanned } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import type { Column } from '../../ui/column.ts';
import { choiceColumn, numberColumn, textColumn } from '../../ui/columns.tsx';

type Named = readonly { id: string; name: string }[];

/** A column of several rows of another table, typed by their names with commas between. */
function manyColumn(id: 'cameraIds' | 'boxIds' | 'sourceIds', header: string, rows: Named): Column<SharedThing> {
  const get = (t: SharedThing) =>
    t[id]
      .map((x) => rows.find((r) => r.id === x)?.name ?? '')
      .filter(Boolean)
      .join(', ');
  return {
    ...{ id, header, width: 'minmax(90px, 1fr)' },
    value: (t) => get(t) || '–',
    edit: {
      get,
      set: (text) => ({
        [id]: text
          .split(/[,;]/)
          .map((n) => n.trim())
          .filter(Boolean)
          .map((name) => {
            const row = rows.find((r) => r.name.toLowerCase() === name.toLowerCase());
            if (!row) throw new Error(`There is no “${name}” here. There are: ${rows.map((r) => r.name).join(', ')}.`);
            return row.id;
          }),
      }),
    },
  };
}

/** What several cameras, recorders or sources hang on together: what the plan can’t know by itself. */
export function SharedThings() {
  const { production, rows, me } = usePlanned();
  const columns = useMemo<Column<SharedThing>[]>(
    () => [
      textColumn('name', 'Thing', 'minmax(120px, 1fr)'),
      {
        ...choiceColumn<SharedThing>(
          'kind',
          'What it is',
          '150px',
          SHARED_KINDS.map((k) => [k, SHARED_WORDS[k]] as const),
        ),
        extra: 1,
      },
      manyColumn(
        'cameraIds',
        'Cameras',
        rows.cameras.map((c) => ({ id: c.id, name: c.letter })),
      ),
      { ...manyColumn('boxIds', 'Recorders and boxes', rows.soundBoxes), extra: 2 },
      { ...manyColumn('sourceIds', 'Sounds', rows.soundSources), extra: 3 },
      { ...numberColumn<SharedThing>('inputs', 'Inputs', '80px', { optional: true }), extra: 4 },
      {
        ...{ id: 'others', header: 'Also goes in', width: 'minmax(100px, 1fr)', extra: 5 },
        value: (t) => t.others.join(', ') || '–',
        edit: {
          get: (t) => t.others.join(', '),
          set: (text) => ({
            others: text
              .split(/[,;]/)
              .map((x) => x.trim())
              .filter(Boolean),
          }),
        },
      },
    ],
    [rows.cameras, rows.soundBoxes, rows.soundSources],
  );
  const blank = (before: readonly object[] = []) => ({
    ...{
      name: 'A circuit',
      kind: 'circuit' as const,
      cameraIds: [],
      boxIds: [],
      sourceIds: [],
      inputs: null,
      others: [],
    },
    position: positionAfter(rows.sharedThings) + before.length,
  });
  const add = () => {
    const id = newId();
    void change(production.id, 'A shared thing', [{ op: 'insert', table: 'sharedThings', id, values: blank() }]);
    return id;
  };
  if (me.role !== 'owner') return null;
  return (
    <TableBench
      title="What hangs on one thing"
      table="sharedThings"
      one="shared thing"
      rows={rows.sharedThings}
      columns={columns}
      fields={sharedThingFields}
      nameOf={(t) => t.name}
      adds={[['Add a shared thing', add]]}
      pasted={{ identity: 'name', blank }}
      empty="Bodies, cards, packs, operators, radios and recorders are known from the plan. Say here what it can’t know: “Circuit by the stage: A, B”, “Desk of the hall: both feeds”, “Switcher: A to E, 6 inputs”."
      height="28vh"
    />
  );
}
