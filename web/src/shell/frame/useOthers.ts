import { useEffect, useRef } from 'react';
import { listChanges, type Me } from '@kavrell/contract';
import type { Card, CopyJob } from '@kavrell/core/copies';
import { formatCount } from '@kavrell/core/units';
import { call } from '../../platform/api.ts';
import { tell } from '../../platform/notices.ts';
import { onHeard, type Heard } from '../../platform/rows.ts';

/** Changes that come in one after another are told together once it has been quiet for so long. */
const QUIET_MS = 1200;

type ChangeInfo = { id: string; label: string; actor: string };

/** What others did, as it is said at the foot of the screen; '' for nothing. */
export function othersWords(sets: readonly ChangeInfo[], myName: string): string {
  const [latest] = sets;
  if (!latest) return '';
  const who = (s: ChangeInfo) => (s.actor === myName ? 'You, in another window' : s.actor);
  if (sets.length === 1) return `${who(latest)}: ${latest.label}`;
  const actors = [...new Set(sets.map(who))];
  return `${actors.join(', ')}: ${formatCount(sets.length, 'change')}, the last: ${latest.label}`;
}

/** How a copy ended, where it did just now; '' else. */
export function endedWords({ change, before }: Heard, cards: readonly Pick<Card, 'id' | 'label'>[]): string {
  const job = change.row as Partial<CopyJob> | null | undefined;
  if (change.table !== 'copyJobs' || !job || before?.state === job.state) return '';
  const card = cards.find((c) => c.id === job.cardId)?.label ?? 'A card';
  const drives = formatCount(job.places?.filter((p) => !p.failure && p.failedFiles === 0).length ?? 0, 'drive');
  const checks = job.kind === 'check';
  if (job.state === 'verified')
    return checks
      ? `${card}: its copies were read again and are whole.`
      : `${card} is copied and verified on ${drives}.`;
  if (job.state === 'failed')
    return `${card}: ${checks ? 'reading its copies again' : 'the copy'} failed. What is verified stays; see Copies.`;
  return '';
}

/** Says what others did to the production, and which long work ended, at the foot of the screen. */
export function useOthers(productionId: string, me: Me, cards: readonly Card[]): void {
  const latest = useRef({ me, cards });
  latest.current = { me, cards };
  useEffect(() => {
    const waiting = new Set<string>();
    let timer: ReturnType<typeof setTimeout> | undefined;
    const tellThem = () => {
      const ids = new Set(waiting);
      waiting.clear();
      call(listChanges, { params: { productionId } }).then(
        (list) => {
          const words = othersWords(
            list.filter((s) => ids.has(s.id)),
            latest.current.me.name,
          );
          if (words) tell(words);
        },
        // The change itself has come and is shown; only who made it is not told.
        () => undefined,
      );
    };
    const stop = onHeard((of, heard) => {
      if (of !== productionId) return;
      for (const one of heard) {
        const ended = endedWords(one, latest.current.cards);
        if (ended) tell(ended);
        if (one.change.changeSet) waiting.add(one.change.changeSet);
      }
      // Who did what is told to the owner alone.
      if (waiting.size === 0 || latest.current.me.role !== 'owner') return;
      clearTimeout(timer);
      timer = setTimeout(tellThem, QUIET_MS);
    });
    return () => {
      stop();
      clearTimeout(timer);
    };
  }, [productionId]);
}
