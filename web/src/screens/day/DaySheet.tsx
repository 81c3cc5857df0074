import { dayFields, unitPlan, whyHere, type DayItem, type DayRow, type Day } from '@kavrell/core/day';
import { formatAgainst, formatMinuteOfDay, formatMinutes, parseClockOn } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import { change } from '../../platform/rows.ts';
import { LineFields, MomentPart } from './LineFields.tsx';
import { Settle } from './Settle.tsx';
import { useUnit } from './unit.tsx';
import { Board, boardOf } from '../../shared/scenes/Board.tsx';
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
  const { rows, facts, day } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const { unit } = useUnit();
  if (!facts || !day) return null;
  const { projection } = facts;
  const plan = unitPlan(facts.plan, row?.unit ?? unit);
  const say = (m: number) => formatMinuteOfDay(m, day, clock);
  const late = plan.wrapMin - day.wantedWrapMin;
  const ids = plan.rows.map((r) => r.itemId);
  const board = row?.shot ? boardOf(rows.pictures, row.shot.id) : undefined;
  const named = (id: string) => {
    const r = plan.rows.find((x) => x.itemId === id);
    return r?.shot?.code ?? r?.title ?? '';
  };
  const here = row ? whyHere(plan.order, ids, row.itemId, named) : null;
  return (
    <>
      {row ? (
        <>
          <Part>
            <h2>{row.shot ? `${row.shot.code} ${row.title}` : row.title}</h2>
            {board ? <Board picture={board} alt={`Board of ${row.shot?.code}`} /> : null}
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
          {item ? <LineFields item={item} row={row} onRemove={onRemove} /> : <MomentPart row={row} />}
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
            [
              'Change-overs',
              formatMinutes(plan.changeMin),
              'Minutes between shots: moves, relights, turnarounds, lenses.',
            ],
            [
              'Waiting, all people',
              formatMinutes(plan.waitingMin),
              'What everybody in the picture waits between their own shots, meals left out, added up.',
            ],
            [
              'Empty minutes',
              formatMinutes(plan.idleMin),
              'Nobody shoots and nothing is changed: the order waits for a window or a fixed start.',
            ],
          ]}
        />
      </Part>
      <Settle />
      <ThisDay day={day} />
      <Why
        lines={[
          'Each line starts as early as the order, its window and its fixed start allow. A shot takes rehearsal + reset + takes × (take + time between).',
          'Meals fall between two lines, where they cost least. Times are the listed order’s; see Odds for how likely they are.',
        ]}
      />
    </>
  );
}

/** The call and the wanted wrap. */
function ThisDay({ day }: { day: Day }) {
  const { production } = useProduction();
  const saveDay = (label: string) => (values: Record<string, unknown>) =>
    void change(production.id, `Day ${day.number}: ${label}`, [{ op: 'update', table: 'days', row: day, values }]);
  return (
    <Part title="This day">
      <FieldEdit
        label="Call"
        value={formatMinuteOfDay(day.callMin, day)}
        fields={dayFields}
        set={(v) => ({ callMin: parseClockOn(v, day) })}
        save={saveDay('call')}
      />
      <FieldEdit
        label="Wanted wrap"
        value={formatMinuteOfDay(day.wantedWrapMin, day)}
        fields={dayFields}
        set={(v) => ({ wantedWrapMin: parseClockOn(v, day) })}
        save={saveDay('wanted wrap')}
      />
    </Part>
  );
}
