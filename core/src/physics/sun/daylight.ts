export const SKIES = ['clear', 'partly', 'overcast'] as const;
export type Sky = (typeof SKIES)[number];

export interface Daylight {
  /** Light of the sun on a surface square to it, lux. */
  sunLux: number;
  /** Light of the sky alone on level ground, lux. */
  skyLux: number;
  sunK: number;
  skyK: number;
}

/** a, c: sun = 127.5 klx · e^(−c / sin h). A, B, C: sky = A + B · sin^C h, klx. */
const MODEL: Readonly<Record<Sky, { c: number | null; base: number; gain: number; power: number; skyK: number }>> = {
  clear: { c: 0.21, base: 0.8, gain: 15.5, power: 0.5, skyK: 9000 },
  partly: { c: 0.8, base: 0.3, gain: 45, power: 1, skyK: 7000 },
  overcast: { c: null, base: 0.3, gain: 21, power: 1, skyK: 6500 },
};

/** Colour of the sun by its height, degrees → K; rough, straight between. */
const SUN_COLOUR: readonly (readonly [number, number])[] = [
  [0, 2000],
  [2, 2600],
  [6, 3400],
  [12, 4200],
  [25, 5000],
  [45, 5500],
];

function between(table: readonly (readonly [number, number])[], x: number): number {
  const above = table.findIndex(([at]) => at >= x);
  if (above === 0) return table[0]?.[1] ?? 0;
  if (above < 0) return table.at(-1)?.[1] ?? 0;
  const [[x0, y0], [x1, y1]] = [
    table[above - 1] as readonly [number, number],
    table[above] as readonly [number, number],
  ];
  return y0 + ((y1 - y0) * (x - x0)) / (x1 - x0);
}

/**
 * Typical light of sun and sky for a height of the sun in degrees. Below the horizon there is no sun, and what the sky still gives falls
 * by half a decade for every 2°. Good to about a stop: a reading on the spot wins.
 * Source: daylight availability formulas of the illuminating engineers (IES), clear, partly cloudy and cloudy sky.
 */
export function daylight(altitudeDeg: number, sky: Sky): Daylight {
  const m = MODEL[sky];
  const sin = Math.sin((Math.max(0, altitudeDeg) * Math.PI) / 180);
  const skyLux = (m.base + m.gain * sin ** m.power) * 1000 * (altitudeDeg < 0 ? 10 ** (altitudeDeg / 4) : 1);
  const sunLux = m.c === null || sin <= 0 ? 0 : 127_500 * Math.exp(-m.c / sin);
  return { sunLux, skyLux, sunK: between(SUN_COLOUR, altitudeDeg), skyK: m.skyK };
}
