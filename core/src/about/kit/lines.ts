import type { KitLine } from '../../rooms/kit/index.ts';
import type { KitNeed } from './needs.ts';

/** A need beside what is there for it. */
export interface KitMatch {
  need: KitNeed;
  lines: KitLine[];
  have: number;
  /** Of it is decided how it is got, and it is not here yet. */
  coming: number;
  /** Of it is decided to do without. */
  without: number;
  /** What is still to be got, and nobody decided how; 0: there is enough, or it is on its way. */
  get: number;
}

const plain = (text: string): string => text.trim().toLowerCase().replace(/\s+/g, ' ');
/** What is said before the name of a thing in a need: `lens`, `camera A:`. */
const KIND = /^(lens|radio:|camera \w+:) /;

/** Whether a thing of this name is what a need asks for: the same words, with or without what kind of thing it is. */
export function isNamed(what: string, name: string): boolean {
  const [asked, said] = [plain(what), plain(name)];
  return said === asked || said === asked.replace(KIND, '');
}

/** The need that each line answers: the one that it says, else the one that asks for a thing of its name. */
function byNeed(needs: readonly KitNeed[], lines: readonly KitLine[]): Map<string, KitLine[]> {
  const named = new Map<string, string>();
  // The shorter names first: where two needs go by one name, the whole name decides.
  for (const n of needs) named.set(plain(n.what).replace(KIND, ''), n.key);
  for (const n of needs) named.set(plain(n.what), n.key);
  const found = new Map<string, KitLine[]>();
  for (const l of lines) {
    const key = l.need || (named.get(plain(l.name)) ?? '');
    found.set(key, [...(found.get(key) ?? []), l]);
  }
  return found;
}

/** Needs against what is taken along: needs less have is to be got. What broke or was left behind is not had. */
export function matchKit(needs: readonly KitNeed[], lines: readonly KitLine[]): KitMatch[] {
  const answered = byNeed(needs, lines);
  return needs.map((need) => {
    const own = answered.get(need.key) ?? [];
    const sum = (of: (l: KitLine) => boolean) => own.reduce((s, l) => (of(l) ? s + l.have : s), 0);
    const without = sum((l) => l.source === 'without');
    const coming = sum((l) => l.source !== 'without' && l.state === 'toGet');
    const have = sum((l) => l.source !== 'without' && l.state !== 'missing' && l.state !== 'toGet');
    return { need, lines: own, have, coming, without, get: Math.max(0, need.count - have - coming - without) };
  });
}

/** What is not in its case before the van leaves, and what is not back after: with where it was last seen. */
export interface KitOut {
  /** Decided, and not here yet. */
  toGet: KitLine[];
  /** Taken along, and not packed yet. */
  unpacked: KitLine[];
  /** Was packed or there, and is not back. */
  notBack: KitLine[];
  /** Ticked off by one, looked at by no second. */
  unchecked: KitLine[];
  /** Switched on when somebody looked. */
  on: KitLine[];
}
export function kitOut(lines: readonly KitLine[]): KitOut {
  const real = lines.filter((l) => l.source !== 'without' && l.have > 0);
  return {
    toGet: real.filter((l) => l.state === 'toGet'),
    unpacked: real.filter((l) => l.state === ''),
    notBack: real.filter((l) => l.state === 'there' || l.state === 'missing'),
    unchecked: real.filter((l) => (l.state === 'packed' || l.state === 'back') && l.checkedBy === ''),
    on: real.filter((l) => l.on),
  };
}

/** What everything of one kind hangs on: one bag, one person. */
export interface OneHand {
  key: string;
  department: string;
  /** The case, or the person’s id. */
  crate: string | null;
  carrierId: string | null;
  lines: KitLine[];
}
/** So many together are worth saying it. */
const TOGETHER = 3;

/** Things of which all of a kind are with one person, or of which all props are in one case: if it is lost, all of them are. */
export function oneHands(lines: readonly KitLine[]): OneHand[] {
  const byDepartment = new Map<string, KitLine[]>();
  for (const l of lines) {
    if (l.source === 'without' || l.have === 0) continue;
    const department = l.need.split('/')[0] ?? '';
    if (department) byDepartment.set(department, [...(byDepartment.get(department) ?? []), l]);
  }
  return [...byDepartment].flatMap(([department, own]): OneHand[] => {
    if (own.length < TOGETHER) return [];
    const carriers = new Set(own.map((l) => l.carrierId));
    const crates = new Set(own.map((l) => l.crate));
    const [carrierId = null] = carriers;
    const [crate = ''] = crates;
    if (carriers.size === 1 && carrierId !== null)
      return [{ key: `person:${department}`, department, crate: null, carrierId, lines: own }];
    // What belongs into one case is no news for light; of props it is all there is.
    if (department === 'Props' && crates.size === 1 && crate !== '' && crate !== department)
      return [{ key: `crate:${department}`, department, crate, carrierId: null, lines: own }];
    return [];
  });
}
