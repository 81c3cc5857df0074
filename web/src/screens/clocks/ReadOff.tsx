import { Box } from '@chakra-ui/react';
import { useState } from 'react';
import { findClockFault, standInFrames, type Clock, type ClockFault } from '@kavrell/core/clocks';
import type { Day } from '@kavrell/core/day';
import { dateOf, midnightMs } from '@kavrell/core/time';
import { formatLabel, parseRate } from '@kavrell/core/timecode';
import { usePlanned } from '../../app/production.tsx';
import { productionNow } from '../../platform/clock.ts';
import { Look, Part } from '../../ui/parts.tsx';
import { TimecodeField } from '../../ui/TimecodeField.tsx';

/** Eye and hand take this long, ms: smaller differences can't be found by reading. */
const HAND_MS = 1500;

/** Reads a device by eye: type the label it is about to show, press Enter when it shows it, and hear what is wrong with it. */
export function ReadOff({ clock, source, day }: { clock: Clock; source: Clock; day: Day }) {
  const { production, rows } = usePlanned();
  const [typed, setTyped] = useState('');
  const [found, setFound] = useState<{ fault: ClockFault; expected: string } | null>(null);
  const rate = parseRate(clock.rate);
  const sourceRate = parseRate(source.rate);
  const compare = (label: string) => {
    const now = productionNow(production);
    const midnight = midnightMs(dateOf(now, day.timeZone), day.timeZone);
    const lead = rows.clocks.find((c) => c.id === source.followsId) ?? null;
    const expected = formatLabel(standInFrames(source, lead, rows.jams, now, midnight), sourceRate);
    setFound({
      expected,
      fault: findClockFault({
        expectedRate: sourceRate,
        foundRate: rate,
        toleranceMs: HAND_MS,
        pairs: [{ atSeconds: now / 1000, expected, found: label }],
      }),
    });
  };
  return (
    <Part title="Read it by eye">
      <TimecodeField
        label="The label it shows; Enter when it shows it"
        typed={typed}
        setTyped={setTyped}
        rate={rate}
        onEnter={compare}
      />
      {found ? (
        <Box role="status">
          {found.fault.cause === 'none' ? (
            <span>It agrees with {source.name} as far as eye and hand can tell (1.5&nbsp;s).</span>
          ) : (
            <Look>{found.fault.words}</Look>
          )}{' '}
          <Box as="span" color="soft">
            {source.name} showed <span className="mono">{found.expected}</span>.
          </Box>
        </Box>
      ) : null}
    </Part>
  );
}
