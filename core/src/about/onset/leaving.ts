import { msToMinute } from '../../base/time/index.ts';
import type { DayPlan, DayRow } from '../../plan/day/index.ts';
import { entriesOf, type LogEntry } from '../../rooms/log/index.ts';
import type { Take } from '../../rooms/roll/index.ts';
import type { Shot, ShotState } from '../../rooms/scenes/index.ts';

/** One thing at the gate of a place. */
export interface GateItem {
  /** What a tick of the log names; of a shot its id. */
  key: string;
  words: string;
  /** Worked out from what was logged, or only somebody can say. */
  by: 'log' | 'hand';
  done: boolean;
  /** Leaving without it loses something that was to be had. */
  must: boolean;
  shotId: string | null;
}

export interface Gate {
  placeId: string;
  items: GateItem[];
  /** The place the day goes to next; null: it is the last. */
  nextPlaceId: string | null;
}

/** What only somebody there can say, asked at every place. */
export const HAND_ITEMS = [
  { key: 'tone', words: 'Room tone, half a minute of nobody moving' },
  { key: 'review', words: 'What can’t be rebuilt was looked at on a screen, before anything is struck' },
  { key: 'asBuilt', words: 'The light photographed as it was built' },
  { key: 'levels', words: 'Levels and distances of the light kept' },
  { key: 'switchedOff', words: 'Everything switched off: lamps, recorders, transmitters, monitors' },
  { key: 'givenBack', words: 'Borrowed things given back, keys too' },
  { key: 'asLeft', words: 'Photographed as left, beside as found' },
  { key: 'count', words: 'Counted: what came in goes out' },
] as const;

export interface GateSources {
  states: ReadonlyMap<string, ShotState>;
  takes: readonly Take[];
  log: readonly LogEntry[];
  /** Sounds that are wanted without picture, by the shot they are for. */
  wild?: readonly { shotId: string; code: string; words: string }[];
  /** Kit that somebody ticked off as out, with the place where, and whether it is switched on. */
  kit?: readonly { name: string; state: string; seenAtId: string | null; on: boolean }[];
}

const OPEN: readonly (ShotState | undefined)[] = [undefined, 'planned', 'setUp'];

/** The place where a day stands at `nowMin`: of the line that is on, else the last that was. Null before the first line of a day without any. */
export function placeNow(plan: Pick<DayPlan, 'rows'>, nowMin: number): string | null {
  const rows = byStart(plan.rows);
  return (rows.findLast((r) => r.startMin - r.changeMin <= nowMin) ?? rows[0])?.placeId ?? null;
}

const byStart = (rows: readonly DayRow[]) => [...rows].sort((a, b) => a.startMin - b.startMin);

/**
 * What stands between a day and leaving one of its places: shots not had there (musts and plates first), sound without picture, and what only a look round tells. A take of
 * wild sound of the place’s scenes counts as its tone, photographs as what they show. Ticked by hand it is done.
 */
export function leavingGate(
  plan: Pick<DayPlan, 'rows' | 'day'>,
  placeId: string,
  { states, takes, log, wild = [], kit = [] }: GateSources,
): Gate {
  const rows = byStart(plan.rows).filter((r) => r.placeId === placeId);
  const last = rows.at(-1);
  const next = last && byStart(plan.rows).find((r) => r.startMin > last.startMin && r.placeId !== placeId);
  const ticked = new Set(
    entriesOf(log, 'ticked')
      .filter((e) => e.dayId === plan.day.id && e.payload.placeId === placeId)
      .map((e) => e.payload.what),
  );
  const sceneIds = new Set(rows.flatMap((r) => (r.scene ? [r.scene.id] : [])));
  const shotIds = new Set(rows.flatMap((r) => r.shots.map((x) => x.id)));
  // Sound of nothing in particular is of the place where the day stood when it was taken.
  const isHere = (t: Take) =>
    t.shotId || t.sceneId
      ? sceneIds.has(t.sceneId ?? '') || shotIds.has(t.shotId ?? '')
      : placeNow(plan, msToMinute(plan.day.date, plan.day.timeZone, t.rolledAtMs)) === placeId;
  const hasTone = takes.some((t) => t.wild && t.dayId === plan.day.id && isHere(t));
  const stills = entriesOf(log, 'still').filter((e) => e.dayId === plan.day.id && e.payload.placeId === placeId);
  const setupIds = new Set(rows.flatMap((r) => (r.setup ? [r.setup.id] : [])));
  const frozen = new Set(entriesOf(log, 'built').flatMap((e) => (e.dayId === plan.day.id ? [e.payload.setupId] : [])));
  const isLogged: Readonly<Record<string, boolean>> = {
    tone: hasTone,
    asBuilt: stills.some((e) => e.payload.about === 'asBuilt'),
    levels: setupIds.size > 0 && [...setupIds].every((id) => frozen.has(id)),
    asLeft: stills.some((e) => e.payload.about === 'asLeft'),
  };
  const open = rows.flatMap((r) => r.shots).filter((x) => OPEN.includes(states.get(x.id)));
  const weight = (x: Shot) => (x.priority === 'must' ? 0 : x.role === 'plate' ? 1 : x.priority === 'should' ? 2 : 3);
  return {
    placeId,
    nextPlaceId: next?.placeId ?? null,
    items: [
      ...open
        .sort((a, b) => weight(a) - weight(b) || a.position - b.position)
        .map((x): GateItem => ({
          ...{ key: x.id, shotId: x.id, by: 'log', done: false },
          words: `${x.code} ${x.description || 'not described'}`,
          must: x.priority === 'must' || x.role === 'plate',
        })),
      ...wild
        .filter((w) => shotIds.has(w.shotId))
        .map(({ shotId, code, words }): GateItem => {
          const key = `wild ${shotId}`;
          const logged = takes.some((t) => t.wild && t.shotId === shotId);
          const done = logged || ticked.has(key);
          return {
            key,
            words: `Wild sound for ${code}: ${words}`,
            by: logged ? 'log' : 'hand',
            done,
            must: false,
            shotId: null,
          };
        }),
      ...kitOut(kit, placeId),
      ...HAND_ITEMS.map(({ key, words }): GateItem => {
        const logged = isLogged[key] ?? false;
        return { key, words, by: logged ? 'log' : 'hand', done: logged || ticked.has(key), must: false, shotId: null };
      }),
    ],
  };
}

const MOST_NAMES = 6;

/** What of the kit is still out of its case here, and what is switched on: it goes away when it is ticked off on Kit. */
function kitOut(kit: NonNullable<GateSources['kit']>, placeId: string): GateItem[] {
  const here = kit.filter((k) => k.state === 'there' && k.seenAtId === placeId);
  const item = (key: string, what: string, list: typeof here): GateItem[] =>
    list.length === 0
      ? []
      : [
          {
            ...{ key, by: 'log', done: false, must: false, shotId: null },
            words: `${what}: ${namesOf(list.map((k) => k.name))}`,
          },
        ];
  return [
    ...item('kitOut', 'Out of its case', here),
    ...item(
      'kitOn',
      'Switched on',
      here.filter((k) => k.on),
    ),
  ];
}
const namesOf = (names: readonly string[]): string =>
  names.length > MOST_NAMES
    ? `${names.slice(0, MOST_NAMES).join(', ')} and ${names.length - MOST_NAMES} more`
    : names.join(', ');

/** What is left undone at a gate, in words, as the log keeps it. */
export const undoneAt = (gate: Gate): string[] => gate.items.filter((i) => !i.done).map((i) => i.words.slice(0, 200));

/** When a place was last left on a day, ms; null: not yet. */
export const leftAtMs = (log: readonly LogEntry[], dayId: string, placeId: string): number | null =>
  entriesOf(log, 'left').findLast((e) => e.dayId === dayId && e.payload.placeId === placeId)?.atMs ?? null;
