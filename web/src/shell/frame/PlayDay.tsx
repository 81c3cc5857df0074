import { Box, Flex } from '@chakra-ui/react';
import { useEffect, useRef } from 'react';
import { playedDay, playPaceMs } from '@kavrell/core/onset';
import { msToMinute } from '@kavrell/core/time';
import { formatMinuteOfDay } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { productionNow } from '../../platform/clock.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { playStep, startPlaying, stopPlaying, usePlay } from '../../shared/roll/play.ts';
import { Button } from '../../ui/Button.tsx';
import { Part } from '../../ui/parts.tsx';

/** The same day the same way each time it is played. */
const SEED = 7;
/** One take in so many meets a fault of a simulated device. */
const FAULT_EVERY = 7;

/** Plays the rest of a simulated day in three minutes at most, through the same events as in real use. */
export function PlayPart() {
  const { production, rows, facts } = useProduction();
  const playing = usePlay((s) => s.productionId === production.id);
  if (!facts || production.simulatedNowOffsetMs === null) return null;
  const start = () =>
    startPlaying(
      production.id,
      playedDay(facts.plan, facts.states, {
        seed: SEED,
        fromMs: productionNow(production),
        letters: rows.cameras.map((c) => c.letter),
        faultEvery: FAULT_EVERY,
      }),
    );
  return (
    <Part title="Play the day">
      <Box mb={2}>
        The rest of this day in three minutes: takes, verdicts, moments, clocks jammed after meals, and simulated
        devices that fail. Everything is logged as if somebody pressed it. Stop anywhere and go on by hand.
      </Box>
      <Button onClick={playing ? stopPlaying : start}>{playing ? 'Stop' : 'Play the day'}</Button>
    </Part>
  );
}

/** While a day is played: where it is, and the way out. The steps are done here, whatever screen is open. */
export function Playing() {
  const { production, rows, day, facts, devices, me } = useProduction();
  const { productionId, steps, done } = usePlay();
  const clock = usePreferences((s) => s.clock);
  const on = productionId === production.id && day !== null && facts !== null;
  const stage = useRef<Parameters<typeof playStep>[1] | null>(null);
  stage.current =
    day && facts
      ? { production, day, rows, devices, takes: facts.takes.filter((t) => t.dayId === day.id), by: me.name }
      : null;
  useEffect(() => {
    if (!on) return;
    const timer = setInterval(() => {
      const { steps: all, done: at } = usePlay.getState();
      const step = all[at];
      if (!step || !stage.current) {
        stopPlaying();
        return;
      }
      playStep(step, stage.current);
      usePlay.setState({ done: at + 1 });
    }, playPaceMs(usePlay.getState().steps.length));
    return () => clearInterval(timer);
  }, [on]);
  if (!on || !day) return null;
  const minute = Math.floor(msToMinute(day.date, day.timeZone, productionNow(production)));
  return (
    <Flex
      position="fixed"
      right={4}
      bottom={{ base: '140px', md: '48px' }}
      zIndex={20}
      gap={3}
      align="center"
      bg="raised"
      border="1px solid"
      borderColor="look"
      borderRadius="r"
      px={3}
      py={2}
      role="status"
      data-playing
    >
      <span>
        Playing, simulated: {formatMinuteOfDay(minute, day, clock)} · {done} of {steps.length}
      </span>
      <Button onClick={stopPlaying}>Stop</Button>
    </Flex>
  );
}
