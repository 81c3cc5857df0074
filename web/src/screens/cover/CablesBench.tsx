import { cableFields, nextLabel, type Cable } from '@kavrell/core/cover';
import { positionAfter } from '@kavrell/core/records';
import { useMemo } from 'react';
import { useProduction } from '../../app/production.tsx';
import { TableBench } from '../../app/TableBench.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { cableColumns } from './cableColumns.ts';

/** All cables of a place as a table. */
export function CablesBench({ own, placeId }: { own: Cable[]; placeId: string | null }) {
  const { rows, production } = useProduction();
  const columns = useMemo(() => cableColumns(rows.people), [rows.people]);
  const blank = (before: readonly object[] = []) => {
    const taken = new Set([
      ...rows.cables.map((c) => c.label),
      ...before.map((b) => (b as { label?: string }).label ?? ''),
    ]);
    return {
      ...{ label: nextLabel('picture', taken), kind: 'picture' as const, fromWhat: 'Camera A', fromSocket: 'out' },
      ...{ toWhat: 'Monitor', toSocket: '', connector: '', lengthM: null, placeId, doerId: null, state: '' as const },
      ...{ origin: '', position: positionAfter(rows.cables) + before.length },
    };
  };
  const add = () => {
    const id = newId();
    void change(production.id, 'A cable', [{ op: 'insert', table: 'cables', id, values: blank() }]);
    return id;
  };
  return (
    <TableBench
      title="Cables"
      table="cables"
      one="cable"
      rows={own}
      columns={columns}
      fields={cableFields}
      nameOf={(c) => `Cable ${c.label}`}
      adds={[['Add a cable', add]]}
      pasted={{ identity: 'label', blank }}
      empty="Every cable with a label at both ends: “V03, receiver of C, out → switcher, in 3”. Made from Camera, Sound, Air and what hangs on one thing, or added by hand."
      height="40vh"
    />
  );
}
