import { z } from 'zod';
import { id, line, minutes, recordBase, requiredLine } from '../records/index.ts';

export const setupFields = z.object({
  code: requiredLine('The setup’s code', 8),
  name: requiredLine('The setup’s name', 80),
  placeId: id,
  rigMin: minutes('Rig time', 600),
  notes: line('Notes', 600),
});
export const setup = setupFields.extend(recordBase);
export type Setup = z.infer<typeof setup>;

/** Minutes to go from one setup to another in the same place. */
export const relightFields = z.object({ fromSetupId: id, toSetupId: id, minutes: minutes('Relight time', 600) });
export const relight = relightFields.extend(recordBase);
export type Relight = z.infer<typeof relight>;
