import { HoursSide } from './HoursSide.tsx';
import { Box, Table } from '@chakra-ui/react';
import { useMemo } from 'react';
import { HOURS, hoursFindings, peopleDay } from '@kavrell/core/crew';
import { planOf } from '@kavrell/core/productions';
import { formatMinuteOfDay, formatMinutes, formatMoney } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import { Empty, Look } from '../../ui/parts.tsx';
import { useBookedTwice } from '../../shared/people/booked.ts';
import { Severity } from '../../ui/Severity.tsx';

/** What the phone has no room for; overtime and long waits are told in words above. */
const ROOMY = ['Over', 'Waits'];
const shown = (column: string) => (ROOMY.includes(column) ? { base: 'none', md: 'table-cell' } : 'table-cell');

const h = (hours: number) => (hours <= 0 ? '–' : `${hours.toFixed(1)} h`);

/** Hours, overtime, waiting and rest of everybody on the day. */
export function HoursView() {
  const { production, rows, timed: plan, timedFrom, day } = usePlanned();
  const clock = usePreferences((s) => s.clock);
  const { people, engagements } = rows;
  const list = useMemo(() => {
    if (!plan || !day) return [];
    const next = timedFrom.days.find((d) => d.number === day.number + 1);
    return peopleDay(plan, next ? planOf(timedFrom, next) : null, people, engagements, timedFrom.production);
  }, [timedFrom, plan, day, people, engagements]);
  const twice = useBookedTwice(day ? [day.date] : []);
  if (!day || list.length === 0)
    return (
      <Empty title="Nobody is on this day yet">
        Choose a person and put them on the day; their hours, rest and way home are counted here.
      </Empty>
    );
  const say = (m: number) => formatMinuteOfDay(m, day, clock);
  const away = list.filter((p) => p.person.away.includes(day.date));
  const found = hoursFindings(list);
  const far = list.filter((p) => p.night !== null);
  const price = (minor: number | null) => (minor === null ? 'price not said' : formatMoney(minor, production.currency));
  return (
    <>
      {found.length + away.length + twice.length > 0 ? (
        <Box as="ul" display="grid" gap={2} mb={4} data-hours>
          {away.map((p) => (
            <li key={p.person.id}>
              <Look>{p.person.shortName} can’t on this date, and is on the day.</Look>
            </li>
          ))}
          {twice.map((t) => (
            <li key={`${t.name}${t.production}`}>
              <Look>
                {t.name} is on “{t.production}” on this date too.
              </Look>
            </li>
          ))}
          {found.map((f) => (
            <li key={f.words}>
              <Severity level={f.level}>{f.words}</Severity>
            </li>
          ))}
        </Box>
      ) : null}
      <Table.Root w="100%" aria-label="Hours">
        <Table.Header>
          <Table.Row color="soft" fontSize="s">
            <Table.ColumnHeader textAlign="left">Who</Table.ColumnHeader>
            {['Call', 'Let go', 'Here', 'Over', 'Waits', 'Rest'].map((t) => (
              <Table.ColumnHeader key={t} textAlign="right" pr={2} display={shown(t)}>
                {t}
              </Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {list.map((p) => (
            <Table.Row key={p.person.id} borderTop="1px solid" borderColor="hairline" data-person={p.person.shortName}>
              <Table.Cell py={2}>{p.person.name}</Table.Cell>
              {Object.entries({
                Call: say(p.callMin),
                'Let go': say(p.releaseMin),
                Here: h(p.workedH),
                Over: h(p.overtimeH + p.doubleH),
                Waits: p.waitingMin < 1 ? '–' : `${Math.round(p.waitingMin)} min`,
              }).map(([t, words]) => (
                <Table.Cell key={t} textAlign="right" pr={2} whiteSpace="nowrap" display={shown(t)}>
                  {words}
                </Table.Cell>
              ))}
              <Table.Cell textAlign="right" pr={2} whiteSpace="nowrap">
                {p.restH === null ? '–' : p.restH < HOURS.restWishH ? <Look>{h(p.restH)}</Look> : h(p.restH)}
              </Table.Cell>
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
      {far.length > 0 ? (
        <>
          <Box as="h2" fontSize="m" mt={6} mb={2}>
            Home tonight, or a bed near by
          </Box>
          <Box as="ul" display="grid" gap={2} data-nights>
            {far.map((p) =>
              p.night ? (
                <li key={p.person.id}>
                  <strong>{p.person.shortName}</strong>, {formatMinutes(p.travelMin)} each way. Home:{' '}
                  {h(p.night.home.restH)} of rest, {price(p.night.home.costMinor)}. Hotel: {h(p.night.hotel.restH)} of
                  rest, {price(p.night.hotel.costMinor)}.
                </li>
              ) : null,
            )}
          </Box>
        </>
      ) : null}
      <HoursSide />
    </>
  );
}
