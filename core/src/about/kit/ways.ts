import { addDays } from '../../base/time/index.ts';
import { mountFit, reaches, widestStop, type Camera, type Lens } from '../../rooms/camera/index.ts';
import type { KitSource, Piece } from '../../rooms/kit/index.ts';
import { entryOf, type Catalogue } from '../../rooms/light/index.ts';
import { bookedOn, type Booking } from './booked.ts';
import { isNamed } from './lines.ts';
import type { KitNeed } from './needs.ts';

/** One way to get what is needed. */
export interface KitWay {
  key: string;
  source: KitSource;
  /** What comes instead, or the thing itself. */
  name: string;
  pieceId: string | null;
  /** How many come this way. */
  count: number;
  /** The last date on which to begin with it. */
  byDate: string | null;
  words: string;
  /** What it costs in the picture, in stops of light or of stop lost; 0: nothing. Null: nobody can say. */
  stops: number | null;
  /** Works as it stands; false: only if somebody says yes, or a shot changes. */
  works: boolean;
}

export interface WaySources {
  /** How many are still to be got. */
  get: number;
  /** The first and last date of the job. */
  fromDate: string;
  toDate: string;
  productionId: string;
  pieces: readonly Piece[];
  bookings: readonly Booking[];
  lenses: readonly Lens[];
  cameras: readonly Camera[];
  catalogue: Catalogue;
}
/** Working days that each way wants before the first day: to be agreed with whoever it is. */
const DAYS_BEFORE = { own: 1, adapted: 1, lent: 3, hired: 2, bought: 7 } as const;
const MOST_SUBSTITUTES = 3;
/** A lamp this much weaker than the one planned still does, nearer. */
const WEAKEST_STOPS = 2;
/** One that draws so much more wants another circuit. */
const MOST_DRAW = 1.5;
const words = (text: string): string[] => text.toLowerCase().match(/[\p{L}\d.]+/gu) ?? [];

/** Whether a piece of the own list is what a need asks for: all words of the shorter name are in the longer one. */
export function isPieceOf(piece: Pick<Piece, 'name'>, what: string): boolean {
  const [a, b] = [words(piece.name), words(what)];
  const [short, long] = a.length <= b.length ? [a, new Set(b)] : [b, new Set(a)];
  return short.length > 0 && short.every((w) => long.has(w));
}

/**
 * Ways to get what is still needed, what works for nothing first: own pieces that are free on the dates, something else that does (with what it costs in the picture, from
 * the lens and light figures), then hire, borrow, buy, and do without. Prices are not known here: they are typed at the line that is made of a way.
 */
export function waysToGet(need: KitNeed, s: WaySources): KitWay[] {
  const before = (days: number) => addDays(s.fromDate, -days);
  const own = s.pieces
    .filter((p) => p.state === 'ready' && isPieceOf(p, need.what))
    // What goes by the very name comes before what only sounds like it.
    .sort((p, q) => Number(isNamed(need.what, q.name)) - Number(isNamed(need.what, p.name)))
    .flatMap((p): KitWay[] => {
      const free = p.count - bookedOn(p.id, s.bookings, { ...s, not: s.productionId });
      const count = Math.min(free, s.get);
      return count > 0
        ? [
            {
              ...{ key: `own:${p.id}`, source: 'own', name: p.name, pieceId: p.id, count, stops: 0 },
              // A name that only sounds like it is offered: whether it is the same, somebody says.
              works: isNamed(need.what, p.name),
              byDate: before(DAYS_BEFORE.own),
              words: `${count} of your own${isNamed(need.what, p.name) ? '' : ` “${p.name}”`}${p.whereabouts ? `, ${p.whereabouts}` : ''}`,
            },
          ]
        : [];
    });
  const same = { name: need.what, pieceId: null, count: s.get, stops: 0, works: true };
  const instead = substitutes(need, s).map((w) => ({ ...w, byDate: before(DAYS_BEFORE.adapted) }));
  const isHere = (w: KitWay) => w.pieceId !== null || w.key.startsWith('lens:');
  return [
    ...own,
    ...instead.filter(isHere),
    { ...same, key: 'hired', source: 'hired', byDate: before(DAYS_BEFORE.hired), words: 'Hire it' },
    { ...same, key: 'lent', source: 'lent', byDate: before(DAYS_BEFORE.lent), words: 'Borrow it', works: false },
    ...instead.filter((w) => !isHere(w)).map((w) => ({ ...w, byDate: before(DAYS_BEFORE.hired) })),
    { ...same, key: 'bought', source: 'bought', byDate: before(DAYS_BEFORE.bought), words: 'Buy it' },
    {
      ...{ ...same, key: 'without', source: 'without', byDate: null, stops: null, works: false },
      words: `Do without: ${need.why.slice(0, 4).join(', ')} must do without it`,
    },
  ];
}

function substitutes(need: KitNeed, s: WaySources): Omit<KitWay, 'byDate'>[] {
  const isLens = need.department === 'Camera' && need.what.startsWith('lens ');
  return (isLens ? otherLenses(need, s) : need.department === 'Light' ? otherLamps(need, s) : []).slice(
    0,
    MOST_SUBSTITUTES,
  );
}

/** Lenses of the job or of the own list’s kind that reach the same, go on, and are not asked for themselves. */
function otherLenses(need: KitNeed, { lenses, cameras, get }: WaySources): Omit<KitWay, 'byDate'>[] {
  const wanted = lenses.find((l) => `lens ${l.name}` === need.what);
  if (!wanted) return [];
  const focal = wanted.focalMinMm;
  return lenses
    .filter((l) => l.id !== wanted.id && l.state === 'ready' && reaches(l, focal) && reaches(l, wanted.focalMaxMm))
    .filter((l) => cameras.some((c) => mountFit(l.mount, c.mount).fits !== 'no'))
    .map((l) => {
      const stops = 2 * Math.log2(widestStop(l, focal) / widestStop(wanted, focal));
      const closer = l.closeFocusM - wanted.closeFocusM;
      const cost = [
        stops > 0.05 ? `${stops.toFixed(1)} stops less light` : '',
        closer > 0.005 ? `focuses from ${l.closeFocusM} m, not ${wanted.closeFocusM} m` : '',
        wanted.squeeze !== l.squeeze ? `squeeze ${l.squeeze}, not ${wanted.squeeze}` : '',
        l.imageCircleMm < wanted.imageCircleMm ? `covers ${l.imageCircleMm} mm, not ${wanted.imageCircleMm} mm` : '',
      ].filter(Boolean);
      return {
        ...{ key: `lens:${l.id}`, source: 'adapted' as const, name: `lens ${l.name}`, pieceId: null },
        ...{ count: Math.min(get, l.count), stops: Math.max(0, stops) },
        works: wanted.squeeze === l.squeeze && l.imageCircleMm >= wanted.imageCircleMm,
        words: `${l.name} instead: ${cost.join('; ') || 'costs nothing in the picture'}`,
      };
    })
    .sort((a, b) => Number(b.works) - Number(a.works) || a.stops - b.stops);
}

/** Lamps that give as much at the same distance, or nearly: those that one owns and that are free first, then the one that loses least. */
function otherLamps(need: KitNeed, s: WaySources): Omit<KitWay, 'byDate'>[] {
  const { catalogue, get } = s;
  const known = [...catalogue.values()].find((e) => e.name === need.what);
  const wanted = known && entryOf(catalogue, known.key, 'fixture')?.data;
  if (!known || !wanted) return [];
  return [...catalogue.values()]
    .flatMap((e) => {
      const lamp = e.key === known.key ? undefined : entryOf(catalogue, e.key, 'fixture')?.data;
      if (!lamp || lamp.luxAt1m <= 0 || lamp.watts > wanted.watts * MOST_DRAW) return [];
      // A lamp that must run without mains is no other one’s work.
      if (wanted.batteryWh > 0 && lamp.batteryWh === 0) return [];
      const stops = Math.log2(wanted.luxAt1m / lamp.luxAt1m);
      if (stops > WEAKEST_STOPS) return [];
      const [face, wantedFace] = [Math.max(lamp.widthM, lamp.heightM), Math.max(wanted.widthM, wanted.heightM)];
      const isHarder = face < wantedFace * 0.7;
      const cost = [
        stops > 0.05 ? `${stops.toFixed(1)} stops less at the same distance` : 'as bright',
        isHarder ? 'a smaller face: harder light' : '',
        lamp.beamDeg !== wanted.beamDeg ? `${lamp.beamDeg}° beam, not ${wanted.beamDeg}°` : '',
      ].filter(Boolean);
      const piece = s.pieces.find((p) => p.state === 'ready' && isPieceOf(p, e.name));
      const free = piece ? piece.count - bookedOn(piece.id, s.bookings, { ...s, not: s.productionId }) : 0;
      const pieceId = piece && free > 0 ? piece.id : null;
      return [
        {
          ...{ key: `lamp:${e.key}`, source: pieceId ? ('own' as const) : ('adapted' as const), name: e.name, pieceId },
          ...{ count: pieceId ? Math.min(free, get) : get, stops: Math.max(0, stops) },
          works: stops <= 1 && !isHarder,
          words: `${e.name}${pieceId ? ' of your own' : ''} instead: ${cost.join('; ')}`,
        },
      ];
    })
    .sort(
      (a, b) =>
        Number(b.pieceId !== null) - Number(a.pieceId !== null) || a.stops - b.stops || (a.key < b.key ? -1 : 1),
    );
}

/** The cheapest way that still works: what costs nothing in the picture first, in the order in which they stand. */
export const bestWay = (ways: readonly KitWay[]): KitWay | null =>
  ways.find((w) => w.works && (w.stops ?? 1) <= 0.05) ?? ways.find((w) => w.works) ?? null;
