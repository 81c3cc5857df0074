import { NAME, personIn, ROLES, toldPerson, type Found } from './person.ts';

const LIST = /^(?:the )?(crew|team|cast|équipe|equipo)\s*:\s*(\S.*)$/i;
/** Whoever wrote the text: a name that it does not say. */
const SELF = /^(?:me|myself|i|ich|moi|yo)\b/i;
const isName = (word: string) => /^\p{Lu}/u.test(word) && !ROLES.test(word);

/** One of a list: its words, and who that is; null where they say nobody by name. */
interface Listed {
  text: string;
  found: Found | null;
}

/** *Tobi Renner sound*, *gaffer Jo Ashby*, *Tobi (sound)*, *Tobi*: a name, and what they do where that is said. */
function listedPerson(part: string): Found | null {
  // More than one says of somebody: the list has ended, and nothing of what follows may be cut.
  if (SELF.test(part) || part.length > 60 || /[\p{L}\d]{3}[.!]\s/u.test(part)) return null;
  const told = personIn(part);
  if (told) return told;
  const words = part.split(/\s+/);
  const names = words.filter(isName);
  const first = words.indexOf(names[0] ?? '');
  const role = [...words.slice(0, first), ...words.slice(first + names.length)].join(' ');
  // Words of a name stand beside each other; what is around them is what they do, or it is no name and a job.
  const together = names.length > 0 && names.length <= 3 && names.every((n, i) => words[first + i] === n);
  if (!together || (role !== '' && !ROLES.test(role)) || !NAME.test(names.join(' '))) return null;
  return { person: { ...toldPerson(names.join(' '), false), role: role.slice(0, 60) }, rest: [] };
}

/**
 * Who is in a list on one line: *Crew: me (camera), Tobi Renner sound, Jo Ashby*. What is only a job belongs to the name before it. Null when the
 * line is no such list.
 */
export function crewIn(line: string): Listed[] | null {
  const [, heading = '', list = ''] = LIST.exec(line) ?? [];
  if (list === '') return null;
  const found: Listed[] = [];
  for (const text of list.split(/\s*[,;]\s*|\s+(?:and|und|et|y|&|\+)\s+/).filter(Boolean)) {
    const last = found.at(-1)?.found?.person;
    if (last && last.role === '' && ROLES.test(text) && !text.split(/\s+/).some(isName)) last.role = text.slice(0, 60);
    else found.push({ text, found: listedPerson(text) });
  }
  for (const one of found) if (one.found?.person.role === '' && /^cast$/i.test(heading)) one.found.person.role = 'cast';
  return found;
}
