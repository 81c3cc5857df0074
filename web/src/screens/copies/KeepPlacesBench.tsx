import { keepPlaceFields, type KeepPlace, KEEP_PLACE_KINDS } from '@kavrell/core/copies';
import { positionAfter } from '@kavrell/core/records';
import { useMemo } from 'react';
import { useProduction } from '../../app/production.tsx';
import { TableBench } from '../../app/TableBench.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import type { Column } from '../../ui/column.ts';
import { textColumn, choiceColumn } from '../../ui/columns.tsx';

/** Where drives and cards travel and sleep. */
export function KeepPlacesBench() {
  const { rows, production } = useProduction();
  const columns = useMemo<Column<KeepPlace>[]>(
    () => [
      textColumn('name', 'Place', 'minmax(120px, 1fr)'),
      choiceColumn(
        'kind',
        'What it is',
        '110px',
        KEEP_PLACE_KINDS.map((k) => [k, k] as const),
      ),
      textColumn('within', 'Lies in', 'minmax(110px, 1fr)'),
    ],
    [],
  );
  const blank = (before: readonly object[] = []) => ({
    ...{ name: `Bag ${rows.keepPlaces.length + before.length + 1}`, kind: 'bag' as const, within: '' },
    position: positionAfter(rows.keepPlaces) + before.length,
  });
  const add = () => {
    const id = newId();
    void change(production.id, 'A place of copies', [{ op: 'insert', table: 'keepPlaces', id, values: blank() }]);
    return id;
  };
  return (
    <TableBench
      title="People, bags, vehicles, buildings"
      table="keepPlaces"
      one="place of copies"
      rows={rows.keepPlaces}
      columns={columns}
      fields={keepPlaceFields}
      nameOf={(p) => p.name}
      adds={[['Add a place', add]]}
      pasted={{ identity: 'name', blank }}
      empty="Where drives and cards travel and sleep, and what lies in what: “Oda’s bag, in Oda’s van”, “Hotel safe, in the hotel”."
      height="32vh"
    />
  );
}
