import { SLOT_BYTES } from './slots.ts';
import type { SourceFile } from './walk.ts';
import { SMALL_BYTES } from './writer.ts';

const BATCH_FILES = 512;

/** What is read and written in one go: small files packed together, or a large one block by block. */
export type Item = { small: SourceFile[] } | { large: SourceFile };
export const filesOf = (item: Item): SourceFile[] => ('small' in item ? item.small : [item.large]);
export const bytesOf = (files: readonly SourceFile[]): number => files.reduce((t, f) => t + f.sizeBytes, 0);

/** The small files first, packed: what describes a card is then there early, and shares its syncs. */
export function itemsOf(files: readonly SourceFile[]): Item[] {
  const items: Item[] = [];
  let batch: SourceFile[] = [];
  let bytes = 0;
  for (const file of files) {
    if (file.sizeBytes > SMALL_BYTES) continue;
    if (batch.length >= BATCH_FILES || bytes + file.sizeBytes > SLOT_BYTES) {
      items.push({ small: batch });
      [batch, bytes] = [[], 0];
    }
    batch.push(file);
    bytes += file.sizeBytes;
  }
  if (batch.length > 0) items.push({ small: batch });
  return [...items, ...files.filter((f) => f.sizeBytes > SMALL_BYTES).map((large) => ({ large }))];
}
