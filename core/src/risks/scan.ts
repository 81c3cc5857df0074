import type { Camera } from '../camera/index.ts';
import type { Day, DayPlan, DayRow } from '../day/index.ts';
import type { Finding, Setup } from '../light/index.ts';
import type { LoadFinding, Person, PersonDay } from '../people/index.ts';
import type { Circuit, Place, Room } from '../places/index.ts';
import type { SoundRoute, SoundSource } from '../sound/index.ts';
import { sunTimes } from '../sun/index.ts';
import { formatMinuteOfDay, formatMinutes } from '../units/index.ts';
import { standInForecast, weatherOver, type Forecast } from '../weather/index.ts';
import type { Trigger } from './model.ts';

/** A what-if found from the plan. */
export interface FoundRisk {
  key: string;
  dayId: string | null;
  title: string;
  why: string;
  likelihood: 1 | 2 | 3;
  harm: 1 | 2 | 3;
  trigger: Trigger | null;
  remedies: string[];
}

export interface ScanSources {
  plans: readonly DayPlan[];
  people: readonly Person[];
  cameras: readonly Camera[];
  setups: readonly Setup[];
  places: readonly Place[];
  rooms: readonly Room[];
  circuits: readonly Circuit[];
  soundSources: readonly SoundSource[];
  soundRoutes: readonly SoundRoute[];
  /** Of each day: hours and rest. */
  peopleDays: readonly (readonly PersonDay[])[];
  /** Of each setup with something raised: the least wind that it stands to. */
  windLimits: ReadonlyMap<string, { name: string; limitMps: number }>;
  /** Adapters between mounts that shots hang on, with those shots. */
  adapters: ReadonlyMap<string, readonly string[]>;
  /** Of each day: what nobody does. */
  nobody: readonly (readonly LoadFinding[])[];
  /** Of each setup: what its light plan is warned of. */
  lightFindings: ReadonlyMap<string, readonly Finding[]>;
}

/** A window with less than this before it closes is at risk. */
const SLACK_MIN = 30;
/** Somebody who carries more roles than this alone is a single point. */
const MOST_ROLES = 2;
/** A clip limit nearer to the moment than this cuts it. */
const CLIP_MARGIN_MIN = 2;
const code = (r: DayRow) => r.shot?.code ?? r.title;

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

export function forecastFor(day: Day, placeId: string, places: readonly Place[]): Forecast | null {
  const place = places.find((p) => p.id === placeId);
  return place
    ? standInForecast(
        { date: day.date, timeZone: day.timeZone, latitude: place.latitude, longitude: place.longitude },
        day.gustMps,
      )
    : null;
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
      title: `Rain on ${outside.length === 1 ? code(first) : `${code(first)} to ${code(outside.at(-1) as DayRow)}`}`,
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
          ? `${code(row)} misses its ${row.pinnedStartMin === null ? 'window' : 'fixed start'}`
          : `${code(row)} runs out of its window`,
        why: late
          ? `As planned it can’t be kept.`
          : `It is to end at ${time(row.endMin)} and the window closes at ${time(end as number)}: ${formatMinutes(slack as number)} to spare.`,
        likelihood: late ? 3 : (slack as number) < 10 ? 3 : 2,
        harm: row.shot?.priority === 'must' ? 3 : 2,
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
    if (!row.shot?.happensOnce) return [];
    return row.cameras.flatMap((letter): FoundRisk[] => {
      const camera = s.cameras.find((c) => c.letter === letter);
      const limit = camera?.clipLimitMin ?? null;
      if (limit === null || limit > row.minutes + CLIP_MARGIN_MIN + 20) return [];
      return [
        {
          key: `clip:${row.itemId}:${letter}`,
          dayId: plan.day.id,
          title: `Camera ${letter} stops inside ${code(row)}`,
          why: `Its clips end after ${formatMinutes(limit)}; ${code(row)} happens once and takes ${formatMinutes(row.minutes)}.`,
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
    .filter((d) => d.restH !== null && d.restH < 11)
    .map((d): FoundRisk => ({
      key: `rest:${plan.day.id}:${d.person.id}`,
      dayId: plan.day.id,
      title: `${d.person.shortName} is tired on the next day`,
      why: `${(d.restH ?? 0).toFixed(1)}\u00a0h of rest, door to door.`,
      likelihood: (d.restH ?? 0) < 10 ? 3 : 2,
      harm: (d.restH ?? 0) < 10 ? 3 : 2,
      trigger: { kind: 'behind', overMin: 15 },
      remedies: [
        'A later call for them on the next day',
        'A bed near by, and somebody else drives',
        'They are let go first',
      ],
    }));
  const { day } = plan;
  const place = s.places.find((p) => p.id === day.basePlaceId);
  const set =
    place &&
    sunTimes({ date: day.date, timeZone: day.timeZone, latitude: place.latitude, longitude: place.longitude }).setMin;
  const outside = plan.rows.filter((r) => outsideOf(s, r)).at(-1);
  const dark: FoundRisk[] =
    set && outside && outside.endMin > set - SLACK_MIN
      ? [
          {
            key: `sun:${day.id}`,
            dayId: day.id,
            title: `The sun goes before ${code(outside)} is done`,
            why: `Sunset ${formatMinuteOfDay(set, day)}; ${code(outside)} is to end at ${formatMinuteOfDay(outside.endMin, day)}.`,
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

function nobodyRisks(plan: DayPlan, nobody: readonly LoadFinding[]): FoundRisk[] {
  return nobody.map((f) => ({
    key: `nobody:${plan.day.id}:${f.key}`,
    dayId: plan.day.id,
    title: f.words.replace(/ \(.*\)\.$/, ''),
    why: f.words,
    likelihood: 3,
    harm: f.level === 'danger' ? 2 : 1,
    trigger: { kind: 'time', atMin: Math.max(0, Math.floor(f.startMin - 30)) },
    remedies: [
      f.mend,
      'Somebody who is there does it, told today',
      'Leave what needs it, or take it when somebody is free',
    ],
  }));
}

/** A relight that something fixed waits for must be done with so many minutes to spare. */
const LIGHT_SLACK_MIN = 10;
/** Shorter changes are no light to be late with. */
const LEAST_LIGHT_MIN = 15;
/** Exposure and marks are looked at in the last minutes. */
const LOCK_BEFORE_MIN = 5;

/** Light with no minutes to spare before a fixed start, a window, or what happens once. */
function lateLight(plan: DayPlan): FoundRisk[] {
  const { day } = plan;
  return plan.units.flatMap((u) =>
    u.rows.flatMap((row, i): FoundRisk[] => {
      const fixed = row.pinnedStartMin !== null || row.windows.length > 0 || row.shot?.happensOnce === true;
      const lit = row.changeKind === 'setup' || row.changeKind === 'place' || row.changeKind === 'first';
      if (!fixed || !lit || !row.setup || row.changeMin < LEAST_LIGHT_MIN) return [];
      const from = u.rows[i - 1]?.endMin ?? u.order.startMin;
      const eaten = u.meals
        .filter((m) => m.startMin >= from && m.endMin <= row.startMin)
        .reduce((t, m) => t + m.endMin - m.startMin, 0);
      const slack = row.startMin - from - eaten - row.changeMin;
      if (slack >= LIGHT_SLACK_MIN) return [];
      const lockBy = row.startMin - LOCK_BEFORE_MIN;
      return [
        {
          key: `late:${row.itemId}`,
          dayId: day.id,
          title: `${row.setup.code} is late for ${code(row)}`,
          why: `${row.changeTitle} takes ${formatMinutes(row.changeMin)} and has ${formatMinutes(Math.max(0, slack))} to spare; nothing is changed after ${formatMinuteOfDay(lockBy, day)}.`,
          likelihood: slack < 2 ? 3 : 2,
          harm: row.shot?.priority === 'must' ? 3 : 2,
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

function singlePoints(s: ScanSources): FoundRisk[] {
  const found: FoundRisk[] = [];
  const rows = s.plans.flatMap((p) => p.rows);
  const once = rows.filter((r) => r.shot?.happensOnce);
  const add = (f: Omit<FoundRisk, 'dayId' | 'trigger'>) => found.push({ ...f, dayId: null, trigger: null });
  // One recorder for every sound of what happens once.
  const routes = s.soundRoutes.filter((r) => r.duty !== 'scratch');
  const recorders = new Set(routes.map((r) => r.boxId));
  if (once.length > 0 && s.soundSources.length > 0 && recorders.size === 1)
    add({
      key: 'single:recorder',
      title: 'One recorder has every sound',
      why: `All sound lines go into one box; ${once.map(code).join(', ')} can’t be repeated.`,
      likelihood: 2,
      harm: 3,
      remedies: [
        'A second recorder, or a camera that records the boom too',
        'Fresh batteries and a new card just before',
        'Somebody listens from the recorder, not from the mixer',
      ],
    });
  // One operator for most of what is filmed.
  const byOperator = new Map<string, Set<string>>();
  for (const c of s.cameras)
    if (c.operatorId) byOperator.set(c.operatorId, (byOperator.get(c.operatorId) ?? new Set()).add(c.letter));
  for (const [personId, letters] of byOperator) {
    const name = s.people.find((p) => p.id === personId)?.shortName ?? 'somebody';
    if (letters.size >= MOST_ROLES)
      add({
        key: `single:operator:${personId}`,
        title: `${name} alone has cameras ${[...letters].sort().join(', ')}`,
        why: 'If they fall out, or are held up, those cameras stand.',
        likelihood: 1,
        harm: 3,
        remedies: [
          'Somebody else knows each of the cameras: ten minutes before the day',
          'Lock the widest off so that it runs by itself',
          'The shot list is with two people',
        ],
      });
  }
  if (byOperator.size === 1 && once.length > 0) {
    const [only] = byOperator.keys();
    const name = s.people.find((p) => p.id === only)?.shortName ?? 'somebody';
    add({
      key: 'single:only-operator',
      title: `${name} is the only operator`,
      why: `${once.map(code).slice(0, 4).join(', ')} can’t be repeated.`,
      likelihood: 1,
      harm: 3,
      remedies: ['Somebody on call who could take over', 'A fixed wide that runs from before to after'],
    });
  }
  for (const [name, codes] of s.adapters)
    if (codes.length > 0)
      add({
        key: `single:adapter:${name}`,
        title: `One adapter ${name} for ${codes.length === 1 ? codes[0] : `${codes.length} shots`}`,
        why: `Without it no lens goes on: ${[...new Set(codes)].slice(0, 6).join(', ')}.`,
        likelihood: 1,
        harm: 2,
        remedies: [
          'A second adapter in another bag',
          'A lens of the camera’s own mount for the musts',
          'It is the first thing checked out and back',
        ],
      });
  // One driver.
  const drivers = s.people.filter((p) => p.kind === 'crew' && /driv|licen[cs]e/i.test(p.permits));
  const places = new Set(rows.map((r) => r.placeId));
  if (places.size > 1 && drivers.length === 1)
    add({
      key: `single:driver:${drivers[0]?.id ?? ''}`,
      title: `${drivers[0]?.shortName ?? 'One'} is the only driver`,
      why: 'Everything that moves between the places is in one car, with one person who may drive it.',
      likelihood: 2,
      harm: 3,
      remedies: [
        'A second person who may drive it, and the second key',
        'What the next place can’t do without goes in another car',
        'A taxi number on the sheet',
      ],
    });
  // One circuit for all light of a setup.
  for (const setup of s.setups) {
    const circuits = new Set(
      setup.plan.items.flatMap((i) => (i.kind === 'source' && i.circuitId ? [i.circuitId] : [])),
    );
    const lamps = setup.plan.items.filter((i) => i.kind === 'source' && i.circuitId).length;
    const [only] = circuits;
    if (circuits.size === 1 && lamps > 1 && once.some((r) => r.setup?.id === setup.id))
      add({
        key: `single:circuit:${setup.id}`,
        title: `${setup.code} hangs on one circuit`,
        why: `${lamps} lamps on ${s.circuits.find((c) => c.id === only)?.name ?? 'one breaker'}: if it goes, all light of what can’t be repeated goes.`,
        likelihood: 2,
        harm: 3,
        remedies: [
          'One lamp on another circuit or a battery',
          'Somebody at the board who knows which breaker',
          'The exposure that still works with the lamps out, noted',
        ],
      });
  }
  return found;
}
