import { Box, Flex } from '@chakra-ui/react';
import { notReady, READY_CHECKS, READY_WORDS, vehicleFields, type ReadyCheck, type Vehicle } from '@kavrell/core/kit';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Look, Part } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { Tick } from '../../ui/Tick.tsx';

/** Whether a vehicle may leave: what was looked at, who drives it and who could instead, how long loading it took. */
export function VanReady({ vehicle, isOwner }: { vehicle: Vehicle; isOwner: boolean }) {
  const { production, rows } = usePlanned();
  const lacks = notReady(vehicle);
  const save = (values: Partial<Vehicle>) =>
    void change(production.id, `${vehicle.name}: ready?`, [{ op: 'update', table: 'vehicles', row: vehicle, values }]);
  const tick = (check: ReadyCheck, done: boolean) =>
    save({ ready: done ? [...vehicle.ready, check] : vehicle.ready.filter((c) => c !== check) });
  const people = [
    ['', 'nobody yet'],
    ...rows.people.filter((p) => p.kind === 'crew').map((p) => [p.id, p.shortName] as const),
  ] as const;
  return (
    <Sheet>
      <Part title={`${vehicle.name}: ready to leave`}>
        <Box role="status" mb={2}>
          {lacks.length === 0 ? (
            'Looked at, with a driver.'
          ) : (
            <>
              <Look>Not yet</Look>: {lacks.join(', ')}.
            </>
          )}
        </Box>
        {isOwner ? (
          <>
            <Flex direction="column" gap={1} mb={3}>
              {READY_CHECKS.map((check) => (
                <Tick key={check} checked={vehicle.ready.includes(check)} onChange={(done) => tick(check, done)}>
                  {READY_WORDS[check]}
                </Tick>
              ))}
            </Flex>
            <FieldEdit
              label="Drives"
              value={vehicle.driverId ?? ''}
              fields={vehicleFields}
              set={(t) => ({ driverId: t || null })}
              save={save}
              options={people}
            />
            <FieldEdit
              label="Could drive instead"
              value={vehicle.secondDriverId ?? ''}
              fields={vehicleFields}
              set={(t) => ({ secondDriverId: t || null })}
              save={save}
              options={people}
            />
            <FieldEdit
              label="Loading took, min"
              value={vehicle.loadMin === null ? '' : String(vehicle.loadMin)}
              fields={vehicleFields}
              hint="From the first piece to the shut door; the next time is told from it"
              set={(t) => ({
                loadMin: t.trim() === '' ? null : Number(t.replace(',', '.')),
                loadPieces: t.trim() === '' ? 0 : rows.crates.length,
              })}
              save={save}
            />
          </>
        ) : null}
        {vehicle.driverId !== null && vehicle.secondDriverId === null ? (
          <Box color="soft">If the driver falls out, all in it stands: name somebody else who may drive it.</Box>
        ) : null}
      </Part>
    </Sheet>
  );
}
