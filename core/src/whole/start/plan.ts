import { asTyped } from '../productions/index.ts';
import type { askFields } from '../../about/brief/index.ts';
import { DAY_DEFAULTS, DAY_ITEM_DEFAULTS, type dayFields, type dayItemFields, type Day } from '../../plan/day/index.ts';
import { formatWallMinute } from '../../base/units/index.ts';
import { PERSON_DEFAULTS, shortNameFor, type engagementFields, type personFields } from '../../rooms/people/index.ts';
import { PLACE_DEFAULTS, type placeFields } from '../../rooms/places/index.ts';
import type { ProductionRows } from '../productions/index.ts';
import {
  SCENE_DEFAULTS,
  SHOT_DEFAULTS,
  momentFields,
  nextShotCode,
  parseQuickLine,
  planProgramme,
  type Scene,
  type sceneFields,
  type shotFields,
} from '../../rooms/scenes/index.ts';
import type { z } from 'zod';
import type { JobKind, StartRead } from './read.ts';

interface Tables {
  places: typeof placeFields;
  days: typeof dayFields;
  people: typeof personFields;
  engagements: typeof engagementFields;
  scenes: typeof sceneFields;
  shots: typeof shotFields;
  dayItems: typeof dayItemFields;
  asks: typeof askFields;
}
/** What a start makes or changes: one change-set, so that one key takes all of it back. */
export type StartOp =
  | { [T in keyof Tables]: { op: 'insert'; table: T; id: string; values: z.infer<Tables[T]> } }[keyof Tables]
  | { op: 'update'; table: 'days'; row: Day; values: Partial<Day> }
  | { op: 'update'; table: 'scenes'; row: Scene; values: Partial<Scene> };

/** A new day’s wrap when nobody said one: so long after the call. */
const DAY_LENGTH_MIN = 600;
/** A meal that nobody said the length of. */
const MEAL_MIN = 45;
/** As many as a day can have. */
const MOST_MEALS = 5;

export type StartRows = Pick<
  ProductionRows,
  'production' | 'days' | 'places' | 'people' | 'engagements' | 'scenes' | 'shots' | 'dayItems' | 'asks'
>;

/**
 * What a pasted start becomes beside what the production has: places, people, the day of its date (one that is there already is filled, not made
 * twice; without a date and without any day none is made), moments or cues laid beside that day’s programme, shots in the day’s order, wishes,
 * and notes on the day. `newId` makes ids; `timeZone` is a new day’s.
 */
export function planStart(
  read: StartRead,
  rows: StartRows,
  { kind, newId, timeZone }: { kind: JobKind; newId: () => string; timeZone: string },
): StartOp[] {
  const ops: StartOp[] = [];
  const same = (a: string, b: string) => a.toLowerCase() === b.toLowerCase();
  const placeIds = new Map(rows.places.map((p) => [p.name.toLowerCase(), p.id]));
  for (const p of read.places) {
    if (placeIds.has(p.name.toLowerCase())) continue;
    const id = newId();
    placeIds.set(p.name.toLowerCase(), id);
    ops.push({ op: 'insert', table: 'places', id, values: { ...PLACE_DEFAULTS, ...p } });
  }
  const placeId = placeIds.get(read.places[0]?.name.toLowerCase() ?? '') ?? rows.places[0]?.id ?? null;
  const day = rows.days.find((d) => d.date === read.date) ?? (read.date === null ? (rows.days[0] ?? null) : null);
  const dayId = day?.id ?? (read.date ? newId() : null);
  dayOp(read, rows, { day, dayId, placeId, timeZone }, ops);

  const shorts = new Set(rows.people.map((p) => p.shortName.toLowerCase()));
  for (const p of read.people) {
    const old = rows.people.find((x) => same(x.name, p.name));
    const personId = old?.id ?? newId();
    if (!old) {
      const shortName = shortNameFor(p.name, shorts);
      shorts.add(shortName.toLowerCase());
      const talent = /actor|actress|talent|cast|host|presenter/i.test(p.role);
      ops.push({
        op: 'insert',
        table: 'people',
        id: personId,
        values: {
          ...PERSON_DEFAULTS,
          name: p.name,
          shortName,
          role: p.role,
          phone: p.phone,
          email: p.email,
          minor: p.minor,
          kind: p.guest ? 'guest' : talent ? 'talent' : 'crew',
        },
      });
    }
    // Guests are not called: they come by themselves.
    if (!p.guest && dayId && !rows.engagements.some((e) => e.dayId === dayId && e.personId === personId))
      ops.push({
        op: 'insert',
        table: 'engagements',
        id: newId(),
        values: { dayId, personId, callOffsetMin: 15, callMin: null },
      });
  }
  // Shots keep the numbers that they were given: moments take others.
  const given = read.shots.map((s) => s.scene);
  for (const change of planProgramme(read.moments, rows.scenes.map(asTyped), dayId, newId, given)) {
    const as = kind === 'cues' ? 'cue' : 'moment';
    if (change.kind === 'new')
      ops.push({
        op: 'insert',
        table: 'scenes',
        id: change.id,
        values: momentFields(change, { kind: as, dayId, placeId }),
      });
    else if (change.kind === 'moved')
      ops.push({ op: 'update', table: 'scenes', row: change.scene, values: change.values });
  }
  shotOps(read, rows, { dayId, placeId, newId }, ops);
  const tags = new Set(rows.asks.map((a) => a.tag));
  [...read.wishes, ...(dayId ? [] : ofTheDay(read))].forEach((title, i) => {
    let n = i + 1;
    while (tags.has(`wish-${n}`)) n += 1;
    tags.add(`wish-${n}`);
    ops.push({
      op: 'insert',
      table: 'asks',
      id: newId(),
      values: {
        kind: 'other',
        title,
        tag: `wish-${n}`,
        detail: '',
        state: 'open',
        cameraId: null,
        personId: null,
        means: '',
        priceMinor: null,
        askedOn: null,
        position: rows.asks.length + i + 1,
      },
    });
  });
  return ops;
}

/** What is said of a day that has no date yet, in words: it waits where one looks for what is still to be done. */
const ofTheDay = (read: StartRead): string[] => [
  ...(read.callMin === null ? [] : [`Call ${formatWallMinute(read.callMin)}`]),
  ...(read.wrapMin === null ? [] : [`Wrap ${formatWallMinute(read.wrapMin)}`]),
  ...read.meals.filter((m) => !m.more).map((m) => m.text),
  ...read.notes.map((n) => n.slice(0, 120)),
];

/** Meals at the times that were said, to the minute: after the call, and no more than a day can have. */
const mealsOf = (read: StartRead, callMin: number): Day['meals'] =>
  read.meals
    .slice(0, MOST_MEALS)
    .filter((m) => m.atMin > callMin)
    .map(({ atMin, minutes }) => ({
      earliestAfterMin: atMin - callMin,
      latestAfterMin: atMin - callMin,
      minutes: minutes ?? MEAL_MIN,
    }));

function dayOp(
  read: StartRead,
  rows: StartRows,
  {
    day,
    dayId,
    placeId,
    timeZone,
  }: { day: Day | null; dayId: string | null; placeId: string | null; timeZone: string },
  ops: StartOp[],
): void {
  const callMin = read.callMin ?? day?.callMin ?? DAY_DEFAULTS.callMin;
  // What is eaten before the call, or is too much for a day, is no meal of the day’s, but said.
  const unplaced = read.meals.filter((m, i) => m.atMin <= callMin || i >= MOST_MEALS).map((m) => m.text);
  const notes = [...new Set([...read.notes, ...unplaced])].join('\n').slice(0, 2000);
  const meals = mealsOf(read, callMin);
  const values = {
    ...(read.callMin === null ? {} : { callMin: read.callMin }),
    ...(read.wrapMin === null ? {} : { wantedWrapMin: read.wrapMin }),
    ...(meals.length > 0 ? { meals } : {}),
    ...(notes ? { notes: [day?.notes, notes].filter(Boolean).join('\n').slice(0, 2000) } : {}),
  };
  if (day) {
    if (Object.keys(values).length > 0) ops.push({ op: 'update', table: 'days', row: day, values });
  } else if (dayId && read.date)
    ops.push({
      op: 'insert',
      table: 'days',
      id: dayId,
      values: {
        ...DAY_DEFAULTS,
        wantedWrapMin: callMin + DAY_LENGTH_MIN,
        ...values,
        number: Math.max(0, ...rows.days.map((d) => d.number)) + 1,
        date: read.date,
        timeZone,
        basePlaceId: placeId,
      },
    });
}

/** What a shot’s line says in the words of the quick line: size, lens, takes; nothing where something of it can’t be. */
function saidOf(text: string): Partial<z.infer<typeof shotFields>> {
  const none = { sceneNumbers: [], people: [], setups: [], cameras: [] };
  // Without a number in front: it was the scene’s.
  const { fields, problems } = parseQuickLine(text, none);
  const { beforeNumber: _gate, ...said } = fields;
  return problems.length > 0 ? {} : { ...said, description: said.description ?? '' };
}

function shotOps(
  read: StartRead,
  rows: StartRows,
  { dayId, placeId, newId }: { dayId: string | null; placeId: string | null; newId: () => string },
  ops: StartOp[],
): void {
  const scenes = new Map(rows.scenes.map((s) => [s.number, s.id]));
  const used = new Set(rows.shots.map((s) => s.code));
  let position = Math.max(0, ...rows.scenes.map((s) => s.position), ...rows.shots.map((s) => s.position));
  let line = Math.max(0, ...rows.dayItems.filter((i) => i.dayId === dayId).map((i) => i.position));
  for (const s of read.shots) {
    position += 1;
    const said = saidOf(s.description);
    let sceneId = scenes.get(s.scene);
    if (!sceneId) {
      sceneId = newId();
      scenes.set(s.scene, sceneId);
      // Called by what happens in it, not by how its first shot is taken.
      const title = (said.description || s.description).slice(0, 60);
      ops.push({
        op: 'insert',
        table: 'scenes',
        id: sceneId,
        values: { ...SCENE_DEFAULTS, number: s.scene, title, placeId, position },
      });
    }
    const code = nextShotCode(s.scene, [...used], rows.production.shotNumbers);
    used.add(code);
    const shotId = newId();
    ops.push({
      op: 'insert',
      table: 'shots',
      id: shotId,
      values: { ...SHOT_DEFAULTS, description: s.description, ...said, sceneId, code, position },
    });
    line += 1;
    if (dayId)
      ops.push({
        op: 'insert',
        table: 'dayItems',
        id: newId(),
        values: { ...DAY_ITEM_DEFAULTS, dayId, shotId, position: line },
      });
  }
}

/** What comes onto a production’s first day by itself: moments and cues that have a time and no day, and everybody but guests. */
export function firstDayOps(
  rows: Pick<ProductionRows, 'days' | 'scenes' | 'people'>,
  { dayId, newId }: { dayId: string; newId: () => string },
): StartOp[] {
  if (rows.days.length > 0) return [];
  return [
    ...rows.scenes
      .filter((s) => s.kind !== 'shots' && s.dayId === null && (s.plannedMin !== null || s.startKind === 'follows'))
      .map((row): StartOp => ({ op: 'update', table: 'scenes', row, values: { dayId } })),
    ...rows.people
      .filter((p) => p.kind !== 'guest')
      .map((p): StartOp => ({
        op: 'insert',
        table: 'engagements',
        id: newId(),
        values: { dayId, personId: p.id, callOffsetMin: 15, callMin: null },
      })),
  ];
}
