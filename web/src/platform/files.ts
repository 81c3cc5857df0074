import { useEffect, useState } from 'react';
import { MAX_FILE_BYTES, getFile, pathOf, putFile } from '@kavrell/contract';
import { formatBytes } from '@kavrell/core/units';
import { Away, sendBytes } from './api.ts';
import { useOutbox } from './outbox.ts';

/** Stores bytes by content and resolves with their address. */
export async function store(productionId: string, bytes: Blob): Promise<string> {
  if (bytes.size > MAX_FILE_BYTES)
    throw new Error(
      `This has ${formatBytes(bytes.size)}; ${formatBytes(MAX_FILE_BYTES)} is the most that is stored. Nothing was changed: save it smaller and drop it again.`,
    );
  try {
    return (await sendBytes(putFile, { productionId }, bytes)).hash;
  } catch (error) {
    // Files don't wait in the outbox: what is not there yet must not be said to be kept.
    if (error instanceof Away)
      throw new Error(
        'Kavrell’s server does not answer, so this could not be stored. Nothing was changed: drop it again when it is back.',
        { cause: error },
      );
    throw error;
  }
}

export const fileUrl = (productionId: string, hash: string): string => pathOf(getFile, { productionId, hash });

/** Where a stored picture is read from: this device while it waits to be sent, else the server. */
export function useFileUrl(productionId: string, hash: string | null): string | null {
  const waiting = useOutbox((s) => s.entries.find((e) => e.kind === 'file' && e.hash === hash));
  const bytes = waiting?.kind === 'file' ? waiting.bytes : null;
  const [own, setOwn] = useState<string | null>(null);
  useEffect(() => {
    if (!bytes) {
      setOwn(null);
      return;
    }
    const url = URL.createObjectURL(bytes);
    setOwn(url);
    return () => URL.revokeObjectURL(url);
  }, [bytes]);
  if (!hash) return null;
  return bytes ? own : fileUrl(productionId, hash);
}
