import { Box, Flex } from '@chakra-ui/react';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { clockStates, facePace } from '@kavrell/core/clocks';
import { dateOf, midnightMs } from '@kavrell/core/time';
import { parseRate, rateSaid } from '@kavrell/core/timecode';
import { NoDay } from '../../app/NoDay.tsx';
import { usePlanned } from '../../app/production.tsx';
import { productionNow, useNow } from '../../platform/clock.ts';
import { useCommand } from '../../platform/keys.ts';
import { tell } from '../../platform/notices.ts';
import { Button } from '../../ui/Button.tsx';
import { Empty, Look, Part, ScreenHead } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet } from '../../ui/sheet.tsx';
import { Ticking } from '../../ui/Ticking.tsx';
import { timecodeAt } from '../../shared/roll/console.ts';
import { ClipFaults } from './ClipFaults.tsx';
import { ClockRow } from './ClockRow.tsx';
import { ClockSheet } from './ClockSheet.tsx';
import { addClock, addUsual, jamNow } from '../../shared/clocks/jam.ts';
import { startLtcOut, stopLtcOut, useLtcOut } from './ltcOut.ts';
import { Slate } from './Slate.tsx';
import { Sums } from './Sums.tsx';

/** How the labels of a rate keep to the wall clock, in words. */
function paceWords(rateText: string): string {
  const rate = parseRate(rateText);
  const loseMs = (1 - facePace(rate)) * 3_600_000;
  if (Math.abs(loseMs) < 0.001) return 'its labels keep to the wall clock';
  if (Math.abs(loseMs) < 100)
    return `its labels gain ${Math.abs(loseMs * 24).toFixed(1)}\u00a0ms a day on the wall clock`;
  return `its labels fall ${(loseMs / 1000).toFixed(1)}\u00a0s an hour behind the wall clock`;
}

/** Which clock is whose, when to jam again, slate and timecode out, and what the clips say. */
export function ClocksScreen() {
  const { production, rows, day, me } = usePlanned();
  const nowMs = useNow(production, 1000);
  const [selectedId, select] = useHashSelection();
  const [slate, setSlate] = useState(false);
  const { sending, trouble } = useLtcOut();
  const states = useMemo(() => clockStates(rows.clocks, rows.jams, nowMs), [rows.clocks, rows.jams, nowMs]);
  const selected = states.find((s) => s.clock.id === selectedId);
  const step = (by: number) => {
    const at = states.findIndex((s) => s.clock.id === selectedId);
    const next = states[Math.max(0, Math.min(states.length - 1, at < 0 ? 0 : at + by))];
    if (next) select(next.clock.id);
  };
  useCommand('clocks.after', () => step(1), { enabled: !slate });
  useCommand('clocks.before', () => step(-1), { enabled: !slate });
  useCommand('clocks.jam', () => selected?.source && jamNow(production, selected), { enabled: !slate });
  useCommand('clocks.slate', () => setSlate(true), { enabled: day !== null && !slate });
  const text = useCallback(
    () => (day ? timecodeAt(production, day, productionNow(production)) : ''),
    [production, day],
  );
  // It may well be wanted while one works elsewhere, but never without being known.
  useEffect(
    () => () => {
      if (useLtcOut.getState().sending) tell('Timecode out goes on.', { word: 'Stop it', run: stopLtcOut });
    },
    [],
  );
  const owner = me.role === 'owner';

  if (!day) return <NoDay>Clocks are set for a day’s shoot.</NoDay>;

  const rate = parseRate(production.rate);
  const toggleLtc = () => {
    if (sending) return stopLtcOut();
    void startLtcOut(rate, (afterMs) => {
      const at = productionNow(production) + afterMs;
      return ((at - midnightMs(dateOf(at, day.timeZone), day.timeZone)) * rate.num) / (rate.den * 1000);
    });
  };
  return (
    <>
      <ScreenHead title="Clocks">
        {owner && states.length ? (
          <Button onClick={() => select(addClock(production, rows.clocks))}>Add a clock</Button>
        ) : null}
        <Button onClick={toggleLtc} look={sending ? 'on' : 'plain'} aria-pressed={sending !== null}>
          {sending ? 'Stop timecode out' : 'Timecode out'}
        </Button>
        <Button look="primary" command="clocks.slate" onClick={() => setSlate(true)}>
          Slate
        </Button>
      </ScreenHead>
      <Flex align="baseline" gap={4} wrap="wrap" mb={4}>
        <Box fontSize={{ base: '34px', md: 'xxl' }} lineHeight="1.1" fontWeight={700} whiteSpace="nowrap">
          <Ticking text={text} label="the job’s timecode, time of day" />
        </Box>
        <Box color="soft">
          time of day at {rateSaid(rate)}; {paceWords(production.rate)}
        </Box>
      </Flex>
      {sending ? (
        <Box border="1px solid" borderColor="edge" borderRadius="r" p={3} mb={4} role="status">
          <strong>Sending timecode</strong> from <span className="mono">{sending.firstLabel}</span> to this computer’s
          sound output, at −6&nbsp;dB. Use a cable from the headphone socket: wireless sound comes late. It runs on this
          computer’s own clock, so jam and pull the cable; don’t leave it as the source all day.
        </Box>
      ) : null}
      {trouble ? (
        <Box mb={4} role="alert">
          <Look>{trouble}</Look>
        </Box>
      ) : null}
      {states.length === 0 ? (
        <Empty
          title="No clock yet"
          action={
            owner ? (
              <Button onClick={() => addUsual(production, rows.cameras, [])}>Add a box and the cameras</Button>
            ) : undefined
          }
        >
          One clock leads, the others are set to it and then run free. “A timecode box leads; camera A, stated
          ±10&nbsp;ppm, is half a frame off after half an hour at worst, so jam it again by then.”
        </Empty>
      ) : (
        <Box as="ul" borderTop="1px solid" borderColor="hairline" aria-label="Clocks">
          {states.map((state) => (
            <ClockRow
              key={state.clock.id}
              state={state}
              day={day}
              nowMs={nowMs}
              selected={state.clock.id === selectedId}
              select={() => select(state.clock.id)}
              jam={() => jamNow(production, state)}
            />
          ))}
        </Box>
      )}
      {owner && states.length > 0 && rows.cameras.some((c) => !rows.clocks.some((k) => k.cameraId === c.id)) ? (
        <Button mt={3} onClick={() => addUsual(production, rows.cameras, rows.clocks)}>
          Add the cameras that have no clock here
        </Button>
      ) : null}
      <ClipFaults day={day} />
      {slate ? <Slate day={day} close={() => setSlate(false)} /> : null}
      <Sheet>
        {selected ? (
          <ClockSheet state={selected} day={day} />
        ) : (
          <>
            <Part>Choose a clock to see why it must be jammed when, and its log.</Part>
            <Sums jobRate={production.rate} />
          </>
        )}
      </Sheet>
    </>
  );
}
