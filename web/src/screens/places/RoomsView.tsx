import { Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { FEATURE_WORDS, ROOM_DEFAULTS, feature, type Feature, type Place } from '@kavrell/core/places';
import { positionAfter } from '@kavrell/core/records';
import { usePlanned } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { Empty, Part } from '../../ui/parts.tsx';
import { RowFields } from '../../ui/RowFields.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { AddFeature } from './AddFeature.tsx';
import { CircuitFields, CircuitsPart } from './CircuitsPart.tsx';
import { featureColumns } from './roomColumns.ts';
import { RoomDrawing } from './RoomDrawing.tsx';
import { RoomPart } from './RoomPart.tsx';
import { Tabbed } from '../../ui/Views.tsx';

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
  const save = (label: string, values: Record<string, unknown>) =>
    room && void change(production.id, `${room.name}: ${label}`, [{ op: 'update', table: 'rooms', row: room, values }]);
  const columns = useMemo(() => featureColumns(circuits), [circuits]);
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
        <Tabbed
          label="Rooms"
          views={rooms.map((r) => ({ key: r.id, words: r.name }))}
          open={room?.id ?? null}
          onOpen={setRoomId}
        />
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
            columns={columns}
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
      <CircuitsPart place={place} circuits={circuits} chosenId={chosenId} choose={setChosenId} />
      <Sheet>
        {chosenCircuit ? <CircuitFields place={place} circuits={circuits} chosen={chosenCircuit} /> : null}
        {chosenFeature ? (
          <RowFields row={chosenFeature} columns={columns} fields={feature} onEdit={editFeatures} />
        ) : null}
        {room ? <RoomPart room={room} /> : null}
        <Part title="Care">
          Electricity: look at the board only with whoever minds it. Local codes, the venue and licensed people decide.
        </Part>
      </Sheet>
    </>
  );
}
