import { lettersOf, type Camera, type FitResult } from '../../rooms/camera/index.ts';
import type { KeepPolicy } from '../../rooms/copies/index.ts';
import type { Cable } from '../../rooms/cover/index.ts';
import { setupNeeds, type Catalogue } from '../../rooms/light/index.ts';
import type { Engagement } from '../../rooms/people/index.ts';
import type { Clock } from '../../rooms/clocks/index.ts';
import type { Circuit, Room } from '../../rooms/places/index.ts';
import {
  isHeardIn,
  type SoundBox,
  type Link,
  type Prompt,
  type SoundRoute,
  type SoundSource,
} from '../../rooms/sound/index.ts';
import type { Shot } from '../../rooms/scenes/index.ts';
import type { DayPlan, DayRow } from '../../plan/day/index.ts';
import { formatCount } from '../../base/units/index.ts';
import { ASSUMED_PACE, bytesToCome, shotsLeft } from '../tonight/index.ts';
import { batteriesOf } from './batteryPlan.ts';

export const DEPARTMENTS = [
  ...(['Light', 'Camera', 'Sound', 'Clocks', 'Cables', 'Power', 'Media', 'Tools'] as const),
  ...(['Props', 'People', 'Paper'] as const),
] as const;
export type Department = (typeof DEPARTMENTS)[number];

/** One thing that a day can’t do without: how much of it, where, and who or what asks for it. */
export interface KitNeed {
  /** The same for the same thing on every day. */
  key: string;
  department: Department;
  what: string;
  count: number;
  /** '' pieces. */
  unit: '' | 'l';
  /** Used up: each day wants its own. */
  spent: boolean;
  /** Setups, shots, people that ask for it. */
  why: string[];
  /** At which places, and how much there; none: it is not tied to one. */
  places: { placeId: string; count: number }[];
}

export interface KitSources {
  plan: DayPlan;
  cameras: readonly Camera[];
  rooms: readonly Room[];
  catalogue: Catalogue;
  /** How cameras go on shots: lenses, adapters, rings. */
  fit: FitResult;
  soundBoxes: readonly SoundBox[];
  soundSources: readonly SoundSource[];
  soundRoutes: readonly SoundRoute[];
  links: readonly Link[];
  cables: readonly Cable[];
  clocks: readonly Clock[];
  circuits: readonly Circuit[];
  prompts: readonly Prompt[];
  engagements: readonly Engagement[];
  policy: Pick<KeepPolicy, 'verifiedCopies'>;
}

const SUPPORT_KIT: Readonly<Partial<Record<NonNullable<Shot['support']>, string>>> = {
  ...{ sticks: 'tripod', slider: 'slider', gimbal: 'gimbal', dolly: 'dolly and track', jib: 'jib' },
  ...{ shoulder: 'shoulder rig', fixed: 'clamp or mount' },
};
const MINUTE_H = 1 / 60;
/** Drinking water a head and hour, l; twice that in the heat. */
const WATER_L = 0.25;
const HOT_C = 25;
const WARM_C = 18;
/** More than so many are handed on. */
const MOST_SIDES = 4;
const SPARE_SHARE = 0.25;

/** What a day needs, from its plan: of what stands one after the other the most at once, of what is used up all of it. By department, then name. */
export function kitNeeds(s: KitSources): KitNeed[] {
  const list = new NeedList();
  for (const [placeId, rows] of byPlace(s.plan)) {
    const here = new NeedList(placeId);
    lightOf(here, s, rows);
    camerasOf(here, s, rows);
    soundOf(here, s, rows);
    cablesOf(here, s.cables, placeId);
    propsOf(here, rows);
    mainsOf(here, s.circuits, rows);
    list.take(here);
  }
  clocksOf(list, s);
  powerOf(list, s);
  mediaOf(list, s);
  toolsOf(list, s);
  peopleOf(list, s);
  return list.sorted();
}

/** Needs that are gathered: the same thing asked for again is needed once, the most of it. */
class NeedList {
  private readonly needs = new Map<string, KitNeed>();
  private readonly placeId: string | null;
  constructor(placeId: string | null = null) {
    this.placeId = placeId;
  }

  /** Asked for again it is the most of it; `spent`: it is used up. */
  most(
    department: Department,
    what: string,
    count: number,
    why: readonly string[],
    { unit = '', spent = false }: Partial<Pick<KitNeed, 'unit' | 'spent'>> = {},
  ): void {
    if (count <= 0) return;
    const key = `${department}/${what}`;
    const known = this.needs.get(key);
    const need: KitNeed = known ?? { key, department, what, count: 0, unit, spent, why: [], places: [] };
    need.count = Math.max(need.count, count);
    for (const w of why) if (!need.why.includes(w)) need.why.push(w);
    if (this.placeId !== null) need.places = [{ placeId: this.placeId, count: need.count }];
    this.needs.set(key, need);
  }

  take(other: NeedList): void {
    for (const need of other.needs.values()) {
      this.most(need.department, need.what, need.count, need.why, need);
      this.needs.get(need.key)!.places.push(...need.places);
    }
  }

  sorted(): KitNeed[] {
    return [...this.needs.values()].sort(
      (a, b) => DEPARTMENTS.indexOf(a.department) - DEPARTMENTS.indexOf(b.department) || (a.what < b.what ? -1 : 1),
    );
  }
}

function byPlace(plan: DayPlan): Map<string, DayRow[]> {
  const places = new Map<string, DayRow[]>();
  for (const row of plan.rows) places.set(row.placeId, [...(places.get(row.placeId) ?? []), row]);
  return places;
}

function lightOf(list: NeedList, { rooms, catalogue }: KitSources, rows: readonly DayRow[]): void {
  const setups = new Map(rows.flatMap((r) => (r.setup ? [[r.setup.id, r.setup] as const] : [])));
  for (const setup of setups.values())
    for (const n of setupNeeds(setup.plan, rooms.find((r) => r.id === setup.plan.roomId) ?? null, catalogue))
      if (n.group !== 'Circuits') list.most(n.group === 'Batteries' ? 'Power' : 'Light', n.name, n.count, [setup.code]);
}

function camerasOf(list: NeedList, { fit, cameras }: KitSources, rows: readonly DayRow[]): void {
  const shots = new Map(rows.flatMap((r) => r.shots.filter((x) => !x.dropped).map((x) => [x.id, x] as const)));
  const lettersBy = new Map([...shots.values()].map((x) => [x.id, lettersOf(x, cameras)] as const));
  const fittingsBy = new Map<string, FitResult['fittings'][number][]>();
  for (const f of fit.fittings) fittingsBy.set(f.shot.id, [...(fittingsBy.get(f.shot.id) ?? []), f]);
  for (const c of cameras) {
    const codes = [...shots.values()].filter((x) => lettersBy.get(x.id)?.includes(c.letter)).map((x) => x.code);
    if (codes.length > 0) list.most('Camera', `camera ${c.letter}: ${c.name}`, 1, codes);
  }
  for (const shot of shots.values()) {
    const kit = shot.support ? SUPPORT_KIT[shot.support] : undefined;
    if (kit) list.most('Camera', kit, lettersBy.get(shot.id)?.length || 1, [shot.code]);
    const lenses = new Map<string, number>();
    for (const f of fittingsBy.get(shot.id) ?? []) {
      if (f.lens) lenses.set(f.lens.name, (lenses.get(f.lens.name) ?? 0) + 1);
      if (f.lens && f.adapterMm !== null)
        list.most('Camera', `adapter ${f.lens.mount} → ${f.camera.mount}`, 1, [shot.code]);
    }
    for (const [name, count] of lenses) list.most('Camera', `lens ${name}`, count, [shot.code]);
  }
  // Rings as the fit counted them: so many at once.
  for (const ring of fit.rings) {
    const why = ringWhy(fit, ring.name, shots);
    if (why.length > 0) list.most('Camera', ring.name, ring.count, why);
  }
}

/** The shots whose lens a ring is for; an adapter says its own. */
const ringWhy = (fit: FitResult, name: string, shots: ReadonlyMap<string, Shot>): string[] =>
  fit.fittings.flatMap((f) =>
    f.lens && shots.has(f.shot.id) && name.startsWith(`step ring ${f.lens.threadMm} `) ? [f.shot.code] : [],
  );

function soundOf(list: NeedList, s: KitSources, rows: readonly DayRow[]): void {
  const scenes = new Map(rows.flatMap((r) => (r.scene ? [[r.scene.id, r.scene] as const] : [])));
  const isRecorded = rows.some((r) => r.shots.some((x) => x.sound && !x.dropped) || r.programme !== null);
  if (!isRecorded) return;
  const heard = s.soundSources.filter((x) => [...scenes.keys()].some((id) => isHeardIn(x, id)));
  for (const source of heard) {
    const own = s.soundRoutes.filter((r) => r.sourceId === source.id);
    list.most('Sound', source.microphone || `microphone for ${source.name}`, 1, [source.name]);
    const isOutside = [...scenes.values()].some((x) => !x.inside && isHeardIn(source, x.id));
    if (source.kind === 'boom' && isOutside) list.most('Sound', 'windshield for the boom', 1, [source.name]);
    for (const route of own) {
      const box = s.soundBoxes.find((b) => b.id === route.boxId);
      if (box && box.cameraId === null) list.most('Sound', box.name, 1, [source.name]);
      const link = s.links.find((l) => l.id === route.linkId);
      if (link && !link.wired) {
        list.most('Sound', `radio: ${link.name}`, 1, [source.name]);
        // One set in it, one for the afternoon.
        list.most('Sound', `set of batteries for ${link.name}`, 2, [source.name], { spent: true });
      }
    }
  }
}

/** Props and wardrobe of the scenes there, as each scene names them. */
function propsOf(list: NeedList, rows: readonly DayRow[]): void {
  const scenes = new Map(rows.flatMap((r) => (r.scene ? [[r.scene.id, r.scene] as const] : [])));
  for (const scene of scenes.values()) {
    const why = [scene.number ? `scene ${scene.number}` : scene.title];
    for (const what of listed(scene.props)) list.most('Props', what, 1, why);
    for (const what of listed(scene.wardrobe)) list.most('Props', `wardrobe: ${what}`, 1, why);
  }
}
const listed = (text: string): string[] =>
  text
    .split(/[,;\n]/)
    .map((t) => t.trim())
    .filter(Boolean);

/** Generators that lamps of the setups there hang on, and fuel for as long as they stand. */
function mainsOf(list: NeedList, circuits: readonly Circuit[], rows: readonly DayRow[]): void {
  for (const circuit of circuits) {
    if (circuit.kind !== 'generator') continue;
    const used = rows.filter((r) =>
      r.setup?.plan.items.some((i) => i.kind === 'source' && i.circuitId === circuit.id && !i.battery),
    );
    if (used.length === 0) continue;
    const codes = used.flatMap((r) => (r.setup ? [r.setup.code] : []));
    list.most('Power', `generator ${circuit.name}`, 1, codes);
    const hours = used.reduce((sum, r) => sum + Math.max(0, r.endMin - r.startMin), 0) * MINUTE_H;
    if (circuit.tankH !== null && circuit.tankH > 0)
      list.most(
        'Power',
        `tank of fuel for ${circuit.name}`,
        Math.ceil(hours / circuit.tankH),
        [`${hours.toFixed(1)}\u00a0h of light at full load`],
        { spent: true },
      );
  }
}

/** What keeps the time beside cameras and recorders themselves; the prompter of what is read. */
function clocksOf(list: NeedList, { clocks, prompts, plan, cameras }: KitSources): void {
  const isShot = plan.rows.some((r) => r.shots.some((x) => !x.dropped) || r.programme !== null);
  if (!isShot) return;
  for (const c of clocks)
    if (c.kind === 'box' || c.kind === 'slate' || c.kind === 'playback')
      list.most('Clocks', c.name, 1, [c.kind === 'playback' ? 'playback' : 'timecode']);
  if (cameras.length > 1 && !clocks.some((c) => c.kind === 'slate'))
    list.most('Clocks', 'slate or something to clap', 1, [`${cameras.length} cameras`]);
  const scenes = new Set(plan.rows.flatMap((r) => (r.scene ? [r.scene.id] : [])));
  const read = prompts.filter((p) => p.sceneId !== null && scenes.has(p.sceneId));
  if (read.length > 0)
    list.most(
      'Camera',
      'prompter',
      1,
      read.map((p) => p.title),
    );
}

/** What is used up or breaks without anybody planning it. */
function toolsOf(list: NeedList, { plan }: KitSources): void {
  const setups = [...new Set(plan.rows.flatMap((r) => (r.setup ? [r.setup.code] : [])))];
  const shots = plan.rows.flatMap((r) => r.shots.filter((x) => !x.dropped).map((x) => x.code));
  if (shots.length > 0) list.most('Tools', 'lens wipes, blower, cleaning cloths', 1, ['each lens']);
  if (shots.length + setups.length > 0) list.most('Tools', 'tape, pens, hex keys, knife', 1, ['always']);
  if (setups.length > 0) {
    list.most('Tools', 'work gloves', 2, setups);
    list.most('Tools', 'socket tester and tape for cables on the floor', 1, setups);
  }
}

/** Cable ends by connector and length: picture and power are laid where nothing is heard too. */
function cablesOf(list: NeedList, all: readonly Cable[], placeId: string): void {
  const cables = new Map<string, Cable[]>();
  for (const c of all) {
    if (c.placeId !== null && c.placeId !== placeId) continue;
    const what = [c.connector || `${c.kind} cable`, c.lengthM === null ? '' : `${c.lengthM}\u00a0m`]
      .filter(Boolean)
      .join(', ');
    cables.set(what, [...(cables.get(what) ?? []), c]);
  }
  for (const [what, own] of cables)
    list.most(
      'Cables',
      what,
      own.length,
      own.map((c) => c.label),
    );
}

function powerOf(list: NeedList, { plan, cameras, catalogue }: KitSources): void {
  const letters = new Map(cameras.map((c) => [c.id, c.letter]));
  for (const found of batteriesOf({ plan, cameras, catalogue })) {
    const letter = letters.get(found.id);
    if (letter === undefined || found.packsNeeded === 0) continue;
    // What is lost with a pack is the take that it runs: a quarter more, one at the least.
    const spare = Math.max(1, Math.ceil(found.packsNeeded * SPARE_SHARE));
    list.most('Power', `pack for camera ${letter}`, found.packsNeeded + spare, [
      `${Math.round(found.onMin)}\u00a0min on, ${spare} of them spare`,
    ]);
    list.most('Power', `charger for packs of camera ${letter}`, 1, [`camera ${letter}`]);
  }
}

function mediaOf(list: NeedList, { plan, cameras, policy }: KitSources): void {
  const bytes = bytesToCome(
    shotsLeft(plan, () => false),
    cameras,
  );
  for (const c of cameras) {
    const own = bytes.get(c.id);
    if (own !== undefined)
      list.most(
        'Media',
        `card for camera ${c.letter}`,
        Math.ceil((own * ASSUMED_PACE) / c.cardSizeBytes) + 1,
        [`the plan × ${ASSUMED_PACE}, and one spare`],
        { spent: true },
      );
  }
  if (bytes.size > 0) {
    list.most('Media', 'drive', policy.verifiedCopies, ['verified copies that the policy wants']);
    list.most('Media', 'card reader', 1, ['copies']);
  }
}

function peopleOf(list: NeedList, { plan, engagements }: KitSources): void {
  const heads = engagements.filter((e) => e.dayId === plan.day.id).length;
  if (heads === 0) return;
  const hours = Math.max(0, plan.wrapMin - plan.day.callMin) * MINUTE_H;
  const isHot = (plan.day.forecast?.highC ?? 0) >= HOT_C;
  const litres = Math.ceil(heads * hours * WATER_L * (isHot ? 2 : 1));
  list.most(
    'People',
    'drinking water',
    litres,
    [`${heads} people, ${hours.toFixed(1)}\u00a0h${isHot ? ', heat' : ''}`],
    { unit: 'l', spent: true },
  );
  list.most('People', 'meal', heads * plan.day.meals.length, [`${heads} people`], { spent: true });
  list.most('People', 'first-aid kit', 1, ['always']);
  const isOutside = plan.rows.some((r) => r.scene !== null && !r.scene.inside);
  if (isOutside) {
    list.most('People', 'weather covers for cameras and light', 1, outsideCodes(plan));
    const high = plan.day.forecast?.highC ?? null;
    if (high === null || high >= WARM_C)
      list.most('People', 'sun cream, hats, insect repellent', 1, [
        high === null ? 'outside, and nobody knows the weather yet' : `outside, ${Math.round(high)}\u00a0°C`,
      ]);
  }
  const scripts = new Set(plan.rows.flatMap((r) => (r.scene && r.scene.kind === 'shots' ? [r.scene.id] : [])));
  list.most('Paper', 'shot list and sides', Math.min(heads, MOST_SIDES), [`${formatCount(scripts.size, 'scene')}`], {
    spent: true,
  });
  list.most('Paper', 'call sheet', heads, [`${heads} people`], { spent: true });
}

const outsideCodes = (plan: DayPlan): string[] =>
  [...new Set(plan.rows.flatMap((r) => (r.scene && !r.scene.inside ? [r.scene.number] : [])))].filter(Boolean);

/** What is asked for at one place, with how much of it there: the rest can stay in the van. */
export const needsAt = (needs: readonly KitNeed[], placeId: string): KitNeed[] =>
  needs.flatMap((n) => {
    const here = n.places.find((p) => p.placeId === placeId);
    return here ? [{ ...n, count: here.count }] : [];
  });
