import { placesHolding, type PlaceNamed } from './places.ts';
import type { KeepPolicy } from './policy.ts';
import type { Card, Clip, CopyFile, CopyJob, Drive, Release } from './model.ts';

/** Jobs that still hold their card. */
export const OPEN_JOBS: ReadonlySet<CopyJob['state']> = new Set(['waiting', 'running', 'paused']);

export type MediaState = 'onCardOnly' | 'copied' | 'verified' | 'kept';

/** What one drive holds of one card. */
export interface CardOnDrive {
  driveId: string;
  state: 'none' | 'part' | 'verified';
  verifiedFiles: number;
  failedFiles: number;
}

export interface CardStatus {
  card: Card;
  clips: Clip[];
  sizeBytes: number;
  drives: CardOnDrive[];
  state: MediaState;
  /** What is missing to be kept, in words; empty when kept. */
  missing: string;
  job: CopyJob | null;
  /** The row that says how a file stands on a drive, by `driveId|path`. */
  files: ReadonlyMap<string, CopyFile>;
  /** Released to be formatted, and not taken back since. */
  release: Release | null;
}

/** Which row says how a file stands on a drive: what was verified stays so until a later check finds otherwise. */
function latestFiles(cardId: string, files: readonly CopyFile[], jobs: readonly CopyJob[]): Map<string, CopyFile> {
  const order = new Map(jobs.map((j) => [j.id, j]));
  const startOf = (file: CopyFile) => order.get(file.jobId)?.startedAtMs ?? 0;
  const latest = new Map<string, CopyFile>();
  for (const file of files.filter((f) => f.cardId === cardId).sort((a, b) => startOf(a) - startOf(b))) {
    const key = `${file.driveId}|${file.path}`;
    const before = latest.get(key);
    const found = file.state === 'failed' && order.get(file.jobId)?.kind === 'check';
    if (before?.state !== 'verified' || file.state === 'verified' || found) latest.set(key, file);
  }
  return latest;
}

/** What is known of a production’s media. */
export interface KnownMedia {
  /** Which places lie in which; without it every different word is a place by itself. */
  keepPlaces?: readonly PlaceNamed[];
  clips: readonly Clip[];
  files: readonly CopyFile[];
  jobs?: readonly CopyJob[];
  drives: readonly Drive[];
  releases?: readonly Release[];
}

/**
 * Where a card's media stand. A drive has the card *verified* only when every file now known on the card was
 * read back and compared there. *Kept* is the policy: so many verified copies and, if asked, not all in one
 * place. A copy that was never compared counts for nothing.
 */
export function cardStatus(card: Card, known: KnownMedia, policy: KeepPolicy): CardStatus {
  const { clips, files, jobs = [], drives, releases = [], keepPlaces = [] } = known;
  const own = clips.filter((c) => c.cardId === card.id);
  const volumeOf = new Map(drives.map((d) => [d.id, d.volume?.id ?? null]));
  // A copy is on the device that it went to: a drive that was never taken on, or is another by now, holds none.
  const onThem = files.filter((f) => f.volumeId !== null && f.volumeId === volumeOf.get(f.driveId));
  const latest = latestFiles(card.id, onThem, jobs);
  const onDrives = drives.map((drive): CardOnDrive => {
    const found = own.map((c) => latest.get(`${drive.id}|${c.path}`));
    const verifiedFiles = own.filter(
      (c, i) => found[i]?.state === 'verified' && found[i]?.sizeBytes === c.sizeBytes,
    ).length;
    const failedFiles = found.filter((f) => f?.state === 'failed').length;
    const all = own.length > 0 && verifiedFiles === own.length;
    return {
      driveId: drive.id,
      state: all ? 'verified' : verifiedFiles > 0 ? 'part' : 'none',
      verifiedFiles,
      failedFiles,
    };
  });
  const good = drives.filter((_, i) => onDrives[i]?.state === 'verified');
  const copies = new Set(good.map((d) => d.volume?.device)).size;
  const enough = copies >= policy.verifiedCopies;
  const apart = areKeptApart(good, policy, keepPlaces);
  const kindsLacking = policy.kinds - new Set(good.map((d) => d.kind)).size;
  const whole = own.length > 0 && card.notCopied.length === 0;
  const state: MediaState =
    whole && enough && apart && kindsLacking <= 0
      ? 'kept'
      : good.length
        ? 'verified'
        : onDrives.some((d) => d.state === 'part')
          ? 'copied'
          : 'onCardOnly';
  const own1 = jobs.filter((j) => j.cardId === card.id);
  const job =
    own1.find((j) => OPEN_JOBS.has(j.state)) ??
    own1.sort((a, b) => (b.startedAtMs ?? 0) - (a.startedAtMs ?? 0))[0] ??
    null;
  return {
    card,
    clips: own,
    sizeBytes: own.reduce((t, c) => t + c.sizeBytes, 0),
    drives: onDrives,
    state,
    missing: [
      missingWords(state, { good, copies, enough, policy, keepPlaces, clips: own.length, isRead: card.seen !== null }),
      notCopiedWords(card),
    ]
      .filter(Boolean)
      .join(' '),
    job,
    files: latest,
    release: releases.find((r) => r.cardId === card.id && r.withdrawnAtMs === null) ?? null,
  };
}

/** Two devices in two places, of which nothing holds both. Where a drive is kept must be said to count. */
function areApart(a: Drive, b: Drive, keepPlaces: readonly PlaceNamed[]): boolean {
  const here = placesHolding(a.whereabouts, keepPlaces);
  const there = placesHolding(b.whereabouts, keepPlaces);
  const together = here.some((p) => there.includes(p));
  return a.volume?.device !== b.volume?.device && here.length > 0 && there.length > 0 && !together;
}

/** Whether copies lie apart, where the policy wants it. */
const areKeptApart = (good: readonly Drive[], policy: KeepPolicy, keepPlaces: readonly PlaceNamed[]): boolean =>
  !policy.apart || policy.verifiedCopies < 2 || good.some((a) => good.some((b) => areApart(a, b, keepPlaces)));

/** What of a card is not copied, in words. */
export function notCopiedWords({ notCopied }: Pick<Card, 'notCopied'>): string {
  const [first] = notCopied;
  if (!first) return '';
  const rest = notCopied.length > 1 ? ` and ${notCopied.length - 1} more are not copied` : ' is not copied';
  return `${first.path} (${first.reason})${rest}: look at the card, or leave it out by a pattern in the brief.`;
}

function missingWords(
  state: MediaState,
  {
    good,
    copies,
    enough,
    policy,
    keepPlaces,
    clips,
    isRead,
  }: {
    good: readonly Drive[];
    copies: number;
    enough: boolean;
    policy: KeepPolicy;
    keepPlaces: readonly PlaceNamed[];
    clips: number;
    /** Somebody looked what is on it. */
    isRead: boolean;
  },
): string {
  if (state === 'kept') return '';
  if (clips === 0) return isRead ? 'Nothing on it yet.' : 'It was not read yet: what is on it is not known.';
  const lacking = policy.verifiedCopies - copies;
  if (copies < good.length && !enough) {
    const names = good.filter((d) => good.some((o) => o !== d && o.volume?.device === d.volume?.device));
    return `${names.map((d) => d.name).join(' and ')} are one device and count as one copy: needs ${lacking} more on another.`;
  }
  if (lacking > 0)
    return copies === 0
      ? `Needs ${policy.verifiedCopies} verified ${policy.verifiedCopies === 1 ? 'copy' : 'copies'}.`
      : `Needs ${lacking} more verified ${lacking === 1 ? 'copy' : 'copies'}.`;
  const kinds = new Set(good.map((d) => d.kind)).size;
  if (kinds < policy.kinds)
    return `Its copies are on ${kinds === 1 ? 'one kind' : `${kinds} kinds`} of device: the policy wants ${policy.kinds}.`;
  if (areKeptApart(good, policy, keepPlaces)) return '';
  const unsaid = good.find((d) => d.whereabouts.trim() === '');
  return unsaid
    ? `Where ${unsaid.name} is kept is not said: say it, so that copies in two places can count.`
    : 'All its copies are in one place: take one elsewhere.';
}
