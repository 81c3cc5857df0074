import { apart } from '../../base/geometry/index.ts';
import { windLoad } from '../../physics/rigging/index.ts';
import { entriesOf, entryOf } from './library.ts';
import { capital, listed, metresText, nameOf, type Finding, type Surroundings } from './finding.ts';
import { lampOf } from './lamp.ts';
import { isRaised, type RaisedItem } from './plan.ts';

/** Kilograms of a flag, frame or board: cloth and tubes by area, and a grip. */
const CLOTH_KG_PER_M2 = 1.5;
const GRIP_KG = 1;
/** Doors, fans and people passing move the air indoors by about this, m/s. */
export const INDOOR_GUST_MPS = 2;
/** More ballast than this at one stand is no ballast but a sign to take it down, kg. */
export const MOST_BALLAST_KG = 40;
/** A person with a sandbag of this. */
export const SANDBAG_KG = 11;
/** Raised things at least so large or so heavy get a fall zone. */
const ZONE_M2 = 1;
const ZONE_KG = 9;

export interface RaisedBody {
  massKg: number;
  areaM2: number;
  topM: number;
}

/** Weight without stand, area that the wind meets, and height of the highest part of something raised. */
export function raisedBody(item: RaisedItem, s: Pick<Surroundings, 'catalogue'>): RaisedBody {
  if (item.kind === 'source') {
    const lamp = lampOf(item, s.catalogue);
    const half = lamp?.halfM ?? 0.1;
    const e = lamp?.emitter;
    const area = e && 'widthM' in e ? e.widthM * e.heightM : Math.PI * half * half;
    return { massKg: lamp?.massKg ?? 0, areaM2: Math.max(0.09, area), topM: item.zM + half };
  }
  const areaM2 = item.widthM * item.heightM;
  return {
    massKg: areaM2 * CLOTH_KG_PER_M2 + GRIP_KG,
    areaM2,
    topM: item.zM + (item.heightM / 2) * Math.cos((item.tiltDeg * Math.PI) / 180),
  };
}

export interface Stability {
  limitMps: number;
  gustMps: number;
  /** Ballast to add, kg. */
  moreKg: number;
  zoneM: number;
}

/** How something on a stand meets the wind; null without a stand. */
export function stability(item: RaisedItem, s: Surroundings): Stability | null {
  const stand = entryOf(s.catalogue, item.standKey, 'stand')?.data;
  if (!stand) return null;
  const body = raisedBody(item, s);
  const outside = s.room?.outside ?? false;
  const gustMps = outside ? (s.gustMps ?? 0) : INDOOR_GUST_MPS;
  const wind = windLoad(
    body.areaM2,
    Math.max(0.3, item.zM),
    gustMps,
    body.massKg + stand.massKg + item.ballastKg,
    stand.baseRadiusM,
  );
  return { limitMps: wind.limitMps, gustMps, moreKg: wind.ballastKg, zoneM: body.topM };
}

const mps = (v: number) => `${v.toFixed(1)}\u00a0m/s`;
const kg = (v: number) => `${Math.ceil(v)}\u00a0kg`;

/** Stands too short or overloaded, wind and ballast, fall zones with somebody in them. */
export function standingFindings(s: Surroundings): Finding[] {
  const found: Finding[] = [];
  const add = (
    item: RaisedItem,
    key: string,
    level: Finding['level'],
    words: string,
    mend: string,
    fix: Finding['fix'] = null,
    others: string[] = [],
  ) => found.push({ key: `${key}:${item.id}`, level, itemIds: [item.id, ...others], words, mend, fix });
  const stands = entriesOf(s.catalogue, 'stand').sort(
    (a, b) => a.data.topM - b.data.topM || a.data.massKg - b.data.massKg,
  );
  for (const item of s.plan.items) {
    if (!isRaised(item)) continue;
    const name = nameOf(item);
    const body = raisedBody(item, s);
    if (item.zM > (s.room && !s.room.outside ? s.room.heightM : Infinity))
      add(
        item,
        'ceiling',
        'look',
        `${capital(name)} hangs at ${metresText(item.zM)}; the ceiling is at ${metresText(s.room?.heightM ?? 0)}.`,
        'Lower it.',
        {
          label: 'Lower it',
          id: item.id,
          values: { zM: Math.round(((s.room?.heightM ?? 3) - 0.3) * 10) / 10 },
        },
      );
    const stand = entryOf(s.catalogue, item.standKey, 'stand');
    if (!stand) {
      const practical = item.kind === 'source' && (item.role === 'practical' || body.massKg < 1.5);
      if (!practical && item.zM > 0.4)
        add(
          item,
          'stand',
          'look',
          `Nothing is said to hold ${name} at ${metresText(item.zM)}.`,
          'Choose a stand, or say in the notes how it is rigged.',
          bestStand(),
        );
      continue;
    }
    function bestStand(): Finding['fix'] {
      const best = stands.find((x) => x.data.topM >= item.zM && x.data.loadKg >= body.massKg);
      return best ? { label: `Take the ${best.name}`, id: item.id, values: { standKey: best.key } } : null;
    }
    if (item.zM > stand.data.topM + 0.01)
      add(
        item,
        'short',
        'look',
        `The ${stand.name} reaches ${metresText(stand.data.topM)}; ${name} is wanted at ${metresText(item.zM)}.`,
        'A taller stand, or lower.',
        bestStand() ?? {
          label: `Lower to ${metresText(stand.data.topM)}`,
          id: item.id,
          values: { zM: stand.data.topM },
        },
      );
    if (body.massKg > stand.data.loadKg)
      add(
        item,
        'load',
        'danger',
        `${capital(name)} weighs ${body.massKg.toFixed(1)}\u00a0kg; the ${stand.name} carries ${stand.data.loadKg}\u00a0kg.`,
        'A stronger stand.',
        bestStand(),
      );
    const wind = stability(item, s);
    const outside = s.room?.outside ?? false;
    if (wind && outside && s.gustMps === null && item.kind !== 'source')
      add(
        item,
        'wind',
        'look',
        `Nobody has said what gusts to expect; ${name} stands to ${mps(wind.limitMps)}.`,
        'Set the gust of the plan or the day. Forecast means hide gusts.',
      );
    else if (wind && wind.moreKg > 0) {
      const down = wind.moreKg > MOST_BALLAST_KG;
      add(
        item,
        'wind',
        outside ? 'danger' : 'look',
        `${capital(name)} stands to ${mps(wind.limitMps)}; gusts of ${mps(wind.gustMps)} are expected.`,
        down
          ? `It would take ${kg(wind.moreKg)} more at the foot: take it down. A person may steady it, never be the ballast.`
          : `${kg(wind.moreKg)} more at the foot${item.ballastKg > 0 ? ` (${kg(item.ballastKg)} set)` : ''}.`,
        down
          ? null
          : {
              label: `Set ${kg(item.ballastKg + wind.moreKg)}`,
              id: item.id,
              values: { ballastKg: Math.ceil(item.ballastKg + wind.moreKg) },
            },
      );
    }
    if (item.kind !== 'source' && Math.max(item.widthM, item.heightM) > 1.5)
      add(
        item,
        'large',
        'note',
        `${capital(name)} is over 1.5\u00a0m: at least two stands, guyed.`,
        'By somebody competent.',
      );
    const zone = outside || body.areaM2 >= ZONE_M2 || body.massKg >= ZONE_KG;
    if (zone && item.watcherId === null && item.zM > 1) {
      const inside = s.plan.items.filter(
        (i) =>
          (i.kind === 'person' || i.kind === 'camera') &&
          apart({ x: i.xM, y: i.yM }, { x: item.xM, y: item.yM }) <= body.topM,
      );
      if (inside.length > 0)
        add(
          item,
          'zone',
          'look',
          `${capital(listed(inside.map(nameOf)))} stand${inside.length === 1 ? 's' : ''} where ${name} could fall (${metresText(body.topM)} around).`,
          'Name who watches it, or move them apart.',
          null,
          inside.map((i) => i.id),
        );
    }
  }
  return found;
}
