import type { KitLine } from '../../rooms/kit/index.ts';
import type { KitNeed } from './needs.ts';

/** A need beside what is there for it. */
export interface KitMatch {
  need: KitNeed;
  lines: KitLine[];
  have: number;
  /** What is still to be got; 0: there is enough. */
  get: number;
}

/** Needs against what is taken along: needs less have is to be got. What broke or was left behind is not had. */
export function matchKit(needs: readonly KitNeed[], lines: readonly KitLine[]): KitMatch[] {
  return needs.map((need) => {
    const own = lines.filter((l) => l.need === need.key);
    const have = own.reduce((sum, l) => sum + (l.state === 'missing' ? 0 : l.have), 0);
    return { need, lines: own, have, get: Math.max(0, need.count - have) };
  });
}

/** What is not in its case before the van leaves, and what is not back after: with where it was last seen. */
export interface KitOut {
  /** Taken along, and not packed yet. */
  unpacked: KitLine[];
  /** Was packed or there, and is not back. */
  notBack: KitLine[];
}
export const kitOut = (lines: readonly KitLine[]): KitOut => ({
  unpacked: lines.filter((l) => l.state === '' && l.have > 0),
  notBack: lines.filter((l) => l.state === 'there' || l.state === 'missing'),
});
