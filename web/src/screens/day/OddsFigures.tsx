import { Box } from '@chakra-ui/react';
import type { Day, Odds, Quantiles, Drop, DayRow } from '@kavrell/core/day';
import { formatCount } from '@kavrell/core/units';
import { shareSaid } from '../../app/odds.ts';
import { Button } from '../../ui/Button.tsx';
import { Figure, Look } from '../../ui/parts.tsx';

/** How often such a day is in time, and by when half, most and nearly all wrap. */
export function OddsFigures({
  say,
  day,
  odds,
  wraps,
}: {
  say: (m: number) => string;
  day: Day;
  odds: Odds;
  wraps: Quantiles;
}) {
  return (
    <Box display="grid" gridTemplateColumns="repeat(auto-fill, minmax(170px, 1fr))" gap={3} mb={4} data-odds>
      <Figure name={`Wrapped by ${say(day.wantedWrapMin)}`} look={odds.byShare < 0.8}>
        {shareSaid(odds.byShare)}
      </Figure>
      <Figure name="Half of days by" hint="Of 10,000 such days, each with its own luck, half wrap by then.">
        {say(wraps.p50)}
      </Figure>
      <Figure name="80 % by" hint="Four such days of five wrap by then: a promise that mostly holds.">
        {say(wraps.p80)}
      </Figure>
      <Figure name="95 % by" hint="Nineteen of twenty wrap by then: what to tell whoever must not be kept waiting.">
        {say(wraps.p95)}
      </Figure>
    </Box>
  );
}

/** What dropping would bring, and the press that drops it. */
export function DropSaid({ drop, dropped, doDrop }: { drop: Drop; dropped: DayRow[]; doDrop: () => void }) {
  return (
    <Box mb={4} role="status" data-drop>
      {drop.ids.length === 0 ? (
        drop.reached ? (
          <>Nothing: the odds are {shareSaid(drop.after)} as it is.</>
        ) : (
          <Look>Nothing that is no must is left to drop, and the odds stay at {shareSaid(drop.after)}.</Look>
        )
      ) : (
        <>
          Without {dropped.map((r) => r.shot?.code ?? r.title).join(', ')}: {shareSaid(drop.after)} in place of{' '}
          {shareSaid(drop.before)}
          {drop.reached ? '. ' : <Look>: still short, and only musts are left. </Look>}
          <Button size="small" onClick={doDrop}>
            Drop {formatCount(drop.ids.length, 'line')}
          </Button>
        </>
      )}
    </Box>
  );
}
