import { PERSON_DEFAULTS, type Person } from '../../rooms/people/index.ts';
import { turnStrings } from '../openFile/index.ts';

/** What somebody is called whose data were taken out. */
export const FORGOTTEN = 'Somebody (taken out)';
/** Of it may stand at a person’s short name: one word for each. */
export const forgottenShort = (personId: string): string => `gone-${personId.replaceAll('-', '').slice(-8)}`;

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
/** First and last name taken out one beside the other are one person. */
const TWICE = new RegExp(`(?:${escaped(FORGOTTEN)} +)+(?=${escaped(FORGOTTEN)})`, 'g');

/** A shorter name is a common word too often to be looked for in texts. */
const LEAST_LETTERS = 3;

/** Everything that tells who somebody is, longest first: each is looked for as whole words. */
export function tellTales(person: Pick<Person, 'name' | 'shortName' | 'email' | 'phone'>): string[] {
  const capital = (word: string) => word.charAt(0).toUpperCase() + word.slice(1);
  const parts = person.name.split(/\s+/);
  const short = [person.shortName, capital(person.shortName), ...parts].filter((w) => w.length >= LEAST_LETTERS);
  const said = [person.name, person.email, person.phone, ...short].map((t) => t.trim()).filter(Boolean);
  return [...new Set(said)].sort((a, b) => b.length - a.length);
}

/**
 * Takes what tells of a person out of texts: their name, its parts, short name, mail address and telephone number, each as whole words in the spelling that they have
 * (a short name also with a capital); `word` stands in their place. The hyphens and spaces of a telephone number may differ. What only hints at them (a picture, a nickname) is not found.
 */
export function forgetter(
  person: Pick<Person, 'name' | 'shortName' | 'email' | 'phone'>,
  word = FORGOTTEN,
): (text: string) => string {
  const digits = person.phone.replace(/\D/g, '');
  const loosePhone = digits.length >= 6 ? [`\\+?${[...digits].join('[\\s()/.-]*')}`] : [];
  const words = tellTales(person).map((t) => escaped(t));
  if (words.length === 0) return (text) => text;
  const found = new RegExp(`(?<![\\p{L}\\p{N}])(?:${[...words, ...loosePhone].join('|')})(?![\\p{L}\\p{N}])`, 'gu');
  return (text) => text.replace(found, word).replace(TWICE, '');
}

/** A value with all that tells of a person taken out of its texts, however deep. */
export const forgotten = <T>(value: T, forget: (text: string) => string): T => turnStrings(value, forget) as T;

/** What a person’s own row becomes: what they did stays (a shot needs somebody), who they are goes. */
export const forgottenPerson = (person: Pick<Person, 'id' | 'kind' | 'role' | 'department'>): Partial<Person> => ({
  ...PERSON_DEFAULTS,
  ...{ kind: person.kind, role: person.role, department: person.department },
  ...{ name: FORGOTTEN, shortName: forgottenShort(person.id) },
});
/** The same in the names of the database, for what the history says of that row; what it doesn’t say stays unsaid. */
export function forgottenRecord(
  record: Record<string, unknown> | null,
  personId: string,
): Record<string, unknown> | null {
  if (record === null) return null;
  const { kind: _kind, role: _role, department: _department, ...blank } = PERSON_DEFAULTS;
  const names: Record<string, unknown> = { ...blank, name: FORGOTTEN, shortName: forgottenShort(personId) };
  const sql = (field: string) => field.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`);
  const blanks = new Map(Object.entries(names).map(([k, v]) => [sql(k), v]));
  return Object.fromEntries(Object.entries(record).map(([k, v]) => [k, blanks.has(k) ? blanks.get(k) : v]));
}
