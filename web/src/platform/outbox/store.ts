import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Entry, Refused, Sent } from './entry.ts';

/** Where a device keeps what waits, what was not taken, and what was sent lately. Every call may fail when the device is full. */
export interface OutboxStore {
  /** Everything that is kept, as it was put; entries may be of any form. */
  load(): Promise<{ entries: unknown[]; refused: Refused[] }>;
  put(entry: Entry): Promise<void>;
  /** Takes an entry out of what waits, and puts it where it belongs now, in one go. */
  settle(id: string, to: { refused: Refused } | { sent: Sent } | null): Promise<void>;
  /** Puts an entry that was not taken back to what waits. */
  takeUp(entry: Entry): Promise<void>;
  letGo(refusedId: string): Promise<void>;
  /** What was sent since, oldest first; what is older is forgotten. */
  sentSince(atMs: number): Promise<Sent[]>;
}

interface Schema extends DBSchema {
  entries: { key: string; value: Entry };
  refused: { key: string; value: Refused };
  sent: { key: string; value: Sent; indexes: { at: number } };
}

/** The device's own database. Rejects when the browser keeps nothing (a private window). */
export async function openDeviceStore(): Promise<OutboxStore> {
  const db: IDBPDatabase<Schema> = await openDB<Schema>('kavrell', 2, {
    upgrade(found, from) {
      if (from < 1) found.createObjectStore('entries', { keyPath: 'id' });
      if (from < 2) {
        found.createObjectStore('refused', { keyPath: 'id' });
        found.createObjectStore('sent', { keyPath: 'id' }).createIndex('at', 'atMs');
      }
    },
    // A newer app in another tab must not wait for this one.
    blocking: () => db.close(),
  });
  return {
    async load() {
      const [entries, refused] = await Promise.all([db.getAll('entries'), db.getAll('refused')]);
      return { entries, refused };
    },
    async put(entry) {
      await db.put('entries', entry);
    },
    async settle(id, to) {
      const change = db.transaction(['entries', 'refused', 'sent'], 'readwrite');
      await Promise.all([
        change.objectStore('entries').delete(id),
        to && 'refused' in to ? change.objectStore('refused').put(to.refused) : null,
        to && 'sent' in to ? change.objectStore('sent').put(to.sent) : null,
        change.done,
      ]);
    },
    async takeUp(entry) {
      const change = db.transaction(['entries', 'refused'], 'readwrite');
      await Promise.all([
        change.objectStore('entries').put(entry),
        change.objectStore('refused').delete(entry.id),
        change.done,
      ]);
    },
    async letGo(id) {
      await db.delete('refused', id);
    },
    async sentSince(atMs) {
      const change = db.transaction('sent', 'readwrite');
      const old = await change.store.index('at').getAllKeys(IDBKeyRange.upperBound(atMs, true));
      await Promise.all([...old.map((key) => change.store.delete(key)), change.done]);
      return db.getAllFromIndex('sent', 'at');
    },
  };
}
