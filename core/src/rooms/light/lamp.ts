import { beamShare, lightAtDistance, type Emitter } from './falloff.ts';
import { entryOf, measuredKey, type Catalogue, type Fixture } from './library.ts';
import type { SourceItem } from './plan.ts';

/** A lamp with what is put on it, at full level. */
export interface Lamp {
  fixture: Fixture;
  fixtureName: string;
  /** Bare name with modifiers and gels, as one says it. */
  words: string;
  luxAt1m: number;
  beamDeg: number;
  emitter: Emitter;
  /** Widest half of the face, m. */
  halfM: number;
  massKg: number;
  colourK: number;
  /** Share that its gels let through. */
  gelShare: number;
  /** Its light leaves through cloth or dome: gains when taken off, in stops. */
  modifierStops: number;
  /** How far it is off its figures by one’s own meter, in stops; null: nobody has measured it like this. */
  measuredStops: number | null;
}

/**
 * What a source of the plan gives: the lamp's figures with modifiers (transmission; the last one that says so sets face and beam) and gels
 * (transmission; colour moved by mired). Null when its lamp is not in the catalogue.
 */
export function lampOf(item: SourceItem, catalogue: Catalogue): Lamp | null {
  const entry = entryOf(catalogue, item.fixtureKey, 'fixture');
  if (!entry) return null;
  const fixture = entry.data;
  let { beamDeg, widthM, heightM, massKg } = fixture;
  let modifierShare = 1;
  const names = [entry.name];
  for (const key of item.modifierKeys) {
    const m = entryOf(catalogue, key, 'modifier');
    if (!m) continue;
    names.push(m.name);
    modifierShare *= m.data.transmission;
    massKg += m.data.massKg;
    beamDeg = m.data.beamDeg ?? beamDeg;
    if (m.data.widthM !== null) [widthM, heightM] = [m.data.widthM, m.data.heightM ?? 0];
  }
  const ownK = Math.min(fixture.highK, Math.max(fixture.lowK, item.colourK ?? fixture.highK));
  let mired = 1e6 / ownK;
  let gelShare = 1;
  for (const key of item.gelKeys) {
    const g = entryOf(catalogue, key, 'gel');
    if (!g) continue;
    names.push(g.name);
    gelShare *= g.data.transmission;
    mired += g.data.shiftMired;
  }
  const measured = entryOf(catalogue, measuredKey(item.fixtureKey, item.modifierKeys), 'measured');
  const measuredStops = measured?.data.stops ?? null;
  return {
    fixture,
    fixtureName: entry.name,
    words: names.join(', '),
    luxAt1m: fixture.luxAt1m * modifierShare * gelShare * 2 ** (measuredStops ?? 0),
    beamDeg,
    emitter: heightM > 0 ? { widthM, heightM } : { radiusM: widthM / 2 },
    halfM: Math.max(widthM, heightM) / 2,
    massKg,
    colourK: 1e6 / Math.max(40, mired),
    gelShare,
    modifierStops: -Math.log2(modifierShare),
    measuredStops,
  };
}

/** Light on axis and off, at full level, on a surface that looks at the lamp, lux. */
export function lampAt(lamp: Lamp, distanceM: number, offAxisDeg: number): number {
  const onAxis = lightAtDistance(lamp.emitter, lamp.luxAt1m, 1, Math.max(0.05, distanceM));
  return onAxis * spread(lamp.beamDeg, offAxisDeg);
}

/** Beams from here on are no beams: evenly round (a ball, a bulb), or over half of all directions. */
const ALL_ROUND_DEG = 300;
export const HALF_ROUND_DEG = 170;

/** Share of the light on axis that goes `offAxisDeg` aside; wide ones have no beam to fall off. */
export function spread(beamDeg: number, offAxisDeg: number): number {
  if (beamDeg >= ALL_ROUND_DEG) return 1;
  if (beamDeg >= HALF_ROUND_DEG) return offAxisDeg < 90 ? 1 : 0;
  return beamShare(beamDeg, offAxisDeg);
}

/** All the light a lamp gives at full level, lumens: its light at 1 m over all directions, far-field. */
export function lampLumens(lamp: Lamp): number {
  const far = farCandela(lamp);
  if (lamp.beamDeg >= ALL_ROUND_DEG) return 4 * Math.PI * far;
  if (lamp.beamDeg >= HALF_ROUND_DEG) return 2 * Math.PI * far;
  const m = Math.log(0.5) / Math.log(Math.cos((lamp.beamDeg * Math.PI) / 360));
  return (2 * Math.PI * far) / (m + 1);
}

/** Intensity on axis from far away, candela. */
export function farCandela(lamp: Lamp): number {
  const FAR_M = 1000;
  return lightAtDistance(lamp.emitter, lamp.luxAt1m, 1, FAR_M) * FAR_M ** 2;
}
