import { isCalendarDate } from '../time/index.ts';
import { parseClock } from '../units/index.ts';

/** What a pasted thread, table or list says of a day. */
export interface StartRead {
  date: string | null;
  callMin: number | null;
  wrapMin: number | null;
  places: { name: string; address: string; parking: string; hospital: string; contact: string }[];
  people: { name: string; role: string; phone: string }[];
  shots: { scene: string; description: string }[];
  /** What nobody said, in words. */
  gaps: string[];
  /** Lines that say nothing Kavrell knows. */
  left: string[];
}

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const CLOCK = String.raw`(\d{1,2}(?:[:.]\d{2})?\s*(?:am|pm)?)`;
const PHONE = /(?:\+|\b0)[\d\s()/-]{6,18}\d/;
const ROLES =
  /\b(director|camera|operator|gaffer|grip|sound|recordist|boom|assistant|producer|make-?up|hair|wardrobe|runner|driver|focus|data|actor|actress|talent|host|presenter|photographer|stills|lights?|electric|client|props|art|medic|guardian|chaperone)\b/i;

/** `18 March 2027`, `18.3.2027`, `2027-03-18`; without a year the next such date from `today` on. */
export function readDate(text: string, today: string): string | null {
  const iso = /\b(\d{4}-\d{2}-\d{2})\b/.exec(text)?.[1];
  if (iso) return isCalendarDate(iso) ? iso : null;
  const make = (y: string | undefined, m: number, d: string): string | null => {
    const two = (n: number | string) => String(n).padStart(2, '0');
    const year = y ?? today.slice(0, 4);
    const at = `${year}-${two(m)}-${two(d)}`;
    if (!isCalendarDate(at)) return null;
    return y || at >= today ? at : make(String(Number(year) + 1), m, d);
  };
  const named =
    /\b(\d{1,2})(?:st|nd|rd|th)?\s+(jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)[a-z]*\.?,?\s*(\d{4})?/i.exec(text);
  if (named) return make(named[3], MONTHS.indexOf((named[2] ?? '').toLowerCase()) + 1, named[1] ?? '');
  const dotted = /\b(\d{1,2})[./](\d{1,2})[./](\d{4})\b/.exec(text);
  return dotted ? make(dotted[3], Number(dotted[2]), dotted[1] ?? '') : null;
}

/** A time such as `7:30`, `7.30`, `7pm`, as minutes; null when it is none. */
function minuteIn(text: string, word: RegExp): number | null {
  const match = new RegExp(`${word.source}[^\\d]{0,14}${CLOCK}`, 'i').exec(text);
  const said = match?.[1]?.replace('.', ':').trim();
  if (!said) return null;
  const typed = /[:apm]/i.test(said) ? said : `${said}:00`;
  try {
    return parseClock(typed);
  } catch {
    // Something with figures that is no time: left for the reader.
    return null;
  }
}

/** The sender and time that a chat puts before each line. */
const withoutChat = (line: string) =>
  line
    .replace(/^\s*\[?\d{1,2}[:.]\d{2}(?::\d{2})?\]?\s*[-–]?\s*/, (m) =>
      /\bcall|wrap/i.test(line.slice(0, m.length)) ? m : '',
    )
    .replace(/^(?:\d{1,4}[./-]){2}\d{1,4},?\s+\d{1,2}:\d{2}\s*[-–]\s*/, '')
    .replace(/^[\p{Lu}][\p{L}’'-]{1,20}(?:\s[\p{Lu}][\p{L}’'-]{1,20})?:\s+(?=\S)/u, (m) => (LABELS.test(m) ? m : ''));
const LABELS =
  /^(?:call|wrap|place|location|where|address|parking|park|hospital|contact|date|crew|cast|sound|camera|gaffer|director)\b/i;

const labelled = (line: string, label: string) =>
  new RegExp(`^(?:${label})\\s*(?:is|at)?\\s*[:=–-]\\s*(.+)$`, 'i').exec(line)?.[1]?.trim() ?? null;

/**
 * Reads a pasted message thread, a shot list or table, or a crew list, whatever of them there is: dates and times said with “call” and “wrap”; places, parking and hospitals
 * by their labels; people by a role or phone beside a name; shots by a leading scene number. Never guesses: what it does not know it gives back in `left`.
 */
export function readStart(text: string, today: string): StartRead {
  const read: StartRead = {
    date: null,
    callMin: null,
    wrapMin: null,
    places: [],
    people: [],
    shots: [],
    gaps: [],
    left: [],
  };
  const place = () => {
    const last = read.places.at(-1);
    if (last) return last;
    const made = { name: 'The place', address: '', parking: '', hospital: '', contact: '' };
    read.places.push(made);
    return made;
  };
  for (const raw of text.split(/\r?\n/)) {
    const line = withoutChat(raw).trim();
    if (line === '') continue;
    let known = false;
    const date = readDate(line, today);
    if (date && !read.date) {
      read.date = date;
      known = true;
    }
    const call = minuteIn(line, /\bcall(?:\s?time)?\b/);
    const wrap = minuteIn(line, /\bwrap(?:ped)?\b/);
    if (call !== null && read.callMin === null) {
      read.callMin = call;
      known = true;
    }
    if (wrap !== null && read.wrapMin === null) {
      read.wrapMin = wrap;
      known = true;
    }
    const where = labelled(line, 'place|location|where|venue');
    const address = labelled(line, 'address');
    const parking = labelled(line, 'parking|park');
    const hospital = labelled(line, 'hospital|a&e');
    const contact = labelled(line, 'contact');
    if (where) {
      const [name, ...rest] = where.split(/,\s*/);
      read.places.push({
        name: (name ?? where).slice(0, 80),
        address: rest.join(', '),
        parking: '',
        hospital: '',
        contact: '',
      });
      known = true;
    }
    if (address) [place().address, known] = [address, true];
    if (parking) [place().parking, known] = [parking, true];
    if (hospital) [place().hospital, known] = [hospital, true];
    if (contact) [place().contact, known] = [contact, true];
    if (!known) {
      const shot = /^(\d{1,3})[A-Z]{0,2}\d?[.):\t ]\s*(\S.{2,})$/.exec(line);
      const person = shot ? null : personIn(line);
      if (shot) {
        read.shots.push({
          scene: shot[1] ?? '',
          description: (shot[2] ?? '').replace(/\t+/g, ', ').trim().slice(0, 300),
        });
        known = true;
      } else if (person && !read.people.some((p) => p.name.toLowerCase() === person.name.toLowerCase())) {
        read.people.push(person);
        known = true;
      } else if (/^(name|scene|shot|role|#)\b.*[,\t;]/i.test(line)) known = true;
    }
    if (!known) read.left.push(line);
  }
  read.gaps = gapsOf(read);
  return read;
}

/** A name with a role or a phone beside it: parts between commas, tabs, dashes or bars. */
function personIn(line: string): StartRead['people'][number] | null {
  const phone = PHONE.exec(line)?.[0].trim() ?? '';
  const parts = line
    .replace(phone, '')
    .split(/\s*[,;|\t]\s*|\s+[–—-]\s+|:\s+/)
    .map((p) => p.trim())
    .filter(Boolean);
  const role = parts.find((p) => ROLES.test(p) && p.length <= 60) ?? '';
  const name = parts.find((p) => p !== role && /^\p{Lu}[\p{L}’'.-]*(?:\s+[\p{L}’'.-]+){0,3}$/u.test(p));
  return name && (role || phone) && name.length <= 80 ? { name, role, phone } : null;
}

function gapsOf(r: Omit<StartRead, 'gaps'>): string[] {
  const gaps: string[] = [];
  if (!r.date) gaps.push('No date is said.');
  if (r.callMin === null) gaps.push('No call is said.');
  if (r.wrapMin === null) gaps.push('No wrap is said.');
  if (r.places.length === 0) gaps.push('No place is said.');
  for (const p of r.places) {
    if (!p.address) gaps.push(`${p.name}: no address.`);
    if (!p.hospital) gaps.push(`${p.name}: no hospital.`);
  }
  if (r.people.length === 0) gaps.push('Nobody is named with a role or a phone.');
  for (const p of r.people) {
    if (!p.phone) gaps.push(`${p.name}: no phone.`);
    if (!p.role) gaps.push(`${p.name}: no role.`);
  }
  if (r.shots.length === 0) gaps.push('No shots: lines that begin with a scene number are read as such.');
  return gaps;
}
