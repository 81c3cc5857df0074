/** What several rows say in one column: the one thing all of them say, or what each says with how many say it, the most frequent first. */
export function said(texts: readonly string[]): { all: string } | { differs: readonly (readonly [string, number])[] } {
  const [first = ''] = texts;
  if (texts.every((t) => t === first)) return { all: first };
  const counts = new Map<string, number>();
  for (const text of texts) counts.set(text, (counts.get(text) ?? 0) + 1);
  return { differs: [...counts].sort((a, b) => b[1] - a[1]) };
}

const MOST = 4;

/** The same in words: `35 mm in 3, empty in 2, and 4 others`; that no two say the same is said so. */
export function differingWords(
  differs: readonly (readonly [string, number])[],
  wordOf: (text: string) => string,
): string {
  if (differs.length > 2 && differs.every(([, n]) => n === 1)) return 'in each of them';
  const told = differs.slice(0, MOST).map(([text, n]) => `${text === '' ? 'empty' : wordOf(text)} in ${n}`);
  const more = differs.length - told.length;
  return [...told, ...(more > 0 ? [`and ${more === 1 ? 'one other' : `${more} others`}`] : [])].join(', ');
}
