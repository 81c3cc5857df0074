import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import {
  VEHICLE_DEFAULTS,
  crateFields,
  loadingOf,
  packPlanOf,
  vehicleFields,
  vehicleProblem,
  type Crate,
  type Vehicle,
} from '@kavrell/core/kit';
import { positionAfter } from '@kavrell/core/records';
import { formatCount } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { TableBench } from '../../app/TableBench.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import type { Column } from '../../ui/column.ts';
import { flagColumn, numberColumn, textColumn } from '../../ui/columns.tsx';
import { Look, Part, Why } from '../../ui/parts.tsx';
import { Severity } from '../../ui/Severity.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { useHeavy } from '../../workers/useHeavy.ts';
import { VanPicture } from './VanPicture.tsx';

const BUDGET_MS = 1500;
const TURN_DEG = 30;
const NB = '\u00a0';
const MM = { unit: 'mm' } as const;
const CRATES: Column<Crate>[] = [
  textColumn('name', 'Piece', 'minmax(90px, 1.4fr)'),
  numberColumn('widthMm', 'Wide', '78px', MM),
  numberColumn('depthMm', 'Deep', '78px', MM),
  numberColumn('heightMm', 'High', '78px', MM),
  { ...numberColumn<Crate>('massKg', 'Weight', '76px', { unit: 'kg', digits: 1 }), extra: 1 },
  { ...numberColumn<Crate>('stop', 'Off at stop', '88px'), extra: 1 },
  { ...flagColumn<Crate>('thisSideUp', 'This side up', '96px', 'yes', 'may lie'), extra: 2 },
  { ...numberColumn<Crate>('bearsKg', 'Bears', '76px', { unit: 'kg', optional: true }), extra: 3 },
];
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

/** Pieces in a vehicle: packed in the order in which they come off, step by step for whoever loads. */
export function VanView() {
  const { production, rows, me } = usePlanned();
  const [turnDeg, setTurn] = useState(TURN_DEG);
  const [step, setStep] = useState<number | null>(null);
  const [vehicleId, setVehicle] = useState('');
  const vehicle = rows.vehicles.find((v) => v.id === vehicleId) ?? rows.vehicles[0];
  const problem = vehicle ? vehicleProblem(vehicle) : '';
  const plan = useMemo(
    () =>
      vehicle && problem === '' && rows.crates.length > 0
        ? { ...packPlanOf(vehicle, rows.crates), budgetMs: BUDGET_MS }
        : null,
    [vehicle, problem, rows.crates],
  );
  const packed = useHeavy(plan, plan && ((work) => work.pack(plan)));
  const loading = useMemo(() => (packed ? loadingOf(packed, rows.crates) : null), [packed, rows.crates]);
  const count = loading?.order.length ?? 0;
  // Packed anew there may be fewer of them.
  const at = Math.min(step ?? count, count);
  const shown = loading ? loading.order.slice(0, at) : [];
  const last = shown.at(-1);
  const crate = (before: readonly object[] = []) => ({
    ...{
      name: `Case ${rows.crates.length + before.length + 1}`,
      widthMm: 600,
      depthMm: 400,
      heightMm: 400,
      massKg: 15,
    },
    ...{ thisSideUp: false, bearsKg: null, stop: 1, position: positionAfter(rows.crates) + before.length },
  });
  const van = (before: readonly object[] = []) => ({
    ...VEHICLE_DEFAULTS,
    ...{
      name: `Van ${rows.vehicles.length + before.length + 1}`,
      position: positionAfter(rows.vehicles) + before.length,
    },
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
      {rows.vehicles.length > 1 ? (
        <Choice
          aria-label="Which vehicle is packed"
          style={{ width: 'auto', maxWidth: '100%', marginBottom: 12 }}
          value={vehicle?.id ?? ''}
          onChange={(e) => setVehicle(e.target.value)}
        >
          {rows.vehicles.map((v) => (
            <option key={v.id} value={v.id}>
              all of it into {v.name}
            </option>
          ))}
        </Choice>
      ) : null}
      {!vehicle || rows.crates.length === 0 ? (
        <Box color="soft" mb={3}>
          A vehicle and the pieces that go into it: then they are packed here, what comes off first nearest to the door.
        </Box>
      ) : problem ? (
        <Box role="status" mb={3}>
          <Severity level="danger">{problem}</Severity> Mend its measures below.
        </Box>
      ) : !loading ? (
        <Box color="soft" mb={3} role="status">
          Packing …
        </Box>
      ) : (
        <>
          <Box as="p" fontSize="l" fontWeight="700" role="status" mb={2} data-packed>
            {loading.leftOut.length === 0
              ? `All ${formatCount(count, 'piece')} are in`
              : `${count} of ${formatCount(rows.crates.length, 'piece')} are in`}
            : {Math.round(loading.fill * 100)}
            {NB}% full, {Math.round(loading.massKg)}
            {NB}kg of {vehicle.payloadKg}
            {NB}kg
          </Box>
          {loading.leftOut.length > 0 ? (
            <Box mb={2}>
              <Look>Not in</Look>: {loading.leftOut.map((c) => c.name).join(', ')}
            </Box>
          ) : null}
          <VanPicture
            vehicle={vehicle}
            placed={shown.map((o) => ({ ...o, name: o.crate.name }))}
            chosenId={step === null ? null : (last?.id ?? null)}
            turnDeg={turnDeg}
            words={`${vehicle.name} with ${formatCount(shown.length, 'piece')}, as listed below`}
          />
          <Flex gap={2} wrap="wrap" align="center" mb={3}>
            <Button onClick={() => setTurn((t) => t - TURN_DEG)}>Turn left</Button>
            <Button onClick={() => setTurn((t) => t + TURN_DEG)}>Turn right</Button>
            <Button disabled={at <= 0} onClick={() => setStep(Math.max(0, at - 1))}>
              Step back
            </Button>
            <Button disabled={at >= count} onClick={() => setStep(at + 1 >= count ? null : at + 1)}>
              Next piece
            </Button>
            <Button look="quiet" disabled={at === 0} onClick={() => setStep(0)}>
              From the empty van
            </Button>
            {step !== null && last ? (
              <Box role="status">
                {at} of {count}: <strong>{last.crate.name}</strong>
              </Box>
            ) : null}
          </Flex>
          <Box as="ol" pl={6} mb={4} aria-label="In the order of loading">
            {loading.order.map((o) => (
              <Box as="li" key={o.id} fontWeight={step !== null && o.id === last?.id ? '700' : undefined}>
                {o.crate.name}, {Math.round(o.y / 10)}
                {NB}cm from the door, {Math.round(o.x / 10)}
                {NB}cm from the left, {o.z === 0 ? 'on the floor' : `${Math.round(o.z / 10)}${NB}cm up`}; off at stop{' '}
                {o.crate.stop}
              </Box>
            ))}
          </Box>
        </>
      )}
      {me.role === 'owner' ? (
        <>
          <TableBench
            title="Pieces"
            table="crates"
            one="piece"
            rows={rows.crates}
            columns={CRATES}
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
      ) : null}
      <Sheet>
        <Why
          lines={[
            'What comes off at a later stop never stands before or above what comes off earlier. Each piece stands on something with 70 % of its base at the least, and bears what it may.',
            loading
              ? loading.proven
                ? 'No larger volume is possible.'
                : 'Improved for a second and a half of a usual machine; that no more would go in is not proven.'
              : '',
          ].filter(Boolean)}
        />
        <Part title="Care">
          Strap what can move; the plate and the papers of the vehicle say what it and each axle may carry. Weigh it
          when it is near that.
        </Part>
      </Sheet>
    </>
  );
}
