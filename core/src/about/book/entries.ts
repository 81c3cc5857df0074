import type { Production } from '../brief/index.ts';
import type { Camera } from '../../rooms/camera/index.ts';
import { msToMinute } from '../../base/time/index.ts';
import { asBuilt, catalogueOf, type LightKit, type LightPlan, type Setup } from '../../rooms/light/index.ts';
import { entriesOf, type LogEntry } from '../../rooms/log/index.ts';
import type { Question } from '../../rooms/interview/index.ts';
import type { Person } from '../../rooms/people/index.ts';
import type { Place, Room } from '../../rooms/places/index.ts';
import type { Take } from '../../rooms/roll/index.ts';
import type { Scene, Shot } from '../../rooms/scenes/index.ts';
import type { Day, Observation } from '../../plan/day/index.ts';
import type { BookDay, BookSetup } from './model.ts';

/** More lines of one kind than this tell nobody more. */
const MOST_WORDS = 80;

type Values<T> = Omit<T, 'id' | 'productionId' | 'version' | 'deletedAt' | 'position' | 'note'>;

export interface BookSources {
  production: Production;
  days: readonly Day[];
  setups: readonly Setup[];
  lightKit: readonly LightKit[];
  rooms: readonly Room[];
  places: readonly Place[];
  scenes: readonly Scene[];
  shots: readonly Shot[];
  people: readonly Person[];
  cameras: readonly Camera[];
  takes: readonly Take[];
  log: readonly LogEntry[];
  /** Scenes with questions are interviews. */
  questions: readonly Pick<Question, 'sceneId'>[];
  /** Meals of a day as planned, minutes of it. */
  mealsOf: (dayId: string) => readonly { startMin: number; endMin: number }[];
  /** Minutes to build each setup as planned. */
  plannedMin: ReadonlyMap<string, number>;
}

/** What was shot, as one looks for it. */
function kindOf(scenes: readonly Scene[], questions: BookSources['questions']): string {
  if (questions.some((q) => scenes.some((s) => s.id === q.sceneId))) return 'interview';
  const [first] = scenes;
  return first ? { shots: 'scene', moment: 'moment', cue: 'cue' }[first.kind] : '';
}

const counted = (names: readonly string[]): string[] => {
  const count = new Map<string, number>();
  for (const n of names) count.set(n, (count.get(n) ?? 0) + 1);
  return [...count].map(([name, n]) => (n > 1 ? `${n} × ${name}` : name));
};

/** Minutes from the last cut before a setup to its first roll, planned meals between them left out; null where it was the first of its day, or another day’s. */
function builtIn(s: BookSources, setupId: string, setupOf: ReadonlyMap<string, string | null>): number | null {
  const first = s.takes.findIndex((t) => setupOf.get(t.shotId ?? '') === setupId);
  const before = s.takes[first - 1];
  const own = s.takes[first];
  const day = s.days.find((d) => d.id === own?.dayId);
  if (!own || !day || !before || before.dayId !== own.dayId || before.cutAtMs === null) return null;
  const at = (ms: number) => msToMinute(day.date, day.timeZone, ms);
  const [fromMin, toMin] = [at(before.cutAtMs), at(own.rolledAtMs)];
  const eatenMin = s
    .mealsOf(day.id)
    .reduce((sum, m) => sum + Math.max(0, Math.min(m.endMin, toMin) - Math.max(m.startMin, fromMin)), 0);
  return Math.max(0, Math.round(toMin - fromMin - eatenMin));
}

/**
 * A setup as it was built, as the book keeps it: what the light was when somebody froze it (else as its plan stands), photographs, stop, minutes, what was shot in it.
 * Who was in it is told by what they did: the book outlives the job (`bookOf` takes names out of the words too).
 */
export function bookSetupOf(s: BookSources, setup: Setup): Values<BookSetup> {
  const shots = s.shots.filter((x) => x.setupId === setup.id && !x.dropped);
  const ids = new Set(shots.map((x) => x.id));
  const takes = s.takes.filter((t) => ids.has(t.shotId ?? ''));
  const setupOf = new Map(s.shots.map((x) => [x.id, x.setupId]));
  const built = entriesOf(s.log, 'built').findLast((e) => e.payload.setupId === setup.id);
  const stills = entriesOf(s.log, 'still').filter(
    (e) => e.payload.setupId === setup.id && e.payload.about === 'asBuilt',
  );
  const scenes = s.scenes.filter((x) => shots.some((shot) => shot.sceneId === x.id));
  const seen = new Set(shots.flatMap((x) => x.personIds));
  const room = s.rooms.find((r) => r.id === setup.plan.roomId);
  const dayId = takes[0]?.dayId ?? built?.dayId;
  return {
    ...{ sourceId: setup.id, job: s.production.title, name: `${setup.code} ${setup.name}`.slice(0, 80) },
    date: s.days.find((d) => d.id === dayId)?.date ?? null,
    style: kindOf(scenes, s.questions),
    place: s.places.find((p) => p.id === setup.placeId)?.name ?? '',
    room: room?.name ?? '',
    cameras: camerasOf(setup.plan, s.cameras).slice(0, MOST_WORDS),
    people: counted(s.people.filter((p) => seen.has(p.id)).map((p) => p.role || p.kind)),
    lines: (built?.payload.lines.length ? built.payload.lines : asBuilt(setup.plan, catalogueOf(s.lightKit)))
      .slice(0, MOST_WORDS)
      .map((l) => l.slice(0, 160)),
    remark: built?.payload.words ?? '',
    ...{ tStop: setup.plan.wanted.tStop, ei: s.production.ei },
    tookMin: builtIn(s, setup.id, setupOf),
    plannedMin: s.plannedMin.get(setup.id) ?? null,
    ...{ shots: shots.length, takes: takes.length },
    photoHashes: [...new Set(stills.map((e) => e.payload.hash))].slice(0, 40),
    plan: withoutNames(setup.plan),
    kit: kitOf(setup.plan, s.lightKit),
  };
}

const camerasOf = (plan: LightPlan, cameras: readonly Camera[]): string[] =>
  plan.items.flatMap((i) =>
    i.kind === 'camera' ? [cameras.find((c) => c.letter === i.letter)?.name ?? `camera ${i.letter}`] : [],
  );

/** The plan without who stands in it and what it hangs on: neither is there on another job. */
function withoutNames(plan: LightPlan): LightPlan {
  return {
    ...plan,
    items: plan.items.map((i) => {
      if (i.kind === 'person') return { ...i, name: '', personId: null };
      if (i.kind === 'source') return { ...i, circuitId: null, watcherId: null };
      return 'watcherId' in i ? { ...i, watcherId: null } : i;
    }),
    cues: plan.cues.map((c) => ({ ...c, personId: null })),
  };
}

/** Of one’s own lamps and cloths those that a plan names. */
function kitOf(plan: LightPlan, kit: readonly LightKit[]): BookSetup['kit'] {
  const text = JSON.stringify(plan.items);
  return kit
    .filter((k) => text.includes(JSON.stringify(k.data.kind === 'measured' ? k.data.of : k.key)))
    .map(({ key, name, data, notes }) => ({ key, name, data, notes }) as BookSetup['kit'][number]);
}

/** What a day taught, as the book keeps it. `seen` are its estimates with what they took. */
export function bookDayOf(
  s: Pick<BookSources, 'production' | 'scenes' | 'shots'>,
  day: Day,
  { crew, seen, shotIds }: { crew: number; seen: readonly Observation[]; shotIds: ReadonlySet<string> },
): Values<BookDay> {
  const scenes = new Set(s.shots.filter((x) => shotIds.has(x.id)).map((x) => x.sceneId));
  const sides = new Set(s.scenes.filter((x) => scenes.has(x.id)).map((x) => x.inside));
  const placeKind = sides.size === 0 ? '' : sides.size === 2 ? 'both' : sides.has(true) ? 'inside' : 'outside';
  return {
    ...{ sourceId: day.id, job: s.production.title, date: day.date, crew, placeKind },
    seen: seen.map(({ kind, estimate, actual }) => ({ kind, estimate, actual })),
  };
}
