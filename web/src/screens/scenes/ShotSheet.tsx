import { ShotMinutes } from './ShotMinutes.tsx';
import { Flex } from '@chakra-ui/react';
import { DAY_ITEM_DEFAULTS } from '@kavrell/core/day';
import { SIZE_WORDS, STYLE_FACTORS, shotFields, shotMinutes, takesFor, type Shot } from '@kavrell/core/scenes';
import { positionAfter } from '@kavrell/core/records';
import { formatMinuteOfDay, formatMinutes } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { StalePart } from '../../app/Stale.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { ShotMark } from '../../ui/icons.tsx';
import { Facts, Part, Why } from '../../ui/parts.tsx';
import { RowFields } from '../../ui/RowFields.tsx';
import { BoardPart } from '../../shared/scenes/BoardPart.tsx';
import { shotColumns } from './columns.tsx';
import { LinkPart } from './LinkPart.tsx';

const NO_STATES = new Map();

/** Everything about the selected shot, figures first. */
export function ShotSheet({ shot }: { shot: Shot }) {
  const { production, rows, facts, day, stale } = useProduction();
  const save = (label: string) => (values: Record<string, unknown>) =>
    void change(production.id, `${shot.code}: ${label}`, [{ op: 'update', table: 'shots', row: shot, values }]);
  const takes = facts?.takes.filter((t) => t.shotId === shot.id) ?? [];
  const row = facts?.plan.rows.find((r) => r.shot?.id === shot.id);
  const scene = rows.scenes.find((s) => s.id === shot.sceneId);
  const style = scene?.style ?? 'asWritten';
  const factor = STYLE_FACTORS[style];
  const columns = shotColumns(rows, facts?.states ?? NO_STATES, stale).filter((c) => c.id !== 'minutes');
  const worked = `${shot.rehearseMin * factor.rehearse} rehearse + ${shot.resetMin} reset + ${takesFor(shot, style)} × (${shot.takeLengthMin} take + ${shot.turnMin} between) min`;
  const toggleDay = (dayId: string, number: number) => {
    const item = rows.dayItems.find((i) => i.dayId === dayId && i.shotId === shot.id);
    void change(production.id, item ? `${shot.code} off day ${number}` : `${shot.code} on day ${number}`, [
      item
        ? { op: 'delete', table: 'dayItems', row: item }
        : {
            op: 'insert',
            table: 'dayItems',
            values: {
              ...DAY_ITEM_DEFAULTS,
              dayId,
              shotId: shot.id,
              position: positionAfter(rows.dayItems.filter((i) => i.dayId === dayId)),
            },
          },
    ]);
  };
  return (
    <>
      <Part>
        <h2 style={{ fontSize: 24, lineHeight: 1.2 }}>{shot.code}</h2>
        <div style={{ overflowWrap: 'anywhere' }}>{shot.description || 'not described yet'}</div>
        <div style={{ marginTop: 4 }}>
          <ShotMark state={facts?.states.get(shot.id) ?? 'planned'} />
        </div>
      </Part>
      <StalePart table="shots" id={shot.id} />
      <Part>
        <Facts
          rows={[
            ['Length', formatMinutes(shotMinutes(shot, style))],
            ...(shot.size ? ([['Size', SIZE_WORDS[shot.size]]] as const) : []),
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
            ? `Length: ${worked}${style === 'asWritten' ? '' : ` (${factor.words})`}.`
            : `Length: said outright. Worked out it would be ${worked} = ${formatMinutes(shotMinutes({ ...shot, minutesOverride: null }, style))}.`,
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
      <BoardPart shot={shot} />
      <LinkPart shot={shot} />
      <RowFields
        row={shot}
        columns={columns}
        fields={shotFields}
        onEdit={(_, values, column) => save(column.header.toLowerCase())(values)}
      />
      <ShotMinutes shot={shot} save={save} />
    </>
  );
}
