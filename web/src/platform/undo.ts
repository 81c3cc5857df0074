import { listChanges, undoChange, type ChangeSetInfo } from '@kavrell/contract';
import { call, wordsOf } from './api.ts';
import { newId } from './id.ts';
import { outbox } from './outbox.ts';
import { queries } from './rows.ts';
import { facetKey } from './stale.ts';
import { tell } from './notices.ts';

const settlers = new Set<() => void>();
/** Has `write` called before anything is undone and when the page is left: for edits that wait a moment for more of their kind. */
export function onSettle(write: () => void): () => void {
  settlers.add(write);
  window.addEventListener('pagehide', write);
  return () => {
    settlers.delete(write);
    window.removeEventListener('pagehide', write);
  };
}

/** How often a set turns something round: 0 an edit, 1 its undoing, 2 the doing again. */
function depthOf(set: ChangeSetInfo, byId: ReadonlyMap<string, ChangeSetInfo>): number {
  const before = set.undoes === null ? undefined : byId.get(set.undoes);
  return set.undoes === null ? 0 : 1 + (before ? depthOf(before, byId) : 0);
}

/**
 * The set that undo (or redo) turns round, of sets newest first: the newest standing edit or doing-again; for redo
 * the newest standing undoing, unless something was edited since.
 */
export function targetOf(sets: readonly ChangeSetInfo[], redo: boolean): ChangeSetInfo | undefined {
  const byId = new Map(sets.map((s) => [s.id, s]));
  for (const set of sets) {
    if (set.undone) continue;
    const depth = depthOf(set, byId);
    if (depth % 2 === (redo ? 1 : 0)) return set;
    if (redo && depth === 0) return undefined;
  }
  return undefined;
}

/**
 * Takes back the newest change that still stands (or, with `redo`, the newest taking-back). The history is the
 * server's, so it is there after a reload too.
 */
export async function undo(productionId: string, actor: string, redo = false): Promise<void> {
  for (const write of settlers) write();
  await outbox.flush();
  if (outbox.state.getState().entries.length > 0) {
    tell('Undo waits until what is on this device has been sent.');
    return;
  }
  try {
    const found = targetOf(
      (await call(listChanges, { params: { productionId } })).filter((s) => s.actor === actor),
      redo,
    );
    if (!found) {
      tell(redo ? 'Nothing to do again.' : 'Nothing to undo.');
      return;
    }
    await call(undoChange, { params: { productionId, changeSetId: found.id }, body: { id: newId() } });
    tell(
      redo
        ? `Did again: ${found.label.replace(/^(Undid|Did again): /, '')}`
        : `Undid: ${found.label.replace(/^Did again: /, '')}`,
      redo ? undefined : { word: 'Do again', run: () => void undo(productionId, actor, true) },
    );
  } catch (error) {
    tell(wordsOf(error));
  }
  void queries.invalidateQueries({ queryKey: facetKey(productionId) });
  await queries.invalidateQueries({ queryKey: ['rows', productionId] });
}
