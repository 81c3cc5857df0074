import { roomFields, type Room } from '@kavrell/core/places';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Facts, Part } from '../../ui/parts.tsx';

/** In the side sheet: a room’s measures, where its top looks, what its walls throw back. */
export function RoomPart({ room }: { room: Room }) {
  const { production } = usePlanned();
  const save = (label: string, values: Record<string, unknown>) =>
    void change(production.id, `${room.name}: ${label}`, [{ op: 'update', table: 'rooms', row: room, values }]);
  const number = (key: keyof Room & string, label: string) => (
    <FieldEdit
      key={key}
      label={label}
      value={String(room[key])}
      fields={roomFields}
      set={(t) => ({ [key]: Number(t.replace(',', '.')) })}
      save={(v) => save(label, v)}
    />
  );
  return (
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
        onClick={() => void change(production.id, `${room.name} away`, [{ op: 'delete', table: 'rooms', row: room }])}
      >
        Delete this room
      </Button>
    </Part>
  );
}
