/** A short name for somebody that nobody has yet: the first of their names, with a number when it is taken. */
export function shortNameFor(name: string, taken: Iterable<string>): string {
  const known = new Set([...taken].map((t) => t.toLowerCase()));
  const first = (name.trim().split(/\s+/)[0] ?? name).slice(0, 20);
  let short = first;
  for (let n = 2; known.has(short.toLowerCase()); n += 1) short = `${first}${n}`;
  return short;
}
