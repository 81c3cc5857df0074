export * from './daylight.ts';
export { refractionDeg } from './position.ts';
import { DEPTHS, solarDay } from './instants.ts';
import { geometricSun, refractionDeg } from './position.ts';
import { minuteToMs, msToMinute } from '../../base/time/index.ts';

export interface SunPlace {
  date: string;
  timeZone: string;
  latitude: number;
  longitude: number;
}

/** Minutes since the day's local midnight; null where the sun does not do it that day. */
export interface SunTimes {
  dawnMin: number | null;
  riseMin: number | null;
  lowSunEndMin: number | null;
  lowSunStartMin: number | null;
  setMin: number | null;
  duskMin: number | null;
}

/** Sun altitude up to which light counts as low and warm, in degrees. */
export const LOW_SUN_DEG = 6;

/**
 * Rise, set, civil twilight and low-sun hours of a place on a date, in minutes since local midnight.
 * Source: Meeus' formulas, refraction included.
 */
export function sunTimes({ date, timeZone, latitude, longitude }: SunPlace): SunTimes {
  const day = solarDay(minuteToMs(date, timeZone, 720), { latitude, longitude });
  const minute = (ms: number | null) => (ms === null ? null : msToMinute(date, timeZone, ms));
  return {
    dawnMin: minute(day.climbing(DEPTHS.dawn)),
    riseMin: minute(day.climbing(DEPTHS.rise)),
    lowSunEndMin: minute(day.climbing(DEPTHS.lowSun)),
    lowSunStartMin: minute(day.sinking(DEPTHS.lowSun)),
    setMin: minute(day.sinking(DEPTHS.rise)),
    duskMin: minute(day.sinking(DEPTHS.dawn)),
  };
}

/** Apparent sun altitude and azimuth (degrees, north-based clockwise) at a minute of the day. */
export function sunPosition(place: SunPlace, minute: number): { altitudeDeg: number; azimuthDeg: number } {
  const at = geometricSun(minuteToMs(place.date, place.timeZone, minute), place);
  return { altitudeDeg: at.altitudeDeg + refractionDeg(at.altitudeDeg), azimuthDeg: at.azimuthDeg };
}

/** One step of the sky strip: how bright the sky is (0 night … 1 full day) and how warm its light (0 … 1). */
export interface SkyStep {
  minute: number;
  altitudeDeg: number;
  brightness: number;
  warmth: number;
}

/**
 * Sky brightness through a span of minutes, in equal steps, for drawing. Brightness rises linearly with sun
 * altitude from −18° (end of astronomical twilight) to 8°, warmth peaks at 1° and is gone at −5° and
 * `LOW_SUN_DEG` + 2°: a drawing aid, not a light reading.
 */
export function skyStrip(place: SunPlace, fromMin: number, toMin: number, steps: number): SkyStep[] {
  return Array.from({ length: steps + 1 }, (_, i) => {
    const minute = fromMin + ((toMin - fromMin) * i) / steps;
    const { altitudeDeg } = sunPosition(place, minute);
    const brightness = Math.min(1, Math.max(0, (altitudeDeg + 18) / 26));
    const distance = altitudeDeg < 1 ? (1 - altitudeDeg) / 6 : (altitudeDeg - 1) / (LOW_SUN_DEG + 1);
    return { minute, altitudeDeg, brightness, warmth: Math.max(0, 1 - distance) };
  });
}
