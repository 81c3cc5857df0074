import { Flex } from '@chakra-ui/react';
import { dayItemFields, dayFields, unitName, unitPlan, whyHere, type DayItem, type DayRow } from '@kavrell/core/day';
import { formatAgainst, formatMinuteOfDay, formatMinutes, parseClock, parseMinutes } from '@kavrell/core/units';
import { useNavigate } from 'react-router';
import { useProduction } from '../../app/production.tsx';
import { screenLink } from '../../app/links.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { change } from '../../platform/rows.ts';
import { peopleOf } from '../scenes/cells.ts';
import { Button } from '../../ui/Button.tsx';
import { Settle } from './Settle.tsx';
import { useUnit } from './unit.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Facts, Look, Part, Why } from '../../ui/parts.tsx';

const KIND_WHY = {
  first: 'the first line of the day is rigged from nothing',
  place: 'another place: load-out, travel, load-in, then rigged from nothing',
  setup: 'another light setup in the same place',
  side: 'the other side of the action',
  same: 'the same light and side: the camera moves, and lens or support if they differ',
} as const;

/** The day's figures, and those of the chosen line. */
export function DaySheet({
  item,
  row,
  onRemove,
}: {
  item: DayItem | undefined;
  row: DayRow | undefined;
  onRemove: () => void;
}) {
  const { production, rows, facts, day } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const { unit, units, setUnit } = useUnit();
  const navigate = useNavigate();
  if (!facts || !day) return null;
  const { projection } = facts;
  const plan = unitPlan(facts.plan, row?.unit ?? unit);
  const say = (m: number) => formatMinuteOfDay(m, day, clock);
  const save = (label: string) => (values: Record<string, unknown>) =>
    item && void change(production.id, label, [{ op: 'update', table: 'dayItems', row: item, values }]);
  const saveDay = (label: string) => (values: Record<string, unknown>) =>
    void change(production.id, `Day ${day.number}: ${label}`, [{ op: 'update', table: 'days', row: day, values }]);
  const late = plan.wrapMin - day.wantedWrapMin;
  const people = item?.personIds.map((id) => rows.people.find((p) => p.id === id)?.shortName ?? '?').join(', ') ?? '';
  const setups = rows.setups.filter((s) => s.placeId === row?.placeId);
  const ids = plan.rows.map((r) => r.itemId);
  const named = (id: string) => {
    const r = plan.rows.find((x) => x.itemId === id);
    return r?.shot?.code ?? r?.title ?? '';
  };
  const here = row ? whyHere(plan.order, ids, row.itemId, named) : null;
  return (
    <>
      {row && item ? (
        <>
          <Part>
            <h2>{row.shot ? `${row.shot.code} ${row.title}` : row.title}</h2>
          </Part>
          <Part>
            <Facts
              rows={[
                ['Start', say(row.startMin)],
                ['End', say(row.endMin)],
                ['Length', formatMinutes(row.minutes)],
                ['Change before', formatMinutes(row.changeMin)],
                ['Light', row.setup ? `${row.setup.code} ${row.setup.name}` : 'as it is'],
                ['Place', rows.places.find((p) => p.id === row.placeId)?.name ?? 'not chosen'],
              ]}
            />
          </Part>
          <Why
            lines={[
              `Change before it: ${row.changeTitle.toLowerCase()}, ${formatMinutes(row.changeMin)}: ${KIND_WHY[row.changeKind]}.`,
              ...(here
                ? [
                    `Why here? One earlier: ${here.earlier}. One later: ${here.later}.`,
                    ...(here.best
                      ? [
                          here.best.wrapMin < -0.5 && here.best.violations <= 0
                            ? `As line ${here.best.index + 1} the day would wrap ${formatMinutes(-here.best.wrapMin)} earlier.`
                            : here.best.violations > 0
                              ? 'Anywhere else something would be missed.'
                              : `Nowhere else does the day wrap earlier.`,
                        ]
                      : []),
                  ]
                : []),
              ...facts.plan.violations.filter((v) => v.ids.includes(row.itemId)).map((v) => v.message),
            ]}
          />
          <Part title="This line">
            <FieldEdit
              label="Fixed start"
              hint="Empty: as early as the order allows"
              value={item.pinnedStartMin === null ? '' : formatMinuteOfDay(item.pinnedStartMin, day)}
              fields={dayItemFields}
              set={(v) => ({ pinnedStartMin: v.trim() === '' ? null : parseClock(v) })}
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
                <Button
                  onClick={() => void navigate(`${screenLink(production.id, day.number, 'scenes')}#${row.shot?.id}`)}
                >
                  Open the shot
                </Button>
              ) : null}
              <Button onClick={onRemove}>Take it off the day</Button>
            </Flex>
          </Part>
        </>
      ) : null}
      <Part title="The day as listed">
        <Facts
          rows={[
            ['Planned wrap', say(plan.wrapMin)],
            [
              'Against wanted',
              late > 0 ? (
                <Look>{formatAgainst(late, { late: 'over', early: 'to spare', even: 'just' })}</Look>
              ) : (
                formatAgainst(late, { late: 'over', early: 'to spare', even: 'just' })
              ),
            ],
            ...(projection ? ([['Projected wrap', say(projection.wrapMin)]] as const) : []),
            ['Change-overs', formatMinutes(plan.changeMin)],
            ['Waiting, all people', formatMinutes(plan.waitingMin)],
            ['Empty minutes', formatMinutes(plan.idleMin)],
          ]}
        />
      </Part>
      <Settle />
      <Part title="This day">
        <FieldEdit
          label="Call"
          value={formatMinuteOfDay(day.callMin, day)}
          fields={dayFields}
          set={(v) => ({ callMin: parseClock(v) })}
          save={saveDay('call')}
        />
        <FieldEdit
          label="Wanted wrap"
          value={formatMinuteOfDay(day.wantedWrapMin, day)}
          fields={dayFields}
          set={(v) => ({ wantedWrapMin: parseClock(v) })}
          save={saveDay('wanted wrap')}
        />
      </Part>
      <Why
        lines={[
          'Each line starts as early as the order, its window and its fixed start allow. A shot takes rehearsal + reset + takes × (take + time between).',
          'Meals fall between two lines, where they cost least. Times are the listed order’s; see Odds for how likely they are.',
        ]}
      />
    </>
  );
}
