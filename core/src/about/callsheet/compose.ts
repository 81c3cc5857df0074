import type { Production } from '../brief/index.ts';
import { dayBlocks, isOnce, type DayBlock, type DayPlan } from '../../plan/day/index.ts';
import { type Engagement, type Person } from '../../rooms/people/index.ts';
import { callsOfDay, sharedAccess, type Call, type SharedSpan } from '../crew/index.ts';
import { smallPlanSvg } from '../../rooms/light/index.ts';
import { scribbleSvg, type Picture } from '../../rooms/look/index.ts';
import { detailOf, sunPlaceOf, type Place, type PlaceFact, type Room } from '../../rooms/places/index.ts';
import { SIZE_WORDS, shotMinutes, type Scene, type Shot, type Slot } from '../../rooms/scenes/index.ts';
import { sunTimes } from '../../physics/sun/index.ts';
import { formatCount } from '../../base/units/index.ts';
import { rowCode } from './codes.ts';
import type { SheetContent, SheetLine } from './content.ts';

export interface CallSheetSources {
  production: Production;
  plan: DayPlan;
  dayCount: number;
  people: readonly Person[];
  engagements: readonly Engagement[];
  places: readonly Place[];
  placeFacts: readonly PlaceFact[];
  scenes: readonly Scene[];
  slots: readonly Slot[];
  rooms: readonly Room[];
  pictures: readonly Picture[];
  /** What light plans and risks add to the cautions of the day. */
  safety: readonly string[];
}

/** Shots of one scene with less change than this between them are one line of the sheet. */
const JOIN_MIN = 15;
/** A day longer than this gets a word about driving. */
const LONG_DAY_MIN = 11 * 60;
/** What people need to know of a place beyond its address. */
const TOLD_TOPICS = ['toilets', 'eating', 'exits', 'alarm', 'network', 'permission'] as const;
const TOPIC_WORDS: Readonly<Record<(typeof TOLD_TOPICS)[number], string>> = {
  toilets: 'Toilets',
  eating: 'Eating, water',
  exits: 'Exits',
  alarm: 'Alarms',
  network: 'Network',
  permission: 'Rules',
};

/** What a sheet says of somebody who is called. */
const calledOf = (c: Call) => ({
  id: c.person.id,
  name: c.person.name,
  shortName: c.person.shortName,
  kind: c.person.kind,
  role: c.person.role,
  department: c.person.department,
  callMin: c.callMin,
  firstNeedMin: c.firstNeedMin,
  releaseMin: c.releaseMin,
  why: c.why,
  comms: c.person.comms,
  minor: c.person.minor,
});
/** What a sheet says of a place. */
const toldOf = (p: Place) => ({
  id: p.id,
  name: p.name,
  address: p.address,
  directions: p.directions,
  parking: p.parking,
  walkMin: p.walkMin,
  latitude: p.latitude,
  longitude: p.longitude,
  hospital: p.hospital,
  contact: p.contact,
  confirmed: p.confirmed,
});

/** Composes the sheet of a day from its timed plan: nothing in it is typed twice. */
export function composeCallSheet(s: CallSheetSources): SheetContent {
  const { plan, people, production } = s;
  const { day } = plan;
  const visited = [...new Set(plan.rows.map((r) => r.placeId))].flatMap(
    (id) => s.places.find((p) => p.id === id) ?? [],
  );
  const base = s.places.find((p) => p.id === day.basePlaceId) ?? visited[0] ?? null;
  const calls = callsOfDay(plan, s.engagements, people);
  const salt = day.number;
  // Codes run through the sheet: lines first, as they are read, then the shots in them.
  const lines = plan.units.flatMap((u) =>
    dayBlocks(plan, { joinMin: JOIN_MIN, unit: u.unit }).map((b) => lineOf(b, u.unit)),
  );
  let beyond = plan.rows.length;
  const shots = plan.rows.flatMap((r, i) =>
    r.shots.map((shot): SheetContent['shots'][number] => ({
      id: shot.id,
      code: shot.code,
      // Shots of a moment are ticked by codes of their own; the moment has its line’s.
      row: rowCode(r.shot ? i + 1 : (beyond += 1), salt),
      scene: r.scene ? `${r.scene.number} ${r.scene.title}` : '',
      what: shot.description,
      how: howOf(shot),
      cameras: [...shot.cameras],
      light: r.setup?.code ?? '',
      personIds: r.shot ? [...r.personIds] : [...shot.personIds],
      startMin: r.startMin,
      minutes: r.shot ? r.minutes : shotMinutes(shot, r.scene?.style),
      takes: shot.takesPlanned,
      priority: shot.priority,
      sound: shot.sound,
    })),
  );
  const onDay = new Set(calls.map((c) => c.person.id));
  const sceneIds = new Set(plan.rows.flatMap((r) => (r.scene ? [r.scene.id] : [])));
  const sun = sunPlaceOf(day, base);
  const times = sun && sunTimes(sun);
  return {
    production: { title: production.title, client: production.client },
    dayNumber: day.number,
    ofDays: s.dayCount,
    date: day.date,
    timeZone: day.timeZone,
    callMin: day.callMin,
    wrapMin: plan.wrapMin,
    notes: day.notes,
    people: calls.map((c) => ({ ...calledOf(c), placeId: placeOf(plan, c, base?.id ?? null) })),
    places: (visited.length ? visited : base ? [base] : []).map((p) => ({
      ...toldOf(p),
      facts: factsOf(s.placeFacts, p.id),
    })),
    lines,
    shots,
    scenes: s.scenes
      .filter((x) => sceneIds.has(x.id))
      .map((x) => ({
        number: x.number,
        title: x.title,
        where: `${x.inside ? 'inside' : 'outside'}, ${x.timeOfDay}`,
        personIds: [
          ...new Set([...x.personIds, ...plan.rows.flatMap((r) => (r.scene?.id === x.id ? r.personIds : []))]),
        ],
        props: x.props,
        wardrobe: x.wardrobe,
      })),
    sun: times && {
      place: base?.name ?? '',
      riseMin: times.riseMin,
      setMin: times.setMin,
      lowSunStartMin: times.lowSunStartMin,
      duskMin: times.duskMin,
    },
    forecast: null,
    weather: day.forecast && { ...day.forecast, gustMps: day.gustMps },
    diets: dietsOf(people.filter((p) => onDay.has(p.id))),
    heads: calls.length,
    technical: [
      `${production.captureWidthPx} × ${production.captureHeightPx} px at ${production.rate.replace('df', ' drop-frame')} frames a second`,
      `EI ${production.ei}, shutter ${production.shutterDeg}°`,
      ...[
        ...new Set(
          plan.rows.flatMap((r) => r.shots.flatMap((x) => (x.fps ? [`${x.code}: ${x.fps} frames a second`] : []))),
        ),
      ],
    ],
    soundNotes: soundOf(plan),
    quiet: quietOf(sharedAccess(plan, s.slots, s.scenes, people).quiet),
    safety: [...new Set([...s.safety, ...cautionsOf(plan, calls)])],
    plans: plansOf(plan, s.rooms),
    boards: boardsOf(plan, s.pictures),
    gaps: gapsOf(plan, visited, calls),
  };

  function lineOf(block: DayBlock, unit: number): SheetLine {
    const of = <T>(pick: (row: DayBlock['rows'][number]) => readonly T[]) => [...new Set(block.rows.flatMap(pick))];
    const at = block.rows[0] ? plan.rows.indexOf(block.rows[0]) : -1;
    return {
      kind: block.kind,
      startMin: block.startMin,
      endMin: block.endMin,
      title: block.title,
      unit,
      // A line of one shot is ticked by its shot; a block of work by itself.
      code: block.kind === 'work' && block.rows.every((r) => !r.shot) ? rowCode(at + 1, salt) : '',
      light: of((r) => (r.setup ? [r.setup.code] : [])).join(', '),
      cameras: of((r) => r.cameras).sort(),
      personIds: of((r) => r.personIds),
      shotCodes: of((r) => r.shots.map((x) => x.code)),
      placeId: block.rows[0]?.placeId ?? null,
      fixed: block.rows.some((r) => r.pinnedStartMin !== null && r.programme !== 'about' && r.programme !== 'follows'),
      ...(block.rows.some((r) => r.programme === 'about') ? { about: true } : {}),
    };
  }
}

/** A sheet is sent and kept whole: drawings larger than this, and more than so many, stay in Kavrell. */
const MOST_DRAWING = 24_000;
const MOST_DRAWINGS = 12;

/** Each setup of the day once, in the order in which it is lit. */
function plansOf(plan: DayPlan, rooms: readonly Room[]): NonNullable<SheetContent['plans']> {
  const setups = [...new Map(plan.rows.flatMap((r) => (r.setup ? [[r.setup.id, r.setup] as const] : []))).values()];
  return setups
    .filter((x) => x.plan.items.length > 0)
    .map((x) => ({
      code: x.code,
      name: x.name,
      svg: smallPlanSvg(x.plan, rooms.find((r) => r.id === x.plan.roomId) ?? null),
    }))
    .filter((x) => x.svg.length <= MOST_DRAWING)
    .slice(0, MOST_DRAWINGS);
}

/** Of each shot the newest board, where it is a scribble. */
function boardsOf(plan: DayPlan, pictures: readonly Picture[]): NonNullable<SheetContent['boards']> {
  return plan.rows
    .flatMap((r) => r.shots)
    .flatMap((shot) => {
      const board = pictures.findLast((p) => p.role === 'board' && p.shotId === shot.id);
      return board && !board.fileHash && board.strokes.length ? [{ code: shot.code, svg: scribbleSvg(board) }] : [];
    })
    .filter((x) => x.svg.length <= MOST_DRAWING)
    .slice(0, MOST_DRAWINGS);
}

/** Quiet stretches with less than a turnaround between are told as one. */
function quietOf(spans: readonly SharedSpan[]): SheetContent['quiet'] {
  const joined: SheetContent['quiet'] = [];
  for (const s of spans) {
    const last = joined.at(-1);
    if (last && s.startMin - last.endMin <= JOIN_MIN)
      Object.assign(last, { endMin: s.endMin, words: `${last.words}, ${s.words}` });
    else joined.push({ ...s });
  }
  return joined;
}

const howOf = (s: Shot) =>
  [s.size ? SIZE_WORDS[s.size] : '', s.lens, s.support ?? '', s.movement && s.movement !== 'static' ? s.movement : '']
    .filter(Boolean)
    .join(', ');

function placeOf(plan: DayPlan, call: Call, base: string | null): string | null {
  const first = plan.rows.find((r) => r.personIds.includes(call.person.id)) ?? plan.rows[0];
  return first && first.placeId !== 'nowhere' ? first.placeId : base;
}

/** Facts that people need on the day. */
function factsOf(facts: readonly PlaceFact[], placeId: string): string[] {
  return TOLD_TOPICS.flatMap((topic) =>
    facts
      .filter((f) => f.placeId === placeId && f.topic === topic)
      .map((f) => {
        const said = detailOf(f, 'permission');
        const words = said ? [`${said.what} ${said.state}`, f.words].filter(Boolean).join(', ') : f.words;
        return words ? `${TOPIC_WORDS[topic]}: ${words}` : '';
      })
      .filter(Boolean),
  );
}

/** Diets as counts: who eats what stands with the owner alone. */
function dietsOf(people: readonly Person[]): SheetContent['diets'] {
  const counts = new Map<string, number>();
  for (const p of people) {
    const diet = p.diet.trim().toLowerCase();
    if (diet) counts.set(diet, (counts.get(diet) ?? 0) + 1);
  }
  return [...counts]
    .map(([diet, count]) => ({ diet, count }))
    .sort((a, b) => b.count - a.count || (a.diet < b.diet ? -1 : 1));
}

function soundOf(plan: DayPlan): string[] {
  const notes = new Map<string, string[]>();
  for (const r of plan.rows) {
    for (const shot of r.shots) {
      const sound = shot.sound.trim();
      if (sound) notes.set(sound, [...(notes.get(sound) ?? []), shot.code]);
    }
  }
  return [...notes].map(([sound, codes]) => `${sound}: ${codes.join(', ')}`);
}

function gapsOf(plan: DayPlan, places: readonly Place[], calls: readonly Call[]): string[] {
  const gaps = [...plan.violations.map((v) => v.message), ...plan.assumptions];
  if (plan.rows.length === 0) gaps.unshift('Nothing is on this day yet.');
  if (calls.length === 0) gaps.unshift('Nobody is on this day yet.');
  for (const p of places) {
    if (!p.confirmed) gaps.push(`${p.name} is not confirmed.`);
    const missing = [
      p.address ? '' : 'address',
      p.hospital ? '' : 'nearest hospital',
      p.contact ? '' : 'contact',
      p.parking ? '' : 'parking',
    ].filter(Boolean);
    if (missing.length) gaps.push(`${p.name}: no ${missing.join(', no ')} yet.`);
  }
  const unplaced = plan.rows.filter((r) => r.placeId === 'nowhere').length;
  if (unplaced) gaps.push(`${formatCount(unplaced, 'line')} with no place yet.`);
  return gaps;
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
  const once = plan.rows.filter(isOnce).map((r) => r.shot?.code ?? r.title);
  if (once.length)
    cautions.push(`Happens once: ${once.join(', ')}. No picture is worth stepping past a barrier or a marked line.`);
  cautions.push('Local codes, the venue’s rules and licensed or competent people decide. Anyone may say stop.');
  return cautions;
}
