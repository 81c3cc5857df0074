const RAD = Math.PI / 180;
const DAY_MS = 86_400_000;
const J2000_MS = Date.UTC(2000, 0, 1, 12);

/** A place on the ground, degrees; east and north count up. */
export interface Ground {
  latitude: number;
  longitude: number;
}

/**
 * Dynamical less universal time, seconds. Polynomials after Espenak & Meeus (2006) for 1600 to 2150; beyond them the long-term parabola of
 * Morrison & Stephenson. Good to a few seconds since 1700, and half a minute moves the sun by a fiftieth of its width.
 */
function deltaTSeconds(year: number): number {
  const poly = (t: number, ...c: number[]) => c.reduceRight((sum, k) => sum * t + k, 0);
  if (year < 1600 || year > 2150) return poly((year - 1820) / 100, -20, 0, 32);
  if (year < 1700) return poly(year - 1600, 120, -0.9808, -0.01532, 1 / 7129);
  if (year < 1800) return poly(year - 1700, 8.83, 0.1603, -0.0059285, 0.00013336, -1 / 1_174_000);
  if (year < 1860)
    return poly(
      year - 1800,
      13.72,
      -0.332447,
      0.0068612,
      0.0041116,
      -0.00037436,
      0.0000121272,
      -0.0000001699,
      0.000000000875,
    );
  if (year < 1900) return poly(year - 1860, 7.62, 0.5737, -0.251754, 0.01680668, -0.0004473624, 1 / 233_174);
  if (year < 1920) return poly(year - 1900, -2.79, 1.494119, -0.0598939, 0.0061966, -0.000197);
  if (year < 1941) return poly(year - 1920, 21.2, 0.84493, -0.0761, 0.0020936);
  if (year < 1961) return poly(year - 1950, 29.07, 0.407, -1 / 233, 1 / 2547);
  if (year < 1986) return poly(year - 1975, 45.45, 1.067, -1 / 260, -1 / 718);
  if (year < 2005) return poly(year - 2000, 63.86, 0.3345, -0.060374, 0.0017275, 0.000651814, 0.00002373599);
  if (year < 2050) return poly(year - 2000, 62.92, 0.32217, 0.005589);
  return poly((year - 1820) / 100, -20, 0, 32) - 0.5628 * (2150 - year);
}

/** The sun’s hour angle and declination, radians. Source: Meeus, Astronomical Algorithms, chapters 12, 22 and 25 (0.01°). */
function hourAngle(ms: number, longitude: number): { hour: number; declination: number } {
  const days = (ms - J2000_MS) / DAY_MS;
  const t = (days + deltaTSeconds(2000 + days / 365.2425) / 86_400) / 36_525;
  const meanLongitude = 280.46646 + t * (36_000.76983 + t * 0.0003032);
  const anomaly = RAD * (357.52911 + t * (35_999.05029 - t * 0.0001537));
  const centre =
    (1.914602 - t * (0.004817 + t * 0.000014)) * Math.sin(anomaly) +
    (0.019993 - 0.000101 * t) * Math.sin(2 * anomaly) +
    0.000289 * Math.sin(3 * anomaly);
  const node = RAD * (125.04 - 1934.136 * t);
  const apparent = RAD * (meanLongitude + centre - 0.00569 - 0.00478 * Math.sin(node));
  const tilt = RAD * (23.439291 - t * (0.0130042 + t * (0.00000016 - t * 0.000000504)) + 0.00256 * Math.cos(node));
  const ascension = Math.atan2(Math.cos(tilt) * Math.sin(apparent), Math.cos(apparent));
  const sidereal = RAD * (280.46061837 + 360.98564736629 * days + longitude);
  return { hour: sidereal - ascension, declination: Math.asin(Math.sin(tilt) * Math.sin(apparent)) };
}

/** The instant nearest to `nearMs` at which the sun stands on the meridian: its noon. */
export function transitMs(nearMs: number, { longitude }: Ground): number {
  let ms = nearMs;
  for (let i = 0; i < 4; i += 1) {
    const { hour } = hourAngle(ms, longitude);
    ms -= (hour / (2 * Math.PI) - Math.round(hour / (2 * Math.PI))) * DAY_MS;
  }
  return ms;
}

/** Where the middle of the sun’s disc stands without air, degrees: above the level horizon, and north-based clockwise. */
export function geometricSun(ms: number, { latitude, longitude }: Ground): { altitudeDeg: number; azimuthDeg: number } {
  const { hour, declination } = hourAngle(ms, longitude);
  const phi = RAD * latitude;
  const altitude = Math.asin(
    Math.sin(phi) * Math.sin(declination) + Math.cos(phi) * Math.cos(declination) * Math.cos(hour),
  );
  const azimuth = Math.atan2(Math.sin(hour), Math.cos(hour) * Math.sin(phi) - Math.tan(declination) * Math.cos(phi));
  return { altitudeDeg: altitude / RAD, azimuthDeg: (((azimuth / RAD + 180) % 360) + 360) % 360 };
}

/**
 * How much air lifts the sun, degrees, at a geometric altitude. Source: Sæmundsson (Meeus 16.4) above the horizon; below −0.575° the lift
 * that NOAA uses, which dies away with depth: there is no more than that to bend.
 */
export function refractionDeg(altitudeDeg: number): number {
  if (altitudeDeg < -0.575) return -20.774 / Math.tan(RAD * altitudeDeg) / 3600;
  return 1.02 / Math.tan(RAD * (altitudeDeg + 10.3 / (altitudeDeg + 5.11))) / 60;
}
