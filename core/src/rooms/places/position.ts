import { InputError } from '../../base/errors/index.ts';

/** A latitude or longitude in degrees, and maybe minutes and seconds. */
const DEGREES = String.raw`([+\-−]?\d{1,3}(?:[.,]\d+)?)\s*°?\s*(?:(\d{1,2}(?:[.,]\d+)?)\s*['′’]\s*)?(?:(\d{1,2}(?:[.,]\d+)?)\s*(?:"|″|”|''|′′)\s*)?`;
const LETTER = '[NSEWO]';
const BETWEEN = String.raw`\s*[,;/\s]?\s*`;
/** The letter of the compass before each, after each, or nowhere. */
const BEFORE = new RegExp(`^\\s*(${LETTER})\\s*${DEGREES}${BETWEEN}(${LETTER})\\s*${DEGREES}\\s*$`, 'i');
const AFTER = new RegExp(`^\\s*${DEGREES}\\s*(${LETTER})${BETWEEN}${DEGREES}\\s*(${LETTER})\\s*$`, 'i');
const BARE = new RegExp(`^\\s*${DEGREES}\\s*[,;/\\s]\\s*${DEGREES}\\s*$`, 'i');
/** How map links and `geo:` addresses hold a pair. */
const LINKS = [
  /geo:(-?\d+\.?\d*),(-?\d+\.?\d*)/i,
  /@(-?\d+\.\d+),(-?\d+\.\d+)/,
  /[?&](?:q|ll|query|center|daddr|destination)=(-?\d+\.?\d*)(?:,|%2C)\s*(-?\d+\.?\d*)/i,
  /mlat=(-?\d+\.?\d*)&mlon=(-?\d+\.?\d*)/i,
  /#map=\d+\/(-?\d+\.?\d*)\/(-?\d+\.?\d*)/i,
];

const number = (text: string | undefined) => (text ? Number(text.replace(',', '.').replace('−', '-')) : 0);

/**
 * A position out of a pair as people have it: `47.81, 13.03`, `47,81; 13,03`, `47°48′36″N 13°1′48″E`, `N 47° 48.6' E 13° 1.8'`, a `geo:` address
 * or a map’s link. North and east are positive. Throws `InputError` in words.
 */
export function parsePosition(text: string): { latitude: number; longitude: number } {
  for (const link of LINKS) {
    const found = link.exec(text);
    if (found) return checked(number(found[1]), number(found[2]), text);
  }
  // A decimal comma is told from the comma between by what stands around it.
  const plain = text
    .trim()
    .replace(/(\d),(\d+)\s*[;/]\s*/, '$1.$2; ')
    .replace(/(\d),(\d+)$/, (m, a: string, b: string) => (/[.;]/.test(text) ? `${a}.${b}` : m));
  const before = BEFORE.exec(plain);
  const after = AFTER.exec(plain);
  const bare = BARE.exec(plain);
  const parts = before
    ? [before.slice(1, 5), before.slice(5, 9)]
    : after
      ? [
          [after[4], ...after.slice(1, 4)],
          [after[8], ...after.slice(5, 8)],
        ]
      : bare
        ? [
            ['', ...bare.slice(1, 4)],
            ['', ...bare.slice(4, 7)],
          ]
        : null;
  if (!parts) throw unread(text);
  const [a, b] = parts.map(angleOf) as [Angle, Angle];
  const swapped = /[EWO]/.test(a.letter) || /[NS]/.test(b.letter);
  return swapped ? checked(b.deg, a.deg, text) : checked(a.deg, b.deg, text);
}

interface Angle {
  deg: number;
  letter: string;
}
function angleOf([compass, degrees, minutes, seconds]: (string | undefined)[]): Angle {
  const letter = (compass ?? '').toUpperCase();
  const whole = number(degrees);
  const size = Math.abs(whole) + number(minutes) / 60 + number(seconds) / 3600;
  const negative = whole < 0 || /^[-−]/.test(degrees ?? '') || /[SW]/.test(letter);
  return { deg: negative ? -size : size, letter };
}

const unread = (text: string) =>
  new InputError(
    'position.unread',
    `“${text.trim().slice(0, 60)}” is no position: paste a pair such as 47.81, 13.03, or a map’s link.`,
  );

function checked(latitude: number, longitude: number, text: string): { latitude: number; longitude: number } {
  if (!Number.isFinite(latitude) || !Number.isFinite(longitude)) throw unread(text);
  if (Math.abs(latitude) > 90)
    throw new InputError('position.latitude', 'Latitude runs from −90 to 90°, and stands first.');
  if (Math.abs(longitude) > 180) throw new InputError('position.longitude', 'Longitude runs from −180 to 180°.');
  return { latitude, longitude };
}
