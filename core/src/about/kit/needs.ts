import { lettersOf, type Camera, type FitResult } from '../../rooms/camera/index.ts';
import type { KeepPolicy } from '../../rooms/copies/index.ts';
import type { Cable } from '../../rooms/cover/index.ts';
import { batteryDay } from '../../rooms/kit/index.ts';
import { setupNeeds, type Catalogue } from '../../rooms/light/index.ts';
import type { Engagement } from '../../rooms/people/index.ts';
import type { Room } from '../../rooms/places/index.ts';
import { isHeardIn, type SoundBox, type Link, type SoundRoute, type SoundSource } from '../../rooms/sound/index.ts';
import type { Shot } from '../../rooms/scenes/index.ts';
import type { DayPlan, DayRow } from '../../plan/day/index.ts';
import { bytesToCome, isOn, shotsLeft } from '../tonight/index.ts';

export const DEPARTMENTS = ['Light', 'Camera', 'Sound', 'Cables', 'Power', 'Media', 'People', 'Paper'] as const;
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
    list.take(here);
  }
  powerOf(list, s);
  mediaOf(list, s);
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

  most(department: Department, what: string, count: number, why: readonly string[], unit: KitNeed['unit'] = ''): void {
    if (count <= 0) return;
    const key = `${department}/${what}`;
    const known = this.needs.get(key);
    const need = known ?? { key, department, what, count: 0, unit, why: [], places: [] };
    need.count = Math.max(need.count, count);
    need.why = [...new Set([...need.why, ...why])];
    if (this.placeId !== null) need.places = [{ placeId: this.placeId, count: need.count }];
    this.needs.set(key, need);
  }

  take(other: NeedList): void {
    for (const need of other.needs.values()) {
      this.most(need.department, need.what, need.count, need.why, need.unit);
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
  for (const c of cameras) {
    const codes = [...shots.values()].filter((x) => lettersOf(x, cameras).includes(c.letter)).map((x) => x.code);
    if (codes.length > 0) list.most('Camera', `camera ${c.letter}: ${c.name}`, 1, codes);
  }
  for (const shot of shots.values()) {
    const kit = shot.support ? SUPPORT_KIT[shot.support] : undefined;
    if (kit) list.most('Camera', kit, lettersOf(shot, cameras).length || 1, [shot.code]);
    const lenses = new Map<string, number>();
    for (const f of fit.fittings.filter((x) => x.shot.id === shot.id)) {
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
      if (link && !link.wired) list.most('Sound', `radio: ${link.name}`, 1, [source.name]);
    }
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

function powerOf(list: NeedList, { plan, cameras }: KitSources): void {
  for (const c of cameras) {
    if (c.batteryMin === null) continue;
    const on = plan.rows
      .filter((r) => isOn(r, c.letter, cameras) && r.endMin > r.startMin)
      .map((r) => ({ fromMin: r.startMin, toMin: r.endMin, level: 1 }));
    const [found] = batteryDay({
      devices: [
        {
          id: c.letter,
          watts: null,
          packWh: null,
          packMin: c.batteryMin,
          packs: 0,
          swapMin: 1,
          charge: null,
          on: apart(on),
        },
      ],
      ...{ temperatureC: plan.day.forecast?.lowC ?? null, reserve: 0.1 },
    }).devices;
    if (!found || found.packsNeeded === 0) continue;
    // What is lost with a pack is the take that it runs: a quarter more, one at the least.
    const spare = Math.max(1, Math.ceil(found.packsNeeded * SPARE_SHARE));
    list.most('Power', `pack for camera ${c.letter}`, found.packsNeeded + spare, [
      `${Math.round(found.onMin)}\u00a0min on, ${spare} of them spare`,
    ]);
    list.most('Power', `charger for packs of camera ${c.letter}`, 1, [`camera ${c.letter}`]);
  }
}

/** Spans of two units that overlap are one: a camera is on or off. */
function apart(
  spans: readonly { fromMin: number; toMin: number; level: number }[],
): { fromMin: number; toMin: number; level: number }[] {
  const joined: { fromMin: number; toMin: number; level: number }[] = [];
  for (const span of [...spans].sort((a, b) => a.fromMin - b.fromMin)) {
    const last = joined.at(-1);
    if (last && span.fromMin <= last.toMin) last.toMin = Math.max(last.toMin, span.toMin);
    else joined.push({ ...span });
  }
  return joined;
}

function mediaOf(list: NeedList, { plan, cameras, policy }: KitSources): void {
  const bytes = bytesToCome(
    shotsLeft(plan, () => false),
    cameras,
  );
  for (const c of cameras) {
    const own = bytes.get(c.id);
    if (own !== undefined)
      list.most('Media', `card for camera ${c.letter}`, Math.ceil(own / c.cardSizeBytes) + 1, [
        'the plan, and one spare',
      ]);
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
    'l',
  );
  list.most('People', 'meal', heads * plan.day.meals.length, [`${heads} people`]);
  list.most('People', 'first-aid kit', 1, ['always']);
  const isOutside = plan.rows.some((r) => r.scene !== null && !r.scene.inside);
  if (isOutside) list.most('People', 'weather covers for cameras and light', 1, outsideCodes(plan));
  list.most('Paper', 'call sheet', heads, [`${heads} people`]);
}

const outsideCodes = (plan: DayPlan): string[] =>
  [...new Set(plan.rows.flatMap((r) => (r.scene && !r.scene.inside ? [r.scene.number] : [])))].filter(Boolean);

/** What is asked for at one place, with how much of it there: the rest can stay in the van. */
export const needsAt = (needs: readonly KitNeed[], placeId: string): KitNeed[] =>
  needs.flatMap((n) => {
    const here = n.places.find((p) => p.placeId === placeId);
    return here ? [{ ...n, count: here.count }] : [];
  });
