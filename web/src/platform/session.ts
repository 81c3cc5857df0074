import type { QueryClient } from '@tanstack/react-query';
import { signOut } from '@kavrell/contract';
import { call, wordsOf } from './api.ts';
import { tell } from './notices.ts';

/** Forgets what was read on this device: rows, sheets and stills. What waits to be sent stays. */
export const forgetRead = (): void => navigator.serviceWorker?.controller?.postMessage('forget');

/** Signs out, forgets what was read, and goes to the door. */
export async function forget(client: QueryClient): Promise<void> {
  try {
    await call(signOut, { params: {} });
    forgetRead();
    client.clear();
    window.location.assign('/');
  } catch (error) {
    tell(wordsOf(error));
  }
}
