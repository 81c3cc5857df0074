import { distance } from '../../base/geometry/index.ts';
import { detailOf, type PlaceFact } from '../places/index.ts';
import { capital, metresText, nameOf, type LightFinding, type Surroundings } from './finding.ts';
import { lampOf } from './lamp.ts';
import { placeOf } from './space.ts';
import type { SourceItem } from './plan.ts';

/** A usual haze machine fills about this much room a minute, m³. */
const HAZE_M3_PER_MIN = 40;
/** Air gone stale with haze takes this many times longer to clear. */
const CLEARING = 3;
/** Cloth stays at least this far from a hot lamp, metres. */
const HOT_M = 1;

/** Minutes until haze stands evenly, and until it is gone. */
export function hazeMinutes(volumeM3: number, thick: boolean): { leadMin: number; clearMin: number } {
  const leadMin = Math.max(3, Math.ceil((volumeM3 * (thick ? 2 : 1)) / HAZE_M3_PER_MIN));
  return { leadMin, clearMin: leadMin * CLEARING };
}

export const hazePermission = (facts: readonly PlaceFact[]) =>
  facts.map((f) => detailOf(f, 'permission')).find((p) => p?.what === 'haze') ?? null;

/** A flame in the picture: the venue’s word, somebody who watches, something to put it out. */
function flameFinding(lamp: SourceItem, facts: readonly PlaceFact[]): LightFinding {
  const permission = facts.map((f) => detailOf(f, 'permission')).find((p) => p?.what === 'flame') ?? null;
  const forbidden = permission?.state === 'forbidden';
  return {
    key: `flame:${lamp.id}`,
    level: forbidden ? 'danger' : 'look',
    itemIds: [lamp.id],
    words: `${capital(nameOf(lamp))} is an open flame${forbidden ? ', and flames are forbidden here' : permission?.state === 'allowed' ? '' : '; nobody has asked whether that is allowed here'}.`,
    mend: forbidden
      ? 'An electric one.'
      : 'With the venue’s word: somebody who watches it and nothing else, an extinguisher in reach, nothing that burns within a metre, out between takes.',
    fix: null,
  };
}

/** Haze against permission, alarms and time; hot lamps against cloth and gel; flames. */
export function airFindings(s: Surroundings): LightFinding[] {
  const found: LightFinding[] = [];
  if (s.plan.haze !== 'none') {
    const permission = hazePermission(s.facts);
    const alarm = s.facts.map((f) => detailOf(f, 'alarm')).find((a) => a && a.kind !== 'none');
    const volume = s.room && !s.room.outside ? s.room.widthM * s.room.depthM * s.room.heightM : null;
    const say = (key: string, level: LightFinding['level'], words: string, mend: string) =>
      found.push({ key: `haze:${key}`, level, itemIds: [], words, mend, fix: null });
    if (permission?.state === 'forbidden')
      say(
        'rule',
        'danger',
        'Haze is forbidden at this place.',
        'Without haze: a beam through real steam or dust, or a diffusion filter.',
      );
    else if (permission?.state !== 'allowed')
      say(
        'rule',
        'look',
        permission
          ? `Haze must be asked for ${permission.leadDays} days before.`
          : 'Nobody has asked whether haze is allowed here.',
        'Ask the venue, and note the answer under Places.',
      );
    if (alarm)
      say(
        'alarm',
        'look',
        `There is a ${alarm.kind} alarm; switching it off takes ${alarm.leadMin}\u00a0min and whoever may.`,
        'Only the venue’s own people, in writing, with a watch kept meanwhile.',
      );
    if (volume === null) say('open', 'note', 'Haze does not stay in the open air.', 'Count on none.');
    else {
      const { leadMin, clearMin } = hazeMinutes(volume, s.plan.haze === 'thick');
      say(
        'time',
        'note',
        `Haze for ${Math.round(volume)}\u00a0m³ takes about ${leadMin}\u00a0min to stand and ${clearMin}\u00a0min to clear.`,
        'The machine is heard: off while sound rolls. Some people breathe badly in it.',
      );
    }
  }
  for (const lamp of s.plan.items) {
    if (lamp.kind !== 'source') continue;
    const fixture = lampOf(lamp, s.catalogue)?.fixture;
    if (!fixture?.hot) continue;
    if (fixture.watts === 0) found.push(flameFinding(lamp, s.facts));
    else if (lamp.gelKeys.length > 0)
      found.push({
        key: `gel:${lamp.id}`,
        level: 'look',
        itemIds: [lamp.id],
        words: `${capital(nameOf(lamp))} runs hot with a gel on it: it fades, melts and smokes.`,
        mend: 'Gel that is made for heat, in a frame away from the front, looked at between takes.',
        fix: null,
      });
    for (const cloth of s.plan.items) {
      if (!('widthM' in cloth) || cloth.kind === 'mirror') continue;
      const far = distance(placeOf(lamp), placeOf(cloth));
      if (far >= HOT_M) continue;
      found.push({
        key: `heat:${lamp.id}:${cloth.id}`,
        level: 'danger',
        itemIds: [lamp.id, cloth.id],
        words: `${capital(nameOf(lamp))} runs hot and stands ${metresText(far)} from ${nameOf(cloth)}.`,
        mend: `At least ${metresText(HOT_M)} between hot lamps and cloth, and somebody who watches.`,
        fix: null,
      });
    }
  }
  return found;
}
