import { dateIn } from '../../base/dates/index.ts';
import { parseClock } from '../../base/units/index.ts';
import { ABOUT, THEN, readMoments, type MomentLine } from '../../rooms/scenes/index.ts';
import { NAME, personIn, toldPerson, withoutAge, type StartPerson } from './person.ts';

/** The three kinds of job, by what one begins with. */
export const JOB_KINDS = ['shots', 'moments', 'cues'] as const;
export type JobKind = (typeof JOB_KINDS)[number];

/** What a line that was not understood can be said to be. */
export const LINE_KINDS = ['title', 'crew', 'guest', 'place', 'moment', 'shot', 'wish', 'note'] as const;
export type LineKind = (typeof LINE_KINDS)[number];
export const LINE_KIND_WORDS: Readonly<Record<LineKind, string>> = {
  title: 'the job’s name',
  crew: 'one of the crew',
  guest: 'in the picture',
  place: 'a place',
  moment: 'a moment',
  shot: 'a shot',
  wish: 'a wish',
  note: 'a note',
};

/** What a pasted thread, table or list says of a day. */
export interface StartRead {
  /** What the job is called, where the text says it. */
  title: string;
  date: string | null;
  callMin: number | null;
  wrapMin: number | null;
  places: { name: string; address: string; parking: string; hospital: string; contact: string }[];
  people: StartPerson[];
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
/** A heading that says what the lines below it are, which they say themselves. */
const HEADING =
  /^(?:the )?(?:crew|crew list|team|contacts?|programme?|schedule|running order|order of events|timeline|shots?|shot ?list|scenes?|ablauf|programm|équipe|equipo|planos?|plans?)\s*:?$/i;
/** A heading above names of people who are in the picture without being called. */
const GUESTS =
  /^(?:guests?|guest list|swimmers?|pupils?|children|kids|participants?|attendees?|singers?|players?|choir|runners in the race|in the picture|gäste|gästeliste|invités|invitados)(?:\b[^:]{0,40}:|\s*\(\d+\))?$/i;

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
const [WHERE, ADDRESS, PARKING, HOSPITAL, CONTACT] = [
  'place|location|where|venue|ort|lieu|lugar',
  'address|adresse|dirección',
  'parking|park|parken',
  'hospital|a&e|krankenhaus|hôpital',
  'contact|kontakt',
] as const;
const LABELS = new RegExp(
  `^(?:call|wrap|date|crew|cast|sound|camera|gaffer|director|guests?|swimmers?|${WHERE}|${ADDRESS}|${PARKING}|${HOSPITAL}|${CONTACT})\\b`,
  'i',
);
/** A line of a programme begins with its time; one of a call or wrap does not count. */
const CLOCKED = /^\d{1,2}[:.]\d{2}\b(?!\s*(?:call|wrap)\b)/i;
function timed(line: string): boolean {
  const plain = line.replace(/^[-–*•]\s*/, '');
  return CLOCKED.test(plain.replace(ABOUT, '')) || (THEN.test(plain) && /\d\s*(?:min|m|h)\)?$/i.test(plain));
}

const labelled = (line: string, label: string) =>
  new RegExp(`^(?:${label})\\s*(?:is|at)?\\s*[:=–-]\\s*(.+)$`, 'i').exec(line)?.[1]?.trim() ?? null;

const nothingRead = (): StartRead => ({
  title: '',
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
});

/** What a line says of a place by its label, cut to what fits; null where it says nothing of the kind. */
function toldOfPlace(line: string): Partial<StartRead['places'][number]> | null {
  const address = labelled(line, ADDRESS);
  const parking = labelled(line, PARKING) ?? /^parking\s+(\S.+)$/i.exec(line)?.[1];
  const hospital = labelled(line, HOSPITAL);
  const contact = labelled(line, CONTACT);
  const told = {
    ...(address ? { address: address.slice(0, 300) } : {}),
    ...(parking ? { parking: parking.slice(0, 200) } : {}),
    ...(hospital ? { hospital: hospital.slice(0, 200) } : {}),
    ...(contact ? { contact: contact.slice(0, 160) } : {}),
  };
  return Object.keys(told).length > 0 ? told : null;
}

/**
 * Reads a pasted message thread, a programme, a shot list or table, or a crew list, whatever of them there is: dates; times said with “call” and
 * “wrap”; places, parking and hospitals by their labels; people by a role or phone beside a name, guests by a heading above; shots by a leading
 * scene number; moments by a leading time. Never guesses: what it does not know it gives back in `left`, and `told` says of such a line, by its
 * text, what it is.
 */
export function readStart(text: string, today: string, told: ReadonlyMap<string, LineKind> = new Map()): StartRead {
  const read = nothingRead();
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
  const addPlace = (where: string) => {
    const [name = where, ...rest] = where.split(/,\s*/);
    const address = rest.join(', ').slice(0, 300);
    read.places.push({ name: name.slice(0, 80), address, parking: '', hospital: '', contact: '' });
  };
  const asToldOf: Record<LineKind, (line: string) => void> = {
    title: (line) => (read.title = line.slice(0, 120)),
    crew: (line) => addPerson(toldPerson(line, false)),
    guest: (line) => addPerson(toldPerson(line, true)),
    place: (line) => addPlace(line),
    moment: (line) => read.moments.push(...momentsIn(line)),
    shot: (line) => read.shots.push({ scene: '1', description: line.slice(0, 300) }),
    wish: (line) => read.wishes.push(line.slice(0, 120)),
    note: (line) => read.notes.push(line),
  };
  let guests = false;
  let calledAt = '';
  let first = true;
  for (const raw of text.split(/\r?\n/)) {
    const line = withoutChat(raw).trim();
    if (line === '') {
      guests = false;
      continue;
    }
    const opening = first;
    first = false;
    const said = told.get(line);
    if (said) {
      asToldOf[said](line);
      continue;
    }
    if (GUESTS.test(line) && !timed(line)) {
      guests = true;
      continue;
    }
    if (HEADING.test(line)) {
      guests = false;
      continue;
    }
    if (guests && NAME.test(withoutAge(line))) {
      asToldOf.guest(line);
      continue;
    }
    if (timed(line)) {
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
      read.title ||= titleIn(line, date.found);
      read.date = date.date;
      known = true;
    }
    if (call !== null && read.callMin === null) {
      read.callMin = call;
      // “Call 7:30 at the old tannery”: where, if nobody says it better.
      calledAt ||= /\bcall\b.*?\d\s*(?:am|pm)?\s+at\s+(?!\d)([^,;.]{3,80})/i.exec(line)?.[1]?.trim() ?? '';
      known = true;
    }
    if (wrap !== null && read.wrapMin === null) {
      read.wrapMin = wrap;
      known = true;
    }
    const where = labelled(line, WHERE);
    if (where) {
      addPlace(where);
      known = true;
    }
    const ofPlace = toldOfPlace(line);
    if (ofPlace) {
      Object.assign(place(), ofPlace);
      known = true;
    }
    if (!known) {
      const person = shot ? null : personIn(line);
      if (shot) {
        read.shots.push({
          scene: shot[1] ?? '',
          description: (shot[2] ?? '').replace(/\t+/g, ', ').trim().slice(0, 300),
        });
        known = true;
      } else if (person) {
        addPerson(person);
        known = true;
      } else if (/^(name|scene|shot|role|#)\b.*[,\t;]/i.test(line)) known = true;
    }
    if (!known) read.left.push({ text: line, likely: likelyOf(line, opening) });
  }
  if (calledAt && read.places.length === 0) addPlace(calledAt.charAt(0).toUpperCase() + calledAt.slice(1));
  read.gaps = gapsOf(read);
  return read;
}

/** What a line that says nothing known is most likely to be. */
function likelyOf(line: string, opening: boolean): readonly LineKind[] {
  const [head = ''] = withoutAge(line).split(/\s*[,;–]\s*/);
  if (opening && !/[\d?]/.test(line) && line.length <= 60) return ['title', 'wish', 'note'];
  if (NAME.test(head) && (head === line || /\s/.test(head)) && !/\d/.test(line)) return ['crew', 'guest', 'note'];
  if (/,/.test(line) && /\d/.test(line)) return ['place', 'wish', 'note'];
  // A first name and what they are, or two words that only look so: *Ina, potter*; *gloves, please*.
  if (NAME.test(head) && /^[^,;]+,(?:\s+[^\s,;]+){1,3}$/.test(line)) return ['crew', 'guest', 'wish', 'note'];
  return ['wish', 'moment', 'note'];
}

const GREETING = /^(?:hi|hello|hey|dear|hallo|liebe|bonjour|salut|hola|so|ok|okay|all)\b/i;
/** Fewer letters than this are no name of a job. */
const LEAST_LETTERS = 6;
/** What a job is called, beside its date in one line: the first part of it that is no greeting, time or label. */
function titleIn(line: string, date: string): string {
  const part = line
    .replace(date, ',')
    .split(/[,;|!.]|\s[–—-]\s/)
    .map((p) => p.trim())
    .find(
      (p) =>
        (p.match(/\p{L}/gu)?.length ?? 0) >= LEAST_LETTERS && !/\d/.test(p) && !GREETING.test(p) && !LABELS.test(p),
    );
  return part && part.length <= 60 ? part.charAt(0).toUpperCase() + part.slice(1) : '';
}

/** The moment of one line; none when it can’t be read as one. */
const momentsIn = (line: string): MomentLine[] => readMoments(line).moments;

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
