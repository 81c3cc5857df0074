import { useMemo } from 'react';
import {
  CRATE_DEFAULTS,
  CRATE_KIND_WORDS,
  CRATE_KINDS,
  crateFields,
  VEHICLE_DEFAULTS,
  vehicleFields,
  type Crate,
  type Vehicle,
} from '@kavrell/core/kit';
import { positionAfter } from '@kavrell/core/records';
import { usePlanned } from '../../app/production.tsx';
import { TableBench } from '../../app/TableBench.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import type { Column } from '../../ui/column.ts';
import { choiceColumn, flagColumn, numberColumn, textColumn } from '../../ui/columns.tsx';

const MM = { unit: 'mm' } as const;
const VEHICLES: Column<Vehicle>[] = [
  textColumn('name', 'Vehicle', 'minmax(90px, 1fr)'),
  numberColumn('widthMm', 'Wide', '78px', MM),
  numberColumn('depthMm', 'Deep', '78px', MM),
  numberColumn('heightMm', 'High', '78px', MM),
  { ...numberColumn<Vehicle>('payloadKg', 'Payload', '84px', { unit: 'kg' }), extra: 1 },
  { ...numberColumn<Vehicle>('doorWidthMm', 'Door wide', '92px', MM), extra: 1 },
  { ...numberColumn<Vehicle>('doorHeightMm', 'Door high', '92px', MM), extra: 1 },
  ...(
    [
      ['archInMm', 'Arch in'],
      ['archLongMm', 'Arch long'],
      ['archHighMm', 'Arch high'],
      ['archFromDoorMm', 'Arch from door'],
      ['frontAxleMm', 'Front axle at'],
      ['rearAxleMm', 'Rear axle at'],
    ] as const
  ).map(([id, header]) => ({ ...numberColumn<Vehicle>(id, header, '96px', MM), extra: 4 })),
  { ...numberColumn<Vehicle>('frontAxleKg', 'Front axle', '92px', { unit: 'kg' }), extra: 4 },
  { ...numberColumn<Vehicle>('rearAxleKg', 'Rear axle', '92px', { unit: 'kg' }), extra: 4 },
];

/** Pieces and vehicles as one measures them. */
export function VanTables() {
  const { production, rows } = usePlanned();
  const crates = useMemo<Column<Crate>[]>(
    () => [
      textColumn('name', 'Piece', 'minmax(90px, 1.4fr)'),
      numberColumn('widthMm', 'Wide', '78px', MM),
      numberColumn('depthMm', 'Deep', '78px', MM),
      numberColumn('heightMm', 'High', '78px', MM),
      { ...numberColumn<Crate>('massKg', 'Weight', '76px', { unit: 'kg', digits: 1 }), extra: 1 },
      { ...numberColumn<Crate>('stop', 'Off at stop', '88px'), extra: 1 },
      {
        ...choiceColumn<Crate>(
          'kind',
          'Kind',
          '96px',
          CRATE_KINDS.map((k) => [k, CRATE_KIND_WORDS[k]] as const),
        ),
        extra: 2,
      },
      { ...flagColumn<Crate>('thisSideUp', 'This side up', '96px', 'yes', 'may lie'), extra: 2 },
      { ...numberColumn<Crate>('bearsKg', 'Bears', '76px', { unit: 'kg', optional: true }), extra: 3 },
      {
        ...choiceColumn<Crate>(
          'carrierId',
          'With',
          '96px',
          rows.people.map((p) => [p.id, p.shortName] as const),
          'nobody',
        ),
        extra: 3,
      },
    ],
    [rows.people],
  );
  const crate = (before: readonly object[] = []) => ({
    ...CRATE_DEFAULTS,
    name: `Case ${rows.crates.length + before.length + 1}`,
    position: positionAfter(rows.crates) + before.length,
  });
  const van = (before: readonly object[] = []) => ({
    ...VEHICLE_DEFAULTS,
    name: `Van ${rows.vehicles.length + before.length + 1}`,
    position: positionAfter(rows.vehicles) + before.length,
  });
  const addCrate = () => {
    const id = newId();
    void change(production.id, 'A piece to load', [{ op: 'insert', table: 'crates', id, values: crate() }]);
    return id;
  };
  const addVan = () => {
    const id = newId();
    void change(production.id, 'A vehicle', [{ op: 'insert', table: 'vehicles', id, values: van() }]);
    return id;
  };
  return (
    <>
      <TableBench
        title="Pieces"
        table="crates"
        one="piece"
        rows={rows.crates}
        columns={crates}
        fields={crateFields}
        nameOf={(c) => c.name}
        adds={[['Add a piece', addCrate]]}
        pasted={{ identity: 'name', blank: crate }}
        empty="Cases, bags, carts and loose pieces with their sizes: “Lamp case, 800 × 400 × 350 mm, 18 kg, off at stop 1”."
        height="36vh"
      />
      <TableBench
        title="Vehicles"
        table="vehicles"
        one="vehicle"
        rows={rows.vehicles}
        columns={VEHICLES}
        fields={vehicleFields}
        nameOf={(v) => v.name}
        adds={[['Add a vehicle', addVan]]}
        pasted={{ identity: 'name', blank: van }}
        empty="Inside measures, its door, its wheel arches, what it and its axles may carry."
        height="24vh"
      />
    </>
  );
}
