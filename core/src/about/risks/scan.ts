import { sunPlaceOf } from '../../rooms/places/index.ts';
import { isOnce } from '../../plan/day/index.ts';
import type { Day, DayPlan, DayRow } from '../../plan/day/index.ts';
import { LOCK_MIN, type Setup } from '../../rooms/light/index.ts';
import { HOURS, type LoadFinding, type PersonDay } from '../crew/index.ts';
import type { Place } from '../../rooms/places/index.ts';
import { sunTimes } from '../../physics/sun/index.ts';
import { formatMinuteOfDay, formatMinutes } from '../../base/units/index.ts';
import { fromSaid, standInForecast, weatherOver, type Forecast } from '../../rooms/weather/index.ts';
import { codeOf, type FoundRisk, type ScanSources } from './found.ts';
import { coverRisks } from './cover.ts';
import { singlePoints } from './single.ts';

/** A window with less than this before it closes is at risk. */
const SLACK_MIN = 30;
/** A clip limit nearer to the moment than this cuts it. */
const CLIP_MARGIN_MIN = 2;
/** Cameras are started before a moment and cut after it: so much longer than the moment they roll. */
const ROLLS_LONGER_MIN = 20;

/**
 * What could go wrong, found from the plan: single points (one driver, one operator, one circuit, one recorder), wind against
 * what stands, rain on outside shots, sun and windows without slack, light that has no minutes, clips that end inside a moment, short rest, nobody at a
 * job. Each with why, a trigger where one makes sense, and several remedies. Pure: the same rows give the same list, worst first.
 */
export function scanRisks(s: ScanSources): FoundRisk[] {
  const each = s.plans.flatMap((plan, i) => [
    ...windRisks(s, plan),
    ...rainRisks(s, plan),
    ...windowRisks(plan),
    ...lightRisks(s, plan),
    ...clipRisks(s, plan),
    ...peopleRisks(s, plan, s.peopleDays[i] ?? []),
    ...nobodyRisks(plan, s.nobody[i] ?? []),
    ...(s.failures[i] ? coverRisks(s.failures[i]) : []),
    ...lateLight(plan),
  ]);
  // A setup that is used on two days is one thing to decide.
  const found = [...new Map(each.map((f) => [f.key, f])).values()];
  return [...found, ...singlePoints(s)].sort(
    (a, b) => b.likelihood * b.harm - a.likelihood * a.harm || b.harm - a.harm || (a.key < b.key ? -1 : 1),
  );
}

const outsideOf = (s: ScanSources, row: DayRow): boolean => {
  const room = s.rooms.find((r) => r.id === row.setup?.plan.roomId);
  return room ? room.outside : row.scene ? !row.scene.inside : false;
};

/** What weather is looked at: what somebody said of the day, else the stand-in’s; null where neither is to be had. */
export function forecastFor(day: Day, placeId: string, places: readonly Place[]): Forecast | null {
  if (day.forecast) return fromSaid(day.forecast, day.gustMps);
  const at = sunPlaceOf(
    day,
    places.find((p) => p.id === placeId),
  );
  return at && standInForecast(at, day.gustMps);
}

function windRisks(s: ScanSources, plan: DayPlan): FoundRisk[] {
  const { day } = plan;
  const setupIds = [...new Set(plan.rows.flatMap((r) => (r.setup ? [r.setup.id] : [])))];
  return setupIds.flatMap((setupId): FoundRisk[] => {
    const own = plan.rows.filter((r) => r.setup?.id === setupId);
    const [row, last] = [own[0] as DayRow, own.at(-1) as DayRow];
    const stands = s.windLimits.get(setupId);
    const f = forecastFor(day, row.placeId, s.places);
    if (!stands || !f || !outsideOf(s, row)) return [];
    const gust = weatherOver(f, row.startMin - row.changeMin, last.endMin).gustMps;
    const over = gust > stands.limitMps;
    return [
      {
        key: `wind:${day.id}:${setupId}`,
        dayId: day.id,
        title: `Wind takes ${row.setup?.code} down`,
        why: `${stands.name} stands to ${stands.limitMps.toFixed(1)}\u00a0m/s; gusts of ${gust.toFixed(0)}\u00a0m/s are expected then.`,
        likelihood: over ? 3 : gust > stands.limitMps * 0.7 ? 2 : 1,
        harm: 3,
        trigger: {
          kind: 'gust',
          overMps: Math.floor(stands.limitMps * 10) / 10,
          fromMin: Math.floor((row.startMin - row.changeMin) / 5) * 5,
          byMin: Math.floor(last.endMin / 5) * 5,
        },
        remedies: [
          'Take it down; a person may steady it, never be the ballast',
          'A reflector held low by hand, or the sky as it is',
          'More at the foot, if its ballast can be enough',
        ],
      },
    ];
  });
}

function rainRisks(s: ScanSources, plan: DayPlan): FoundRisk[] {
  const { day } = plan;
  const outside = plan.rows.filter((r) => outsideOf(s, r));
  const [first] = outside;
  if (!first) return [];
  const f = forecastFor(day, first.placeId, s.places);
  const rain = f ? weatherOver(f, first.startMin, outside.at(-1)?.endMin ?? first.endMin).rain : [];
  const place = s.places.find((p) => p.id === first.placeId);
  const backup = s.places.find((p) => p.id === place?.backupPlaceId);
  const time = (m: number) => formatMinuteOfDay(m, day);
  return [
    {
      key: `rain:${day.id}`,
      dayId: day.id,
      title: `Rain on ${outside.length === 1 ? codeOf(first) : `${codeOf(first)} to ${codeOf(outside.at(-1) as DayRow)}`}`,
      why: rain[0]
        ? `Outside, and the simulated forecast has rain around ${time(rain[0].fromMin)}.`
        : 'Outside, and a forecast may be wrong.',
      likelihood: rain.length > 0 ? 3 : 1,
      harm: 2,
      trigger: {
        kind: 'rain',
        overMm: 0.5,
        fromMin: Math.floor(first.startMin / 5) * 5,
        byMin: Math.floor((outside.at(-1) as DayRow).endMin / 5) * 5,
      },
      remedies: [
        ...(backup ? [`Go to ${backup.name} instead`] : ['Find a covered place near by and note it as the backup']),
        'Covers for cameras and cables; nothing on the mains out in the wet',
        'Put inside shots first and wait for a gap',
      ],
    },
  ];
}

function windowRisks(plan: DayPlan): FoundRisk[] {
  const { day } = plan;
  const time = (m: number) => formatMinuteOfDay(m, day);
  return plan.rows.flatMap((row): FoundRisk[] => {
    const ends = row.windows.filter(([a, z]) => row.startMin >= a && row.endMin <= z).map(([, z]) => z);
    const end = row.pinnedStartMin === null ? (ends.length ? Math.max(...ends) : null) : null;
    const late = plan.violations.some((v) => v.ids.includes(row.itemId) && (v.code === 'window' || v.code === 'pin'));
    const slack = end === null ? null : end - row.endMin;
    if (!late && (slack === null || slack >= SLACK_MIN)) return [];
    if (row.windows.length === 0 && !late) return [];
    return [
      {
        key: `window:${row.itemId}`,
        dayId: day.id,
        title: late
          ? row.programme
            ? `${codeOf(row)} begins before we are ready`
            : `${codeOf(row)} misses its ${row.pinnedStartMin === null ? 'window' : 'fixed start'}`
          : `${codeOf(row)} runs out of its window`,
        why: late
          ? `As planned it can’t be kept.`
          : `It is to end at ${time(row.endMin)} and the window closes at ${time(end as number)}: ${formatMinutes(slack as number)} to spare.`,
        likelihood: late ? 3 : (slack as number) < 10 ? 3 : 2,
        harm: row.programme || row.shot?.priority === 'must' ? 3 : 2,
        trigger: { kind: 'behind', overMin: Math.max(5, Math.round(slack ?? 5)) },
        remedies: [
          'Leave the place before it earlier: drop its last nice',
          'Take it as one take, without the rehearsal',
          row.shot?.fallback || 'Agree now on a simpler picture',
        ],
      },
    ];
  });
}

function lightRisks(s: ScanSources, plan: DayPlan): FoundRisk[] {
  const codes = new Map<string, Setup>();
  for (const r of plan.rows) if (r.setup) codes.set(r.setup.id, r.setup);
  return [...codes.values()].flatMap((setup) => {
    const findings = (s.lightFindings.get(setup.id) ?? []).filter(
      (f) => f.level === 'danger' && !f.key.includes('wind'),
    );
    return findings.slice(0, 3).map((f): FoundRisk => ({
      key: `light:${setup.id}:${f.key}`,
      dayId: null,
      title: `${setup.code}: ${f.words}`,
      why: 'Found on its light plan.',
      likelihood: 2,
      harm: 3,
      trigger: null,
      remedies: [f.mend, 'Say now which simpler light will do, and until when it is decided'],
    }));
  });
}

function clipRisks(s: ScanSources, plan: DayPlan): FoundRisk[] {
  return plan.rows.flatMap((row): FoundRisk[] => {
    if (!isOnce(row)) return [];
    return row.cameras.flatMap((letter): FoundRisk[] => {
      const camera = s.cameras.find((c) => c.letter === letter);
      const limit = camera?.clipLimitMin ?? null;
      if (limit === null || limit > row.minutes + CLIP_MARGIN_MIN + ROLLS_LONGER_MIN) return [];
      return [
        {
          key: `clip:${row.itemId}:${letter}`,
          dayId: plan.day.id,
          title: `Camera ${letter} stops inside ${codeOf(row)}`,
          why: `Its clips end after ${formatMinutes(limit)}; ${codeOf(row)} happens once and takes ${formatMinutes(row.minutes)}.`,
          likelihood: 2,
          harm: row.cameras.length > 1 ? 2 : 3,
          trigger: { kind: 'time', atMin: Math.max(0, Math.floor(row.startMin - CLIP_MARGIN_MIN - 3)) },
          remedies: [
            `Restart camera ${letter} just before, not with another`,
            'Another camera that runs through holds the wide',
            'Power and a fresh card before it begins',
          ],
        },
      ];
    });
  });
}

function peopleRisks(s: ScanSources, plan: DayPlan, days: readonly PersonDay[]): FoundRisk[] {
  const rest = days
    .filter((d) => d.restH !== null && d.restH < HOURS.restWishH)
    .map((d): FoundRisk => ({
      key: `rest:${plan.day.id}:${d.person.id}`,
      dayId: plan.day.id,
      title: `${d.person.shortName} is tired on the next day`,
      why: `${(d.restH ?? 0).toFixed(1)}\u00a0h of rest, door to door.`,
      likelihood: (d.restH ?? 0) < HOURS.restDangerH ? 3 : 2,
      harm: (d.restH ?? 0) < HOURS.restDangerH ? 3 : 2,
      trigger: { kind: 'behind', overMin: 15 },
      remedies: [
        'A later call for them on the next day',
        'A bed near by, and somebody else drives',
        'They are let go first',
      ],
    }));
  const { day } = plan;
  const place = s.places.find((p) => p.id === day.basePlaceId);
  const at = sunPlaceOf(day, place);
  const set = at && sunTimes(at).setMin;
  const outside = plan.rows.filter((r) => outsideOf(s, r)).at(-1);
  const dark: FoundRisk[] =
    set && outside && outside.endMin > set - SLACK_MIN
      ? [
          {
            key: `sun:${day.id}`,
            dayId: day.id,
            title: `The sun goes before ${codeOf(outside)} is done`,
            why: `Sunset ${formatMinuteOfDay(set, day)}; ${codeOf(outside)} is to end at ${formatMinuteOfDay(outside.endMin, day)}.`,
            likelihood: outside.endMin > set ? 3 : 2,
            harm: outside.shot?.priority === 'must' ? 3 : 2,
            trigger: { kind: 'behind', overMin: Math.max(5, Math.round(set - outside.endMin)) },
            remedies: [
              'The musts of it first',
              'A light that takes over when it is dark',
              'Another evening, if there is one',
            ],
          },
        ]
      : [];
  return [...rest, ...dark];
}

/** What nobody does, a job at a time: stretches come and go with the plan, and what was decided must not go with them. */
function nobodyRisks(plan: DayPlan, nobody: readonly LoadFinding[]): FoundRisk[] {
  const jobs = new Map<string, LoadFinding[]>();
  for (const f of [...nobody].sort((x, y) => x.startMin - y.startMin)) {
    const what = f.key.split(':')[1] ?? '';
    jobs.set(what, [...(jobs.get(what) ?? []), f]);
  }
  return [...jobs].map(([what, list]): FoundRisk => {
    const [first] = list as [LoadFinding];
    return {
      key: `nobody:${plan.day.id}:${what}`,
      dayId: plan.day.id,
      title: first.words.replace(/ \(.*\)\.$/, ''),
      why: list.map((f) => f.words).join(' '),
      likelihood: 3,
      harm: first.level === 'danger' ? 2 : 1,
      trigger: { kind: 'time', atMin: Math.max(0, Math.floor(first.startMin - 30)) },
      remedies: [
        first.mend,
        'Somebody who is there does it, told today',
        'Leave what needs it, or take it when somebody is free',
      ],
    };
  });
}

/** A relight that something fixed waits for must be done with so many minutes to spare. */
const LIGHT_SLACK_MIN = 10;
/** Shorter changes are no light to be late with. */
const LEAST_LIGHT_MIN = 15;

/** Light with no minutes to spare before a fixed start, a window, or what happens once. */
function lateLight(plan: DayPlan): FoundRisk[] {
  const { day } = plan;
  return plan.units.flatMap((u) =>
    u.rows.flatMap((row, i): FoundRisk[] => {
      const fixed = row.pinnedStartMin !== null || row.windows.length > 0 || isOnce(row);
      const lit = row.changeKind === 'setup' || row.changeKind === 'place' || row.changeKind === 'first';
      if (!fixed || !lit || !row.setup || row.changeMin < LEAST_LIGHT_MIN) return [];
      const from = u.rows[i - 1]?.endMin ?? u.order.startMin;
      const eaten = u.meals
        .filter((m) => m.startMin >= from && m.endMin <= row.startMin)
        .reduce((t, m) => t + m.endMin - m.startMin, 0);
      const slack = row.startMin - from - eaten - row.changeMin;
      if (slack >= LIGHT_SLACK_MIN) return [];
      const lockBy = row.startMin - LOCK_MIN;
      return [
        {
          key: `late:${row.itemId}`,
          dayId: day.id,
          title: `${row.setup.code} is late for ${codeOf(row)}`,
          why: `${row.changeTitle} takes ${formatMinutes(row.changeMin)} and has ${formatMinutes(Math.max(0, slack))} to spare; nothing is changed after ${formatMinuteOfDay(lockBy, day)}.`,
          likelihood: slack < 2 ? 3 : 2,
          harm: row.programme || row.shot?.priority === 'must' ? 3 : 2,
          trigger: { kind: 'time', atMin: Math.max(0, Math.floor(lockBy)) },
          remedies: [
            'Begin to rig during the shot before',
            'The simpler light, decided by its lock-by time',
            'One more pair of hands for it',
          ],
        },
      ];
    }),
  );
}
