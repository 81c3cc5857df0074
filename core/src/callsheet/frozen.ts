import { z } from 'zod';
import { id, line, recordBase } from '../records/index.ts';

/** A sheet as it went out: from here on its shot numbers stay as they are. */
export const frozenSheetFields = z.object({
  dayId: id,
  revision: z.int().min(1),
  frozenAtMs: z.number(),
  note: line('The note', 300),
  /** The shots on it, by number, as printed. */
  shots: z.array(z.object({ shotId: id, code: z.string() })).max(2000),
});
export const frozenSheet = frozenSheetFields.extend(recordBase);
export type FrozenSheet = z.infer<typeof frozenSheet>;

/** Shot numbers that are on paper already and therefore stay. */
export function frozenCodes(sheets: readonly FrozenSheet[]): Set<string> {
  return new Set(sheets.flatMap((s) => s.shots.map((x) => x.code)));
}
