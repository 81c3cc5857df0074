import type { Production } from '../brief/index.ts';
import { dayBlocks, type DayBlock, type DayPlan } from '../day/index.ts';
import { callsOfDay, type Call, type Engagement, type Person } from '../people/index.ts';
import type { Place } from '../places/index.ts';
import { sunTimes, type SunTimes } from '../sun/index.ts';

export interface CallSheetLine {
  block: DayBlock;
  /** Light setups, cameras and people of the block, as written. */
  light: string;
  cameras: string[];
  people: string[];
}

/** Everything a day's sheet says, worked out from the plan: nothing in it is typed twice. */
export interface CallSheet {
  production: Production;
  plan: DayPlan;
  ofDays: number;
  sun: SunTimes | null;
  sunPlace: Place | null;
  places: Place[];
  calls: Call[];
  lines: CallSheetLine[];
  cautions: string[];
}

export interface CallSheetSources {
  production: Production;
  plan: DayPlan;
  dayCount: number;
  people: readonly Person[];
  engagements: readonly Engagement[];
  places: readonly Place[];
}

/** Shots of one scene with less change than this between them are one line of the sheet. */
const JOIN_MIN = 15;

/** A day longer than this gets a word about driving. */
const LONG_DAY_MIN = 11 * 60;

/** Composes the sheet of a day from its timed plan. */
export function composeCallSheet(s: CallSheetSources): CallSheet {
  const { plan, people, places } = s;
  const byId = new Map(people.map((p) => [p.id, p]));
  const visited = [...new Set(plan.rows.map((r) => r.placeId))].flatMap((id) => places.find((p) => p.id === id) ?? []);
  const sunPlace = places.find((p) => p.id === plan.day.basePlaceId) ?? visited[0] ?? null;
  const calls = callsOfDay(plan, s.engagements, people);
  const lines = dayBlocks(plan, { joinMin: JOIN_MIN }).map((block): CallSheetLine => {
    const of = <T>(pick: (row: DayBlock['rows'][number]) => readonly T[]) => [...new Set(block.rows.flatMap(pick))];
    return {
      block,
      light: of((r) => (r.setup ? [r.setup.code] : [])).join(', '),
      cameras: of((r) => r.cameras).sort(),
      people: of((r) => r.personIds).flatMap((id) => byId.get(id)?.shortName ?? []),
    };
  });
  return {
    production: s.production,
    plan,
    ofDays: s.dayCount,
    sun: sunPlace
      ? sunTimes({
          date: plan.day.date,
          timeZone: plan.day.timeZone,
          latitude: sunPlace.latitude,
          longitude: sunPlace.longitude,
        })
      : null,
    sunPlace,
    places: visited,
    calls,
    lines,
    cautions: cautionsOf(plan, calls),
  };
}

function cautionsOf(plan: DayPlan, calls: readonly Call[]): string[] {
  const cautions: string[] = [];
  const minors = calls.filter((c) => c.person.minor).map((c) => c.person.name);
  if (minors.length)
    cautions.push(
      `Under 18: ${minors.join(', ')}. Agreed hours and breaks, a guardian or chaperone present; the law of the place decides.`,
    );
  const first = Math.min(plan.day.callMin, ...calls.map((c) => c.callMin));
  if (plan.wrapMin - first > LONG_DAY_MIN)
    cautions.push('A long day: nobody drives home tired. A lift, a rest or a bed is arranged before wrap.');
  const once = plan.rows.filter((r) => r.shot?.happensOnce).map((r) => r.shot?.code);
  if (once.length)
    cautions.push(`Happens once: ${once.join(', ')}. No picture is worth stepping past a barrier or a marked line.`);
  cautions.push('Local codes, the venue’s rules and licensed or competent people decide. Anyone may say stop.');
  return cautions;
}
