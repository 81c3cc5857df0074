import { cameraHand, isOnce, BY_ITSELF, type DayPlan, type DayRow } from '../../plan/day/index.ts';
import type { Camera } from '../../rooms/camera/index.ts';
import type { CoverMoment, CoverPlan, CoverSource, CoverThing, SharedThing } from '../../rooms/cover/index.ts';
import type { Shot } from '../../rooms/scenes/index.ts';
import { isHeardIn, type Link, type SoundBox, type SoundRoute, type SoundSource } from '../../rooms/sound/index.ts';

/** What a picture shows, as far as one stands for another in the cut. */
export const VIEWS = ['wide', 'medium', 'tight', 'face', 'detail', 'picture'] as const;
export type View = (typeof VIEWS)[number];

/** What of a shot's size one looks for when it fails: a face is a tight one that must be seen; `picture`: nobody said its size. */
export function viewOf({ size, faceNeeded }: Pick<Shot, 'size' | 'faceNeeded'>): View {
  if (size === null) return 'picture';
  if (size === 'insert') return 'detail';
  if (size === 'mcu' || size === 'cu' || size === 'ecu') return faceNeeded ? 'face' : 'tight';
  return size === 'ms' ? 'medium' : 'wide';
}

/** One moment, cue or shot that can't be had again. */
export interface CoverSpan {
  id: string;
  title: string;
  sceneId: string | null;
  fromMin: number;
  toMin: number;
  /** Whether something in it must be had. */
  must: boolean;
  /** What pictures are planned in it, and whether clean sound is wanted. */
  views: readonly View[];
  sound: boolean;
  row: DayRow;
}

/** A moment that a source has. */
export interface Hold {
  momentId: string;
  fromMin: number;
  toMin: number;
  view: View | null;
  codes: readonly string[];
  must: boolean;
}

/** One camera, or one sound in one recorder, through a day. */
export interface CoverLane {
  key: string;
  kind: 'picture' | 'sound';
  name: string;
  /** Who is at it: somebody, nobody (it runs alone), or of a sound the box that it goes into. */
  who: string;
  cameraId: string | null;
  /** Whether it is a clean sound: one that is no more than a scratch does not count. */
  clean: boolean;
  holds: readonly Hold[];
  /** What must hold for it, as ids of {@link Coverage.things}. */
  needs: readonly string[];
}

export interface Coverage {
  moments: CoverSpan[];
  lanes: CoverLane[];
  things: (CoverThing & { name: string; cameraId: string | null })[];
  /** Camera by camera: who has it in which moment; null: nobody. */
  hands: ReadonlyMap<string, string | null>;
}

export interface CoverSources {
  plan: Pick<DayPlan, 'rows' | 'day'>;
  cameras: readonly Camera[];
  people: readonly { id: string; shortName: string }[];
  soundSources: readonly SoundSource[];
  soundBoxes: readonly SoundBox[];
  soundRoutes: readonly SoundRoute[];
  links: readonly Link[];
  sharedThings: readonly SharedThing[];
}

/** `hands` is asked by camera and moment. */
export const handKey = (cameraId: string, momentId: string): string => `${cameraId}|${momentId}`;

/**
 * Who and what has each moment of a day by the plan, and what each of them leans on: body, card, pack (where it runs on one) and operator of a camera; microphone,
 * radio and recorder of a sound; and whatever was said to be shared. Only what can't be had again is a moment here. Sound is wanted where a shot of the moment asks for it or a source
 * is said to be heard in just this one.
 */
export function coverageOf(s: CoverSources): Coverage {
  const moments = s.plan.rows.filter(isOnce).map((row) => momentOf(row, s));
  const things = new Map<string, Coverage['things'][number]>();
  const need = (id: string, kind: string, name: string, cameraId: string | null = null) => {
    things.set(id, { id, kind, name, cameraId });
    return id;
  };
  const shared = (list: 'cameraIds' | 'boxIds' | 'sourceIds', id: string) =>
    s.sharedThings
      // A switcher that fails takes the live cut, not what the cameras record themselves.
      .filter((t) => t[list].includes(id) && !(t.kind === 'switcher' && list === 'cameraIds'))
      .map((t) => need(`shared:${t.id}`, t.kind, t.name));
  const hands = new Map<string, string | null>();
  const cameraLanes = s.cameras.flatMap((c): CoverLane[] => {
    const own = moments.filter((m) => m.row.cameras.includes(c.letter));
    if (own.length === 0) return [];
    const operators = new Set<string | null>();
    const holds = own.flatMap((m) => {
      const hand = cameraHand(m.row, c.letter, c);
      const who = hand === BY_ITSELF ? null : hand;
      hands.set(handKey(c.id, m.id), who);
      operators.add(who);
      return holdsOf(m, c.letter);
    });
    const names = [...operators].map((id) => s.people.find((p) => p.id === id)?.shortName ?? 'alone');
    return [
      {
        ...{ key: `camera:${c.id}`, kind: 'picture', name: c.letter, who: [...new Set(names)].join(', ') },
        ...{ cameraId: c.id, clean: false, holds },
        needs: [
          need(`body:${c.id}`, 'body', `body of ${c.letter}`, c.id),
          need(`card:${c.id}`, 'card', `card of ${c.letter}`, c.id),
          ...(c.batteryMin === null ? [] : [need(`pack:${c.id}`, 'battery', `pack of ${c.letter}`, c.id)]),
          ...shared('cameraIds', c.id),
        ],
      },
    ];
  });
  for (const id of new Set(hands.values()))
    if (id !== null) need(`person:${id}`, 'operator', s.people.find((p) => p.id === id)?.shortName ?? 'somebody');
  const soundLanes = s.soundRoutes.flatMap((r): CoverLane[] => {
    const source = s.soundSources.find((x) => x.id === r.sourceId);
    const box = s.soundBoxes.find((b) => b.id === r.boxId);
    if (!source || !box) return [];
    const link = s.links.find((l) => l.id === r.linkId);
    const holds = moments
      .filter((m) => m.sound && isHeardIn(source, m.sceneId))
      .map((m) => ({ momentId: m.id, fromMin: m.fromMin, toMin: m.toMin, view: null, codes: [], must: m.must }));
    if (holds.length === 0) return [];
    const camera = s.cameras.find((c) => c.id === box.cameraId);
    return [
      {
        ...{ key: `sound:${r.id}`, kind: 'sound', name: source.name, who: box.name, cameraId: box.cameraId },
        ...{ clean: r.duty !== 'scratch', holds },
        needs: [
          need(`microphone:${source.id}`, 'microphone', source.name),
          need(`box:${box.id}`, 'recorder', box.name, camera?.id ?? null),
          ...(link && !link.wired ? [need(`link:${link.id}`, 'link', link.name)] : []),
          ...shared('sourceIds', source.id),
          ...shared('boxIds', box.id),
        ],
      },
    ];
  });
  return { moments, lanes: [...cameraLanes, ...soundLanes], things: [...things.values()], hands };
}

function momentOf(row: DayRow, s: CoverSources): CoverSpan {
  const sceneId = row.scene?.id ?? null;
  return {
    ...{ id: row.itemId, title: row.shot ? `${row.shot.code} ${row.title}`.trim() : row.title, sceneId, row },
    ...{ fromMin: row.startMin, toMin: row.endMin },
    must: row.shots.some((x) => x.priority === 'must'),
    // Where nobody planned a picture yet, one is wanted all the same.
    views: row.shots.length === 0 ? ['picture'] : [...new Set(row.shots.map(viewOf))],
    sound:
      row.shots.some((x) => x.sound !== '') ||
      (sceneId !== null && s.soundSources.some((x) => x.sceneIds.includes(sceneId))),
  };
}

/** What one camera has of a moment, by view. */
function holdsOf(m: CoverSpan, letter: string): Hold[] {
  const own = m.row.shots.filter((x) => x.cameras.includes(letter));
  const byView = new Map<View, Shot[]>();
  for (const shot of own) byView.set(viewOf(shot), [...(byView.get(viewOf(shot)) ?? []), shot]);
  return [...byView].map(([view, shots]) => ({
    ...{ momentId: m.id, fromMin: m.fromMin, toMin: m.toMin, view, codes: shots.map((x) => x.code) },
    must: shots.some((x) => x.priority === 'must'),
  }));
}

/** What is wanted of a moment and may be lost: any picture of it, one kind of picture, or its clean sound. */
export type Want = 'any' | 'sound' | View;

/** The coverage as `cover.cuts` takes it: each moment once for every picture of it, once for each kind of picture that must be had, once for its sound. */
export function cutPlanOf({ moments, lanes, things, hands }: Coverage): CoverPlan {
  const sources: CoverSource[] = [];
  const wanted: CoverMoment[] = [];
  const idOf = (key: string, momentId: string, view: View | null) => `${key}|${momentId}|${view ?? ''}`;
  for (const lane of lanes)
    for (const hold of lane.holds) {
      const hand = lane.cameraId ? hands.get(handKey(lane.cameraId, hold.momentId)) : null;
      sources.push({
        ...{ id: idOf(lane.key, hold.momentId, hold.view), kind: lane.kind, view: hold.view, clean: lane.clean },
        needs: [...lane.needs, ...(lane.kind === 'picture' && hand ? [`person:${hand}`] : [])],
      });
    }
  for (const m of moments) {
    const own = lanes.flatMap((l) => l.holds.flatMap((h) => (h.momentId === m.id ? [{ l, h }] : [])));
    const ids = own.map(({ l, h }) => idOf(l.key, m.id, h.view));
    const want = (name: Want, views: readonly View[], sound: boolean) =>
      wanted.push({ id: `${m.id}|${name}`, picture_any_of: views, clean_sound: sound, sources: ids });
    if (m.views.length > 0) want('any', m.views, false);
    const musts = new Set(m.row.shots.filter((x) => x.priority === 'must').map(viewOf));
    if (m.views.length > 1) for (const view of musts) want(view, [view], false);
    if (m.sound) want('sound', [], true);
  }
  return { things: things.map(({ id, kind }) => ({ id, kind })), sources, moments: wanted };
}
