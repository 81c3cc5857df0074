import { SheetAside } from './SheetAside.tsx';
import { Box } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { sheetPresent, sheetWeather, type SheetContent, type SheetLine } from '@kavrell/core/callsheet';
import { formatMinuteOfDay, formatMinutes, formatTemperature } from '@kavrell/core/units';
import { usePreferences } from '../../platform/preferences.ts';
import { Tapes } from '../../ui/icons.tsx';
import { Unfold } from '../../ui/Unfold.tsx';
import { PresentOf, SheetBandStrip, SheetPictures } from './SheetDrawn.tsx';

/** A sheet as everybody reads it, first on the phone: what is due leads it on its day, then what else is to be said (`children`). */
export function SheetFace({ sheet, nowMin, children }: { sheet: SheetContent; nowMin: number; children?: ReactNode }) {
  const { clock, lengths } = usePreferences();
  const day = { date: sheet.date, timeZone: sheet.timeZone };
  const say = (m: number | null | undefined) =>
    m === null || m === undefined ? '–' : formatMinuteOfDay(m, day, clock);
  const short = (ids: readonly string[]) =>
    ids.flatMap((id) => sheet.people.find((p) => p.id === id)?.shortName ?? []).join(', ');
  const figures = [
    ['General call', sheet.callMin],
    ['Planned wrap', sheet.wrapMin],
    ['Sunrise', sheet.sun?.riseMin],
    ['Low sun from', sheet.sun?.lowSunStartMin],
    ['Sunset', sheet.sun?.setMin],
    ['Dark', sheet.sun?.duskMin],
  ] as const;
  const units = new Set(sheet.lines.map((l) => l.unit)).size > 1;
  const weather = sheetWeather(sheet, (c) => formatTemperature(c, lengths));
  const present = sheetPresent(sheet, nowMin);
  return (
    <>
      {present ? <PresentOf present={present} say={say} /> : null}
      {children}
      <Box display="grid" gridTemplateColumns="repeat(auto-fit, minmax(104px, 1fr))" gap={4} mb={4}>
        {figures.map(([name, minute], i) => (
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
      <SheetBandStrip sheet={sheet} nowMin={nowMin} say={say} />
      {weather ? (
        <Box mb={4} data-weather>
          {weather}
        </Box>
      ) : null}
      {sheet.notes ? <Box mb={4}>{sheet.notes}</Box> : null}
      <Box display="grid" gridTemplateColumns={{ base: '1fr', xl: 'minmax(0, 1.6fr) minmax(260px, 1fr)' }} gap={6}>
        <section aria-label="Order of the day">
          <Box as="h2" fontSize="l" mb={2}>
            Order of the day
          </Box>
          {sheet.lines.length === 0 ? <Box color="soft">Nothing on this day yet.</Box> : null}
          <ol>
            {sheet.lines.map((l) => (
              <Line
                key={`${l.unit}${l.kind}${l.startMin}`}
                line={l}
                units={units}
                say={say}
                who={short(l.personIds)}
                isPresent={l === present?.on}
              />
            ))}
          </ol>
          <SheetPictures sheet={sheet} />
          <Unfold words={`Shots, ${sheet.shots.length}`}>
            <ol>
              {sheet.shots.map((s) => (
                <Box
                  as="li"
                  key={s.id}
                  display="grid"
                  gridTemplateColumns="60px 52px minmax(0, 1fr) auto"
                  columnGap={3}
                  py={1}
                  borderBottom="1px solid"
                  borderColor="hairline"
                >
                  <span>{say(s.startMin)}</span>
                  <strong>{s.code}</strong>
                  <Box minW={0} overflowWrap="anywhere">
                    {s.what}
                    <Box color="soft" fontSize="s">
                      {s.how}
                      {s.priority === 'must' ? ' · must' : ''}
                    </Box>
                  </Box>
                  <Box className="mono" color="soft">
                    {s.row}
                  </Box>
                </Box>
              ))}
            </ol>
          </Unfold>
        </section>
        <SheetAside sheet={sheet} say={say} />
      </Box>
    </>
  );
}

function Line({
  line: l,
  units,
  say,
  who,
  isPresent,
}: {
  line: SheetLine;
  units: boolean;
  say: (m: number) => string;
  who: string;
  isPresent: boolean;
}) {
  const work = l.kind === 'work';
  return (
    <Box
      as="li"
      display="grid"
      gridTemplateColumns="60px minmax(0, 1fr) auto"
      columnGap={3}
      py={work ? 2 : 1}
      {...(isPresent ? { 'aria-current': 'time' as const, pl: 2, borderLeft: '3px solid' } : {})}
      borderBottom="1px solid"
      borderColor="hairline"
      borderLeftColor="accent"
      color={work ? 'text' : 'soft'}
      fontSize={work ? 'm' : 's'}
    >
      <Box as="span" fontWeight={work ? 700 : 400}>
        {say(l.startMin)}
      </Box>
      <Box minW={0}>
        <Box fontWeight={work ? 700 : 400} overflowWrap="anywhere">
          {l.title}
        </Box>
        {work ? (
          <Box color="soft" fontSize="s" display="flex" gap={3} flexWrap="wrap" alignItems="center">
            {units ? <span>unit {l.unit}</span> : null}
            {l.light ? <span>{l.light}</span> : null}
            <Tapes letters={l.cameras} size={18} />
            {who ? <span>{who}</span> : null}
            {l.fixed ? <span>fixed start</span> : null}
            {l.code ? <span className="mono">{l.code}</span> : null}
          </Box>
        ) : null}
      </Box>
      <span>{formatMinutes(l.endMin - l.startMin)}</span>
    </Box>
  );
}
