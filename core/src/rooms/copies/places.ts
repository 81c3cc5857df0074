import type { KeepPlace } from './model.ts';

export type PlaceNamed = Pick<KeepPlace, 'name' | 'kind' | 'within'>;

const plain = (name: string) => name.trim().toLowerCase();

/** The place that words name, and all that it lies in, the inmost first, in small letters; none where nobody said. A place in a circle ends where it meets itself. */
export function placesHolding(words: string, places: readonly PlaceNamed[]): string[] {
  const chain: string[] = [];
  for (let at = plain(words); at !== '' && !chain.includes(at);) {
    chain.push(at);
    at = plain(places.find((p) => plain(p.name) === at)?.within ?? '');
  }
  return chain;
}
