import { dateIn } from '../../base/dates/index.ts';
import { readMoments, type MomentLine } from '../../rooms/scenes/index.ts';
import { crewIn } from './crewLine.ts';
import {
  CALLED,
  clausesIn,
  GREETING,
  GUESTS,
  HEADING,
  hoursIn,
  isGreeting,
  LABELS,
  linesOf,
  mealIn,
  minuteIn,
  partsOfSentence,
  placeIn,
  timed,
  titleLabelled,
  TIME_LAST,
  toldOfPlace,
  type Hours,
  type Meal,
  type ToldPlace,
} from './lines.ts';
import { NAME, personIn, toldPerson, withoutAge, type Found, type StartPerson } from './person.ts';

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
  places: ToldPlace[];
  people: StartPerson[];
  shots: { scene: string; description: string }[];
  moments: MomentLine[];
  meals: Meal[];
  wishes: string[];
  notes: string[];
  /** What was taken to mean something that it does not say, in words. */
  assumed: string[];
  /** What nobody said, in words. */
  gaps: string[];
  /** Lines that say nothing Kavrell knows, with what they are most likely to be. */
  left: { text: string; likely: readonly LineKind[] }[];
}

const nothingRead = (): StartRead => ({
  title: '',
  date: null,
  callMin: null,
  wrapMin: null,
  places: [],
  people: [],
  shots: [],
  moments: [],
  meals: [],
  wishes: [],
  notes: [],
  assumed: [],
  gaps: [],
  left: [],
});

const SHOTS = /shot|planos?|plans?\b/i;

/** Reads line by line; what it has read so far. */
class Reader {
  readonly read = nothingRead();
  private guests = false;
  /** Below a heading that says so, what is listed are shots. */
  private shots = false;
  private hours: Hours | null = null;
  private calledAt = '';
  private first = true;
  constructor(
    private readonly today: string,
    private readonly told: ReadonlyMap<string, LineKind>,
  ) {}

  private place(): ToldPlace {
    const last = this.read.places.at(-1);
    if (last) return last;
    const made = { name: 'The place', address: '', parking: '', hospital: '', contact: '' };
    this.read.places.push(made);
    return made;
  }
  private addPerson(p: StartPerson): void {
    if (!this.read.people.some((x) => x.name.toLowerCase() === p.name.toLowerCase())) this.read.people.push(p);
  }
  /** Somebody; what else stands beside them is read by itself, or asked about with their name. */
  private addFound({ person, rest }: Found): void {
    this.addPerson(person);
    for (const text of rest) this.readApart(text, `${person.name}: ${text}`);
  }
  private addPlace(where: string): void {
    const [name = where, ...rest] = where.split(/,\s*/);
    const address = rest.join(', ').slice(0, 300);
    this.read.places.push({ name: name.slice(0, 80), address, parking: '', hospital: '', contact: '' });
  }
  private readonly asToldOf: Record<LineKind, (line: string) => void> = {
    title: (line) => (this.read.title = line.slice(0, 120)),
    crew: (line) => this.addPerson(toldPerson(line, false)),
    guest: (line) => this.addPerson(toldPerson(line, true)),
    place: (line) => this.addPlace(line),
    moment: (line) => this.read.moments.push(...momentsIn(line)),
    shot: (line) => this.read.shots.push({ scene: '1', description: line.slice(0, 300) }),
    wish: (line) => this.read.wishes.push(line.slice(0, 120)),
    note: (line) => this.read.notes.push(line),
  };

  line(line: string): void {
    if (line === '') {
      this.guests = false;
      this.shots &&= this.read.shots.length === 0;
      return;
    }
    const opening = this.first;
    this.first = false;
    const said = this.told.get(line);
    if (said) this.asToldOf[said](line);
    else if (!isGreeting(line) && !this.asOneOfMany(line) && !this.asFacts(line))
      this.read.left.push({ text: line, likely: likelyOf(line, opening) });
  }

  /** A heading, what stands below one, a list of the crew, or a line of a programme: true when it was one. */
  private asOneOfMany(line: string): boolean {
    if (GUESTS.test(line) && !timed(line)) {
      this.guests = true;
      return true;
    }
    if (HEADING.test(line)) {
      this.guests = false;
      this.shots = SHOTS.test(line);
      return true;
    }
    if (/:$/.test(line)) this.shots = false;
    const shot = this.shots ? /^[-–*•]\s*(\S.{2,})$/.exec(line)?.[1] : undefined;
    if (shot) {
      this.read.shots.push({ scene: this.read.shots.at(-1)?.scene ?? '1', description: shot.slice(0, 300) });
      return true;
    }
    if (this.guests && NAME.test(withoutAge(line))) {
      this.asToldOf.guest(line);
      return true;
    }
    const meal = mealIn(line);
    if (meal) {
      this.read.meals.push(meal);
      if (meal.more) this.read.notes.push(line);
      return true;
    }
    const listed = crewIn(line);
    for (const { text, found } of listed ?? []) {
      const said = this.told.get(text);
      if (said) this.asToldOf[said](text);
      else if (found) this.addFound(found);
      else this.read.left.push({ text, likely: ['crew', 'note'] });
    }
    const clauses = !listed && !dateIn(line, this.today) ? clausesIn(line) : [];
    const moments = !listed && timed(line) ? momentsIn(line) : clauses.flatMap(momentsIn);
    this.read.moments.push(...moments);
    return listed !== null || moments.length > 0;
  }

  /** Whatever a line says of the day, its place, somebody or a shot: true when it says any of it. */
  private asFacts(line: string): boolean {
    const { read } = this;
    const title = titleLabelled(line);
    if (title) read.title = title.slice(0, 120);
    if (title) return true;
    const shot = /^(\d{1,3})[A-Z]{0,2}\d?[.):\t ]\s*(\S.{2,})$/.exec(line);
    const known = [this.times(line, shot !== null), this.where(line)].includes(true);
    if (known) return true;
    const somebody = shot ? null : personIn(line);
    if (shot)
      read.shots.push({
        scene: shot[1] ?? '',
        description: (shot[2] ?? '').replace(/\t+/g, ', ').trim().slice(0, 300),
      });
    else if (somebody) this.addFound(somebody);
    else return /^(name|scene|shot|role|#)\b.*[,\t;]/i.test(line);
    return true;
  }

  private times(line: string, isShot: boolean): boolean {
    const { read } = this;
    let known = false;
    const call = minuteIn(line, /\bcall(?:\s?time)?\b/);
    const wrap = minuteIn(line, /\bwrap(?:ped)?\b/);
    const found = dateIn(line, this.today);
    // “3 Dec” alone is a date, “3 Dec leaves the quay” a shot of scene 3; with a year it is a date whatever follows.
    const onlyDate =
      found !== null && (found.found.length >= line.replace(/[.,;]+$/, '').length || /\b\d{4}\b/.test(found.found));
    const date = isShot && call === null && !onlyDate ? null : found;
    if (date && !read.date) {
      read.title ||= titleIn(line, date.found);
      read.date = date.date;
      this.hours = call === null && wrap === null ? hoursIn(line) : null;
      known = true;
    }
    if (call !== null && read.callMin === null) {
      read.callMin = call;
      // “Call 7:30 at the old tannery”: where, if nobody says it better.
      this.calledAt ||= /\bcall\b.*?\d\s*(?:am|pm)?\s+at\s+(?!\d)([^,;.]{3,80})/i.exec(line)?.[1]?.trim() ?? '';
      known = true;
    }
    if (wrap !== null && read.wrapMin === null) {
      read.wrapMin = wrap;
      known = true;
    }
    if (known && !placeIn(line) && !toldOfPlace(line))
      for (const text of unreadBeside(line, [
        dateAlone(date?.found ?? ''),
        read.title,
        this.calledAt,
        this.hours?.text ?? '',
      ]))
        this.readApart(text);
    return known;
  }

  /** What stands in one line with something else; `asked` is what it is called where nothing of it is understood. */
  private readApart(text: string, asked: string = text): void {
    const said = this.told.get(asked);
    if (said) this.asToldOf[said](asked);
    else if (!this.asOneOfMany(text) && !this.asFacts(text))
      this.read.left.push({ text: asked, likely: asked === text ? likelyOf(text, false) : ['note', 'wish'] });
  }

  private where(line: string): boolean {
    const named = placeIn(line);
    if (named) this.addPlace(named);
    const ofPlace = toldOfPlace(line);
    if (!ofPlace) return named !== null;
    const { address = '', ...rest } = ofPlace;
    // “Old Ropewalk, Quay Lane 3”: an address may begin with the name of what stands there.
    if (this.read.places.length === 0 && /^[^\d,]+,\s*\S/.test(address)) this.addPlace(address);
    else if (address) this.place().address = address;
    Object.assign(this.place(), rest);
    return true;
  }

  end(): StartRead {
    const { read, calledAt, hours } = this;
    if (calledAt && read.places.length === 0) this.addPlace(calledAt.charAt(0).toUpperCase() + calledAt.slice(1));
    else if (calledAt) read.notes.push(`Call at ${calledAt}`);
    const taken = read.callMin === null && read.wrapMin === null ? hours : null;
    if (taken) {
      Object.assign(read, { callMin: taken.fromMin, wrapMin: taken.toMin });
      read.assumed.push(`“${taken.text}” beside the date was taken as call and wrap.`);
    }
    read.gaps = gapsOf(read);
    return read;
  }
}

/**
 * Reads a pasted message thread, a programme, a shot list or table, or a crew list, whatever of them there is: dates; times said with “call” and
 * “wrap”; places, parking and hospitals by their labels; people by a role or phone beside a name, guests by a heading above; shots by a leading
 * scene number; moments by a leading time. Never guesses: what it does not know it gives back in `left`, and `told` says of such a line, by its
 * text, what it is.
 */
export function readStart(text: string, today: string, told: ReadonlyMap<string, LineKind> = new Map()): StartRead {
  const reader = new Reader(today, told);
  for (const line of linesOf(text)) reader.line(line);
  return reader.end();
}

/** What a line that says nothing known is most likely to be. */
function likelyOf(line: string, opening: boolean): readonly LineKind[] {
  const [head = ''] = withoutAge(line).split(/\s*[,;–]\s*/);
  if (opening && !/[\d?]/.test(line) && line.length <= 60) return ['title', 'wish', 'note'];
  if (NAME.test(head) && (head === line || /\s/.test(head)) && !/\d/.test(line)) return ['crew', 'guest', 'note'];
  if (TIME_LAST.test(line)) return ['moment', 'wish', 'note'];
  if (/,/.test(line) && /\d/.test(line)) return ['place', 'wish', 'note'];
  // A first name and what they are, or two words that only look so: *Ina, potter*; *gloves, please*.
  if (NAME.test(head) && /^[^,;]+,(?:\s+[^\s,;]+){1,3}$/.test(line)) return ['crew', 'guest', 'wish', 'note'];
  return ['wish', 'moment', 'note'];
}

/** Fewer letters than this are no name of a job. */
const LEAST_LETTERS = 6;
/** A date as it was found without what else was taken for its time: *1pm. Sat 12 June*, *Sat 12 June. Lunch 12:30*. */
const dateAlone = (found: string): string =>
  found.split(/[.,;]\s+(?=\p{L}|\d{1,2}[:.]\d{2})/u).reduce((a, b) => (b.length > a.length ? b : a));
/** Fewer letters than this beside a date belong to it: *Thursday 18 March it is*. */
const BESIDE_LETTERS = 12;
const lettersIn = (text: string): number => text.match(/\p{L}/gu)?.length ?? 0;
/** Parts of a line with a date that are neither of it nor the job’s name, a call, a wrap or a greeting: nothing of a line is dropped unseen. */
function unreadBeside(line: string, read: readonly string[]): string[] {
  return partsOfSentence(line).flatMap((part) => {
    const low = part.toLowerCase();
    const known = [...read, ...(part.match(CALLED) ?? [])].filter(
      (text) => text !== '' && low.includes(text.toLowerCase()),
    );
    const rest = known
      .reduce((left, text) => left.replace(new RegExp(text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'), 'i'), ' '), part)
      .trim();
    const enough = lettersIn(rest) >= (known.length > 0 ? BESIDE_LETTERS : 4);
    return enough && !isGreeting(part) ? [rest] : [];
  });
}

/** What a job is called, beside its date in one line: the first part of it that is no greeting, time or label. */
function titleIn(line: string, date: string): string {
  const part = line
    .replace(date, ',')
    .split(/[,;|!.]|\s[–—-]\s/)
    .map((p) => p.trim().replace(/\s+(?:on|at|am|den|le|el|for)$/i, ''))
    .find(
      (p) =>
        (p.match(/\p{L}/gu)?.length ?? 0) >= LEAST_LETTERS && !/\d/.test(p) && !GREETING.test(p) && !LABELS.test(p),
    );
  return part && part.length <= 60 ? part.charAt(0).toUpperCase() + part.slice(1) : '';
}

/** The moment of one line, its time before it or, as people write it, behind: *Lunch 12:30*; none when it can’t be read as one. */
const momentsIn = (line: string): MomentLine[] =>
  readMoments(timed(line) ? line : line.replace(TIME_LAST, '$2 $1')).moments;

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
