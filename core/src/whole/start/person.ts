/** Somebody of a pasted text: crew and cast by a role, a phone or a mail; guests are in the picture without being called. */
export interface StartPerson {
  name: string;
  role: string;
  phone: string;
  email: string;
  guest: boolean;
  /** Under 18, as the text says. */
  minor: boolean;
}

const PHONE = /(?:\+|\b0)[\d\s()/-]{6,18}\d/;
const EMAIL = /[^\s<>,;@]+@[^\s<>,;@]+\.[^\s<>,;@.]+/;
export const ROLES =
  /\b(director|camera|operator|gaffer|grip|sound|recordist|boom|assistant|producer|make-?up|hair|wardrobe|runner|driver|focus|data|actor|actress|talent|host|presenter|photographer|videographer|shooter|stills|dop|dp|[12](?:st|nd) a[cd]|dit|editor|lights?|electric|client|props|art|medic|guardian|chaperone|ton|kamera|licht|regie|son|lumière|réalisat\w+|sonido|cámara|luces)\b/i;
const AGE = /\s*\((\d{1,2})\)/;
export const NAME = /^\p{Lu}[\p{L}’'.-]*(?:\s+[\p{L}’'.-]+){0,3}$/u;

/** A line without the age in brackets behind a name. */
export const withoutAge = (line: string): string => line.replace(AGE, '');
const isMinor = (line: string): boolean => Number(AGE.exec(line)?.[1] ?? 99) < 18;

/** What is beside a name on its line: parts between commas, tabs, dashes or bars. */
function partsOf(line: string): { parts: string[]; phone: string; email: string } {
  const email = EMAIL.exec(line)?.[0] ?? '';
  const rest = withoutAge(line.replace(email, ''));
  const phone = PHONE.exec(rest)?.[0].trim() ?? '';
  const parts = rest
    .replace(phone, '')
    .split(/\s*[,;|\t()]\s*|\s+[–—-]\s+|:\s+/)
    .map((p) => p.replace(/^[<(\s]+|[>)\s.]+$/g, ''))
    .filter(Boolean);
  return { parts, phone: phone.slice(0, 40), email: email.slice(0, 120) };
}

/** Somebody, and what else stands beside them that is none of it. */
export interface Found {
  person: StartPerson;
  rest: string[];
}

/** A name with a role, a phone, a mail or an age beside it; null when the line is none. */
export function personIn(line: string): Found | null {
  const { parts, phone, email } = partsOf(line);
  const role = parts.find((p) => ROLES.test(p) && p.length <= 60) ?? '';
  const name = parts.find((p) => p !== role && NAME.test(p));
  const aged = AGE.test(line);
  if (!name || name.length > 80 || !(role || phone || email || aged)) return null;
  // Whose age is said, and no work of the crew, is in the picture.
  const guest = aged && !role && !phone && !email;
  const other = guest ? (parts.find((p) => p !== name && p.length <= 60) ?? '') : '';
  const rest = parts.filter((p) => p !== name && p !== role && p !== other);
  return { person: { name, role: role || other, phone, email, guest, minor: isMinor(line) }, rest };
}

/** Somebody whom a reader said to be one: the first part of the line is the name, the next what they do. */
export function toldPerson(line: string, guest: boolean): StartPerson {
  const { parts, phone, email } = partsOf(line);
  const [name = line, role = ''] = parts;
  return { name: name.slice(0, 80), role: role.slice(0, 60), phone, email, guest, minor: isMinor(line) };
}
