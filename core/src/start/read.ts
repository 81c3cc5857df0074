import { dateIn } from '../dates/index.ts';
import { parseClock } from '../units/index.ts';
import { readMoments, type MomentLine } from '../scenes/index.ts';

/** The three kinds of job, by what one begins with. */
export const JOB_KINDS = ['shots', 'moments', 'cues'] as const;
export type JobKind = (typeof JOB_KINDS)[number];

/** What a line that was not understood can be said to be. */
export const LINE_KINDS = ['crew', 'guest', 'moment', 'shot', 'wish', 'note'] as const;
export type LineKind = (typeof LINE_KINDS)[number];
export const LINE_KIND_WORDS: Readonly<Record<LineKind, string>> = {
  crew: 'one of the crew',
  guest: 'in the picture',
  moment: 'a moment',
  shot: 'a shot',
  wish: 'a wish',
  note: 'a note',
};

/** What a pasted thread, table or list says of a day. */
export interface StartRead {
  date: string | null;
  callMin: number | null;
  wrapMin: number | null;
  places: { name: string; address: string; parking: string; hospital: string; contact: string }[];
  /** Crew and cast, with a role or a phone; guests have neither and are in the picture. */
  people: { name: string; role: string; phone: string; guest: boolean }[];
  shots: { scene: string; description: string }[];
  moments: MomentLine[];
  wishes: string[];
  notes: string[];
  /** What nobody said, in words. */
  gaps: string[];
  /** Lines that say nothing Kavrell knows, with what they are most likely to be. */
  left: { text: string; likely: readonly LineKind[] }[];
}

const CLOCK = String.raw`(\d{1,2}(?:[:.]\d{2})?\s*(?:am|pm)?)`;
const PHONE = /(?:\+|\b0)[\d\s()/-]{6,18}\d/;
const ROLES =
  /\b(director|camera|operator|gaffer|grip|sound|recordist|boom|assistant|producer|make-?up|hair|wardrobe|runner|driver|focus|data|actor|actress|talent|host|presenter|photographer|stills|lights?|electric|client|props|art|medic|guardian|chaperone|ton|kamera|licht|regie|son|lumière|réalisat\w+|sonido|cámara|luces)\b/i;
/** A heading above names of people who are in the picture without being called. */
const GUESTS =
  /^(guests?|guest list|swimmers?|pupils?|children|kids|participants?|attendees?|singers?|players?|choir|runners in the race|in the picture|gäste|gästeliste|invités|invitados)\b[^:]{0,40}:?$/i;
const NAME = /^\p{Lu}[\p{L}’'.-]*(?:\s+[\p{L}’'.-]+){0,3}$/u;

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

/** The sender and time that a chat puts before each line: in brackets, after a date, or before a sender. */
const withoutChat = (line: string) =>
  line
    .replace(/^\s*\[[^\]]{0,24}\d{1,2}[:.]\d{2}(?::\d{2})?[^\]]{0,6}\]\s*[-–]?\s*/, '')
    .replace(/^(?:\d{1,4}[./-]){2}\d{1,4},?\s+\d{1,2}:\d{2}\s*[-–]\s*/, '')
    .replace(/^[\p{Lu}][\p{L}’'-]{1,20}(?:\s[\p{Lu}][\p{L}’'-]{1,20})?:\s+(?=\S)/u, (m) => (LABELS.test(m) ? m : ''));
const LABELS =
  /^(?:call|wrap|place|location|where|address|parking|park|hospital|contact|date|crew|cast|sound|camera|gaffer|director|guests?|swimmers?|ort|lieu|lugar)\b/i;
/** A line of a programme begins with its time; one of a call or wrap does not count. */
const TIMED = /^[-–*•]?\s*\d{1,2}[:.]\d{2}\b(?!\s*(?:call|wrap)\b)/i;

const labelled = (line: string, label: string) =>
  new RegExp(`^(?:${label})\\s*(?:is|at)?\\s*[:=–-]\\s*(.+)$`, 'i').exec(line)?.[1]?.trim() ?? null;

/**
 * Reads a pasted message thread, a programme, a shot list or table, or a crew list, whatever of them there is: dates; times said with “call” and
 * “wrap”; places, parking and hospitals by their labels; people by a role or phone beside a name, guests by a heading above; shots by a leading
 * scene number; moments by a leading time. Never guesses: what it does not know it gives back in `left`, and `told` says of such a line, by its
 * text, what it is.
 */
export function readStart(text: string, today: string, told: ReadonlyMap<string, LineKind> = new Map()): StartRead {
  const read: StartRead = {
    date: null,
    callMin: null,
    wrapMin: null,
    places: [],
    people: [],
    shots: [],
    moments: [],
    wishes: [],
    notes: [],
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
  const addPerson = (p: StartRead['people'][number]) => {
    if (!read.people.some((x) => x.name.toLowerCase() === p.name.toLowerCase())) read.people.push(p);
  };
  const asToldOf: Record<LineKind, (line: string) => void> = {
    crew: (line) =>
      addPerson({ ...(personIn(line) ?? { name: line.slice(0, 80), role: '', phone: '' }), guest: false }),
    guest: (line) => addPerson({ name: line.slice(0, 80), role: '', phone: '', guest: true }),
    moment: (line) => read.moments.push(...momentsIn(line)),
    shot: (line) => read.shots.push({ scene: '1', description: line.slice(0, 300) }),
    wish: (line) => read.wishes.push(line.slice(0, 120)),
    note: (line) => read.notes.push(line),
  };
  let guests = false;
  for (const raw of text.split(/\r?\n/)) {
    const line = withoutChat(raw).trim();
    if (line === '') {
      guests = false;
      continue;
    }
    const said = told.get(line);
    if (said) {
      asToldOf[said](line);
      continue;
    }
    if (GUESTS.test(line) && !TIMED.test(line)) {
      guests = true;
      continue;
    }
    if (guests && NAME.test(line)) {
      asToldOf.guest(line);
      continue;
    }
    if (TIMED.test(line)) {
      const moments = momentsIn(line);
      if (moments.length > 0) {
        read.moments.push(...moments);
        continue;
      }
    }
    let known = false;
    const call = minuteIn(line, /\bcall(?:\s?time)?\b/);
    const wrap = minuteIn(line, /\bwrap(?:ped)?\b/);
    const shot = /^(\d{1,3})[A-Z]{0,2}\d?[.):\t ]\s*(\S.{2,})$/.exec(line);
    const found = dateIn(line, today);
    // “3 Dec” alone is a date, “3 Dec leaves the quay” a shot of scene 3.
    const onlyDate = found !== null && found.found.length >= line.replace(/[.,;]+$/, '').length;
    const date = shot && call === null && !onlyDate ? null : found;
    if (date && !read.date) {
      read.date = date.date;
      known = true;
    }
    if (call !== null && read.callMin === null) {
      read.callMin = call;
      known = true;
    }
    if (wrap !== null && read.wrapMin === null) {
      read.wrapMin = wrap;
      known = true;
    }
    const where = labelled(line, 'place|location|where|venue|ort|lieu|lugar');
    const address = labelled(line, 'address|adresse|dirección');
    const parking = labelled(line, 'parking|park|parken');
    const hospital = labelled(line, 'hospital|a&e|krankenhaus|hôpital');
    const contact = labelled(line, 'contact|kontakt');
    if (where) {
      const [name, ...rest] = where.split(/,\s*/);
      read.places.push({
        name: (name ?? where).slice(0, 80),
        address: rest.join(', ').slice(0, 300),
        parking: '',
        hospital: '',
        contact: '',
      });
      known = true;
    }
    if (address) [place().address, known] = [address.slice(0, 300), true];
    if (parking) [place().parking, known] = [parking.slice(0, 200), true];
    if (hospital) [place().hospital, known] = [hospital.slice(0, 200), true];
    if (contact) [place().contact, known] = [contact.slice(0, 160), true];
    if (!known) {
      const person = shot ? null : personIn(line);
      if (shot) {
        read.shots.push({
          scene: shot[1] ?? '',
          description: (shot[2] ?? '').replace(/\t+/g, ', ').trim().slice(0, 300),
        });
        known = true;
      } else if (person) {
        addPerson({ ...person, guest: false });
        known = true;
      } else if (/^(name|scene|shot|role|#)\b.*[,\t;]/i.test(line)) known = true;
    }
    if (!known)
      read.left.push({ text: line, likely: NAME.test(line) ? ['crew', 'guest', 'note'] : ['wish', 'moment', 'note'] });
  }
  read.gaps = gapsOf(read);
  return read;
}

/** The moment of one line; none when it can’t be read as one. */
const momentsIn = (line: string): MomentLine[] => readMoments(line).moments;

/** A name with a role or a phone beside it: parts between commas, tabs, dashes or bars. */
function personIn(line: string): Omit<StartRead['people'][number], 'guest'> | null {
  const phone = PHONE.exec(line)?.[0].trim() ?? '';
  const parts = line
    .replace(phone, '')
    .split(/\s*[,;|\t]\s*|\s+[–—-]\s+|:\s+/)
    .map((p) => p.trim())
    .filter(Boolean);
  const role = parts.find((p) => ROLES.test(p) && p.length <= 60) ?? '';
  const name = parts.find((p) => p !== role && NAME.test(p));
  return name && (role || phone) && name.length <= 80 ? { name, role, phone: phone.slice(0, 40) } : null;
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
  const called = r.people.filter((p) => !p.guest);
  if (called.length === 0) gaps.push('Nobody is named with a role or a phone.');
  for (const p of called) {
    if (!p.phone) gaps.push(`${p.name}: no phone.`);
    if (!p.role) gaps.push(`${p.name}: no role.`);
  }
  if (r.shots.length + r.moments.length === 0)
    gaps.push('No shots and no moments: lines that begin with a scene number, or with a time, are read as such.');
  return gaps;
}
