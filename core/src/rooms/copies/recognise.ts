import type { Card, Clip, Release } from './model.ts';
import type { CardAlarm, CardSeen } from './seen.ts';

interface FileOnCard {
  path: string;
  sizeBytes: number;
  modifiedMs: number;
}
/** Times on cards are rounded to two seconds by the older file systems. */
const SAME_TIME_MS = 2000;

/** What a card is known again by, from what lies on it. Files in any order. */
export function sightOf(files: readonly FileOnCard[], volumeId: string | null, atMs: number): CardSeen {
  const sorted = [...files].sort((a, b) => (a.path < b.path ? -1 : 1));
  const mark = (f: FileOnCard | undefined) =>
    f ? { path: f.path, sizeBytes: f.sizeBytes, modifiedMs: Math.round(f.modifiedMs) } : null;
  return {
    ...{ volumeId, files: files.length, bytes: files.reduce((sum, f) => sum + f.sizeBytes, 0), atMs },
    ...{ first: mark(sorted[0]), last: mark(sorted.at(-1)) },
  };
}

const isSameFile = (a: CardSeen['first'], b: CardSeen['first']): boolean =>
  a !== null &&
  b !== null &&
  a.path === b.path &&
  a.sizeBytes === b.sizeBytes &&
  Math.abs(a.modifiedMs - b.modifiedMs) <= SAME_TIME_MS;

/**
 * Whether two sights are of one card as it was recorded: the volumes decide where both are known, else the first file (name, size, time). Never
 * by a path or label. An empty card without a volume is like no other: null, nothing is known.
 */
export function isSameCard(a: CardSeen, b: CardSeen): boolean | null {
  if (a.volumeId !== null && b.volumeId !== null) return a.volumeId === b.volumeId;
  if (a.first === null || b.first === null) return null;
  return isSameFile(a.first, b.first);
}

/** The card that a folder is, as it was seen before: the first whose sight is the same. */
export const knownCard = <C extends Pick<Card, 'seen'>>(sight: CardSeen, cards: readonly C[]): C | null =>
  cards.find((c) => c.seen !== null && isSameCard(sight, c.seen) === true) ?? null;

/** The camera that names of files give: a letter, the number of the card, then the clip: A003C012. */
const NAMED = /^([A-Z])\d{3}C\d{3}/;

export interface CardRead {
  card: Pick<Card, 'id' | 'label' | 'cameraId' | 'seen' | 'alarms'>;
  sight: CardSeen;
  /** What lies on it now. */
  files: readonly Pick<FileOnCard, 'path' | 'sizeBytes'>[];
  /** What was known to be on it before. */
  known: readonly Pick<Clip, 'path' | 'sizeBytes'>[];
  /** The release that stands, if one does. */
  release: Pick<Release, 'atMs'> | null;
  /** The other cards of the production. Of one that was released only its old files make it the same: a volume outlives formatting. */
  others: readonly (Pick<Card, 'id' | 'label' | 'seen'> & { isReleased: boolean })[];
  letters: ReadonlyMap<string, string>;
}

/** What is odd about a card that was read, the alarms that stood before with it. An alarm that says the same as one that was set aside is not raised again. */
export function alarmsOf({ card, sight, files, known, release, others, letters }: CardRead): CardAlarm[] {
  const found: Omit<CardAlarm, 'atMs' | 'settledBy'>[] = [];
  const now = new Map(files.map((f) => [f.path, f.sizeBytes]));
  const gone = known.filter((k) => (now.get(k.path) ?? -1) < k.sizeBytes).length;
  // What it is known by is by then what the other card holds.
  const wasOther = card.alarms.some((a) => a.kind === 'other');
  const isOther = card.seen !== null && isSameCard(sight, card.seen) === false;
  if (release) {
    // Formatted is what a release is for; what comes back as it was is told.
    if (known.length > 0 && gone === 0)
      found.push({ kind: 'cameBack', files: known.length, of: known.length, other: '' });
  } else if (gone > 0 && (wasOther || (isOther && gone === known.length && files.length > 0)))
    found.push({ kind: 'other', files: gone, of: known.length, other: '' });
  else if (gone > 0) found.push({ kind: 'fewer', files: gone, of: known.length, other: '' });
  const isTwin = (o: CardRead['others'][number]) =>
    o.id !== card.id &&
    o.seen !== null &&
    (o.isReleased ? isSameFile(sight.first, o.seen.first) : isSameCard(sight, o.seen) === true);
  const twin = sight.files > 0 ? others.find(isTwin) : undefined;
  if (twin) found.push({ kind: 'twin', files: sight.files, of: sight.files, other: twin.label });
  const own = card.cameraId === null ? undefined : letters.get(card.cameraId);
  const named = files.flatMap((f) => NAMED.exec(f.path.split('/').at(-1) ?? '')?.[1] ?? []);
  const [letter] = named;
  if (own && letter && letter !== own && [...letters.values()].includes(letter) && named.every((l) => l === letter))
    found.push({ kind: 'wrongCamera', files: named.length, of: files.length, other: letter });
  // Only of what is gone does it matter how much: the rest grows with every clip that is recorded.
  const same = (a: Omit<CardAlarm, 'atMs' | 'settledBy'>, b: CardAlarm) =>
    a.kind === b.kind && a.other === b.other && (a.kind !== 'fewer' || a.files === b.files);
  return [
    ...card.alarms.filter((a) => a.settledBy !== null || found.some((f) => same(f, a))),
    ...found
      .filter((f) => !card.alarms.some((a) => same(f, a)))
      .map((f) => ({ ...f, atMs: sight.atMs, settledBy: null })),
  ];
}

/** Alarms that nobody has set aside. */
export const standing = ({ alarms }: Pick<Card, 'alarms'>): CardAlarm[] => alarms.filter((a) => a.settledBy === null);

/** An alarm in words. */
export function alarmWords({ kind, files, of, other }: CardAlarm, label: string): string {
  const count = (n: number) => `${n}\u00a0${n === 1 ? 'file' : 'files'}`;
  switch (kind) {
    case 'fewer':
      return `${count(files)} of ${of} that were on ${label} ${files === 1 ? 'is' : 'are'} gone from it or shorter, and it was not released: was it formatted or damaged? Don’t record on it.`;
    case 'cameBack':
      return `${label} was released and comes back with its old ${count(files)}: it was not formatted.`;
    case 'other':
      return `This is another card than the ${label} that was read before: ${count(files)} of that one ${files === 1 ? 'is' : 'are'} not on it. Give it a label of its own.`;
    case 'twin':
      return `This is the card that was read as ${other}: its files count there too.`;
    case 'wrongCamera':
      return `Its files name camera ${other}: was ${label} in that camera?`;
  }
}
