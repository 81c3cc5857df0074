import type { Look, StaleTable } from './model.ts';

/** A changed field of an entity: what it was and what it is, in words, and fingerprints that tell exactly. */
export interface FacetChange {
  table: StaleTable;
  entityId: string;
  /** What others lean on: `text`, `people`, `place` … */
  facet: string;
  field: string;
  atMs: number;
  was: string;
  now: string;
  wasKey: string;
  nowKey: string;
  by: string;
}

/** `dependentId` was made with an eye on some facets of `sourceId`. */
export interface Lean {
  dependentId: string;
  sourceId: string;
  /** Which facets matter; null for all. */
  facets: readonly string[] | null;
}

export interface Cause {
  sourceId: string;
  facet: string;
  field: string;
  was: string;
  now: string;
  sinceMs: number;
  by: string;
}

export interface StaleMark {
  entityId: string;
  /** The earliest change that still stands. */
  sinceMs: number;
  because: Cause[];
}

export interface StaleSources {
  leans: readonly Lean[];
  changes: readonly FacetChange[];
  looks: readonly Pick<Look, 'entityId' | 'atMs'>[];
  /** When an entity was made, where that is later than the changes it leans on; others have been there always. */
  births: Readonly<Record<string, number>>;
  /** What is out on paper: there also what was empty then and is filled in now is a change. */
  paper?: ReadonlySet<string>;
}

type Facets = ReadonlySet<string> | null;

/**
 * What each entity leans on among the sources that changed, with the facets that matter: the last step into the source
 * says which; whoever leans on the one that took that step leans on them too. Walked upwards from the changed sources, so
 * that the cost is that of the answer and not of the graph.
 */
function reach(leans: readonly Lean[], changed: Iterable<string>): Map<string, Map<string, Facets>> {
  const above = new Map<string, Lean[]>();
  for (const lean of leans) {
    const list = above.get(lean.sourceId);
    if (list) list.push(lean);
    else above.set(lean.sourceId, [lean]);
  }
  const all = new Map<string, Map<string, Facets>>();
  const put = (entityId: string, sourceId: string, facets: Lean['facets']) => {
    let sources = all.get(entityId);
    if (!sources) all.set(entityId, (sources = new Map()));
    const known = sources.get(sourceId);
    if (known === null) return;
    sources.set(sourceId, facets === null ? null : new Set([...(known ?? []), ...facets]));
  };
  for (const sourceId of changed)
    for (const first of above.get(sourceId) ?? []) {
      const seen = new Set([first.dependentId]);
      const queue = [first.dependentId];
      for (let at = queue.pop(); at !== undefined; at = queue.pop()) {
        if (at !== sourceId) put(at, sourceId, first.facets);
        for (const lean of above.get(at) ?? [])
          if (!seen.has(lean.dependentId)) {
            seen.add(lean.dependentId);
            queue.push(lean.dependentId);
          }
      }
    }
  return all;
}

/**
 * Which entities are *stale since … because …*: something they lean on has changed since they were made or last looked
 * at, and has not changed back. One mechanism for all entities: shots lean on their scene, scenes on their place, a
 * frozen sheet on its shots and through them on the scenes.
 */
export function staleMarks({ leans, changes, looks, births, paper }: StaleSources): Map<string, StaleMark> {
  const lookedAt = new Map<string, number>(Object.entries(births));
  for (const look of looks) lookedAt.set(look.entityId, Math.max(look.atMs, lookedAt.get(look.entityId) ?? 0));
  const bySource = new Map<string, FacetChange[]>();
  for (const change of [...changes].sort((a, b) => a.atMs - b.atMs)) {
    const list = bySource.get(change.entityId);
    if (list) list.push(change);
    else bySource.set(change.entityId, [change]);
  }
  const marks = new Map<string, StaleMark>();
  if (bySource.size === 0) return marks;
  for (const [entityId, sources] of reach(leans, bySource.keys())) {
    const since = lookedAt.get(entityId) ?? Number.NEGATIVE_INFINITY;
    const because: Cause[] = [];
    for (const [sourceId, facets] of sources) {
      const own = (bySource.get(sourceId) ?? []).filter(
        (c) => c.atMs > since && (facets === null || facets.has(c.facet)),
      );
      for (const field of new Set(own.map((c) => c.field))) {
        const cause = standing(
          own.filter((c) => c.field === field),
          paper?.has(entityId) ?? false,
        );
        if (cause) because.push({ sourceId, field, ...cause });
      }
    }
    if (because.length === 0) continue;
    because.sort((a, b) => a.sinceMs - b.sinceMs);
    marks.set(entityId, { entityId, sinceMs: (because[0] as Cause).sinceMs, because });
  }
  return marks;
}

/** From the first value that was said to the last, and since when it has not been the first again; null when it is the first. */
function standing(all: readonly FacetChange[], onPaper: boolean): Omit<Cause, 'sourceId' | 'field'> | null {
  // What is said for the first time is filled in, not changed: nobody leaned on its being empty.
  const said = onPaper ? 0 : all.findIndex((c) => c.was !== '');
  if (said < 0) return null;
  const changes = all.slice(said);
  const first = changes[0];
  const last = changes.at(-1);
  if (!first || !last || first.wasKey === last.nowKey) return null;
  const start = changes.findLast((c) => c.wasKey === first.wasKey) ?? first;
  return { facet: first.facet, was: start.was, now: last.now, sinceMs: start.atMs, by: last.by };
}
