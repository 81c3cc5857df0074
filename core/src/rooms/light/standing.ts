import { windLoad } from '../../physics/rigging/index.ts';
import { entryOf } from './library.ts';
import type { Surroundings } from './finding.ts';
import { lampOf } from './lamp.ts';
import type { RaisedItem } from './plan.ts';

/** Kilograms of a flag, frame or board: cloth and tubes by area, and a grip. */
const CLOTH_KG_PER_M2 = 1.5;
const GRIP_KG = 1;
/** Doors, fans and people passing move the air indoors by about this, m/s. */
export const INDOOR_GUST_MPS = 2;
/** More ballast than this at one stand is no ballast but a sign to take it down, kg. */
export const MOST_BALLAST_KG = 40;
/** A person with a sandbag of this. */
export const SANDBAG_KG = 11;
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
  const wind = windLoad({
    areaM2: body.areaM2,
    heightM: Math.max(0.3, item.zM),
    windMps: gustMps,
    massKg: body.massKg + stand.massKg + item.ballastKg,
    baseRadiusM: stand.baseRadiusM,
  });
  return { limitMps: wind.limitMps, gustMps, moreKg: wind.ballastKg, zoneM: body.topM };
}
