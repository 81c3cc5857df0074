import { InputError } from '../../base/errors/index.ts';

/** Something that can fail: a body, a card, a battery, an operator, a link, a circuit. */
export interface CoverThing {
  id: string;
  kind: string;
}

/** A picture or a sound, and what must hold for it. */
export interface CoverSource {
  id: string;
  kind: 'picture' | 'sound';
  /** What of it a picture shows: wide, tight, face. */
  view: string | null;
  clean: boolean;
  needs: readonly string[];
}

/** What must be had of a moment: one picture of these views (none: no picture), and clean sound or not. */
export interface CoverMoment {
  id: string;
  picture_any_of: readonly string[];
  clean_sound: boolean;
  sources: readonly string[];
}

export interface CoverPlan {
  things: readonly CoverThing[];
  sources: readonly CoverSource[];
  moments: readonly CoverMoment[];
}

export interface Cuts {
  moments: Record<string, string[][]>;
  any_moment: string[][];
}

/**
 * The smallest sets of one or two things whose failure loses a moment: each with nothing in it that could be left out. A moment is lost when no
 * picture of a wanted view, or no clean sound where that is wanted, has all that it needs. `[[]]`: it is lost with nothing broken. Pure.
 * Throws `InputError` for ids that are said twice or not at all.
 */
export function coverCuts(plan: CoverPlan): Cuts {
  checkIds(plan);
  const sources = new Map(plan.sources.map((s) => [s.id, s]));
  const moments: Record<string, string[][]> = {};
  for (const m of plan.moments) {
    const own = m.sources.map((id) => sources.get(id) as CoverSource);
    const wanted = new Set(m.picture_any_of);
    const kinds = [
      ...(wanted.size > 0 ? [own.filter((s) => s.kind === 'picture' && s.view !== null && wanted.has(s.view))] : []),
      ...(m.clean_sound ? [own.filter((s) => s.kind === 'sound' && s.clean)] : []),
    ];
    moments[m.id] = least(kinds.flatMap(cutsOf));
  }
  return { moments, any_moment: least(Object.values(moments).flat()) };
}

/** What loses all of these sources: things that each of them needs, and pairs that reach all of them. */
function cutsOf(alternatives: readonly CoverSource[]): string[][] {
  if (alternatives.length === 0) return [[]];
  const needs = alternatives.map((s) => new Set(s.needs));
  const things = [...new Set(alternatives.flatMap((s) => s.needs))];
  const reach = (id: string) => needs.map((n) => n.has(id));
  const reached = new Map(things.map((id) => [id, reach(id)]));
  const losesAll = (hits: readonly boolean[]) => hits.every(Boolean);
  const single = things.filter((id) => losesAll(reached.get(id) as boolean[]));
  const rest = things.filter((id) => !single.includes(id));
  const pairs = rest.flatMap((a, i) =>
    rest
      .slice(i + 1)
      .filter((b) => needs.every((_, k) => reached.get(a)?.[k] || reached.get(b)?.[k]))
      .map((b) => [a, b]),
  );
  return [...single.map((id) => [id]), ...pairs];
}

/** Sets without those that hold another one, each sorted, the smallest first, then by their members. */
function least(sets: readonly string[][]): string[][] {
  const all = [...new Map(sets.map((s) => [[...s].sort().join('\u0000'), [...s].sort()])).values()];
  if (all.some((s) => s.length === 0)) return [[]];
  const single = new Set(all.filter((s) => s.length === 1).map(([id]) => id));
  return all
    .filter((s) => s.length === 1 || !s.some((id) => single.has(id)))
    .sort((a, b) => a.length - b.length || compare(a, b));
}

/** By code units, as programs sort, so that the same answer comes out on any machine. */
function compare(a: readonly string[], b: readonly string[]): number {
  for (let i = 0; i < Math.min(a.length, b.length); i += 1) {
    const [x, y] = [a[i] as string, b[i] as string];
    if (x !== y) return x < y ? -1 : 1;
  }
  return a.length - b.length;
}

function checkIds({ things, sources, moments }: CoverPlan): void {
  const once = (list: readonly { id: string }[], name: string) => {
    const known = new Set<string>();
    list.forEach(({ id }, i) => {
      if (known.has(id)) throw new InputError('cover.twice', `“${id}” is there twice.`, [name, i, 'id']);
      known.add(id);
    });
    return known;
  };
  const thing = once(things, 'things');
  const source = once(sources, 'sources');
  once(moments, 'moments');
  sources.forEach((s, i) =>
    s.needs.forEach((id, k) => {
      if (!thing.has(id))
        throw new InputError('cover.unknown', `There is no thing “${id}”.`, ['sources', i, 'needs', k]);
    }),
  );
  moments.forEach((m, i) =>
    m.sources.forEach((id, k) => {
      if (!source.has(id))
        throw new InputError('cover.unknown', `There is no source “${id}”.`, ['moments', i, 'sources', k]);
    }),
  );
}
