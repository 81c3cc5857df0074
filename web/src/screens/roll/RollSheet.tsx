import { Box } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import type { Shot } from '@kavrell/core/scenes';
import { formatMinuteOfDay } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import { Look, Part, Why } from '../../ui/parts.tsx';
import { SetReports } from '../../shared/log/SetReports.tsx';
import { Numbers } from './Numbers.tsx';

/** Against the plan, what comes next, and what was said about the shot. */
export function RollSheet({
  shot,
  list,
  nowMin,
  behind,
}: {
  shot: Shot | null;
  /** What can be chosen. */
  list: ReactNode;
  nowMin: number;
  behind: string | null;
}) {
  const { facts, day } = useProduction();
  const clock = usePreferences((s) => s.clock);
  if (!facts || !day) return null;
  const { plan, projection } = facts;
  const late = projection && Math.round(projection.behindMin) > 0;
  const even = projection && Math.round(projection.behindMin) === 0;
  return (
    <>
      <Part title="Against the plan">
        <Box fontSize="xl" fontWeight="700" lineHeight="1.2" color={late ? 'look' : 'text'}>
          {projection
            ? even
              ? 'on time'
              : `${behind} ${late ? 'behind' : 'ahead'}`
            : nowMin < day.callMin
              ? 'before the call'
              : 'not under way'}
        </Box>
        <div>
          {projection
            ? `Projected wrap ${formatMinuteOfDay(projection.wrapMin, day, clock)}, planned ${formatMinuteOfDay(plan.wrapMin, day, clock)}`
            : `Planned wrap ${formatMinuteOfDay(plan.wrapMin, day, clock)}`}
        </div>
        {projection?.troubles.map((t) => (
          <div key={t}>
            <Look>{t}</Look>
          </div>
        ))}
      </Part>
      {list}
      {shot && (shot.sound || shot.fallback || shot.reason) ? (
        <Part title={`About ${shot.code}`}>
          {shot.sound ? <div>Sound: {shot.sound}</div> : null}
          {shot.fallback ? <div>If it can’t be had: {shot.fallback}</div> : null}
          {shot.reason ? <div>Why: {shot.reason}</div> : null}
        </Part>
      ) : null}
      <Numbers />
      <SetReports />
      {shot?.happensOnce ? (
        <Part title="Care">
          Happens once. No picture is worth stepping past a barrier or a marked line; whoever is in charge of the floor
          decides.
        </Part>
      ) : null}
      <Why
        lines={[
          'The rest of the order timed from now: the shot in hand counts from its first take, what is got or dropped is done, meals whose latest start has passed count as eaten.',
          'A shot is had once a picture take of it is good; a setup is begun with its first take; pages count once every shot of their scene on this day is had.',
          'Shot to delivered: minutes that all cameras rolled together, against the lengths of all deliverables; wild sound and false starts left out.',
          'A card’s minutes by taps: its size over the data rate, less what takes rolled since it was put in. A pack’s: as it is said to last, less the time since it was put in, rolling or not.',
        ]}
      />
    </>
  );
}
