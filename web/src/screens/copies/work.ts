import {
  cancelCopy,
  pauseCopy,
  releaseCard,
  resumeCopy,
  lookIntoCopies,
  scanCard,
  sendToEditor,
  settleAlarms,
  startCopy,
  unloadCard,
  withdrawRelease,
} from '@kavrell/contract';
import type { Card, CopyJob } from '@kavrell/core/copies';
import { formatCount } from '@kavrell/core/units';
import { call, wordsOf } from '../../platform/api.ts';
import { newId } from '../../platform/id.ts';
import { tell } from '../../platform/notices.ts';
import { queries } from '../../platform/queries.ts';

/** What can be asked of the copy machinery; an answer of no is told in words. */
export function copyWork(productionId: string) {
  const asked = (work: Promise<unknown>, ...tables: string[]) =>
    void work.then(
      () => {
        for (const table of tables) void queries.invalidateQueries({ queryKey: ['rows', productionId, table] });
      },
      (error: unknown) => tell(wordsOf(error)),
    );
  const ofJob = ({ id }: CopyJob) => ({ params: { productionId, jobId: id }, body: {} });
  const ofCard = ({ id }: Card) => ({ params: { productionId, cardId: id }, body: {} });
  return {
    start: (card: Card, driveIds: string[], kind: CopyJob['kind'], verifySource: boolean) =>
      asked(
        call(startCopy, {
          params: { productionId },
          body: { id: newId(), cardId: card.id, driveIds, kind, verifySource },
        }),
        'copyJobs',
      ),
    /** Reads a card that was just plugged in and copies it to these drives; it is read even where it can’t be copied. */
    take: (card: Card, driveIds: string[]) =>
      asked(
        call(scanCard, ofCard(card)).then(() =>
          driveIds.length === 0
            ? undefined
            : call(startCopy, {
                params: { productionId },
                body: { id: newId(), cardId: card.id, driveIds, kind: 'copy', verifySource: false },
              }),
        ),
        'copyJobs',
      ),
    pause: (job: CopyJob) => asked(call(pauseCopy, ofJob(job)), 'copyJobs'),
    resume: (job: CopyJob) => asked(call(resumeCopy, ofJob(job)), 'copyJobs'),
    cancel: (job: CopyJob) => asked(call(cancelCopy, ofJob(job)), 'copyJobs'),
    scan: (card: Card) => asked(call(scanCard, ofCard(card)).then(() => tell(`Reading ${card.label} again.`))),
    settle: (card: Card) => asked(call(settleAlarms, ofCard(card)), 'cards'),
    look: (card: Card) =>
      asked(
        call(lookIntoCopies, ofCard(card)).then(({ toLookInto, notHere }) => {
          const now =
            toLookInto > 0 ? `Looking into ${formatCount(toLookInto, 'copy', 'copies')} of ${card.label}.` : '';
          const not =
            notHere > 0
              ? `No verified copy of ${formatCount(notHere, 'file')} is plugged in here: not looked into.`
              : '';
          tell([now, not].filter(Boolean).join(' ') || `All copies of ${card.label} were looked into.`);
        }),
      ),
    toEditor: (driveId: string, clips: { takeId: string; clipId: string }[]) =>
      asked(
        call(sendToEditor, { params: { productionId }, body: { driveId, clips } }).then(({ asked: n, already }) =>
          tell(
            `${formatCount(n, 'clip goes', 'clips go')} to the editor${already > 0 ? `; ${already} went before` : ''}.`,
          ),
        ),
        'sentSelects',
      ),
    unload: (card: Card) =>
      asked(
        call(unloadCard, ofCard(card)).then(({ nextCard }) =>
          tell(nextCard ? `${card.label} is out; the simulated camera now has ${nextCard}.` : `${card.label} is out.`),
        ),
      ),
    release: (card: Card) =>
      asked(
        call(releaseCard, ofCard(card)).then(() => tell(`${card.label} is released to be formatted.`)),
        'releases',
      ),
    withdraw: (card: Card) =>
      asked(
        call(withdrawRelease, ofCard(card)).then(() => tell(`${card.label} is no longer released.`)),
        'releases',
      ),
  };
}
export type CopyWork = ReturnType<typeof copyWork>;
