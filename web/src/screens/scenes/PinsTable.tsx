import type { Track } from '@kavrell/core/scenes';
import { useMemo } from 'react';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { DataTable } from '../../ui/DataTable.tsx';
import { pinColumns, type PinRow } from './trackPins.tsx';

/** The shots on a track. */
export function PinsTable({ track, pins }: { track: Track; pins: PinRow[] }) {
  const { production } = usePlanned();
  const columns = useMemo(() => pinColumns(track), [track]);
  return (
    <DataTable
      name={`Shots on ${track.name}`}
      rows={pins}
      columns={columns}
      height="34vh"
      onEdit={(list, values) =>
        void change(
          production.id,
          `On ${track.name}`,
          list.map((row) => ({ op: 'update', table: 'pins', row, values })),
        )
      }
      onDelete={(list) =>
        void change(
          production.id,
          `Off ${track.name}`,
          list.map((row) => ({ op: 'delete', table: 'pins', row })),
        )
      }
    />
  );
}
