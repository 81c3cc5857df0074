import { MAX_FILE_BYTES, getFile, pathOf, putFile } from '@kavrell/contract';
import { formatBytes } from '@kavrell/core/units';
import { sendBytes } from './api.ts';

/** Stores bytes by content and resolves with their address. */
export async function store(productionId: string, bytes: Blob): Promise<string> {
  if (bytes.size > MAX_FILE_BYTES)
    throw new Error(
      `This has ${formatBytes(bytes.size)}; ${formatBytes(MAX_FILE_BYTES)} is the most that is stored. Nothing was changed: save it smaller and drop it again.`,
    );
  return (await sendBytes(putFile, { productionId }, bytes)).hash;
}

export const fileUrl = (productionId: string, hash: string): string => pathOf(getFile, { productionId, hash });
