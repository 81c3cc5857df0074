import { illuminanceFor, shutterSeconds } from '../../physics/exposure/index.ts';
import type { Catalogue } from './library.ts';
import { lightAtDistance } from './falloff.ts';
import { lampOf, type Lamp } from './lamp.ts';
import { placeOf } from './space.ts';
import { distance } from '../../base/geometry/index.ts';
import type { FaceReading, Settings } from './reading.ts';
import type { LightPlan, SourceItem } from './plan.ts';

export interface Wanted {
  tStop: number | null;
  ratio: number | null;
}

export interface Advice {
  words: string;
}

export interface Solution {
  /** New levels of sources that must change. */
  levels: { id: string; level: number }[];
  /** What these levels give. */
  keyLux: number;
  shadowLux: number;
  ratio: number | null;
  /** Stops that the key side stays under (positive) or over (negative) what is wanted. */
  shortStops: number;
  met: boolean;
  advice: string[];
}

const THIRDS = [1, 1.25, 1.6, 2, 2.5, 3.2, 4, 5, 6.4, 8];
/** The EI of the usual third-stop row that is next at or above. */
export function nextEi(ei: number): number {
  for (let decade = 100; decade <= 1_000_000; decade *= 10)
    for (const step of THIRDS) if (step * decade >= ei * 0.999) return Math.round(step * decade);
  return Math.round(ei);
}

/** Met when within this of the wanted, stops. */
export const NEAR_STOPS = 0.1;
const near = (a: number, b: number) => Math.abs(Math.log2(a / b)) <= NEAR_STOPS;

/**
 * Levels of key and fill that give a wanted stop, ratio, or both, at one face: the light is linear in the levels, so two sums
 * with two unknowns. Key are sources whose role is key, fill those whose role is fill (else, any lamp that adds more to the shadow
 * side than to the key side). Levels stay in the lamps' range; what then is missing comes back in stops and words.
 */
export function solveLevels(
  plan: LightPlan,
  reading: FaceReading,
  wanted: Wanted,
  settings: Settings,
  catalogue: Catalogue,
): Solution {
  const sources = new Map(plan.items.filter((i): i is SourceItem => i.kind === 'source' && i.on).map((i) => [i.id, i]));
  const of = (role: SourceItem['role']) => reading.parts.filter((p) => sources.get(p.id)?.role === role);
  const keys = of('key');
  const fills =
    of('fill').length > 0
      ? of('fill')
      : reading.parts.filter((p) => sources.has(p.id) && !keys.includes(p) && p.shadowLux > p.keyLux);
  const sum = (list: readonly { keyLux: number; shadowLux: number }[], side: 'keyLux' | 'shadowLux') =>
    list.reduce((all, p) => all + p[side], 0);
  const [kK, sK, kF, sF] = [sum(keys, 'keyLux'), sum(keys, 'shadowLux'), sum(fills, 'keyLux'), sum(fills, 'shadowLux')];
  const [k0, s0] = [reading.keyLux - kK - kF, reading.shadowLux - sK - sF];
  const wantKey =
    wanted.tStop === null
      ? null
      : illuminanceFor(wanted.tStop, settings.ei, shutterSeconds(settings.shutterDeg, settings.fps));

  let [a, b] = [1, 1];
  if (wantKey !== null && wanted.ratio !== null && fills.length > 0) {
    const wantShadow = wantKey / wanted.ratio;
    const det = kK * sF - kF * sK;
    if (Math.abs(det) > 1e-9) {
      a = ((wantKey - k0) * sF - (wantShadow - s0) * kF) / det;
      b = ((wantShadow - s0) * kK - (wantKey - k0) * sK) / det;
    }
  } else if (wantKey !== null && kK > 0) {
    a = (wantKey - k0 - kF) / kK;
  } else if (wanted.ratio !== null && wantKey === null && fills.length > 0) {
    // k0 + kK + b·kF = r · (s0 + sK + b·sF)
    const per = wanted.ratio * sF - kF;
    if (Math.abs(per) > 1e-9) b = (k0 + kK - wanted.ratio * (s0 + sK)) / per;
  }

  const held = (group: typeof keys, factor: number) => {
    // One factor for the whole group, as far as its strongest and weakest lamp allow.
    let [least, most] = [0, Infinity];
    for (const p of group) {
      const item = sources.get(p.id) as SourceItem;
      const lamp = lampOf(item, catalogue);
      most = Math.min(most, 1 / item.level);
      least = Math.max(least, Math.min(1, (lamp?.fixture.leastLevel ?? 0) / item.level));
    }
    return group.length === 0 ? 1 : Math.min(most, Math.max(least, factor));
  };
  const [ra, rb] = [held(keys, a), held(fills, b)];
  const keyLux = k0 + ra * kK + rb * kF;
  const shadowLux = s0 + ra * sK + rb * sF;
  const ratio = shadowLux > 0 ? keyLux / shadowLux : null;
  const shortStops = wantKey === null || keyLux <= 0 ? 0 : Math.log2(wantKey / keyLux);
  const levels = [
    ...keys.map((p) => ({ id: p.id, level: (sources.get(p.id) as SourceItem).level * ra })),
    ...fills.map((p) => ({ id: p.id, level: (sources.get(p.id) as SourceItem).level * rb })),
  ]
    .map(({ id, level }) => ({ id, level: Math.round(Math.min(1, level) * 1000) / 1000 }))
    .filter(({ id, level }) => Math.abs(level - (sources.get(id) as SourceItem).level) > 0.0005);
  /** Whether light of no lamp reaches the shadow side: the place’s own, daylight, the sun. */
  const ownLight = reading.parts.some((p) => !plan.items.some((i) => i.id === p.id) && p.shadowLux > 0);
  const stopMet = wantKey === null || (keyLux > 0 && near(keyLux, wantKey));
  const ratioMet = wanted.ratio === null || (ratio !== null && near(ratio, wanted.ratio));
  return {
    levels,
    keyLux,
    shadowLux,
    ratio,
    shortStops: stopMet ? 0 : shortStops,
    met: stopMet && ratioMet,
    advice: [
      ...(keys.length === 0 && wantKey !== null ? ['No lamp on the plan has the role key: say which one it is.'] : []),
      ...(stopMet
        ? []
        : stopAdvice(
            plan,
            keys.map((p) => sources.get(p.id) as SourceItem),
            reading,
            shortStops,
            {
              settings,
              catalogue,
            },
          )),
      ...(ratioMet || ratio === null || wanted.ratio === null
        ? []
        : ratioAdvice(ratio, wanted.ratio, fills.length > 0, ownLight)),
    ],
  };
}

const stops = (n: number) => `${Math.abs(n).toFixed(1)}\u00a0stops`;

function stopAdvice(
  plan: LightPlan,
  keys: readonly SourceItem[],
  reading: FaceReading,
  short: number,
  { settings, catalogue }: { settings: Settings; catalogue: Catalogue },
): string[] {
  if (short < 0)
    return [
      `Too strong by ${stops(short)} even at the lowest level: further away, a gel, or neutral density on the lens.`,
    ];
  const ways: string[] = [];
  const face = plan.items.find((i) => i.id === reading.id);
  const [key] = keys;
  if (key && face) {
    const far = distance(placeOf(key), placeOf(face));
    const lamp = lampOf(key, catalogue);
    const frame = plan.items.find((i) => i.kind === 'frame');
    const nearM = lamp && nearerM(lamp, far, short);
    // What goes through a cloth follows no law of the lamp’s own.
    if (frame) ways.push('nearer');
    else if (nearM) ways.push(`nearer (${nearM.toFixed(1)}\u00a0m in place of ${far.toFixed(1)})`);
    if (lamp && lamp.modifierStops > 0.2)
      ways.push(
        `without ${lamp.words.split(', ').slice(1).join(' and ')} (up to ${stops(lamp.modifierStops)} more, and harder)`,
      );
    if (frame) ways.push('thinner cloth in the frame');
  }
  ways.push(`EI\u00a0${nextEi(settings.ei * 2 ** short)}`);
  return [
    `Too weak by ${stops(short)}: ${ways.slice(0, -1).join(', ')}${ways.length > 1 ? ', or ' : ''}${ways.at(-1)}.`,
  ];
}

/** No lamp is put nearer to a face than this. */
const NEAREST_M = 0.3;

/** Where on its axis a lamp gives so many stops more than at `farM`, by its size and not by the inverse square; null where it is nowhere that bright. */
function nearerM(lamp: Lamp, farM: number, stopsMore: number): number | null {
  const luxAt = (m: number) => lightAtDistance(lamp.emitter, lamp.luxAt1m, 1, m);
  const wantedLux = luxAt(farM) * 2 ** stopsMore;
  if (luxAt(NEAREST_M) < wantedLux) return null;
  let [near, far] = [NEAREST_M, farM];
  while (far - near > 1e-3) {
    const middle = (near + far) / 2;
    if (luxAt(middle) < wantedLux) far = middle;
    else near = middle;
  }
  return near;
}

function ratioAdvice(ratio: number, wanted: number, hasFill: boolean, spills: boolean): string[] {
  const said = `${ratio.toFixed(1)}\u00a0:\u00a01`;
  if (ratio < wanted)
    return [
      `The shadow side gets too much (${said}): a black flag near it${spills ? ', less of the room’s own light' : ''}, or the key further round.`,
    ];
  return [
    hasFill
      ? `The fill does not reach (${said}): nearer, or less diffusion on it.`
      : `There is no fill (${said}): a bounce or a second lamp opposite the key.`,
  ];
}
