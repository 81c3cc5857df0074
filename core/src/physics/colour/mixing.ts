/** A place in the CIE 1931 diagram. */
export interface Chromaticity {
  x: number;
  y: number;
}

/**
 * Where a glowing body of `kelvin` lies, 1667 to 25,000 K (outside it is taken at the end). Source: cubic approximation of the Planckian locus
 * by Kim et al.
 */
export function kelvinToXy(kelvin: number): Chromaticity {
  const t = Math.min(25_000, Math.max(1667, kelvin));
  const [u, u2, u3] = [1e3 / t, 1e6 / t ** 2, 1e9 / t ** 3];
  const x =
    t <= 4000
      ? -0.2661239 * u3 - 0.234358 * u2 + 0.8776956 * u + 0.17991
      : -3.0258469 * u3 + 2.1070379 * u2 + 0.2226347 * u + 0.24039;
  const [x2, x3] = [x * x, x ** 3];
  const y =
    t <= 2222
      ? -1.1063814 * x3 - 1.3481102 * x2 + 2.18555832 * x - 0.20219683
      : t <= 4000
        ? -0.9549476 * x3 - 1.37418593 * x2 + 2.09137015 * x - 0.16748867
        : 3.081758 * x3 - 5.8733867 * x2 + 3.75112997 * x - 0.37001483;
  return { x, y };
}

/** CIE 1960, in which distances from the locus are measured. */
const uv = ({ x, y }: Chromaticity): [number, number] => [
  (4 * x) / (12 * y - 2 * x + 3),
  (6 * y) / (12 * y - 2 * x + 3),
];

const GOLDEN = (Math.sqrt(5) - 1) / 2;
const LOCUS_STEPS = 60;
const miredAt = (i: number) => 40 + ((1e6 / 1667 - 40) * i) / LOCUS_STEPS;
/** Glowing bodies evenly spread in mireds, in CIE 1960. */
const LOCUS = Array.from({ length: LOCUS_STEPS + 1 }, (_, i) => uv(kelvinToXy(1e6 / miredAt(i))));

/**
 * Correlated colour temperature: of the glowing body nearest in CIE 1960, K; 1667 to 25,000, outside it is the end. What lies on the line
 * comes back as it went in, to a tenth of a kelvin. Source: CIE 15; golden-section search over mireds, in which the line is even.
 */
export function xyToKelvin(at: Chromaticity): number {
  const [u, v] = uv(at);
  const away = (mired: number) => {
    const [a, b] = uv(kelvinToXy(1e6 / mired));
    return Math.hypot(u - a, v - b);
  };
  // The nearest of some evenly spread, then between its neighbours.
  let [best, least] = [0, Infinity];
  LOCUS.forEach(([a, b], i) => {
    const off = (u - a) ** 2 + (v - b) ** 2;
    if (off < least) [best, least] = [i, off];
  });
  let [low, high] = [miredAt(Math.max(0, best - 1)), miredAt(Math.min(LOCUS_STEPS, best + 1))];
  let [lower, upper] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)];
  let [offLower, offUpper] = [away(lower), away(upper)];
  // Down to where neighbours can no longer be told apart: far under a tenth of a kelvin.
  for (let i = 0; i < 50; i += 1) {
    if (offLower < offUpper) {
      [high, upper, offUpper] = [upper, lower, offLower];
      lower = high - GOLDEN * (high - low);
      offLower = away(lower);
    } else {
      [low, lower, offLower] = [lower, upper, offUpper];
      upper = low + GOLDEN * (high - low);
      offUpper = away(upper);
    }
  }
  return 2e6 / (low + high);
}

/**
 * Colour temperature of several whites falling on one place, by their lux; null in the dark. Added as light adds (X, Y and Z), not as
 * temperatures average.
 */
export function mixedKelvin(lights: readonly { lux: number; kelvin: number }[]): number | null {
  let [X, Y, Z] = [0, 0, 0];
  for (const { lux, kelvin } of lights) {
    if (lux <= 0) continue;
    const { x, y } = kelvinToXy(kelvin);
    X += (lux * x) / y;
    Y += lux;
    Z += (lux * (1 - x - y)) / y;
  }
  if (Y === 0) return null;
  const sum = X + Y + Z;
  return xyToKelvin({ x: X / sum, y: Y / sum });
}

/**
 * A screen’s colour for a colour temperature, as `#rrggbb`: the white of that temperature at full brightness, for drawing warm to cool. Source: sRGB
 * (IEC 61966-2-1).
 */
export function kelvinToHex(kelvin: number): string {
  const { x, y } = kelvinToXy(kelvin);
  const [X, Z] = [x / y, (1 - x - y) / y];
  const linear = [
    3.2406 * X - 1.5372 - 0.4986 * Z,
    -0.9689 * X + 1.8758 + 0.0415 * Z,
    0.0557 * X - 0.204 + 1.057 * Z,
  ].map((v) => Math.max(0, v));
  const most = Math.max(...linear);
  const byte = (v: number) => {
    const share = v / most;
    const coded = share <= 0.0031308 ? 12.92 * share : 1.055 * share ** (1 / 2.4) - 0.055;
    return Math.round(coded * 255)
      .toString(16)
      .padStart(2, '0');
  };
  return `#${linear.map(byte).join('')}`;
}
