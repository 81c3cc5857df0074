import { Flex } from '@chakra-ui/react';
import { useNavigate } from 'react-router';
import { dayItemFields, unitName, type DayItem, type DayRow } from '@kavrell/core/day';
import { formatCount, formatMinuteOfDay, parseClockOn, parseMinutes } from '@kavrell/core/units';
import { screenLink } from '../../app/links.ts';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Part } from '../../ui/parts.tsx';
import { peopleOf } from '../../shared/scenes/cells.ts';
import { ProgrammeFields } from '../../shared/scenes/ProgrammeFields.tsx';
import { useUnit } from './unit.tsx';

/** A moment or cue on the day: its time is the programme’s, changed here. */
export function MomentPart({ row }: { row: DayRow }) {
  const { production, day } = usePlanned();
  const navigate = useNavigate();
  if (!row.scene || !day) return null;
  const { scene } = row;
  return (
    <Part title="Of the programme">
      <ProgrammeFields scene={scene} />
      <Flex gap={2} wrap="wrap">
        <Button onClick={() => void navigate(`${screenLink(production.id, day.number, 'scenes')}#${scene.id}`)}>
          {row.shots.length ? `Open it, ${formatCount(row.shots.length, 'shot')}` : 'Open it, write shots'}
        </Button>
      </Flex>
    </Part>
  );
}

/** One of the day’s own lines: its fixed start, who works it; of a block all it is. */
export function LineFields({ item, row, onRemove }: { item: DayItem; row: DayRow; onRemove: () => void }) {
  const { production, rows, day } = usePlanned();
  const { units, setUnit } = useUnit();
  const navigate = useNavigate();
  if (!day) return null;
  const save = (label: string) => (values: Record<string, unknown>) =>
    void change(production.id, label, [{ op: 'update', table: 'dayItems', row: item, values }]);
  const people = item.personIds.map((id) => rows.people.find((p) => p.id === id)?.shortName ?? '?').join(', ');
  const setups = rows.setups.filter((s) => s.placeId === row.placeId);
  return (
    <Part title="This line">
      <FieldEdit
        label="Fixed start"
        hint="Empty: as early as the order allows"
        value={item.pinnedStartMin === null ? '' : formatMinuteOfDay(item.pinnedStartMin, day)}
        fields={dayItemFields}
        set={(v) => ({ pinnedStartMin: v.trim() === '' ? null : parseClockOn(v, day) })}
        save={save(`Fixed start of ${row.shot?.code ?? row.title}`)}
      />
      <FieldEdit
        label="Who works it"
        value={String(item.unit)}
        fields={dayItemFields}
        set={(v) => ({ unit: Number(v) })}
        save={(values) => {
          save(`Unit of ${row.shot?.code ?? row.title}`)(values);
          setUnit(Number(values.unit));
        }}
        options={Array.from(
          { length: Math.min(4, Math.max(...units) + 1) },
          (_, i) => [String(i + 1), unitName(i + 1)] as const,
        )}
      />
      {row.shot ? null : (
        <>
          <FieldEdit
            label="Name"
            value={item.title}
            fields={dayItemFields}
            set={(v) => ({ title: v })}
            save={save('Renamed a block')}
          />
          <FieldEdit
            label="Minutes"
            value={String(item.minutes ?? 0)}
            fields={dayItemFields}
            set={(v) => ({ minutes: parseMinutes(v) })}
            save={save(`Length of ${row.title}`)}
          />
          <FieldEdit
            label="Place"
            value={item.placeId ?? ''}
            fields={dayItemFields}
            set={(v) => ({ placeId: v || null, setupId: null })}
            save={save(`Place of ${row.title}`)}
            options={[['', 'not chosen'], ...rows.places.map((p) => [p.id, p.name] as const)]}
          />
          <FieldEdit
            label="Light"
            value={item.setupId ?? ''}
            fields={dayItemFields}
            set={(v) => ({ setupId: v || null })}
            save={save(`Light of ${row.title}`)}
            options={[['', 'as it is'], ...setups.map((s) => [s.id, s.code] as const)]}
          />
          <FieldEdit
            label="Who"
            value={people}
            fields={dayItemFields}
            set={(v) => ({ personIds: peopleOf(v, rows.people) })}
            save={save(`People of ${row.title}`)}
          />
        </>
      )}
      <Flex gap={2} wrap="wrap">
        {row.shot ? (
          <Button onClick={() => void navigate(`${screenLink(production.id, day.number, 'scenes')}#${row.shot?.id}`)}>
            Open the shot
          </Button>
        ) : null}
        <Button onClick={onRemove}>Take it off the day</Button>
      </Flex>
    </Part>
  );
}
