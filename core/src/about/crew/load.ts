import type { Finding } from '../../base/findings/index.ts';
import type { Camera } from '../../rooms/camera/index.ts';
import { BY_ITSELF, cameraHand } from '../../plan/day/index.ts';
import type { DayPlan, DayRow } from '../../plan/day/index.ts';
import { formatMinutes } from '../../base/units/index.ts';
import { isRaised } from '../../rooms/light/index.ts';
import type { Engagement, Person } from '../../rooms/people/index.ts';

/** Something that somebody must do while a line of the day is worked. */
export interface Duty {
  what: string;
  /** Null: nobody. */
  personId: string | null;
  startMin: number;
  endMin: number;
  codes: string[];
}

export interface LoadSources {
  plan: DayPlan;
  people: readonly Person[];
  engagements: readonly Engagement[];
  cameras: readonly Camera[];
}

export interface LoadFinding extends Finding {
  /** Null where nobody does it. */
  personId: string | null;
  startMin: number;
  endMin: number;
}

/** Words of a role that somebody on the day may have. */
const ROLES = {
  sound: /sound|recordist|boom/i,
  lights: /gaffer|light|grip|electric/i,
} as const;

/** What must be done at each line, and by whom as planned: cameras by their operators, sound when it is recorded, lights when they change, raised frames by their watchers. */
export function dutiesOf({ plan, people, engagements, cameras }: LoadSources): Duty[] {
  const here = new Set(engagements.filter((e) => e.dayId === plan.day.id).map((e) => e.personId));
  const crew = people.filter((p) => p.kind === 'crew' && (here.has(p.id) || here.size === 0));
  const withRole = (role: RegExp) => crew.find((p) => role.test(p.role) || role.test(p.department))?.id ?? null;
  const [sound, lights] = [withRole(ROLES.sound), withRole(ROLES.lights)];
  const duties: Duty[] = [];
  const code = (row: DayRow) => row.shot?.code ?? row.title;
  const add = (what: string, personId: string | null, row: DayRow, startMin: number) => {
    const last = duties.findLast((d) => d.what === what && d.personId === personId);
    // Lines that follow each other are one stretch.
    if (last && startMin - last.endMin < 30) {
      last.endMin = row.endMin;
      if (!last.codes.includes(code(row))) last.codes.push(code(row));
    } else duties.push({ what, personId, startMin, endMin: row.endMin, codes: [code(row)] });
  };
  for (const row of plan.rows) {
    if (!row.shot && !row.programme) continue;
    for (const letter of row.cameras) {
      const camera = cameras.find((c) => c.letter === letter);
      const hand = cameraHand(row, letter, camera);
      if (hand !== BY_ITSELF) add(`camera ${letter}`, hand, row, row.startMin);
    }
    if (row.shots.some((s) => s.sound.trim() !== '')) add('sound', sound, row, row.startMin);
    if (
      row.setup &&
      row.changeMin > 0 &&
      (row.changeKind === 'setup' || row.changeKind === 'first' || row.changeKind === 'place')
    )
      add('lights', lights, row, row.startMin - row.changeMin);
    for (const item of row.setup?.plan.items ?? [])
      if (isRaised(item) && item.watcherId)
        add(`watching ${item.name || item.kind}`, item.watcherId, row, row.startMin);
  }
  return duties;
}

const MOST_AT_ONCE = 1;
const span = (a: Duty, b: Duty) => [Math.max(a.startMin, b.startMin), Math.min(a.endMin, b.endMin)] as const;

/** Who does two things in the same minutes, and what nobody does. A second camera, a watcher or sound on one person is argued with the minutes it lasts. */
export function roleLoad(s: LoadSources, time: (m: number) => string): LoadFinding[] {
  const duties = dutiesOf(s);
  const name = (id: string) => s.people.find((p) => p.id === id)?.shortName ?? 'somebody';
  const found: LoadFinding[] = [];
  for (const d of duties)
    if (d.personId === null)
      found.push({
        key: `nobody:${d.what}:${d.startMin}`,
        level: d.what === 'sound' || d.what.startsWith('camera') ? 'danger' : 'look',
        personId: null,
        words: `${d.what.charAt(0).toUpperCase()}${d.what.slice(1)}: nobody between ${time(d.startMin)} and ${time(d.endMin)} (${d.codes.slice(0, 4).join(', ')}).`,
        mend:
          d.what === 'sound'
            ? 'A recordist for these hours, or sound that nobody listens to.'
            : `Somebody for ${formatMinutes(d.endMin - d.startMin)}.`,
        startMin: d.startMin,
        endMin: d.endMin,
      });
  const people = new Map<string, Duty[]>();
  for (const d of duties) if (d.personId) people.set(d.personId, [...(people.get(d.personId) ?? []), d]);
  for (const [personId, own] of people) {
    const pairs = new Map<string, { a: string; b: string; minutes: number; startMin: number; endMin: number }>();
    for (const [i, a] of own.entries())
      for (const b of own.slice(i + 1)) {
        if (a.what === b.what) continue;
        const [from, to] = span(a, b);
        if (to - from < MOST_AT_ONCE) continue;
        const key = [a.what, b.what].sort().join('|');
        const known = pairs.get(key);
        pairs.set(
          key,
          known
            ? { ...known, minutes: known.minutes + to - from, endMin: Math.max(known.endMin, to) }
            : { a: a.what, b: b.what, minutes: to - from, startMin: from, endMin: to },
        );
      }
    for (const [key, p] of pairs)
      found.push({
        key: `both:${personId}:${key}`,
        level: p.a.startsWith('watching') || p.b.startsWith('watching') ? 'danger' : 'look',
        personId,
        words: `${name(personId)} has ${p.a} and ${p.b} at once for ${formatMinutes(p.minutes)}, from ${time(p.startMin)}.`,
        mend: `One person more for ${formatMinutes(p.minutes)}, or one of the two left.`,
        startMin: p.startMin,
        endMin: p.endMin,
      });
  }
  return found.sort((a, b) => (a.level === b.level ? a.startMin - b.startMin : a.level === 'danger' ? -1 : 1));
}
