import { moveMin, spotOf, type Move, type Place } from './model.ts';

/** What of a place a map draws. */
export type MapPlace = Pick<Place, 'id' | 'name' | 'latitude' | 'longitude'>;

/** Mean radius of the earth, m (IUGG). */
const EARTH_M = 6_371_009;
const RAD = Math.PI / 180;
/** Rings stand at these distances times a power of ten. */
const RING_STEPS = [1, 2, 5] as const;
/** At most so many rings, so that they can be told apart. */
const MOST_RINGS = 3;

export interface MapSpot {
  id: string;
  name: string;
  /** Metres east and north of the middle of the map. */
  eastM: number;
  northM: number;
}

export interface MapWay {
  key: string;
  fromId: string;
  toId: string;
  /** The whole move as typed, minutes; null: nobody has typed it. */
  minutes: number | null;
  /** As the crow flies, m. */
  distanceM: number;
}

/** A plan of places on flat ground: good to a part in a thousand within 100 km of its middle. */
export interface PlaceMap {
  spots: MapSpot[];
  ways: MapWay[];
  /** The place that the rings are around. */
  from: MapSpot;
  /** Radii of the rings around it, m, smallest first; the others lie within twice the largest. */
  ringsM: number[];
  /** Metres from the middle to the edge of what is drawn, east and north. */
  halfEastM: number;
  halfNorthM: number;
  /** Places whose position nobody has said. */
  unknown: { id: string; name: string }[];
}

/** Metres between two positions along the ground (haversine). */
export function groundM(
  a: { latitude: number; longitude: number },
  b: { latitude: number; longitude: number },
): number {
  const h =
    Math.sin(((b.latitude - a.latitude) * RAD) / 2) ** 2 +
    Math.cos(a.latitude * RAD) * Math.cos(b.latitude * RAD) * Math.sin(((b.longitude - a.longitude) * RAD) / 2) ** 2;
  return 2 * EARTH_M * Math.asin(Math.min(1, Math.sqrt(h)));
}

/** Round distances within a reach, the largest few: 100, 200, 500, 1000 … m. */
function ringsWithin(reachM: number): number[] {
  const power = 10 ** Math.floor(Math.log10(reachM));
  return [power / 10, power]
    .flatMap((p) => RING_STEPS.map((step) => step * p))
    .filter((m) => m <= reachM)
    .slice(-MOST_RINGS);
}

const LEAST_REACH_M = 60;

/**
 * Places drawn from their coordinates alone: each in metres from the middle of all, with the moves between them as
 * typed and rings around one of them (`fromId`, else the first). Where a pair has moves both ways, the longer is told.
 * Null while no place has a position.
 */
export function placeMap(places: readonly MapPlace[], moves: readonly Move[], fromId?: string | null): PlaceMap | null {
  const known = places.flatMap((p) => {
    const spot = spotOf(p);
    return spot ? [{ id: p.id, name: p.name, ...spot }] : [];
  });
  const [first] = known;
  if (!first) return null;
  // Around the first place, so that two of them on either side of the date line are near each other.
  const turn = (longitude: number) => ((longitude - first.longitude + 540) % 360) - 180;
  const middle = (of: (k: (typeof known)[number]) => number) =>
    (Math.min(...known.map(of)) + Math.max(...known.map(of))) / 2;
  const latitude = middle((k) => k.latitude);
  const east = middle((k) => turn(k.longitude));
  const spots = known.map((k): MapSpot => ({
    id: k.id,
    name: k.name,
    eastM: EARTH_M * (turn(k.longitude) - east) * RAD * Math.cos(latitude * RAD),
    northM: EARTH_M * (k.latitude - latitude) * RAD,
  }));
  const from = spots.find((s) => s.id === fromId) ?? (spots[0] as MapSpot);
  const ways = known.flatMap((a, i) =>
    known.slice(i + 1).flatMap((b): MapWay[] => {
      const between = moves.filter(
        (m) => (m.fromPlaceId === a.id && m.toPlaceId === b.id) || (m.fromPlaceId === b.id && m.toPlaceId === a.id),
      );
      const minutes = between.length ? Math.max(...between.map(moveMin)) : null;
      return [{ key: `${a.id}${b.id}`, fromId: a.id, toId: b.id, minutes, distanceM: groundM(a, b) }];
    }),
  );
  const farM = Math.max(LEAST_REACH_M, ...spots.map((s) => Math.hypot(s.eastM - from.eastM, s.northM - from.northM)));
  const half = (of: (s: MapSpot) => number) => Math.max(LEAST_REACH_M / 2, ...spots.map((s) => Math.abs(of(s))));
  return {
    spots,
    ways,
    from,
    ringsM: ringsWithin(farM),
    halfEastM: half((s) => s.eastM),
    halfNorthM: half((s) => s.northM),
    unknown: places.filter((p) => !spotOf(p)).map(({ id, name }) => ({ id, name })),
  };
}
