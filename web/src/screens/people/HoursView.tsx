import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import { HOURS, peopleDay } from '@kavrell/core/people';
import { planOf } from '@kavrell/core/productions';
import { formatMinuteOfDay } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import { Empty, Look, Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';

/** What the phone has no room for; overtime and long waits are told in words above. */
const ROOMY = ['Over', 'Waits'];
const shown = (column: string) => (ROOMY.includes(column) ? { base: 'none', md: 'table-cell' } : 'table-cell');

const h = (hours: number) => (hours <= 0 ? '–' : `${hours.toFixed(1)} h`);

/** Hours, overtime, waiting and rest of everybody on the day. */
export function HoursView() {
  const { rows, facts, day } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const list = useMemo(() => {
    if (!facts || !day) return [];
    const next = rows.days.find((d) => d.number === day.number + 1);
    return peopleDay(facts.plan, next ? planOf(rows, next) : null, rows.people, rows.engagements);
  }, [facts?.plan, rows.days, rows.people, rows.engagements]);
  if (!day || list.length === 0)
    return (
      <Empty title="Nobody is on this day yet">
        Choose a person and put them on the day; their hours, rest and way home are counted here.
      </Empty>
    );
  const say = (m: number) => formatMinuteOfDay(m, day, clock);
  const away = list.filter((p) => p.person.away.includes(day.date));
  const found = list.flatMap((p) => p.findings);
  return (
    <>
      {found.length + away.length > 0 ? (
        <Box as="ul" display="grid" gap={2} mb={4} data-hours>
          {away.map((p) => (
            <li key={p.person.id}>
              <Look>{p.person.shortName} can’t on this date, and is on the day.</Look>
            </li>
          ))}
          {found.map((f) => (
            <li key={f.words}>
              <Box as="span" color={f.level === 'danger' ? 'rolling' : 'look'} fontWeight="600">
                {f.words}
              </Box>
            </li>
          ))}
        </Box>
      ) : null}
      <Box as="table" w="100%" aria-label="Hours">
        <thead>
          <Box as="tr" color="soft" fontSize="s">
            <Box as="th" textAlign="left">
              Who
            </Box>
            {['Call', 'Let go', 'Here', 'Over', 'Waits', 'Rest'].map((t) => (
              <Box as="th" key={t} textAlign="right" pr={2} display={shown(t)}>
                {t}
              </Box>
            ))}
          </Box>
        </thead>
        <tbody>
          {list.map((p) => (
            <Box
              as="tr"
              key={p.person.id}
              borderTop="1px solid"
              borderColor="hairline"
              data-person={p.person.shortName}
            >
              <Box as="td" py={2}>
                {p.person.name}
              </Box>
              {Object.entries({
                Call: say(p.callMin),
                'Let go': say(p.releaseMin),
                Here: h(p.workedH),
                Over: h(p.overtimeH + p.doubleH),
                Waits: p.waitingMin < 1 ? '–' : `${Math.round(p.waitingMin)} min`,
              }).map(([t, words]) => (
                <Box as="td" key={t} textAlign="right" pr={2} whiteSpace="nowrap" display={shown(t)}>
                  {words}
                </Box>
              ))}
              <Box as="td" textAlign="right" pr={2} whiteSpace="nowrap">
                {p.restH === null ? '–' : p.restH < HOURS.restWishH ? <Look>{h(p.restH)}</Look> : h(p.restH)}
              </Box>
            </Box>
          ))}
        </tbody>
      </Box>
      <Sheet>
        <Why
          lines={[
            `Crew from call to wrap, others to the end of their last shot. Overtime from ${HOURS.overtimeH} h, doubled from ${HOURS.doubleH} h.`,
            `Rest is door to door: the way home and back is taken off. ${HOURS.restWishH} h are wished, under ${HOURS.restDangerH} h is danger.`,
          ]}
        />
        <Part title="Care">
          Local rules decide on hours and rest. Nobody drives tired: a driver, a shared car, or a bed near by.
        </Part>
      </Sheet>
    </>
  );
}
