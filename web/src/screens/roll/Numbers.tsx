import { useMemo } from 'react';
import { dayClocks, dayNumbers, placeNow, type Counted } from '@kavrell/core/onset';
import { sunPlaceOf } from '@kavrell/core/places';
import { sunTimes } from '@kavrell/core/sun';
import { msToMinute } from '@kavrell/core/time';
import { formatMinuteOfDay, formatMinutes } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { useNow } from '../../platform/clock.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { Facts, Part } from '../../ui/parts.tsx';

const of = ({ had, planned }: Counted): string => `${had} of ${planned}`;
const EIGHTHS = 8;
const MINUTE_MS = 60_000;
/** Pages as people write them: 2 3/8. */
export function pages(eighths: number): string {
  const [whole, rest] = [Math.floor(eighths / EIGHTHS), eighths % EIGHTHS];
  return [whole > 0 || rest === 0 ? String(whole) : '', rest > 0 ? `${rest}/8` : ''].filter(Boolean).join('\u00a0');
}

/** Shots, setups, takes and pages against the plan, and what was shot for what is wanted. */
export function Numbers() {
  const { production, rows, facts, day } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const now = useNow(production, MINUTE_MS);
  const nowMin = day ? msToMinute(day.date, day.timeZone, now) : 0;
  const placeId = facts ? placeNow(facts.plan, nowMin) : null;
  const sun = useMemo(() => {
    const at = sunPlaceOf(
      day,
      rows.places.find((p) => p.id === placeId),
    );
    return at ? sunTimes(at) : null;
  }, [day, rows.places, placeId]);
  const n = useMemo(
    () => (facts ? dayNumbers(facts.plan, facts.takes, facts.states, rows.scenes, rows.deliverables) : null),
    [facts, rows.scenes, rows.deliverables],
  );
  if (!n) return null;
  const lines: (readonly [string, string, string?])[] = [];
  // A day of moments may have no shots: nothing is said of nothing.
  if (n.shots.planned > 0) lines.push(['Shots', of(n.shots)]);
  if (n.setups.planned > 0) lines.push(['Setups begun', of(n.setups)]);
  lines.push(['Takes', n.takes.planned > 0 ? of(n.takes) : String(n.takes.had)]);
  if (n.eighths.planned > 0) lines.push(['Pages', `${pages(n.eighths.had)} of ${pages(n.eighths.planned)}`]);
  lines.push(['Shot, all cameras', formatMinutes(Math.round(n.shotMin))]);
  if (n.deliveredMin !== null && n.ratio !== null)
    lines.push([
      'Shot to delivered',
      `${n.ratio.toFixed(1)} : 1`,
      `${formatMinutes(Math.round(n.deliveredMin))} are to be delivered`,
    ]);
  const clocks = facts ? dayClocks(facts.plan, sun, nowMin) : [];
  return (
    <>
      {clocks.length > 0 && day ? (
        <Part title="Still to come">
          <Facts
            rows={clocks.map((c) => [
              c.words,
              `${formatMinuteOfDay(c.atMin, day, clock)}, in\u00a0${formatMinutes(Math.floor(c.inMin))}`,
            ])}
          />
        </Part>
      ) : null}
      <Part title="The day in numbers">
        <Facts rows={lines} />
      </Part>
    </>
  );
}
