import makeIgnore from 'ignore';

/** Says by which of the patterns (those of ignore files) a path is left out; null when by none. */
export function matcher(patterns: readonly string[]): (path: string) => string | null {
  if (patterns.length === 0) return () => null;
  const all = makeIgnore().add([...patterns]);
  return (path) => {
    if (!all.ignores(path)) return null;
    return patterns.find((p) => makeIgnore().add(p).ignores(path)) ?? patterns[0]!;
  };
}
