import { formatWallMinute, parseClock } from '../../base/units/index.ts';
import { ABOUT, THEN } from '../../rooms/scenes/index.ts';

const CLOCK = String.raw`(\d{1,2}(?:[:.]\d{2})?\s*(?:am|pm)?)`;
/** A heading that says what the lines below it are, which they say themselves. */
export const HEADING =
  /^(?:the )?(?:crew|crew list|team|contacts?|programme?|schedule|running order|order of events|timeline|shots?|shot ?list|scenes?|ablauf|programm|équipe|equipo|planos?|plans?)\s*:?$/i;
/** A heading above names of people who are in the picture without being called. */
export const GUESTS =
  /^(?:guests?|guest list|swimmers?|pupils?|children|kids|participants?|attendees?|singers?|players?|choir|runners in the race|in the picture|gäste|gästeliste|invités|invitados)(?:\b[^:]{0,40}:|\s*\(\d+\))?$/i;

/** A time such as `7:30`, `7.30`, `7pm`, as minutes; null when it is none. */
export function minuteIn(text: string, word: RegExp): number | null {
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

/** When something is eaten, and for how long where that is said. */
export interface Meal {
  text: string;
  /** What else the line says of it: *catered by Ola*. */
  more: boolean;
  atMin: number;
  minutes: number | null;
}
export interface Hours {
  text: string;
  fromMin: number;
  toMin: number;
}
/** From when to when, such as `08:15 to 17:30` or `9am–5pm`; null where nothing of the kind is said, or it would end before it begins. */
export function hoursIn(text: string): Hours | null {
  // With colons or am and pm: `10.06–11.06` are days.
  const CLOCKS = String.raw`(\d{1,2}:\d{2}(?:\s*[ap]m)?|\d{1,2}\s*[ap]m)`;
  const inGerman = /\b(\d{1,2})(?::(\d{2}))?\s*(?:bis|[-–])\s*(\d{1,2})(?::(\d{2}))?\s*uhr\b/i.exec(text);
  if (inGerman) {
    const [all, from, fromRest, to, toRest] = inGerman;
    const [fromMin, toMin] = [Number(from) * 60 + Number(fromRest ?? 0), Number(to) * 60 + Number(toRest ?? 0)];
    return toMin > fromMin && toMin <= 24 * 60 ? { text: all, fromMin, toMin } : null;
  }
  const found = new RegExp(String.raw`\b${CLOCKS}\s*(?:to|until|till|bis|[-–—])\s*${CLOCKS}(?![\d:]|\.\d)`, 'i').exec(
    text,
  );
  const [from, to] = [minuteIn(found?.[1] ?? '', /^/), minuteIn(found?.[2] ?? '', /^/)];
  return found && from !== null && to !== null && to > from ? { text: found[0], fromMin: from, toMin: to } : null;
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
const MEALS = 'breakfast|lunch|dinner|supper|frühstück|mittagessen|abendessen|déjeuner|dîner|almuerzo|comida|cena';
const MEAL = new RegExp(`^(?:${MEALS})\\b`, 'i');
export const LABELS = new RegExp(
  `^(?:call|wrap|date|job|title|project|projekt|crew|team|équipe|equipo|cast|${MEALS}|sound|camera|gaffer|director|guests?|swimmers?|${WHERE}|${ADDRESS}|${PARKING}|${HOSPITAL}|${CONTACT})\\b`,
  'i',
);
const LABELLED = `${WHERE}|${ADDRESS}|${PARKING}|${HOSPITAL}|${CONTACT}`;
const BEFORE_LABEL = new RegExp(`(?<=[\\p{L}\\d)])[.;]\\s+(?=(?:${LABELLED}|call|wrap|crew)\\b)`, 'iu');
/** “Dr. Falk” and “St. Anne” end no sentence. */
const NO_END = String.raw`(?<!\b(?:Dr|Mr|Mrs|Ms|Prof|St|Str|Jr|Sr|No|Nr)\.)`;
const SENTENCE = new RegExp(String.raw`(?<=[\p{L}\d)]{2}[.!?])${NO_END}\s+(?=\p{Lu})`, 'u');
const PART = new RegExp(String.raw`[,;!]\s+|\s[–—-]\s|(?<=[\p{L}\d)]{2})\.${NO_END}\s+`, 'u');
/** Parts of one line between commas, dashes and full stops. */
export const partsOfSentence = (line: string): string[] =>
  line.split(PART).map((part) => part.trim().replace(/[.,;!]+$/, ''));
export const GREETING = /^(?:hi|hello|hey|dear|hallo|liebe|bonjour|salut|hola|so|ok|okay|all)\b/i;
/** A greeting and no more: nothing to be asked about. */
export const isGreeting = (line: string): boolean => GREETING.test(line) && /^(?:\p{L}+[\s,!.]*){1,3}$/u.test(line);
/** Longer than this, a line that is in no list is read sentence by sentence. */
const LONG_LINE = 60;
/** The lines of a text without who sent them: long ones by their sentences, and what begins with a label of its own after a full stop apart. */
export const linesOf = (text: string): string[] =>
  text
    .split(/\r?\n/)
    .map(withoutChat)
    .flatMap((line) =>
      line.length > LONG_LINE && !/^\s*[-–*•]?\s*\d/.test(line)
        ? line.split(SENTENCE).map((said) => said.replace(/\.$/, ''))
        : [line],
    )
    .flatMap((line) => line.split(BEFORE_LABEL))
    .map((line) => line.trim());

/** A call or a wrap with its time. */
export const CALLED = new RegExp(String.raw`\b(?:call(?:\s?time)?|wrap(?:ped)?)\b[^\d]{0,14}${CLOCK}`, 'gi');

/** What a job is called, by a label for it. */
export const titleLabelled = (line: string): string | null => labelled(line, 'job|title|project|projekt');

/** A line of a programme begins with its time; one of a call or wrap does not count. */
const CLOCKED = /^\d{1,2}[:.]\d{2}\b(?!\s*(?:call|wrap)\b)/i;
export function timed(line: string): boolean {
  const plain = line.replace(/^[-–*•]\s*/, '');
  return CLOCKED.test(plain.replace(ABOUT, '')) || (THEN.test(plain) && /\d\s*(?:min|m|h)\)?$/i.test(plain));
}

/** A few words, and a time behind them. */
export const TIME_LAST = /^(\p{L}[^\d]{1,60}?)[\s,:–-]+(?:at\s+|um\s+|à\s+)?(\d{1,2}[:.]\d{2}(?:\s*[ap]m)?)\.?$/iu;

export const labelled = (line: string, label: string) =>
  new RegExp(`^(?:${label})\\s*(?:is|at)?\\s*[:=–-]\\s*(.+)$`, 'i').exec(line)?.[1]?.trim() ?? null;

/** A place as a text tells of it. */
export interface ToldPlace {
  name: string;
  address: string;
  parking: string;
  hospital: string;
  contact: string;
}
/** What a place is called by its label, and where it is, in one: null where the line says no such thing. */
export const placeIn = (line: string): string | null => labelled(line, WHERE);

/** A time with something before or behind it, as in a sentence: `from 9am`, `at 16:30`. */
const IN_CLAUSE = /\s*\b(?:from|at|um|ab|à|a las|@)?\s*\b(\d{1,2}(?:[:.]\d{2})?\s*[ap]m|\d{1,2}:\d{2})\b\.?/gi;

/** When something is eaten, by a word for it and a time behind: *Lunch 12:30*, *lunch at 1 pm, 45 min*. Null where the line is no such thing. */
export function mealIn(line: string): Meal | null {
  if (!MEAL.test(line) || !/^\D{4,30}\d/.test(line) || line.length > 60) return null;
  const hours = hoursIn(line);
  // “Lunch 12:30, speeches 14:00” is a programme.
  if (!hours && [...line.matchAll(IN_CLAUSE)].length > 1) return null;
  // “Lunch for 12” has no time in it.
  const atMin = hours?.fromMin ?? minuteIn(/\d{1,2}(?:[:.]\d{2}|\s*[ap]m).*/i.exec(line)?.[0] ?? '', /^/);
  if (atMin === null) return null;
  const said = /(\d{1,3})\s*(?:(min)|h(?:ours?)?\b)/i.exec(line);
  const minutes = hours ? hours.toMin - hours.fromMin : said ? Number(said[1]) * (said[2] ? 1 : 60) : null;
  const more = line
    .replace(MEAL, '')
    .replace(/\d[\d:.]*\s*(?:am|pm|min|hours?|h|uhr)?|\b(?:break|at|um|for|from|to|till|until|bis)\b/gi, '');
  return {
    text: line,
    more: /\p{L}{2}/u.test(more),
    atMin,
    minutes: minutes !== null && minutes > 0 && minutes <= 180 ? minutes : null,
  };
}

/**
 * A programme in one sentence: *getting ready from 9am at Mill House, ceremony 1pm, speeches 4.30pm*, each as a line that begins with its time. None
 * where a part of it has no time, or two.
 */
export function clausesIn(line: string): string[] {
  const parts = line.split(/[,;]\s+/);
  const timesOf = (part: string) => [...part.matchAll(IN_CLAUSE)].map((m) => m[1]!);
  if (parts.length < 2 || /\b(?:call|wrap)\b/i.test(line) || parts.some((p) => timesOf(p).length !== 1)) return [];
  const named = parts.map((p) => ({ at: minuteIn(timesOf(p)[0]!, /^/), what: p.replace(IN_CLAUSE, '').trim() }));
  if (named.some(({ at, what }) => at === null || !/\p{L}{3}/u.test(what))) return [];
  return named.map(({ at, what }) => `${formatWallMinute(at!)} ${what.charAt(0).toUpperCase()}${what.slice(1)}`);
}

/** What a line says of a place by its label, cut to what fits; null where it says nothing of the kind. */
export function toldOfPlace(line: string): Partial<ToldPlace> | null {
  const address = labelled(line, ADDRESS);
  const parking = labelled(line, PARKING) ?? /^parking\s+(\S.+)$/i.exec(line)?.[1];
  const hospital = labelled(line, HOSPITAL);
  const contact = labelled(line, CONTACT) ?? /^contact\s+(\S.*\d{3}.*)$/i.exec(line)?.[1];
  const told = {
    ...(address ? { address: address.slice(0, 300) } : {}),
    ...(parking ? { parking: parking.slice(0, 200) } : {}),
    ...(hospital ? { hospital: hospital.slice(0, 200) } : {}),
    ...(contact ? { contact: contact.slice(0, 160) } : {}),
  };
  return Object.keys(told).length > 0 ? told : null;
}
