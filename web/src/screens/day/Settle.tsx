import { minuteToWall } from '@kavrell/core/time';
import { asTyped } from '@kavrell/core/productions';
import { Box, Flex } from '@chakra-ui/react';
import { mendWords, nameItems, unitPlan, type Mend, type Trouble } from '@kavrell/core/day';
import { formatCount, formatMinuteOfDay, formatMinutes } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { tell } from '../../platform/notices.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { change } from '../../platform/rows.ts';
import { useHeavy } from '../../workers/useHeavy.ts';
import { Button } from '../../ui/Button.tsx';
import { Look, Part } from '../../ui/parts.tsx';
import { useBase, dropLines } from './base.ts';
import { takeOrder } from '../../shared/day/takeOrder.ts';
import { useUnit } from './unit.tsx';

/** Two ways are a choice; more are a list. */
const MOST_MENDS = 2;

/** What of the day can’t be kept or makes people wait, each with its cheapest mend, done with one press; and what had to be assumed. */
export function Settle() {
  const { production, rows, timed, day } = usePlanned();
  const { unit } = useUnit();
  const clock = usePreferences((s) => s.clock);
  const base = useBase(unit);
  const mended = useHeavy(base, base && ((work) => work.mends(base.order, base.ids, base.before)));
  if (!timed || !day) return null;
  const plan = unitPlan(timed, unit);
  const nameOf = (id: string) => {
    const r = plan.rows.find((x) => x.itemId === id);
    return r?.shot?.code ?? r?.title ?? '';
  };
  const person = (id: string) => rows.people.find((p) => p.id === id)?.shortName ?? 'Somebody';
  const say = (m: number) => formatMinuteOfDay(m, day, clock);
  const words = (t: Trouble): string => {
    if (t.kind === 'rule') return nameItems(plan.rows, [t.violation])[0]?.message ?? '';
    if (t.kind === 'waits') return `${person(t.person)} waits ${formatMinutes(t.minutes)} between their shots.`;
    return `${formatMinutes(t.minutes)} with nothing to do before ${nameOf(t.id)}.`;
  };
  const items = rows.dayItems.filter((i) => i.dayId === day.id && i.unit === unit);
  const mend = (m: Mend) => {
    const label = `Day ${day.number}: ${mendWords(m, nameOf, say)}`;
    if (m.kind === 'move') takeOrder(production.id, label, items, [...(base?.doneIds ?? []), ...m.ids]);
    else if (m.kind === 'drop')
      dropLines(
        production.id,
        label,
        rows.dayItems,
        plan.rows.filter((r) => r.itemId === m.id),
      );
    else if (m.kind === 'earlier')
      void change(production.id, label, [
        { op: 'update', table: 'days', row: day, values: { callMin: Math.max(0, asTyped(day).callMin - m.minutes) } },
      ]);
    else {
      const row = items.find((i) => i.id === m.id);
      if (row)
        void change(production.id, label, [
          {
            op: 'update',
            table: 'dayItems',
            row,
            values: { pinnedStartMin: minuteToWall(day.date, day.timeZone, m.minutes) },
          },
        ]);
    }
    tell('Done. Ctrl+Z takes it back.');
  };
  const both = timed.violations.filter((v) => v.code === 'twice' || !plan.violations.includes(v));
  const others = both.filter((v) => v.ids.some((id) => plan.rows.some((r) => r.itemId === id)));
  // While the worker thinks, what is broken stands there already.
  const troubles =
    mended ?? plan.violations.map((violation) => ({ trouble: { kind: 'rule' as const, violation }, mends: [] }));
  if (troubles.length + others.length + plan.assumptions.length === 0) return null;
  return (
    <Part title="To settle">
      <Box as="ul" display="grid" gap={3} data-settle>
        {troubles.map(({ trouble, mends }) => (
          <li key={words(trouble)}>
            <Look>{words(trouble)}</Look>
            <Flex gap={2} wrap="wrap" mt={1}>
              {mends.slice(0, MOST_MENDS).map((m) => (
                <Button
                  key={m.kind}
                  size="small"
                  onClick={() => mend(m)}
                  whiteSpace="normal"
                  textAlign="left"
                  h="auto"
                  py={1}
                >
                  {mendWords(m, nameOf, say)}
                </Button>
              ))}
              {mended && mends.length === 0 ? (
                <Box color="soft" fontSize="s">
                  No single change mends it: see Other orders.
                </Box>
              ) : null}
            </Flex>
          </li>
        ))}
        {others.slice(0, 12).map((v) => (
          <li key={v.message}>
            <Look>{v.message}</Look>
          </li>
        ))}
        {others.length > 12 ? (
          <li>And {formatCount(others.length - 12, 'clash', 'clashes')} more of two units.</li>
        ) : null}
        {plan.assumptions.map((a) => (
          <li key={a}>{a}</li>
        ))}
      </Box>
    </Part>
  );
}
