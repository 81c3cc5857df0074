/** A tag like the wanted one that nothing has yet: `film`, `film-2`, `film-3`. */
export function freeTag(wanted: string, taken: readonly { tag: string }[]): string {
  const used = new Set(taken.map((t) => t.tag));
  for (let n = 1; ; n += 1) {
    const tag = n === 1 ? wanted : `${wanted}-${n}`;
    if (!used.has(tag)) return tag;
  }
}
