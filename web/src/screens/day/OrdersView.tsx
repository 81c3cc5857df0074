import { OrdersHead, SchoolRow, SavedActs, OrdersBar } from './OrderRows.tsx';
import { Box, Table } from '@chakra-ui/react';
import { timeOrder, unitPlan, type Order } from '@kavrell/core/day';
import { positionAfter } from '@kavrell/core/records';
import { formatCount, formatMinuteOfDay } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { tell } from '../../platform/notices.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { change } from '../../platform/rows.ts';
import { Working } from '../../ui/Working.tsx';
import { Empty, Look } from '../../ui/parts.tsx';
import { useBase } from './base.ts';
import { takeOrder } from '../../shared/day/takeOrder.ts';
import { OrderRow } from './OrderRow.tsx';
import { OrdersSheet } from './OrdersSheet.tsx';
import { useUnit } from './unit.tsx';
import { SCHOOLS, useSeekOrders } from './useSeekOrders.ts';

/** The order as listed beside what each school would have, with what each costs; taken with one press, kept beside, never forced. */
export function OrdersView() {
  const { production, rows, facts, day } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const { unit } = useUnit();
  const base = useBase(unit);
  const { found, seek, stop, seeking } = useSeekOrders(base, facts?.plan, named);
  if (!facts || !day || !base)
    return (
      <Empty title="Nothing to put in order">
        Put shots on this day, then see here what each way of ordering them costs.
      </Empty>
    );
  const listed = timeOrder(base.order, base.ids, base.before);
  const say = (m: number) => formatMinuteOfDay(m, day, clock);
  const strike = day.strikeMin;
  const own = unitPlan(facts.plan, unit);
  const items = rows.dayItems.filter((i) => i.dayId === day.id && i.unit === unit);
  const take = (words: string, ids: readonly string[]) => {
    const moved = takeOrder(production.id, `Day ${day.number}: ${words}`, items, [...base.doneIds, ...ids]);
    tell(
      moved === 0
        ? 'The day stands in that order already.'
        : `${formatCount(moved, 'line')} moved. Ctrl+Z takes it back.`,
    );
  };
  const keep = () =>
    void change(production.id, `Day ${day.number}: order kept`, [
      {
        op: 'insert',
        table: 'savedOrders',
        values: {
          dayId: day.id,
          name: `Order ${rows.savedOrders.length + 1}, wrap ${say(own.wrapMin)}`,
          itemIds: own.rows.map((r) => r.itemId),
          position: positionAfter(rows.savedOrders),
        },
      },
    ]);
  const ownIds = new Set(own.rows.map((r) => r.itemId));
  const saved = rows.savedOrders.filter((o) => o.dayId === day.id && o.itemIds.some((id) => ownIds.has(id)));
  const beside = { listed, wrapSaid: (o: Order) => say(o.wrapMin + strike) };
  return (
    <>
      <OrdersBar seek={seek} seeking={seeking} stop={stop} keep={keep} />
      {base.doneIds.length > 0 ? (
        <Box mb={2}>
          {formatCount(base.doneIds.length, 'line')} done stay where they are; the rest is ordered from now.
        </Box>
      ) : null}
      <Table.Root w="100%" aria-label="Orders">
        <OrdersHead />
        <Table.Body>
          <OrderRow {...beside} school="listed" title="As listed" note="story order, or your own" order={listed} />
          {SCHOOLS.map(([school, title, note]) => {
            const f = found[school];
            const order = f?.state === 'done' ? f.order : null;
            const more =
              f?.state === 'seeking' ? (
                <>
                  {f.wrapMin === null ? 'seeking …' : `seeking …, ${say(f.wrapMin + strike)} so far`}
                  <Working label={`Seeking: ${title}`} way={f} />
                </>
              ) : f?.state === 'failed' ? (
                <Look>{f.words}</Look>
              ) : f?.state === 'stopped' ? (
                'stopped'
              ) : (
                ''
              );
            return (
              <SchoolRow
                key={school}
                school={school}
                beside={beside}
                title={title}
                note={note}
                order={order}
                more={more}
                take={take}
              />
            );
          })}
          {saved.map((o) => {
            const known = new Set(base.ids);
            const ids = [
              ...o.itemIds.filter((id) => known.has(id)),
              ...base.ids.filter((id) => !o.itemIds.includes(id)),
            ];
            return (
              <OrderRow
                key={o.id}
                {...beside}
                school={o.id}
                title={o.name}
                note={
                  ids.length === o.itemIds.length
                    ? 'kept beside'
                    : 'kept beside; lines that came since stand at its end'
                }
                order={timeOrder(base.order, ids, base.before)}
                act={<SavedActs take={take} saved={o} ids={ids} />}
              />
            );
          })}
        </Table.Body>
      </Table.Root>
      <OrdersSheet listed={listed} lines={own.rows} say={say} named={named} nameOf={nameOf} />
    </>
  );

  /** Words about lines with the names people use. */
  function named(words: string): string {
    return (facts?.plan.rows ?? []).reduce((t, r) => t.replaceAll(r.itemId, nameOf(r.itemId)), words);
  }
  function nameOf(id: string): string {
    const r = facts?.plan.rows.find((x) => x.itemId === id);
    return r?.shot?.code ?? r?.title ?? id;
  }
}
