import { useMemo } from 'react';
import { driveFields, type Drive } from '@kavrell/core/copies';
import { formatBytes } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { choiceColumn, textColumn } from '../../ui/columns.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import type { Column } from '../../ui/column.ts';
import { tableEdits } from '../../ui/edits.ts';
import { Empty, Part } from '../../ui/parts.tsx';
import { RowFields } from '../../ui/RowFields.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet } from '../../ui/sheet.tsx';
import { DriveDevice } from './DriveDevice.tsx';
import { Troubles } from './Troubles.tsx';

const KINDS = [
  ['ssd', 'fast disk'],
  ['disk', 'slow disk'],
  ['raid', 'disk set'],
  ['cloud', 'cloud'],
] as const;

/** Drives as the owner keeps them: what they are, where they are, in which folder of which machine. */
export function DrivesView() {
  const { production, rows } = useProduction();
  const [selectedId, select] = useHashSelection();
  const drive = rows.drives.find((d) => d.id === selectedId) ?? rows.drives[0];
  const hasStations = rows.drives.some((d) => d.station !== '') || rows.cards.some((c) => c.station !== '');
  const columns = useMemo<Column<Drive>[]>(
    () => [
      textColumn('name', 'Drive', 'minmax(120px, 1fr)'),
      choiceColumn('kind', 'Kind', '96px', KINDS),
      textColumn('whereabouts', 'Where it is', 'minmax(140px, 1fr)'),
      {
        id: 'space',
        extra: 2,
        header: 'Room',
        width: '92px',
        end: true,
        value: (d) => d.space?.freeBytes ?? null,
        render: (d) => <span>{d.space ? formatBytes(d.space.freeBytes) : '–'}</span>,
      },
      ...(hasStations ? [textColumn<Drive>('station', 'Station', '110px')] : []),
      { ...textColumn<Drive>('path', 'Folder', 'minmax(240px, 2fr)'), extra: 1 },
    ],
    [hasStations],
  );
  const blank = (before: readonly object[] = []) => {
    const folder = rows.drives[0]?.path.replace(/[^/]+$/, '') ?? '/media/';
    const number = rows.drives.length + before.length + 1;
    return {
      ...{ name: `Drive ${number}`, kind: 'ssd' as const, path: `${folder}drive-${number}` },
      ...{ whereabouts: '', keepUntil: null, station: '', faults: null },
    };
  };
  const edits = tableEdits<Drive>(
    production.id,
    'drives',
    (d) => d.name,
    'drive',
    (values, before) => ({ ...blank(before), ...values }),
  );
  const add = () => void change(production.id, 'Added a drive', [{ op: 'insert', table: 'drives', values: blank() }]);
  if (rows.drives.length === 0)
    return (
      <Empty title="No drive yet" action={<Button onClick={add}>Add a drive</Button>}>
        A drive has a name, a folder and a place where it is kept: “Fast 1, in Sunniva’s bag”.
      </Empty>
    );
  return (
    <>
      <Button size="small" mb={2} onClick={add}>
        Add a drive
      </Button>
      <DataTable
        name="Drives"
        rows={rows.drives}
        columns={columns}
        fields={driveFields}
        identity="name"
        selectedId={drive?.id ?? null}
        onSelect={(d) => select(d?.id ?? null)}
        {...edits}
      />
      <Sheet>
        {drive ? (
          <>
            <RowFields row={drive} columns={columns} fields={driveFields} onEdit={edits.onEdit} />
            <DriveDevice drive={drive} drives={rows.drives} />
            {drive.simulated ? <Troubles table="drives" row={drive} name={drive.name} /> : null}
          </>
        ) : (
          <Part>No drive yet.</Part>
        )}
      </Sheet>
    </>
  );
}
