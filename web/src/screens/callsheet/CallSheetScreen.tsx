import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import { callSheetPdf, dayShotListPdf, pathOf } from '@kavrell/contract';
import { composeCallSheet } from '@kavrell/core/callsheet';
import { formatDate, formatMinuteOfDay, formatMinutes } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import { change } from '../../platform/rows.ts';
import { StalePart } from '../../app/Stale.tsx';
import { Button, LinkButton } from '../../ui/Button.tsx';
import { Tapes } from '../../ui/icons.tsx';
import { Empty, Facts, Look, Part, ScreenHead, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';

/** The day's sheet as everybody reads it, first on the phone; and as PDF. */
export function CallSheetScreen() {
  const { me, production, rows, day, facts, stale } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const sheet = useMemo(
    () =>
      facts
        ? composeCallSheet({
            production,
            plan: facts.plan,
            dayCount: rows.days.length,
            people: rows.people,
            engagements: rows.engagements,
            places: rows.places,
          })
        : null,
    [production, facts, rows.days.length, rows.people, rows.engagements, rows.places],
  );
  if (!day || !facts || !sheet)
    return (
      <Empty title="No day yet">
        The sheet is composed from a day: its order, people, places and sun. Add a day in the brief.
      </Empty>
    );
  const sheets = rows.frozenSheets.filter((s) => s.dayId === day.id).sort((a, b) => a.revision - b.revision);
  const last = sheets.at(-1);
  const freeze = () =>
    void change(production.id, `Froze the sheet of day ${day.number}, revision ${(last?.revision ?? 0) + 1}`, [
      {
        op: 'insert',
        table: 'frozenSheets',
        values: {
          dayId: day.id,
          revision: (last?.revision ?? 0) + 1,
          frozenAtMs: Date.now(),
          note: '',
          shots: facts.plan.rows.flatMap((r) => (r.shot ? [{ shotId: r.shot.id, code: r.shot.code }] : [])),
        },
      },
    ]);
  const say = (m: number | null | undefined) =>
    m === null || m === undefined ? '–' : formatMinuteOfDay(m, day, clock);
  return (
    <>
      <ScreenHead title={formatDate(day.date, { long: true })} note={`day ${day.number} of ${sheet.ofDays}`}>
        {me.role === 'read' ? null : (
          <LinkButton
            href={pathOf(dayShotListPdf, { productionId: production.id, dayId: day.id })}
            target="_blank"
            rel="noreferrer"
          >
            Shots in order
          </LinkButton>
        )}
        {me.role === 'owner' ? <Button onClick={freeze}>Freeze revision {(last?.revision ?? 0) + 1}</Button> : null}
        <LinkButton
          href={pathOf(callSheetPdf, { productionId: production.id, dayId: day.id })}
          target="_blank"
          rel="noreferrer"
          look="primary"
        >
          Open as PDF
        </LinkButton>
      </ScreenHead>
      <Box display="grid" gridTemplateColumns="repeat(auto-fit, minmax(104px, 1fr))" gap={4} mb={5}>
        {(
          [
            ['General call', day.callMin],
            ['Planned wrap', facts.plan.wrapMin],
            ['Sunrise', sheet.sun?.riseMin],
            ['Low sun from', sheet.sun?.lowSunStartMin],
            ['Sunset', sheet.sun?.setMin],
            ['Dark', sheet.sun?.duskMin],
          ] as const
        ).map(([name, minute], i) => (
          <div key={name}>
            <Box color="soft" fontSize="s">
              {name}
            </Box>
            <Box fontSize={i < 2 ? 'xl' : 'l'} fontWeight="700" lineHeight="1.2" data-fact={name}>
              {say(minute)}
            </Box>
          </div>
        ))}
      </Box>
      {last ? (
        <Box mb={5} data-frozen={last.revision}>
          Revision {last.revision} is frozen: its {last.shots.length} shot numbers stay.{' '}
          {stale.has(last.id) ? (
            <Look>What went out is stale; freeze a new revision when it is right again.</Look>
          ) : null}
        </Box>
      ) : null}
      {day.notes ? <Box mb={5}>{day.notes}</Box> : null}
      <Box display="grid" gridTemplateColumns={{ base: '1fr', xl: 'minmax(0, 1.6fr) minmax(260px, 1fr)' }} gap={6}>
        <section aria-label="Order of the day">
          <Box as="h2" fontSize="l" mb={2}>
            Order of the day
          </Box>
          {sheet.lines.length === 0 ? <Box color="soft">Nothing on this day yet.</Box> : null}
          <ol>
            {sheet.lines.map(({ block, light, cameras, people }) => {
              const work = block.kind === 'work';
              return (
                <Box
                  as="li"
                  key={`${block.kind}${block.startMin}`}
                  display="grid"
                  gridTemplateColumns="60px minmax(0, 1fr) auto"
                  columnGap={3}
                  py={work ? 2 : 1}
                  borderBottom="1px solid"
                  borderColor="hairline"
                  color={work ? 'text' : 'soft'}
                  fontSize={work ? 'm' : 's'}
                >
                  <Box as="span" fontWeight={work ? 700 : 400}>
                    {say(block.startMin)}
                  </Box>
                  <Box minW={0}>
                    <Box fontWeight={work ? 700 : 400} overflowWrap="anywhere">
                      {block.title}
                    </Box>
                    {work ? (
                      <Box color="soft" fontSize="s" display="flex" gap={3} flexWrap="wrap" alignItems="center">
                        {light ? <span>{light}</span> : null}
                        <Tapes letters={cameras} size={18} />
                        {people.length ? <span>{people.join(', ')}</span> : null}
                        {block.rows.some((r) => r.pinnedStartMin !== null) ? <span>fixed start</span> : null}
                      </Box>
                    ) : null}
                  </Box>
                  <span>{formatMinutes(block.endMin - block.startMin)}</span>
                </Box>
              );
            })}
          </ol>
        </section>
        <div>
          <Box as="h2" fontSize="l" mb={2}>
            Calls
          </Box>
          <ul data-calls>
            {sheet.calls.map((c) => (
              <Box
                as="li"
                key={c.person.id}
                display="grid"
                gridTemplateColumns="60px minmax(0, 1fr)"
                columnGap={3}
                py={1}
                borderBottom="1px solid"
                borderColor="hairline"
              >
                <strong>{say(c.callMin)}</strong>
                <Box minW={0} overflowWrap="anywhere">
                  {c.person.name}
                  <Box color="soft" fontSize="s">
                    {c.person.role}
                  </Box>
                </Box>
              </Box>
            ))}
            {sheet.calls.length === 0 ? (
              <Box color="soft">Nobody is on this day yet: choose days under People.</Box>
            ) : null}
          </ul>
          <Box as="h2" fontSize="l" mt={5} mb={2}>
            Places
          </Box>
          {sheet.places.map((p) => (
            <Box key={p.id} mb={3} overflowWrap="anywhere">
              <strong>{p.name}</strong>
              <Box color="soft" fontSize="s">
                {[
                  p.address,
                  p.parking && `Parking: ${p.parking}`,
                  p.contact && `Contact: ${p.contact}`,
                  p.hospital && `Hospital: ${p.hospital}`,
                ]
                  .filter(Boolean)
                  .map((t) => (
                    <div key={t}>{t}</div>
                  ))}
              </Box>
            </Box>
          ))}
          <Box as="h2" fontSize="l" mt={5} mb={2}>
            With care
          </Box>
          <ul>
            {sheet.cautions.map((c) => (
              <Box as="li" key={c} mb={2}>
                {c}
              </Box>
            ))}
          </ul>
        </div>
      </Box>
      <Sheet>
        {last ? <StalePart table="frozenSheets" id={last.id} /> : null}
        <Part title="This sheet">
          <Facts
            rows={[
              ['Lines', String(sheet.lines.length)],
              ['People', String(sheet.calls.length)],
              ['Places', String(sheet.places.length)],
            ]}
          />
        </Part>
        <Why
          lines={[
            'Composed from the Day screen’s order, People and Places: nothing here is typed twice.',
            'Crew come at the general call; people in the picture at their first need less their time before it, rounded down to five minutes; a call set by hand stands.',
            `Sun at ${sheet.sunPlace?.name ?? 'no place'}, flat horizon; low sun is under 6°.`,
            ...facts.plan.assumptions,
          ]}
        />
      </Sheet>
    </>
  );
}
