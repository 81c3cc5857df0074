import { Box } from '@chakra-ui/react';
import type { Day, DayPlan, Split } from '@kavrell/core/day';
import { formatCount, formatMinuteOfDay, formatMinutes } from '@kavrell/core/units';
import { usePreferences } from '../../platform/preferences.ts';
import { Look } from '../../ui/parts.tsx';

interface Props {
  lane: Split['lanes'][number];
  /** The day it is of, and when it wraps, cards out. */
  own: Day;
  wrap: number;
  /** The same day as it stands. */
  was: DayPlan | undefined;
  nameOf: (id: string) => string;
}

/** One day or unit of what was shared out: its shots, when it wraps, and how it stands now. */
export function SplitLane({ lane, own, wrap, was, nameOf }: Props) {
  const clock = usePreferences((s) => s.clock);
  const over = Math.max(0, wrap - own.wantedWrapMin);
  return (
    <Box border="1px solid" borderColor="hairline" borderRadius="r" p={3} data-lane={lane.name}>
      <Box as="h2" fontSize="m" mb={1}>
        {lane.name}
      </Box>
      <Box mb={2}>
        {lane.ids.length === 0 ? (
          'nothing'
        ) : (
          <>
            wrap {formatMinuteOfDay(wrap, own, clock)}, {formatMinutes(lane.changeMin)} of change-overs
            {over > 0.5 ? (
              <>
                {', '}
                <Look>{formatMinutes(over)} over</Look>
              </>
            ) : null}
            {lane.broken > 0 ? (
              <>
                {', '}
                <Look>{formatCount(lane.broken, 'rule')} broken</Look>
              </>
            ) : null}
          </>
        )}
      </Box>
      {was ? (
        <Box color="soft" fontSize="s" mb={2}>
          As it is: wrap {formatMinuteOfDay(was.wrapMin, own, clock)}, {formatMinutes(was.changeMin)} of change-overs
          {was.violations.length ? `, ${formatCount(was.violations.length, 'rule')} broken` : ''}
        </Box>
      ) : null}
      <Box overflowWrap="anywhere">{lane.ids.map(nameOf).join(' · ')}</Box>
    </Box>
  );
}
