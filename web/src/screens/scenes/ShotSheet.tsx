import { Flex } from '@chakra-ui/react';
import {
  MOVEMENTS,
  PRIORITIES,
  SIZES,
  SIZE_WORDS,
  SUPPORTS,
  shotFields,
  shotMinutes,
  type Shot,
} from '@kavrell/core/scenes';
import { positionAfter } from '@kavrell/core/records';
import { formatClock, formatMinuteOfDay, formatMinutes, parseMinutes } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { ShotMark } from '../../ui/icons.tsx';
import { Facts, Part, Why } from '../../ui/parts.tsx';
import { windowsOf } from './cells.ts';

const choices = (list: readonly string[], none?: string) => [
  ...(none === undefined ? [] : [['', none] as const]),
  ...list.map((x) => [x, x] as const),
];
const time = (m: number) => formatClock(Math.floor(m / 60) % 24, Math.round(m) % 60, '24');

/** Everything about the selected shot, figures first. */
export function ShotSheet({ shot }: { shot: Shot }) {
  const { production, rows, facts, day } = useProduction();
  const save = (label: string) => (values: Record<string, unknown>) =>
    void change(production.id, `${shot.code}: ${label}`, [{ op: 'update', table: 'shots', row: shot, values }]);
  const takes = facts?.takes.filter((t) => t.shotId === shot.id) ?? [];
  const row = facts?.plan.rows.find((r) => r.shot?.id === shot.id);
  const text = (key: 'description' | 'lens' | 'side' | 'sound' | 'fallback' | 'reason' | 'code', label: string) => (
    <FieldEdit
      label={label}
      value={shot[key]}
      fields={shotFields}
      set={(v) => ({ [key]: v })}
      save={save(label.toLowerCase())}
    />
  );
  const minutes = (key: 'takeLengthMin' | 'rehearseMin' | 'resetMin' | 'turnMin', label: string) => (
    <FieldEdit
      label={label}
      value={String(shot[key])}
      fields={shotFields}
      set={(v) => ({ [key]: parseMinutes(v) })}
      save={save(label.toLowerCase())}
    />
  );
  const worked = `${shot.rehearseMin} rehearse + ${shot.resetMin} reset + ${shot.takesPlanned} × (${shot.takeLengthMin} take + ${shot.turnMin} between) min`;
  const toggleDay = (dayId: string, number: number) => {
    const item = rows.dayItems.find((i) => i.dayId === dayId && i.shotId === shot.id);
    void change(production.id, item ? `${shot.code} off day ${number}` : `${shot.code} on day ${number}`, [
      item
        ? { op: 'delete', table: 'dayItems', row: item }
        : {
            op: 'insert',
            table: 'dayItems',
            values: {
              dayId,
              shotId: shot.id,
              title: '',
              minutes: null,
              placeId: null,
              setupId: null,
              personIds: [],
              position: positionAfter(rows.dayItems.filter((i) => i.dayId === dayId)),
              pinnedStartMin: null,
            },
          },
    ]);
  };
  return (
    <>
      <Part>
        <h2 style={{ fontSize: 24, lineHeight: 1.2 }}>{shot.code}</h2>
        <div>{shot.description || 'not described yet'}</div>
        <div style={{ marginTop: 4 }}>
          <ShotMark state={facts?.states.get(shot.id) ?? 'planned'} />
        </div>
      </Part>
      <Part>
        <Facts
          rows={[
            ['Length', formatMinutes(shotMinutes(shot))],
            ...(row && day
              ? ([
                  ['Starts', formatMinuteOfDay(row.startMin, day)],
                  ['Change before', row.changeMin ? `${row.changeTitle}, ${formatMinutes(row.changeMin)}` : 'none'],
                ] as const)
              : []),
            ['Takes logged', String(takes.length)],
          ]}
        />
      </Part>
      <Why
        lines={[
          shot.minutesOverride === null
            ? `Length: ${worked}.`
            : `Length: said outright. Worked out it would be ${worked} = ${formatMinutes(shotMinutes({ ...shot, minutesOverride: null }))}.`,
          ...(shot.reason ? [`It is there because: ${shot.reason}`] : []),
        ]}
      />
      <Part title="Days">
        <Flex gap={2} wrap="wrap">
          {rows.days.map((d) => {
            const on = rows.dayItems.some((i) => i.dayId === d.id && i.shotId === shot.id);
            return (
              <Button
                key={d.id}
                size="small"
                aria-pressed={on}
                look={on ? 'on' : 'plain'}
                onClick={() => toggleDay(d.id, d.number)}
              >
                day {d.number}
              </Button>
            );
          })}
          <Button
            size="small"
            aria-pressed={shot.dropped}
            onClick={() => save(shot.dropped ? 'wanted again' : 'dropped')({ dropped: !shot.dropped })}
          >
            {shot.dropped ? 'Want it again' : 'Drop it'}
          </Button>
        </Flex>
      </Part>
      <Part title="All of it">
        {text('code', 'Shot number')}
        {text('description', 'What')}
        <FieldEdit
          label="Size"
          value={shot.size ?? ''}
          fields={shotFields}
          set={(v) => ({ size: v || null })}
          save={save('size')}
          options={[['', '–'], ...SIZES.map((s) => [s, `${s}: ${SIZE_WORDS[s]}`] as const)]}
        />
        <FieldEdit
          label="Priority"
          value={shot.priority}
          fields={shotFields}
          set={(v) => ({ priority: v })}
          save={save('priority')}
          options={choices(PRIORITIES)}
        />
        {text('lens', 'Lens')}
        <FieldEdit
          label="Support"
          value={shot.support ?? ''}
          fields={shotFields}
          set={(v) => ({ support: v || null })}
          save={save('support')}
          options={choices(SUPPORTS, '–')}
        />
        <FieldEdit
          label="Move"
          value={shot.movement ?? ''}
          fields={shotFields}
          set={(v) => ({ movement: v || null })}
          save={save('move')}
          options={choices(MOVEMENTS, '–')}
        />
        {text('side', 'Side of the action')}
        {text('sound', 'Sound')}
        <FieldEdit
          label="Frames a second, if not the job’s"
          value={shot.fps === null ? '' : String(shot.fps)}
          fields={shotFields}
          set={(v) => ({ fps: v.trim() === '' ? null : Number(v) })}
          save={save('frame rate')}
        />
        <FieldEdit
          label="Takes planned"
          value={String(shot.takesPlanned)}
          fields={shotFields}
          set={(v) => ({ takesPlanned: Number(v) })}
          save={save('takes')}
        />
        {minutes('takeLengthMin', 'One take, minutes')}
        {minutes('turnMin', 'Between takes, minutes')}
        {minutes('rehearseMin', 'Rehearsal, minutes')}
        {minutes('resetMin', 'Reset, minutes')}
        <FieldEdit
          label="Windows"
          hint="Hours it must lie in, such as 17:05-18:20"
          value={shot.windows.map(([a, b]) => `${time(a)}-${time(b)}`).join(', ')}
          fields={shotFields}
          set={(v) => ({ windows: windowsOf(v) })}
          save={save('windows')}
        />
        <FieldEdit
          label="Happens"
          value={shot.happensOnce ? 'once' : 'again'}
          fields={shotFields}
          set={(v) => ({ happensOnce: v === 'once' })}
          save={save('happens once')}
          options={[
            ['again', 'as often as needed'],
            ['once', 'once only'],
          ]}
        />
        {text('fallback', 'If it can’t be had')}
        {text('reason', 'Why it is there')}
      </Part>
    </>
  );
}
