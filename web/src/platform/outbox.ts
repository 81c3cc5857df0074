import { useStore } from 'zustand';
import type { Me } from '@kavrell/contract';
import { onEpoch } from './house.ts';
import { newId } from './id.ts';
import { tell } from './notices.ts';
import { Outbox } from './outbox/outbox.ts';
import type { OutboxState } from './outbox/outboxModel.ts';
import { openDeviceStore } from './outbox/store.ts';

export { isReadable, mayStand, type Entry, type NewEntry, type Refused, type Seen } from './outbox/entry.ts';

/** The outbox of this window. What is made before rows are there (`rows.ts` brings the sender) is kept, and goes with them. */
export const outbox = new Outbox(
  null,
  {
    now: () => Date.now(),
    later(ms, work) {
      const timer = setTimeout(work, ms);
      return () => clearTimeout(timer);
    },
  },
  newId,
);

export function useOutbox<T>(pick: (state: OutboxState) => T): T {
  return useStore(outbox.state, pick);
}

/** Takes up what waited on this device, and asks the browser not to clear it away. */
export async function openOutbox(): Promise<void> {
  void navigator.storage?.persist?.().catch(() => false);
  await outbox.open(await openDeviceStore().catch(() => null));
  window.addEventListener('online', () => void outbox.flush());
  onEpoch(() => {
    void outbox.sendAgain().then((count) => {
      if (count > 0)
        tell(`Kavrell was restored from a backup: ${count} changes of the last days were sent again from here.`);
    });
  });
  await outbox.tidy();
}

/** Says who is signed in: what others made on this device is held for them. */
export const outboxFor = (me: Me | null): void => outbox.signedIn(me && { role: me.role, name: me.name });
