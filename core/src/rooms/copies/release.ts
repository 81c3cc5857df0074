import type { KeepPolicy } from './policy.ts';
import type { Drive } from './model.ts';
import { OPEN_JOBS, type CardStatus } from './state.ts';

const KINDS_WANTED = 2;
const KIND_WORDS: Record<Drive['kind'], string> = {
  ssd: 'fast disk',
  disk: 'slow disk',
  raid: 'disk set',
  cloud: 'cloud',
};

/** What stands in the way of formatting a card, in words; empty when it may be released. */
export function releaseHindrances(
  status: CardStatus,
  drives: readonly Drive[],
  policy: KeepPolicy,
  /** When the production’s last day has ended; null when it has no day. */
  lastDayEndMs: number | null,
  nowMs: number,
): string[] {
  const found: string[] = [];
  if (status.clips.length === 0) return [status.missing];
  if (!status.card.unloaded) found.push('It is in a camera: take it out first.');
  if (status.job && OPEN_JOBS.has(status.job.state)) found.push('A job on it has not ended.');
  if (status.state !== 'kept') found.push(status.missing);
  const kinds = new Set(goodDrives(status, drives).map((d) => d.kind));
  if (policy.format === 'never') {
    if (lastDayEndMs === null || nowMs < lastDayEndMs)
      found.push('This production formats no card on the job: not before its last day has ended.');
  } else if (status.state === 'kept' && kinds.size < KINDS_WANTED)
    found.push('All its copies are on one kind of device: put one on another kind.');
  return found;
}

const goodDrives = (status: CardStatus, drives: readonly Drive[]): Drive[] =>
  drives.filter((d) => status.drives.find((s) => s.driveId === d.id)?.state === 'verified');

/** On what grounds a card is released: the copies as they are now, in words. */
export function releaseGrounds(status: CardStatus, drives: readonly Drive[]): string {
  const where = goodDrives(status, drives).map(
    (d) => `${d.name} (${[KIND_WORDS[d.kind], d.whereabouts].filter(Boolean).join(', ')})`,
  );
  return `${status.clips.length} files verified on ${where.join('; ')}`;
}
