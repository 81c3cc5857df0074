import { entriesOf, type LogEntry } from '../log/index.ts';
import type { Drive } from './model.ts';
import { OPEN_JOBS, type CardStatus, type KnownMedia } from './state.ts';
import { alarmWords } from './recognise.ts';

export type LifeKind = 'inCamera' | 'out' | 'read' | 'copied' | 'checked' | 'kept' | 'released' | 'withdrawn' | 'alarm';
/** What happened to a card, when, and who did it; `by` '' where the machine did. */
export interface LifeEvent {
  atMs: number;
  kind: LifeKind;
  by: string;
  words: string;
}

const joined = (names: readonly string[]) => names.join(', ') || 'no drive that is listed';

/**
 * The life of a card as it is known: put in and out (as somebody tapped), read, copied, read again, kept, released, and what was odd. Of what nobody
 * recorded nothing is said.
 */
export function lifeOf(
  status: CardStatus,
  { jobs = [], releases = [] }: Pick<KnownMedia, 'jobs' | 'releases'>,
  drives: readonly Drive[],
  log: readonly LogEntry[],
  letterOf: (cameraId: string) => string,
): LifeEvent[] {
  const { card } = status;
  const names = (ids: readonly string[]) => ids.flatMap((id) => drives.find((d) => d.id === id)?.name ?? []);
  const taps = entriesOf(log, 'cardIn', 'cardOut')
    .filter((e) => e.payload.label === card.label)
    .map((e): LifeEvent => {
      const isIn = e.payload.kind === 'cardIn';
      const letter = letterOf(e.payload.cameraId);
      return {
        ...{ atMs: e.atMs, by: e.by, kind: isIn ? 'inCamera' : 'out' },
        words: isIn ? `into camera ${letter}` : `out of camera ${letter}`,
      };
    });
  const own = jobs.filter((j) => j.cardId === card.id);
  const ended = own.flatMap((j): LifeEvent[] => {
    if (OPEN_JOBS.has(j.state) || j.endedAtMs === null) return [];
    const on = joined(names(j.driveIds));
    const done = j.state === 'verified';
    if (j.kind === 'check')
      return [
        {
          atMs: j.endedAtMs,
          kind: 'checked',
          by: j.by,
          words: `copies read again on ${on}: ${done ? 'as they were' : (j.failure ?? j.state)}`,
        },
      ];
    return [
      {
        atMs: j.endedAtMs,
        kind: 'copied',
        by: j.by,
        words: done ? `copied to ${on}, read back and compared` : `copy to ${on}: ${j.failure ?? j.state}`,
      },
    ];
  });
  const lastGood = Math.max(
    0,
    ...own.flatMap((j) => (j.state === 'verified' && j.kind === 'copy' ? (j.endedAtMs ?? 0) : [])),
  );
  return [
    ...taps,
    ...(card.seen
      ? [{ atMs: card.seen.atMs, kind: 'read' as const, by: '', words: `read: ${card.seen.files}\u00a0files` }]
      : []),
    ...ended,
    ...(status.state === 'kept' && lastGood > 0
      ? [{ atMs: lastGood, kind: 'kept' as const, by: '', words: 'kept, as the policy stands now' }]
      : []),
    ...releases
      .filter((r) => r.cardId === card.id)
      .flatMap((r): LifeEvent[] => [
        { atMs: r.atMs, kind: 'released', by: r.by, words: `released to be formatted: ${r.grounds}` },
        ...(r.withdrawnAtMs === null
          ? []
          : [
              {
                atMs: r.withdrawnAtMs,
                kind: 'withdrawn' as const,
                by: r.withdrawnBy ?? '',
                words: 'release taken back',
              },
            ]),
      ]),
    ...card.alarms.map((a) => ({
      ...{ atMs: a.atMs, kind: 'alarm' as const, by: '' },
      words: `${alarmWords(a, card.label)}${a.settledBy === null ? '' : ` Set aside by ${a.settledBy}.`}`,
    })),
  ].sort((a, b) => a.atMs - b.atMs);
}
