import type { SignOff } from '../brief/index.ts';
import { kitOut } from '../kit/index.ts';
import type { Drive } from '../../rooms/copies/index.ts';
import type { KitLine } from '../../rooms/kit/index.ts';
import { entriesOf, type LogEntry } from '../../rooms/log/index.ts';
import { consentsNeeded, type Consent, type Credit, type Engagement, type Person } from '../../rooms/people/index.ts';
import type { Shot } from '../../rooms/scenes/index.ts';
import type { MissingFact } from './missing.ts';

export interface OpenSources {
  dayId: string;
  people: readonly Person[];
  /** The shots that were had on the day: who is in them was seen. */
  seenShots: readonly Pick<Shot, 'personIds' | 'faceNeeded' | 'dropped'>[];
  consents: readonly Consent[];
  engagements: readonly Engagement[];
  log: readonly LogEntry[];
  signOffs: readonly SignOff[];
  kitLines: readonly KitLine[];
  drives: readonly Pick<Drive, 'id' | 'name' | 'keepUntil'>[];
  credits: readonly Credit[];
  /** What reports a day has, by name. */
  reports: readonly string[];
  editOwner: string;
  /** The date of today at the place of the day. */
  today: string;
}

/** What people still have to sign, bring back, note, give and confirm after a day: each with who and by when as far as somebody said. */
export function stillOpen(s: OpenSources): MissingFact[] {
  const nameOf = new Map(s.people.map((p) => [p.id, p.name]));
  const consents = consentsNeeded(s.people, s.seenShots, s.consents)
    .filter((c) => c.state !== 'signed')
    .map((c): MissingFact => {
      const name = nameOf.get(c.personId) ?? '';
      return { kind: c.state === 'refused' ? 'refused' : 'consent', id: c.personId, name, who: name, by: null };
    });
  const signOffs = s.signOffs
    .filter((o) => o.givenOn === null)
    .map((o): MissingFact => ({ kind: 'signOff', id: o.id, name: o.what, who: o.who, by: o.due }));
  const things = kitOut(s.kitLines).notBack.map((l): MissingFact => ({
    ...{ kind: 'thing', id: l.id, name: l.name, by: null },
    who: nameOf.get(l.carrierId ?? '') ?? l.supplier,
  }));
  return [
    ...consents,
    ...things,
    ...hoursOpen(s, nameOf),
    ...reportsOpen(s),
    ...signOffs,
    ...creditsOpen(s),
    ...due(s),
  ];
}

function hoursOpen(s: OpenSources, nameOf: ReadonlyMap<string, string>): MissingFact[] {
  const noted = new Set(
    entriesOf(s.log, 'hours')
      .filter((e) => e.dayId === s.dayId && e.payload.inMin !== null && e.payload.outMin !== null)
      .map((e) => e.payload.personId),
  );
  return s.engagements
    .filter((e) => e.dayId === s.dayId && !noted.has(e.personId) && nameOf.has(e.personId))
    .map((e): MissingFact => {
      const name = nameOf.get(e.personId) ?? '';
      return { kind: 'hours', id: e.personId, name, who: name, by: null };
    });
}

/** Reports that nobody said they gave to anybody. */
function reportsOpen(s: OpenSources): MissingFact[] {
  const given = new Set(
    entriesOf(s.log, 'given')
      .filter((e) => e.dayId === s.dayId)
      .map((e) => e.payload.what),
  );
  return s.reports
    .filter((name) => !given.has(name))
    .map((name): MissingFact => ({ kind: 'report', id: name, name, who: s.editOwner, by: null }));
}

/** Names whose spelling nobody confirmed. */
const creditsOpen = (s: OpenSources): MissingFact[] =>
  s.credits
    .filter((c) => c.confirmedAtMs === null && !c.unnamed)
    .map((c): MissingFact => ({ kind: 'credit', id: c.id, name: c.name, who: c.name, by: null }));

/** Copies whose time is over: somebody decides whether they are kept on. */
const due = (s: OpenSources): MissingFact[] =>
  s.drives
    .filter((d) => d.keepUntil !== null && d.keepUntil <= s.today)
    .map((d): MissingFact => ({ kind: 'keepUntil', id: d.id, name: d.name, who: '', by: d.keepUntil }));
