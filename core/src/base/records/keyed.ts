/** An object of these pairs that knows its keys: what `Object.fromEntries` makes, typed. */
export const keyed = <K extends string, V>(pairs: Iterable<readonly [K, V]>): Record<K, V> =>
  Object.fromEntries(pairs) as Record<K, V>;
