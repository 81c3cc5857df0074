import { Box } from '@chakra-ui/react';
import { failuresOf, lossWords, type CoverSpan } from '@kavrell/core/holds';
import { formatMinuteOfDay } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import type { Covered } from '../../shared/cover/coverage.ts';
import { Facts, Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';

/** One moment: who has it with what, and what alone would lose it. Without one, what is read here. */
export function MomentSheet({ moment, covered }: { moment: CoverSpan | null; covered: Covered }) {
  const { day } = useProduction();
  const clock = usePreferences((s) => s.clock);
  if (!moment || !day)
    return (
      <Sheet>
        <Part>Choose a moment to see who has it and what alone would lose it.</Part>
        <Part title="Care">
          Nobody steps past a barrier or a marked line to reach a camera. Whoever is in charge of the place decides, and
          local codes hold.
        </Part>
        <Why
          lines={[
            'Moments are what happens once: moments and cues with a time, and shots that can’t be had again. Darker ones have a must.',
            'Reversed: it must be had. Hatched: clean sound; dashed: a scratch. A dashed line through a camera is its restart; a solid one where a fresh pack or card ends.',
          ]}
        />
      </Sheet>
    );
  const own = covered.coverage.lanes.filter((l) => l.holds.some((h) => h.momentId === moment.id));
  const { open, single } = failuresOf({ ...covered.coverage, moments: [moment] });
  const say = (m: number) => formatMinuteOfDay(m, day, clock);
  return (
    <Sheet>
      <Part>
        <h2>{moment.title}</h2>
        {say(moment.fromMin)} to {say(moment.toMin)}
        {moment.must ? ', has a must' : ''}
      </Part>
      <Facts
        rows={own.map((l) => [
          l.name,
          l.holds
            .filter((h) => h.momentId === moment.id)
            .map((h) => (h.view ? `${h.view} ${h.codes.join(', ')}` : l.clean ? 'clean' : 'scratch'))
            .join('; '),
          l.who,
        ])}
      />
      <Part title="Lost by one failure">
        {open.length > 0 ? <Box>Nobody has {lossWords(open)}.</Box> : null}
        {single.length === 0 ? 'Nothing of it.' : null}
        <Box as="ul" pl={4}>
          {single.map((f) => (
            <Box as="li" key={f.key}>
              {f.name}: {lossWords(f.losses)}
            </Box>
          ))}
        </Box>
      </Part>
    </Sheet>
  );
}
