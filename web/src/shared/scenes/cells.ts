import type { ProductionRows } from '@kavrell/core/productions';
import { formatClock, parseClock } from '@kavrell/core/units';

/** Reads `ilse, dov` into ids; a name nobody has is refused in words. */
export function peopleOf(text: string, people: ProductionRows['people']): string[] {
  const names = text.split(/[,;\s]+/).filter(Boolean);
  return names.map((name) => {
    const found = people.find((p) => p.shortName.toLowerCase() === name.toLowerCase());
    if (!found) throw new Error(`Nobody here is called “${name}”. Add them under People, by their short name.`);
    return found.id;
  });
}

/** Reads `a b`, `ab` or `A+B` into letters; a letter no camera has is refused in words. */
export function lettersOf(text: string, cameras: ProductionRows['cameras']): string[] {
  const letters = [...new Set(text.toUpperCase().replace(/[^A-Z]/g, ''))];
  const unknown = letters.filter((l) => !cameras.some((c) => c.letter === l));
  if (unknown.length) throw new Error(`There is no camera ${unknown.join(', ')} in this production.`);
  return letters;
}

/** Windows as they are typed: `17:05-18:20, 06:00-07:00`. */
export function windowWords(windows: readonly (readonly [number, number])[]): string {
  const time = (m: number) => formatClock(Math.floor(m / 60) % 24, Math.round(m) % 60, '24');
  return windows.map(([from, to]) => `${time(from)}-${time(to)}`).join(', ');
}

/** Reads `17:05-18:20, 06:00-07:00` into windows. */
export function windowsOf(text: string): [number, number][] {
  return text
    .split(',')
    .map((t) => t.trim())
    .filter(Boolean)
    .map((t) => {
      const [from, to, more] = t.split(/\s*[-–]\s*/);
      if (!from || !to || more !== undefined) throw new Error(`“${t}” is not a window: write 17:05-18:20.`);
      return [parseClock(from), parseClock(to)];
    });
}

/** The short names of people, parted by commas, as they are typed. */
export function namesOf(ids: readonly string[], people: ProductionRows['people']): string {
  return ids.map((id) => people.find((p) => p.id === id)?.shortName ?? '?').join(', ');
}

/** Reads tags with or without `#` into the ids of deliverables or marks; a tag that nothing has is refused in words. */
export function tagsOf(text: string, tagged: readonly { id: string; tag: string }[]): string[] {
  return text
    .split(/[,;\s]+/)
    .filter(Boolean)
    .map((word) => {
      const tag = word.replace(/^#/, '').toLowerCase();
      const found = tagged.find((t) => t.tag === tag);
      if (!found) throw new Error(`Nothing in the brief is tagged #${tag}.`);
      return found.id;
    });
}
