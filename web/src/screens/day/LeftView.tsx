import { Box, Flex, Input } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { bestInTime } from '@kavrell/core/day';
import { formatMinuteOfDay, formatMinutes, parseMinutes } from '@kavrell/core/units';
import { msToMinute } from '@kavrell/core/time';
import { usePlanned } from '../../app/production.tsx';
import { wordsOf } from '../../platform/api.ts';
import { productionNow } from '../../platform/clock.ts';
import { tell } from '../../platform/notices.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Empty, Look, Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { useBase } from './base.ts';
import { takeOrder } from '../../shared/day/takeOrder.ts';
import { useUnit } from './unit.tsx';

/** “I have 40 minutes”: the best set of what is left, with the move, the meal and the sun still ahead. Worked out here, network or none. */
export function LeftView() {
  const { production, rows, timed, day } = usePlanned();
  const clock = usePreferences((s) => s.clock);
  const [typed, setTyped] = useState('40');
  const { unit } = useUnit();
  const base = useBase(unit);
  const problem = useMemo(() => {
    try {
      return parseMinutes(typed) > 0 ? '' : 'Type how many minutes there are, such as 40.';
    } catch (error) {
      return wordsOf(error);
    }
  }, [typed]);
  const minutes = problem === '' ? parseMinutes(typed) : 0;
  const best = useMemo(
    () => (base && minutes > 0 ? bestInTime(base.order, minutes, base.before) : null),
    [base, minutes],
  );
  if (!timed || !day || !base)
    return <Empty title="Nothing is left">Everything of this day is got or dropped, or nothing is on it yet.</Empty>;
  const say = (m: number) => formatMinuteOfDay(m, day, clock);
  const row = (id: string) => timed.rows.find((r) => r.itemId === id);
  const nowMin = msToMinute(day.date, day.timeZone, productionNow(production));
  const untilWrap = day.wantedWrapMin - day.strikeMin - Math.max(nowMin, base.order.startMin);
  const musts = (best?.leftIds ?? []).filter((id) => row(id)?.shot?.priority === 'must');
  const take = () => {
    if (!best) return;
    takeOrder(
      production.id,
      `Day ${day.number}: the best in ${minutes} min`,
      rows.dayItems.filter((i) => i.dayId === day.id && i.unit === unit),
      [...base.doneIds, ...best.ids, ...best.leftIds],
    );
    tell('These come next; the rest stands behind. Ctrl+Z takes it back.');
  };
  return (
    <Box maxW="720px">
      <Flex gap={3} align="end" wrap="wrap">
        <Box w="180px">
          <FormField label="I have, minutes" error={problem || undefined}>
            {(props) => (
              <Input
                {...props}
                inputMode="numeric"
                style={{ fontSize: 24, height: 56 }}
                value={typed}
                onChange={(e) => setTyped(e.target.value)}
              />
            )}
          </FormField>
        </Box>
        {untilWrap > 0 ? (
          <Button mb={4} minH="56px" onClick={() => setTyped(String(Math.round(untilWrap)))}>
            Until the wanted wrap: {formatMinutes(untilWrap)}
          </Button>
        ) : null}
      </Flex>
      {best ? (
        best.ids.length === 0 ? (
          <Box role="status" data-left>
            <Look>Nothing that is left fits into {formatMinutes(minutes)} with its change-over.</Look>
          </Box>
        ) : (
          <Box role="status" data-left>
            <Box as="ol" display="grid" gap={2} mb={3}>
              {best.order.order.map((o) => (
                <Flex as="li" key={o.id} gap={3} borderBottom="1px solid" borderColor="hairline" py={2}>
                  <Box w="64px" fontWeight="700">
                    {say(o.startMin)}
                  </Box>
                  <Box flex="1" minW={0}>
                    <strong>{row(o.id)?.shot?.code ?? ''}</strong> {row(o.id)?.title}
                    {row(o.id)?.shot?.priority === 'must' ? ' · must' : ''}
                  </Box>
                  <Box whiteSpace="nowrap">{formatMinutes(o.endMin - o.startMin)}</Box>
                </Flex>
              ))}
            </Box>
            <Box mb={3}>
              Done at {say(best.order.wrapMin)}, {formatMinutes(best.order.changeMin)} of it change-overs.
            </Box>
            <Button size="act" look="primary" onClick={take}>
              These next
            </Button>
          </Box>
        )
      ) : null}
      {best && best.leftIds.length > 0 ? (
        <Box mt={4} data-cut-line>
          {musts.length > 0 ? (
            <Look>Musts that don’t fit: {musts.map((id) => row(id)?.shot?.code).join(', ')}. </Look>
          ) : null}
          Left over: {best.leftIds.map((id) => row(id)?.shot?.code ?? row(id)?.title).join(', ')}.
        </Box>
      ) : null}
      <Sheet>
        <Part title="From now">Counted from {say(base.order.startMin)}, from where the cameras stand.</Part>
        <Why
          lines={[
            'Musts before shoulds before nices; of sets that are worth the same the one that ends first.',
            'Of up to 12 lines every set is looked at; of more, the ones worth most for their minutes.',
            'Nothing is offered that would miss its window, its fixed start or a meal.',
          ]}
        />
      </Sheet>
    </Box>
  );
}
