import type { DayPlan } from '../../plan/day/index.ts';
import { worstFirst } from '../../base/findings/index.ts';
import { formatMinutes } from '../../base/units/index.ts';
import { minuteToMs } from '../../base/time/index.ts';
import { callsOfDay } from './calls.ts';
import type { Engagement, Person } from '../../rooms/people/index.ts';

/** Adjustable limits; local rules decide. */
export const HOURS = Object.freeze({
  dayH: 10,
  overtimeH: 10,
  doubleH: 12,
  restWishH: 11,
  restDangerH: 10,
  /** Awake on duty and on the way: from here on driving home is asked about, from there on it is a danger. */
  driveTiredH: 12,
  driveDangerH: 14,
  minorH: 8,
});

/** What is said of somebody's hours: of one person, and of several in the same case. */
export interface HoursFinding {
  level: 'danger' | 'look';
  words: string;
  ofMany: string;
}

export interface PersonDay {
  person: Person;
  callMin: number;
  /** Crew with the day’s wrap, others after their last shot. */
  releaseMin: number;
  /** From call to release, less the meals where the job doesn’t count them as work. */
  workedH: number;
  overtimeH: number;
  /** Over the second step. */
  doubleH: number;
  /** Between calls and shots, minutes nobody needs them. */
  waitingMin: number;
  travelMin: number;
  /** Door to door until the next call; null on their last day. */
  restH: number | null;
  /** Driving home against a bed near by, for who drives half an hour or more and has a call on the next day. */
  night: { home: Night; hotel: Night } | null;
  findings: HoursFinding[];
}

/** A night: the rest it leaves, and what it costs (null: nobody said the prices). */
export interface Night {
  restH: number;
  costMinor: number | null;
}
/** How a job counts hours: what an hour on the road and a night in a hotel cost, in minor units, and whether meals are work. */
export interface HoursOfJob {
  hotelMinor: number | null;
  driveHourMinor: number | null;
  mealsAreWork: boolean;
}
/** From this way on a bed is worth a thought. */
const FAR_MIN = 30;

const h = (hours: number) => `${hours.toFixed(1)}\u00a0h`;

/**
 * Hours, overtime and rest of everybody on a day. Crew work from call to wrap, others from their call to the end of their last shot. Rest is counted door to door: wrap,
 * the way home, the way back, the next call. Who is tired, and how long someone under 18 is here, counts the meals whatever the job says.
 */
export function peopleDay(
  plan: DayPlan,
  next: DayPlan | null,
  people: readonly Person[],
  engagements: readonly Engagement[],
  job: HoursOfJob = { hotelMinor: null, driveHourMinor: null, mealsAreWork: true },
): PersonDay[] {
  const later = next ? new Map(callsOfDay(next, engagements, people).map((c) => [c.person.id, c])) : new Map();
  return callsOfDay(plan, engagements, people).map((call): PersonDay => {
    const { person } = call;
    const releaseMin = person.kind === 'crew' ? plan.wrapMin : (call.releaseMin ?? call.callMin);
    const onDutyH = Math.max(0, releaseMin - call.callMin) / 60;
    const rows = plan.rows.filter((r) => r.personIds.includes(person.id));
    const own = rows.reduce((t, r) => t + r.endMin - r.startMin, 0);
    const meals = plan.meals
      .filter((m) => m.startMin >= call.callMin && m.endMin <= releaseMin)
      .reduce((t, m) => t + m.endMin - m.startMin, 0);
    const workedH = Math.max(0, onDutyH - (job.mealsAreWork ? 0 : meals / 60));
    const waitingMin = person.kind === 'talent' ? Math.max(0, releaseMin - call.callMin - own - meals) : 0;
    const then = next ? later.get(person.id) : undefined;
    const restH =
      then && next
        ? (minuteToMs(next.day.date, next.day.timeZone, then.callMin) -
            minuteToMs(plan.day.date, plan.day.timeZone, releaseMin)) /
            3_600_000 -
          (2 * person.travelMin) / 60
        : null;
    // The way home and back in the morning; paid as time where a rate is agreed.
    const wayH = (2 * person.travelMin) / 60;
    const wayMinor =
      job.driveHourMinor === null
        ? null
        : Math.round(wayH * (job.driveHourMinor + (person.dayRateMinor ?? 0) / HOURS.dayH));
    const night =
      restH !== null && person.travelMin >= FAR_MIN
        ? { home: { restH, costMinor: wayMinor }, hotel: { restH: restH + wayH, costMinor: job.hotelMinor } }
        : null;
    const findings: PersonDay['findings'] = [];
    const say = (level: HoursFinding['level'], [one, many]: readonly [string, string], what: string) =>
      findings.push({ level, words: `${person.shortName} ${one} ${what}`, ofMany: `${many} ${what}` });
    if (restH !== null && restH < HOURS.restDangerH)
      say(
        'danger',
        ['rests', 'rest'],
        `${h(restH)} door to door before the next call, under ${HOURS.restDangerH}: call later, or a bed near by.`,
      );
    else if (restH !== null && restH < HOURS.restWishH)
      say('look', ['rests', 'rest'], `${h(restH)} door to door before the next call; ${HOURS.restWishH} are wished.`);
    const awakeH = onDutyH + wayH;
    // Hours awake count, not the length of the drive: most who fall asleep at the wheel are nearly home.
    if (awakeH > HOURS.driveTiredH) {
      const drive = person.travelMin > 0;
      const way = drive ? `${person.travelMin}\u00a0min home` : 'home';
      const bed = restH === null ? 'a bed near by' : `a bed near by (rest ${h(restH + wayH)} there)`;
      say(
        person.travelMin >= FAR_MIN || awakeH > HOURS.driveDangerH ? 'danger' : 'look',
        drive ? ['drives', 'drive'] : ['goes', 'go'],
        `${way} after ${h(onDutyH)}: driving tired kills. A driver, a shared car, or ${bed}.`,
      );
    }
    if (person.minor && onDutyH > HOURS.minorH)
      say(
        'danger',
        ['is', 'are'],
        `under 18 and here for ${h(onDutyH)}: local law decides how long, and who is with them.`,
      );
    if (waitingMin > 60)
      say(
        'look',
        ['waits', 'wait'],
        `${formatMinutes(waitingMin)} between call and last shot: a later call, or their shots together.`,
      );
    return {
      person,
      callMin: call.callMin,
      releaseMin,
      workedH,
      overtimeH: Math.max(0, Math.min(workedH, HOURS.doubleH) - HOURS.overtimeH),
      doubleH: Math.max(0, workedH - HOURS.doubleH),
      waitingMin,
      travelMin: person.travelMin,
      restH,
      night,
      findings,
    };
  });
}

/** What is said of everybody's hours, the worst first; people in the very same case are named together. */
export function hoursFindings(list: readonly PersonDay[]): Pick<HoursFinding, 'level' | 'words'>[] {
  const cases = new Map<string, { names: string[]; finding: HoursFinding }>();
  for (const { person, findings } of list)
    for (const finding of findings) {
      const key = `${finding.level} ${finding.ofMany}`;
      const one = cases.get(key) ?? { names: [], finding };
      one.names.push(person.shortName);
      cases.set(key, one);
    }
  return worstFirst(
    [...cases.values()].map(({ names, finding }) => ({
      level: finding.level,
      words:
        names.length === 1 ? finding.words : `${names.slice(0, -1).join(', ')} and ${names.at(-1)} ${finding.ofMany}`,
    })),
  );
}

/** People who are booked on the same date in two productions, told by their names. */
export function bookedTwice(
  mine: readonly { name: string; dates: readonly string[] }[],
  others: readonly { name: string; production: string; dates: readonly string[] }[],
): { name: string; production: string; date: string }[] {
  const key = (name: string) => name.trim().toLowerCase();
  return mine.flatMap((m) =>
    others
      .filter((o) => key(o.name) === key(m.name))
      .flatMap((o) =>
        o.dates.filter((d) => m.dates.includes(d)).map((date) => ({ name: m.name, production: o.production, date })),
      ),
  );
}
