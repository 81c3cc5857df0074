import { InputError } from '../../base/errors/index.ts';

/** A medium (a card, what was copied off it) and the things that hold a whole copy of it. */
export interface LossMedium {
  id: string;
  bytes: number;
  on: readonly string[];
}
/** A card or drive, and where it lies; null: nobody said. */
export interface LossThing {
  id: string;
  kind: 'card' | 'drive';
  in: string | null;
}
/** Where things lie: with somebody, in a bag, vehicle or building, and in what that lies. */
export interface LossPlace {
  id: string;
  kind: 'person' | 'bag' | 'vehicle' | 'building';
  in: string | null;
}
export interface LossPlan {
  media: readonly LossMedium[];
  things: readonly LossThing[];
  places: readonly LossPlace[];
}

/** What one loss costs: the death of a thing, the theft of a bag, a fire. */
export interface Loss {
  id: string;
  kind: LossThing['kind'] | LossPlace['kind'];
  /** Media of which no copy is left. */
  lost: string[];
  lostBytes: number;
  /** Media of which one copy is left. */
  lastCopy: string[];
}
/** One thing put elsewhere, and how many media a single loss would then cost at the worst. */
export interface LossMove {
  thing: string;
  to: string;
  worstLost: number;
  worstLostBytes: number;
}
export interface Losses {
  losses: Loss[];
  /** Media that nobody has a copy of. */
  nowhere: string[];
  /** Things of which nobody said where they are: they count as lying by themselves. */
  unplaced: string[];
  /** The one move that leaves the least to be lost at once; null: nothing is, or none helps. */
  move: LossMove | null;
}

/**
 * What each single loss would cost: of every card and drive, and of every bag, vehicle, building and person with all that lies in them, however deep. Worst first:
 * bytes lost, then media lost, then those left with one copy. The move that helps most is found by trying each thing in each place. Throws `InputError` for ids
 * that are said twice or not at all, and for places that lie in each other.
 */
export function mediaLoss(plan: LossPlan): Losses {
  const wholes = wholesOf(plan);
  const losses = lossesOf(plan, wholes);
  const worst = losses[0];
  return {
    losses,
    nowhere: plan.media.filter((m) => m.on.length === 0).map((m) => m.id),
    unplaced: plan.things.filter((t) => t.in === null).map((t) => t.id),
    move: worst && worst.lost.length > 0 ? bestMove(plan, wholes, worst) : null,
  };
}

/** All places that a place lies in, itself too. */
function wholesOf({ places, things, media }: LossPlan): Map<string, string[]> {
  const byId = new Map<string, LossPlace>();
  const seen = new Set<string>();
  const once = (id: string, path: (string | number)[]) => {
    if (seen.has(id)) throw new InputError('loss.twice', `“${id}” is there twice.`, path);
    seen.add(id);
  };
  places.forEach((p, i) => {
    once(p.id, ['places', i, 'id']);
    byId.set(p.id, p);
  });
  things.forEach((t, i) => once(t.id, ['things', i, 'id']));
  const known = (id: string | null, path: (string | number)[]) => {
    if (id !== null && !byId.has(id)) throw new InputError('loss.unknown', `There is no place “${id}”.`, path);
  };
  places.forEach((p, i) => known(p.in, ['places', i, 'in']));
  things.forEach((t, i) => known(t.in, ['things', i, 'in']));
  const thingIds = new Set(things.map((t) => t.id));
  const mediaIds = new Set<string>();
  media.forEach((m, i) => {
    if (mediaIds.has(m.id)) throw new InputError('loss.twice', `“${m.id}” is there twice.`, ['media', i, 'id']);
    mediaIds.add(m.id);
    m.on.forEach((id, k) => {
      if (!thingIds.has(id)) throw new InputError('loss.unknown', `There is no thing “${id}”.`, ['media', i, 'on', k]);
    });
  });
  return new Map(
    places.map((p, i) => {
      const chain: string[] = [];
      for (let at: LossPlace | undefined = p; at; at = at.in === null ? undefined : byId.get(at.in)) {
        if (chain.includes(at.id))
          throw new InputError('loss.circle', `“${p.id}” lies in itself.`, ['places', i, 'in']);
        chain.push(at.id);
      }
      return [p.id, chain];
    }),
  );
}

function lossesOf({ media, things, places }: LossPlan, wholes: ReadonlyMap<string, string[]>): Loss[] {
  const kindOf = new Map([...things, ...places].map((x) => [x.id, x.kind]));
  /** What is gone when a thing or place is: media by how many of their copies. */
  const gone = new Map<string, Map<number, number>>();
  const reach = new Map(things.map((t) => [t.id, [t.id, ...(t.in === null ? [] : (wholes.get(t.in) ?? []))]]));
  media.forEach((m, k) => {
    for (const thing of new Set(m.on))
      for (const id of reach.get(thing) ?? []) {
        const own = gone.get(id) ?? new Map<number, number>();
        own.set(k, (own.get(k) ?? 0) + 1);
        gone.set(id, own);
      }
  });
  const copies = media.map((m) => new Set(m.on).size);
  return [...things, ...places]
    .map(({ id }): Loss => {
      const own = [...(gone.get(id) ?? [])];
      const left = (n: number) =>
        own.flatMap(([k, taken]) => (copies[k] === taken + n ? [media[k] as LossMedium] : []));
      const lost = left(0);
      return {
        ...{ id, kind: kindOf.get(id) as Loss['kind'], lost: lost.map((m) => m.id) },
        lostBytes: lost.reduce((sum, m) => sum + m.bytes, 0),
        lastCopy: left(1).map((m) => m.id),
      };
    })
    .sort(
      (a, b) =>
        b.lostBytes - a.lostBytes ||
        b.lost.length - a.lost.length ||
        b.lastCopy.length - a.lastCopy.length ||
        // Of two that cost the same the larger one, which is the likelier told of.
        Number(isThing(a)) - Number(isThing(b)) ||
        (a.id < b.id ? -1 : 1),
    );
}

const isThing = ({ kind }: Loss): boolean => kind === 'card' || kind === 'drive';

/**
 * Things that hold what the worst loss would take, tried in every place there is. A move changes only what the places it leaves and comes into hold of what is on it, so
 * that is all that is counted anew.
 */
function bestMove(
  { media, things, places }: LossPlan,
  wholes: ReadonlyMap<string, string[]>,
  worst: Loss,
): LossMove | null {
  const lostIds = new Set(worst.lost);
  const copies = media.map((m) => new Set(m.on).size);
  const mediaOn = new Map<string, number[]>(things.map((t) => [t.id, []]));
  media.forEach((m, k) => new Set(m.on).forEach((id) => mediaOn.get(id)?.push(k)));
  const chainOf = (place: string | null) => (place === null ? [] : (wholes.get(place) ?? []));
  /** Of each place: how many copies of each medium lie in it, and what its loss takes. */
  const held = new Map(places.map((p) => [p.id, { of: new Map<number, number>(), bytes: 0, count: 0 }]));
  const put = (k: number, chain: readonly string[], by: 1 | -1) => {
    for (const id of chain) {
      const place = held.get(id);
      if (!place) continue;
      const before = place.of.get(k) ?? 0;
      const was = before === copies[k];
      const is = before + by === copies[k];
      place.of.set(k, before + by);
      if (was === is) continue;
      place.bytes += (is ? 1 : -1) * (media[k] as LossMedium).bytes;
      place.count += is ? 1 : -1;
    }
  };
  for (const t of things) for (const k of mediaOn.get(t.id) ?? []) put(k, chainOf(t.in), 1);
  // What a thing takes by itself is the same wherever it lies.
  const alone = things.map((t) => {
    const own = (mediaOn.get(t.id) ?? []).filter((k) => copies[k] === 1);
    return { bytes: own.reduce((sum, k) => sum + (media[k] as LossMedium).bytes, 0), count: own.length };
  });
  const isWorse = (x: { bytes: number; count: number }, y: { bytes: number; count: number }) =>
    x.bytes > y.bytes || (x.bytes === y.bytes && x.count > y.count);
  const worstOf = (list: Iterable<{ bytes: number; count: number }>) => {
    let most = { bytes: 0, count: 0 };
    for (const x of list) if (isWorse(x, most)) most = x;
    return { bytes: most.bytes, count: most.count };
  };
  const worstAlone = worstOf(alone);
  let least = { bytes: worst.lostBytes, count: worst.lost.length };
  let best: LossMove | null = null;
  for (const thing of things) {
    const own = mediaOn.get(thing.id) ?? [];
    if (!own.some((k) => lostIds.has((media[k] as LossMedium).id))) continue;
    for (const k of own) put(k, chainOf(thing.in), -1);
    for (const place of places) {
      if (place.id === thing.in) continue;
      const chain = chainOf(place.id);
      for (const k of own) put(k, chain, 1);
      const then = worstOf([worstAlone, ...held.values()]);
      for (const k of own) put(k, chain, -1);
      if (!isWorse(least, then)) continue;
      least = then;
      best = { thing: thing.id, to: place.id, worstLost: then.count, worstLostBytes: then.bytes };
    }
    for (const k of own) put(k, chainOf(thing.in), 1);
  }
  return best;
}
