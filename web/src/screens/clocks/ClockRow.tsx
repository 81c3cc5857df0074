import { Box, Flex } from '@chakra-ui/react';
import { useCallback } from 'react';
import { STANDING_WORDS, offsetSaid, standInFrames, type ClockState } from '@kavrell/core/clocks';
import type { Day } from '@kavrell/core/day';
import { dateOf, midnightMs, msToMinute } from '@kavrell/core/time';
import { formatLabel, parseRate, rateSaid } from '@kavrell/core/timecode';
import { formatMinuteOfDay, formatMinutes } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { productionNow } from '../../platform/clock.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { Tape } from '../../ui/icons.tsx';
import { Look } from '../../ui/parts.tsx';
import { Ticking } from '../../ui/Ticking.tsx';
import { DriftRuler } from './DriftRuler.tsx';

const NEEDS = new Set(['never', 'due', 'circle', 'soon']);

/** When it must be jammed again, in words; empty when there is no such time. */
function dueWords({ jamByMs, standing }: ClockState, day: Day, nowMs: number, clock: '12' | '24'): string {
  if (jamByMs === null || standing === 'never') return '';
  const at = formatMinuteOfDay(msToMinute(day.date, day.timeZone, jamByMs), day, clock);
  const left = (jamByMs - nowMs) / 60_000;
  if (left > 24 * 60) return 'not today';
  return left > 0 ? `by ${at}, in ${formatMinutes(Math.max(1, left))}` : `since ${at}`;
}

interface Props {
  state: ClockState;
  day: Day;
  nowMs: number;
  selected: boolean;
  select: () => void;
  jam: () => void;
}

/** One clock: whose, its label now, how far off it may be, when to jam it, and the button that says it was. */
export function ClockRow({ state, day, nowMs, selected, select, jam }: Props) {
  const { production, rows } = usePlanned();
  const clockStyle = usePreferences((s) => s.clock);
  const { clock, source, standing, rateFault, readingMs, driftMs, ppm } = state;
  const letter = rows.cameras.find((c) => c.id === clock.cameraId)?.letter;
  const text = useCallback(() => {
    const now = productionNow(production);
    const midnight = midnightMs(dateOf(now, day.timeZone), day.timeZone);
    return formatLabel(standInFrames(clock, source, rows.jams, now, midnight), parseRate(clock.rate));
  }, [production, clock, source, rows.jams, day.timeZone]);
  const due = dueWords(state, day, nowMs, clockStyle);
  const word = STANDING_WORDS[standing];
  const known = source && clock.link === 'jam' ? (readingMs ?? (ppm?.from === 'measured' ? driftMs : null)) : null;
  const offWords =
    known !== null ? offsetSaid(known) : driftMs !== null ? `${Math.abs(driftMs).toFixed(1)}\u00a0ms off at worst` : '';
  return (
    <Box
      as="li"
      borderBottom="1px solid"
      borderColor="hairline"
      bg={selected ? 'raised' : undefined}
      display="grid"
      gridTemplateColumns={{ base: '120px minmax(0, 1fr) 96px', md: '170px 128px 124px minmax(0, 1fr) 96px' }}
      gridTemplateAreas={{
        base: '"who who jam" "label label jam" "drift state state"',
        md: '"who label drift state jam"',
      }}
      columnGap={3}
      rowGap={1}
      alignItems="center"
      px={2}
      py={2}
      data-clock={clock.name}
      data-standing={standing}
    >
      <Box
        as="button"
        gridArea="who"
        onClick={select}
        aria-current={selected ? 'true' : undefined}
        minH="32px"
        display="flex"
        alignItems="center"
        gap={2}
        minW={0}
        fontWeight={600}
        textAlign="left"
        overflowWrap="anywhere"
        {...{ type: 'button' }}
      >
        {letter ? <Tape letter={letter} /> : null}
        <Box as="span" minW={0}>
          {clock.name}
          {clock.simulated ? (
            <Box as="span" color="soft" fontWeight={400} fontSize="s">
              {' '}
              simulated
            </Box>
          ) : null}
        </Box>
      </Box>
      <Box gridArea="label" whiteSpace="nowrap">
        <Ticking text={text} label={`${clock.name}, timecode`} />
      </Box>
      <Flex gridArea="drift" color="soft">
        <DriftRuler state={state} />
      </Flex>
      <Box gridArea="state" minW={0} fontSize="s" lineHeight="1.35">
        {NEEDS.has(standing) ? <Look>{word}</Look> : <strong>{word}</strong>}
        {due ? ` ${due}` : ''}
        {offWords ? <Box>{offWords}</Box> : null}
        {rateFault ? (
          <Box>
            <Look>
              {rateSaid(parseRate(clock.rate))}, not {rateSaid(parseRate(source?.rate ?? clock.rate))}
            </Look>
          </Box>
        ) : null}
      </Box>
      <Box gridArea="jam" textAlign="end">
        {source && clock.link === 'jam' ? (
          <Button w="96px" minH={{ base: '64px', md: '36px' }} onClick={jam} aria-label={`${clock.name}: jammed now`}>
            Jammed
          </Button>
        ) : null}
      </Box>
    </Box>
  );
}
