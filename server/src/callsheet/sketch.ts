import { sheetBand, type BandLight, type SheetContent, type SheetPlace } from '@kavrell/core/callsheet';
import { placeMap } from '@kavrell/core/places';
import { formatMinuteOfDay } from '@kavrell/core/units';
import { esc } from '../platform/documents/plainPage.ts';

const MAP = { width: 320, height: 170, edgeX: 70, edgeY: 24 };
const svgOf = (width: number, height: number, parts: readonly string[], more = '') =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" font-family="Text, sans-serif"${more}>${parts.join('')}</svg>`;
const px = (value: number) => value.toFixed(1);
const metres = (m: number) => (m >= 1000 ? `${m / 1000} km` : `${m} m`);

/** Where the places of a sheet lie to each other: north up, to scale, rings of distance. Null for fewer than two that are known to lie apart. */
export function placesSvg(
  places: readonly SheetPlace[],
  { ink, soft, on = '' }: Record<'ink' | 'soft', string> & { on?: string },
) {
  const map = placeMap(places, []);
  if (!map || map.spots.length < 2 || map.ways.every((w) => w.distanceM < 5)) return null;
  const middle = { x: MAP.width / 2, y: MAP.height / 2 };
  const scale = Math.min((middle.x - MAP.edgeX) / map.halfEastM, (middle.y - MAP.edgeY) / map.halfNorthM);
  const at = (s: { eastM: number; northM: number }) => ({
    x: middle.x + s.eastM * scale,
    y: middle.y - s.northM * scale,
  });
  const from = at(map.from);
  const rings = map.ringsM.map(
    (m) =>
      `<circle cx="${px(from.x)}" cy="${px(from.y)}" r="${px(m * scale)}" fill="none" stroke="${soft}" stroke-width="0.6"/><text x="${px(from.x + 3)}" y="${px(from.y + (from.y > middle.y ? -1 : 1) * m * scale + (from.y > middle.y ? -3 : 11))}" font-size="9" fill="${soft}">${metres(m)}</text>`,
  );
  // Names stand apart, top to bottom.
  let last = -Infinity;
  const names = [...map.spots]
    .sort((a, b) => at(a).y - at(b).y)
    .map((s) => {
      const { x, y } = at(s);
      last = Math.max(y + 4, last + 13);
      const right = x > MAP.width * 0.6;
      return `<circle cx="${px(x)}" cy="${px(y)}" r="4" fill="${ink}"/><text x="${px(right ? x - 8 : x + 8)}" y="${px(last)}" font-size="11" font-weight="700" text-anchor="${right ? 'end' : 'start'}" fill="${ink}">${esc(s.name)}</text>`;
    });
  const north = `<path d="M${MAP.width - 12} 4l4 12h-8z" fill="${ink}"/><text x="${MAP.width - 12}" y="27" font-size="10" text-anchor="middle" fill="${ink}">N</text>`;
  return svgOf(MAP.width, MAP.height, [...rings, ...names, north], on);
}

const LIGHTS: Readonly<Record<BandLight, string>> = {
  dark: '#8a8a8a',
  twilight: '#c4c4c4',
  low: '#ffe1b0',
  day: '#ffffff',
};
const BAND = { width: 523, top: 4, block: 16, foot: 30 };

/** The day of a sheet as a strip: how light it is outside, the work in it, the hours. Null where nothing is on the day. */
export function bandSvg(content: SheetContent, width = BAND.width): string | null {
  const band = sheetBand(content);
  if (!band) return null;
  const x = (m: number) => ((m - band.fromMin) / (band.toMin - band.fromMin)) * width;
  const box = (s: { fromMin: number; toMin: number }, y: number, height: number, look: string) =>
    `<rect x="${px(x(s.fromMin))}" y="${y}" width="${px(Math.max(0.8, x(s.toMin) - x(s.fromMin)))}" height="${height}" ${look}/>`;
  const every = band.hoursMin.length > 14 ? 2 : 1;
  return svgOf(width, BAND.foot + 12, [
    ...band.light.map((l) => box(l, 0, BAND.foot - 6, `fill="${LIGHTS[l.kind]}"`)),
    ...band.blocks.map((b) =>
      b.kind === 'other'
        ? box(b, BAND.top + 5, BAND.block - 10, 'fill="none" stroke="#777" stroke-width="0.5"')
        : box(
            b,
            BAND.top,
            BAND.block,
            `fill="${b.kind === 'meal' ? '#ffffff' : '#111111'}" stroke="#111" stroke-width="0.7"`,
          ),
    ),
    `<path d="M0 ${BAND.foot - 6}H${width}" stroke="#777" stroke-width="0.5"/>`,
    ...band.hoursMin
      .filter((_, i) => i % every === 0)
      .map((m, i, all) => {
        const anchor = i === 0 ? 'start' : i === all.length - 1 ? 'end' : 'middle';
        return `<text x="${px(x(m))}" y="${BAND.foot + 6}" font-size="8" text-anchor="${anchor}" fill="#555">${formatMinuteOfDay(m, { date: content.date, timeZone: content.timeZone })}</text>`;
      }),
  ]);
}
