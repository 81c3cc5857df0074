import { listChanges, undoChange, type ChangeSetInfo } from '@kavrell/contract';
import { call, wordsOf } from './api.ts';
import { newId } from './id.ts';
import { outbox } from './outbox.ts';
import { queries } from './queries.ts';
import { facetKey } from './stale.ts';
import { tell, type NoticeAction } from './notices.ts';

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

/** What undoing leans on: the history that the server keeps, what waits on this device, and where words go. */
export interface UndoParts {
  /** The change-sets of a production, newest first. */
  list: (productionId: string) => Promise<readonly ChangeSetInfo[]>;
  /** Turns one round. */
  turn: (productionId: string, changeSetId: string) => Promise<unknown>;
  /** Sends what waits, and says how much still does. */
  sent: () => Promise<number>;
  tell: (words: string, act?: NoticeAction) => void;
  /** Reads again what was turned round. */
  refresh: (productionId: string) => Promise<unknown>;
}

/** Takes back what was done last. The history is the server's, so it is there after a reload too. */
export class Undo {
  private readonly settlers = new Set<() => void>();
  constructor(private readonly parts: UndoParts) {}

  /** Has `write` called before anything is undone and when the page is left: for edits that wait a moment for more of their kind. */
  onSettle(write: () => void): () => void {
    this.settlers.add(write);
    window.addEventListener('pagehide', write);
    return () => {
      this.settlers.delete(write);
      window.removeEventListener('pagehide', write);
    };
  }

  /** Takes back the newest change of `actor` that still stands (or, with `redo`, the newest taking-back). */
  async run(productionId: string, actor: string, redo = false): Promise<void> {
    for (const write of this.settlers) write();
    if ((await this.parts.sent()) > 0) {
      this.parts.tell('Undo waits until what is on this device has been sent.');
      return;
    }
    try {
      const own = (await this.parts.list(productionId)).filter((s) => s.actor === actor);
      const found = targetOf(own, redo);
      if (!found) {
        this.parts.tell(redo ? 'Nothing to do again.' : 'Nothing to undo.');
        return;
      }
      await this.parts.turn(productionId, found.id);
      if (redo) this.parts.tell(`Did again: ${found.label.replace(/^(Undid|Did again): /, '')}`);
      else
        this.parts.tell(`Undid: ${found.label.replace(/^Did again: /, '')}`, {
          word: 'Do again',
          run: () => void this.run(productionId, actor, true),
        });
    } catch (error) {
      this.parts.tell(wordsOf(error));
    }
    await this.parts.refresh(productionId);
  }
}

export const undo = new Undo({
  list: (productionId) => call(listChanges, { params: { productionId } }),
  turn: (productionId, changeSetId) =>
    call(undoChange, { params: { productionId, changeSetId }, body: { id: newId() } }),
  sent: async () => {
    await outbox.flush();
    return outbox.state.getState().entries.length;
  },
  tell,
  refresh: (productionId) => {
    void queries.invalidateQueries({ queryKey: facetKey(productionId) });
    return queries.invalidateQueries({ queryKey: ['rows', productionId] });
  },
});
