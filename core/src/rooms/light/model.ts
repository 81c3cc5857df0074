import { z } from 'zod';
import { defineTable, id, line, minutes, readBy, recordBase, requiredLine } from '../../base/records/index.ts';
import { lightPlan, PLAN_DEFAULTS } from './plan.ts';

export const setupFields = z.object(
  readBy('work', {
    code: requiredLine('The setup’s code', 8),
    name: requiredLine('The setup’s name', 80),
    placeId: id,
    /** Minutes to rig it from nothing as somebody said; null: worked out from the plan. */
    rigMin: minutes('Rig time', 600).nullable(),
    notes: line('Notes', 600),
    /** How many people rig it. */
    hands: z
      .int('Hands are a whole number.')
      .min(1, 'One person at least rigs it.')
      .max(30, 'Thirty people are the most that rig one setup.'),
    /** The setup it was made from. */
    fromSetupId: id.nullable(),
    plan: lightPlan,
  }),
);
export const setup = setupFields.extend(recordBase);
export type Setup = z.infer<typeof setup>;
/** The table of setups. */
export const setupTable = defineTable({
  name: 'setups',
  one: 'light setup',
  row: setup,
  fields: setupFields,
  sortedBy: 'code',
  points: { placeId: 'places', fromSetupId: 'setups' },
  rules: { setups_code_live: 'There is a light setup of that code already.' },
});

/** A new setup's values beside its code, name and place. */
export const SETUP_DEFAULTS: Omit<z.infer<typeof setupFields>, 'code' | 'name' | 'placeId'> = {
  rigMin: null,
  notes: '',
  hands: 2,
  fromSetupId: null,
  plan: PLAN_DEFAULTS,
};

/** Minutes to go from one setup to another in the same place. */
export const relightFields = z.object(
  readBy('work', { fromSetupId: id, toSetupId: id, minutes: minutes('Relight time', 600) }),
);
export const relight = relightFields.extend(recordBase);
export type Relight = z.infer<typeof relight>;
/** The table of relights. */
export const relightTable = defineTable({
  name: 'relights',
  one: 'relight',
  row: relight,
  fields: relightFields,
  points: { fromSetupId: 'setups', toSetupId: 'setups' },
  rules: { relights_pair_live: 'There is a relight between these setups already.' },
});
