import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { newId } from './id.ts';
import { outbox } from './outbox.ts';

/**
 * Keeps a small picture on this device and sends it when somebody answers; resolves with its address at once. What names it is
 * sent after it, since the outbox goes in order.
 */
export async function storeLater(productionId: string, bytes: Blob, label: string): Promise<string> {
  // Not the browser’s own digest: on plain http from another machine there is none.
  const hash = bytesToHex(sha256(new Uint8Array(await bytes.arrayBuffer())));
  const id = newId();
  void outbox.post({ id, productionId, at: Date.now(), label, kind: 'file', hash, bytes });
  return hash;
}
