import { unitName } from '../../plan/day/index.ts';
import { formatMinutes } from '../../base/units/index.ts';
import type { SheetContent, SheetLine } from './content.ts';
import { LEAST_SHIFT_MIN, byId, type Say, type Times } from './telling.ts';

const told = (list: readonly string[]) => list.join(', ') || 'none';
const isTold = (l: SheetLine) => l.kind === 'work' || l.kind === 'meal';
const keyOf = (l: SheetLine) => `${l.unit}|${l.kind}|${l.shotCodes.join(',') || l.title}`;

/** The line of the old sheet that each line of the new one was, and those that are gone: the same line, else one that shares most of its shots. */
function paired(
  was: readonly SheetLine[],
  now: readonly SheetLine[],
): { pairs: (readonly [SheetLine, SheetLine | undefined])[]; gone: SheetLine[] } {
  const left = new Set(was);
  const take = (line: SheetLine | undefined) => {
    if (line) left.delete(line);
    return line;
  };
  const byKey = new Map<string, SheetLine[]>();
  for (const l of was) byKey.set(keyOf(l), [...(byKey.get(keyOf(l)) ?? []), l]);
  const same = new Map(now.map((l) => [l, take(byKey.get(keyOf(l))?.shift())]));
  const shared = (a: SheetLine, b: SheetLine) => a.shotCodes.filter((c) => b.shotCodes.includes(c)).length;
  const pairs = now.map((l) => {
    const old = same.get(l);
    if (old) return [l, old] as const;
    const [most] = [...left].filter((o) => shared(o, l) > 0).sort((a, b) => shared(b, l) - shared(a, l));
    return [l, take(most)] as const;
  });
  return { pairs, gone: [...left] };
}

/** Says who came to something and who left it, by the names of both sheets. */
function whoIn(
  was: SheetContent,
  now: SheetContent,
): (before: readonly string[], after: readonly string[]) => string[] {
  const short = new Map([...was.people, ...now.people].map((p) => [p.id, p.shortName]));
  const names = (ids: readonly string[]) => ids.flatMap((id) => short.get(id) ?? []).join(', ');
  return (before, after) => {
    const came = names(after.filter((id) => !before.includes(id)));
    const left = names(before.filter((id) => !after.includes(id)));
    return [...(came ? [`with ${came} too`] : []), ...(left ? [`without ${left}`] : [])];
  };
}

/** Says which shots a line took from another or gave to one, and their order; those that are new or gone on the day are told by themselves. */
function movedShots(
  was: SheetContent,
  now: SheetContent,
): (before: readonly string[], after: readonly string[]) => string[] {
  const [then, today] = [was, now].map((c) => new Set(c.shots.map((s) => s.code))) as [Set<string>, Set<string>];
  return (before, after) => {
    const came = after.filter((c) => !before.includes(c) && then.has(c));
    const left = before.filter((c) => !after.includes(c) && today.has(c));
    const order = (one: readonly string[], other: readonly string[]) => one.filter((c) => other.includes(c)).join(', ');
    return [
      ...(came.length ? [`with ${came.join(', ')} too`] : []),
      ...(left.length ? [`without ${left.join(', ')}`] : []),
      ...(order(before, after) === order(after, before) ? [] : [`in the order ${after.join(', ')}`]),
    ];
  };
}

/** Lines of work and meals: place, time, length, unit; of lines without shots who, light and cameras too. */
export function linesDifference(was: SheetContent, now: SheetContent, say: Say, times: Times): void {
  const placeName = (c: SheetContent, id: string | null) => c.places.find((p) => p.id === id)?.name ?? 'no place';
  const { pairs, gone } = paired(was.lines.filter(isTold), now.lines.filter(isTold));
  const who = whoIn(was, now);
  const moved = movedShots(was, now);
  // A meal is everybody’s.
  const named = (l: SheetLine) => (l.kind === 'meal' ? now.people.map((p) => p.id) : l.personIds);
  for (const [l, old] of pairs) {
    if (!old) {
      say('line', `New at ${times.now(l.startMin)}: ${l.title}.`, named(l));
      continue;
    }
    const minutes = l.endMin - l.startMin;
    const oldMinutes = old.endMin - old.startMin;
    const ofBlock = l.shotCodes.length === 0;
    const parts = [
      // A block that took or lost shots is named by them: only the same shots under another name were renamed.
      old.title !== l.title && l.kind === 'work' && told(old.shotCodes) === told(l.shotCodes)
        ? `it was called ${old.title}`
        : '',
      old.placeId !== l.placeId && l.kind === 'work'
        ? `at ${placeName(now, l.placeId)}, was ${placeName(was, old.placeId)}`
        : '',
      old.about !== l.about ? (l.about ? 'about then, no longer to the minute' : 'to the minute now') : '',
      ...moved(old.shotCodes, l.shotCodes),
      old.unit !== l.unit ? `${unitName(l.unit)}, was ${unitName(old.unit)}` : '',
      Math.abs(old.startMin - l.startMin) >= LEAST_SHIFT_MIN
        ? `${times.now(l.startMin)}, was ${times.was(old.startMin)}`
        : '',
      Math.abs(oldMinutes - minutes) >= LEAST_SHIFT_MIN
        ? `${formatMinutes(minutes)}, was ${formatMinutes(oldMinutes)}`
        : '',
      // Of lines with shots these are told by the shots.
      ...(ofBlock ? who(old.personIds, l.personIds) : []),
      ofBlock && old.light !== l.light ? `light ${l.light || 'none'}, was ${old.light || 'none'}` : '',
      ofBlock && told(old.cameras) !== told(l.cameras) ? `cameras ${told(l.cameras)}, was ${told(old.cameras)}` : '',
    ].filter(Boolean);
    if (parts.length > 0) say('line', `${l.title}: ${parts.join('; ')}.`, [...named(l), ...old.personIds]);
  }
  for (const l of gone) say('line', `Gone: ${l.title}, was ${times.was(l.startMin)}.`, named(l));
}

/** Shots that came, left, or are another picture, light, sound or number of takes. When they are is told by their line. */
export function shotsDifference(was: SheetContent, now: SheetContent, say: Say): void {
  const before = byId(was.shots);
  const after = byId(now.shots);
  const who = whoIn(was, now);
  for (const s of now.shots) {
    const old = before.get(s.id);
    if (!old) {
      say('shot', `New shot ${s.code}: ${s.what || s.how}.`, s.personIds);
      continue;
    }
    if (old.code !== s.code) say('shot', `${old.code} is ${s.code} now.`, s.personIds);
    if (old.what !== s.what || old.how !== s.how)
      say('shot', `${s.code} is now: ${s.what}${s.how ? `, ${s.how}` : ''}.`, s.personIds);
    const parts = [
      ...who(old.personIds, s.personIds),
      told(old.cameras) !== told(s.cameras) ? `cameras ${told(s.cameras)}, was ${told(old.cameras)}` : '',
      old.light !== s.light ? `light ${s.light || 'none'}, was ${old.light || 'none'}` : '',
      old.sound !== s.sound ? `sound ${s.sound || 'none'}, was ${old.sound || 'none'}` : '',
      old.takes !== s.takes ? `takes ${s.takes}, was ${old.takes}` : '',
      old.priority !== s.priority ? `${s.priority}, was ${old.priority}` : '',
    ].filter(Boolean);
    if (parts.length > 0) say('shot', `${s.code}: ${parts.join('; ')}.`, [...s.personIds, ...old.personIds]);
  }
  for (const s of was.shots) if (!after.has(s.id)) say('shot', `Shot ${s.code} is no longer on this day.`, s.personIds);
}

/** What people bring or wear, and where a scene is. */
export function scenesDifference(was: SheetContent, now: SheetContent, say: Say): void {
  const before = new Map(was.scenes.map((s) => [s.number, s]));
  for (const s of now.scenes) {
    const old = before.get(s.number);
    if (!old) continue;
    const parts = (['wardrobe', 'props', 'where', 'title'] as const)
      .filter((key) => old[key] !== s[key])
      .map((key) => `${key} ${s[key] || 'none'}, was ${old[key] || 'none'}`);
    if (parts.length > 0) say('shot', `Scene ${s.number}: ${parts.join('; ')}.`, s.personIds);
  }
}
