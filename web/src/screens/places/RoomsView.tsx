import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import {
  CIRCUIT_DEFAULTS,
  CIRCUIT_KINDS,
  FEATURE_KINDS,
  FEATURE_WORDS,
  ROOM_DEFAULTS,
  circuitFields,
  feature,
  roomFields,
  type Circuit,
  type Feature,
  type Place,
  type Room,
} from '@kavrell/core/places';
import { positionAfter } from '@kavrell/core/records';
import { usePlanned } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { choiceColumn, flagColumn, numberColumn, textColumn } from '../../ui/columns.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import type { Column } from '../../ui/column.ts';
import { tableEdits } from '../../ui/edits.ts';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Empty, Facts, Part } from '../../ui/parts.tsx';
import { RowFields } from '../../ui/RowFields.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { RoomDrawing } from './RoomDrawing.tsx';
import { AddFeature } from './AddFeature.tsx';

/** Rooms in metres with what is in their walls, and the circuits their sockets hang on. */
export function RoomsView({ place }: { place: Place }) {
  const { production, rows } = usePlanned();
  const rooms = rows.rooms.filter((r) => r.placeId === place.id);
  const circuits = rows.circuits.filter((c) => c.placeId === place.id);
  const [roomId, setRoomId] = useState<string | null>(null);
  const [chosenId, setChosenId] = useState<string | null>(null);
  const room = rooms.find((r) => r.id === roomId) ?? rooms[0];
  const addRoom = (outside: boolean) => {
    const id = newId();
    void change(production.id, `${place.name}: a room`, [
      {
        op: 'insert',
        table: 'rooms',
        id,
        values: {
          ...ROOM_DEFAULTS,
          placeId: place.id,
          name: outside ? 'Outside' : `Room ${rooms.length + 1}`,
          outside,
          ...(outside ? { widthM: 12, depthM: 9, heightM: 6, reflectance: 0 } : {}),
          position: positionAfter(rows.rooms),
        },
      },
    ]);
    setRoomId(id);
  };
  const newCircuit = (before: readonly object[] = []) => ({
    ...CIRCUIT_DEFAULTS,
    placeId: place.id,
    name: `C${circuits.length + before.length + 1}`,
    position: positionAfter(rows.circuits) + before.length,
  });
  const addCircuit = () =>
    void change(production.id, `${place.name}: a circuit`, [{ op: 'insert', table: 'circuits', values: newCircuit() }]);
  const save = (label: string, values: Record<string, unknown>) =>
    room && void change(production.id, `${room.name}: ${label}`, [{ op: 'update', table: 'rooms', row: room, values }]);
  const number = (key: keyof Room & string, label: string) =>
    room ? (
      <FieldEdit
        key={key}
        label={label}
        value={String(room[key])}
        fields={roomFields}
        set={(t) => ({ [key]: Number(t.replace(',', '.')) })}
        save={(v) => save(label, v)}
      />
    ) : null;
  const circuitColumns = useMemo<Column<Circuit>[]>(
    () => [
      textColumn('name', 'Circuit', 'minmax(90px, 1fr)'),
      {
        ...choiceColumn<Circuit>(
          'kind',
          'From',
          '100px',
          CIRCUIT_KINDS.map((k) => [k, k] as const),
        ),
        extra: 3,
      },
      { ...numberColumn<Circuit>('volts', 'Volts', '80px', { unit: 'V' }), extra: 2 },
      numberColumn('breakerA', 'Breaker', '76px', { unit: 'A', optional: true }),
      numberColumn('otherW', 'Else on it', '90px', { unit: 'W' }),
      { ...textColumn<Circuit>('otherWhat', 'What', 'minmax(90px, 1fr)'), extra: 1 },
      {
        id: 'residualCurrent',
        header: 'Residual current',
        width: '100px',
        value: (c) => (c.residualCurrent === null ? 'not looked' : c.residualCurrent ? 'guarded' : 'none'),
        edit: {
          get: (c) => (c.residualCurrent === null ? '' : c.residualCurrent ? 'yes' : 'no'),
          set: (t) => ({ residualCurrent: t === '' ? null : t === 'yes' }),
          options: [
            ['', 'not looked'],
            ['yes', 'guarded'],
            ['no', 'none'],
          ],
        },
      },
    ],
    [],
  );
  const metre = (
    key: 'x1' | 'y1' | 'x2' | 'y2' | 'bottomM' | 'topM',
    header: string,
    extra?: number,
  ): Column<Feature> => ({
    ...numberColumn<Feature>(key, header, '76px', { unit: 'm', digits: 2 }),
    ...(extra ? { extra } : {}),
  });
  const featureColumns = useMemo<Column<Feature>[]>(
    () => [
      choiceColumn(
        'kind',
        'Kind',
        '120px',
        FEATURE_KINDS.map((k) => [k, FEATURE_WORDS[k]] as const),
      ),
      textColumn('name', 'Name', 'minmax(90px, 1fr)'),
      metre('x1', 'Across'),
      metre('y1', 'Down'),
      metre('x2', 'to across', 2),
      metre('y2', 'to down', 2),
      metre('bottomM', 'Sill', 1),
      metre('topM', 'Top', 1),
      {
        ...choiceColumn<Feature>(
          'circuitId',
          'Circuit',
          '100px',
          circuits.map((c) => [c.id, c.name] as const),
          '–',
        ),
        extra: 3,
      },
      { ...flagColumn<Feature>('reachable', 'From outside', '110px', 'reachable', 'no'), extra: 4 },
    ],
    [circuits],
  );
  const circuitEdits = tableEdits<Circuit>(
    production.id,
    'circuits',
    (c) => c.name,
    'circuit',
    (values, before) => ({
      ...newCircuit(before),
      ...values,
    }),
  );
  const chosenCircuit = circuits.find((c) => c.id === chosenId);
  const chosenFeature = room?.features.find((f) => f.id === chosenId);
  const writeFeatures = (label: string, features: Feature[]) => save(label, { features });
  const editFeatures = (list: Feature[], values: Record<string, unknown>) =>
    writeFeatures(
      'what is in it',
      (room?.features ?? []).map((f) => (list.some((x) => x.id === f.id) ? { ...f, ...values } : f)),
    );
  return (
    <>
      <Flex gap={1} wrap="wrap" mb={2}>
        <Flex gap={1} wrap="wrap" role="tablist" aria-label="Rooms">
          {rooms.map((r) => (
            <Button
              key={r.id}
              size="small"
              role="tab"
              aria-selected={r.id === room?.id}
              look={r.id === room?.id ? 'on' : 'plain'}
              onClick={() => setRoomId(r.id)}
            >
              {r.name}
            </Button>
          ))}
        </Flex>
        <Button size="small" onClick={() => addRoom(false)}>
          Add a room
        </Button>
        <Button size="small" onClick={() => addRoom(true)}>
          Add an open space
        </Button>
      </Flex>
      {room ? (
        <>
          <RoomDrawing room={room} chosenId={chosenId} />
          <AddFeature
            room={room}
            circuits={circuits}
            add={(f) => writeFeatures(`a ${FEATURE_WORDS[f.kind]}`, [...room.features, f])}
          />
          <DataTable
            name="In the room"
            rows={room.features}
            columns={featureColumns}
            fields={feature}
            selectedId={chosenId}
            onSelect={(f) => setChosenId(f?.id ?? null)}
            onEdit={editFeatures}
            onDelete={(list) =>
              writeFeatures(
                'something away',
                room.features.filter((f) => !list.some((x) => x.id === f.id)),
              )
            }
            height="30vh"
          />
        </>
      ) : (
        <Empty title="No room measured yet" action={<Button onClick={() => addRoom(false)}>Add a room</Button>}>
          A room is a rectangle in metres with windows, doors, sockets and glass: “11 × 8.4 m, 2.7 m high, window to the
          east”. Light is drawn in it.
        </Empty>
      )}
      <Flex align="baseline" gap={3} mt={5} mb={2}>
        <Box as="h2" fontSize="m">
          Circuits
        </Box>
        <Button size="small" onClick={addCircuit}>
          Add a circuit
        </Button>
      </Flex>
      {circuits.length > 0 ? (
        <DataTable
          name="Circuits"
          rows={circuits}
          columns={circuitColumns}
          fields={circuitFields}
          identity="name"
          height="24vh"
          {...circuitEdits}
          selectedId={chosenId}
          onSelect={(c) => setChosenId(c?.id ?? null)}
        />
      ) : (
        <Box color="soft">No mains here, or nobody has looked.</Box>
      )}
      <Sheet>
        {chosenCircuit ? (
          <RowFields row={chosenCircuit} columns={circuitColumns} fields={circuitFields} onEdit={circuitEdits.onEdit} />
        ) : null}
        {chosenFeature ? (
          <RowFields row={chosenFeature} columns={featureColumns} fields={feature} onEdit={editFeatures} />
        ) : null}
        {room ? (
          <Part title="The room">
            <FieldEdit
              label="Name"
              value={room.name}
              fields={roomFields}
              set={(name) => ({ name })}
              save={(v) => save('name', v)}
            />
            {number('widthM', 'Across, m')}
            {number('depthM', 'Down the plan, m')}
            {number('heightM', 'High, m')}
            {number('upBearingDeg', 'The plan’s top looks to, °')}
            {number('reflectance', 'Walls throw back, share')}
            <FieldEdit
              label="Outside"
              value={room.outside ? 'yes' : 'no'}
              fields={roomFields}
              set={(t) => ({ outside: t === 'yes' })}
              save={(v) => save('outside', v)}
              options={[
                ['no', 'a room'],
                ['yes', 'in the open'],
              ]}
            />
            <Facts
              rows={[
                ['Floor', `${(room.widthM * room.depthM).toFixed(1)} m²`],
                ['Volume', room.outside ? 'open' : `${Math.round(room.widthM * room.depthM * room.heightM)} m³`],
              ]}
            />
            <Button
              size="small"
              mt={3}
              onClick={() =>
                void change(production.id, `${room.name} away`, [{ op: 'delete', table: 'rooms', row: room }])
              }
            >
              Delete this room
            </Button>
          </Part>
        ) : null}
        <Part title="Care">
          Electricity: look at the board only with whoever minds it. Local codes, the venue and licensed people decide.
        </Part>
      </Sheet>
    </>
  );
}
