/** Words of a text, as a prompter counts them. */
export const wordsIn = (text: string): string[] => text.trim().split(/\s+/).filter(Boolean);

/** Seconds to read a text aloud at a pace; a blank line is a breath. */
export function readingSeconds(text: string, wpm: number): number {
  const BREATH_S = 0.7;
  const breaths = (text.trim().match(/\n\s*\n/g) ?? []).length;
  return (wordsIn(text).length / wpm) * 60 + breaths * BREATH_S;
}

/** The pace somebody read at, words a minute; null when the stretch is too short to say. */
export function measuredWpm(words: number, seconds: number): number | null {
  const LEAST_WORDS = 20;
  return words >= LEAST_WORDS && seconds > 0 ? (words * 60) / seconds : null;
}

/** What changed from one draft to the next, by sentence: for whoever learnt the one before. */
export function draftDiff(before: string, after: string): { kind: 'same' | 'in' | 'out'; text: string }[] {
  const sentences = (t: string) =>
    t
      .match(/[^.!?\n]+[.!?]*\s*|\n+/g)
      ?.map((s) => s.trim())
      .filter(Boolean) ?? [];
  const [a, b] = [sentences(before), sentences(after)];
  const table = Array.from({ length: a.length + 1 }, () => new Uint32Array(b.length + 1));
  for (let i = a.length - 1; i >= 0; i -= 1)
    for (let j = b.length - 1; j >= 0; j -= 1)
      (table[i] as Uint32Array)[j] =
        a[i] === b[j] ? (table[i + 1]?.[j + 1] ?? 0) + 1 : Math.max(table[i + 1]?.[j] ?? 0, table[i]?.[j + 1] ?? 0);
  const out: { kind: 'same' | 'in' | 'out'; text: string }[] = [];
  let [i, j] = [0, 0];
  while (i < a.length || j < b.length) {
    if (i < a.length && j < b.length && a[i] === b[j]) {
      out.push({ kind: 'same', text: a[i] as string });
      i += 1;
      j += 1;
    } else if (j < b.length && (i >= a.length || (table[i]?.[j + 1] ?? 0) > (table[i + 1]?.[j] ?? 0))) {
      out.push({ kind: 'in', text: b[j] as string });
      j += 1;
    } else {
      out.push({ kind: 'out', text: a[i] as string });
      i += 1;
    }
  }
  return out;
}
