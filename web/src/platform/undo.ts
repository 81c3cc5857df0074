import { listChanges, undoChange } from '@kavrell/contract';
import { call, wordsOf } from './api.ts';
import { newId } from './id.ts';
import { flush, useOutbox } from './outbox.ts';
import { queries } from './rows.ts';
import { tell } from './notices.ts';

/**
 * Takes back the newest change that still stands (or, with `redo`, the newest taking-back). The history is the
 * server's, so it is there after a reload too.
 */
export async function undo(productionId: string, actor: string, redo = false): Promise<void> {
  await flush();
  if (useOutbox.getState().entries.length > 0) {
    tell('Undo waits until what is on this device has been sent.');
    return;
  }
  try {
    const sets = (await call(listChanges, { params: { productionId } })).filter((s) => s.actor === actor && !s.undone);
    const found = sets.find((s) => (redo ? s.undoes !== null : s.undoes === null));
    if (!found) {
      tell(redo ? 'Nothing to do again.' : 'Nothing to undo.');
      return;
    }
    await call(undoChange, { params: { productionId, changeSetId: found.id }, body: { id: newId() } });
    tell(redo ? `Did again: ${found.label.replace(/^Undid: /, '')}` : `Undid: ${found.label}`, redo ? undefined : { word: 'Do again', run: () => void undo(productionId, actor, true) });
  } catch (error) {
    tell(wordsOf(error));
  }
  await queries.invalidateQueries({ queryKey: ['rows', productionId] });
}
