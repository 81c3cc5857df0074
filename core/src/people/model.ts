import { z } from 'zod';
import { id, line, minuteOfDay, minutes, recordBase, requiredLine } from '../records/index.ts';

export const personKind = z.enum(['crew', 'talent', 'client']);

export const personFields = z.object({
  name: requiredLine('The name', 80),
  /** The one word that the quick line and tables use. */
  shortName: requiredLine('The short name', 24),
  kind: personKind,
  role: line('The role', 80),
  department: line('The department', 40),
  minor: z.boolean(),
  notes: line('Notes', 400),
  /** Personal: sent only to roles that need it. */
  phone: line('The phone number', 40),
  diet: line('The diet', 120),
});
/** A new person's values beside the names. */
export const PERSON_DEFAULTS: Omit<z.infer<typeof personFields>, 'name' | 'shortName'> = {
  kind: 'crew',
  role: '',
  department: '',
  minor: false,
  notes: '',
  phone: '',
  diet: '',
};
export const person = personFields.extend(recordBase);
export type Person = z.infer<typeof person>;

/** The fields of a person that only the owner sees. */
export const PERSONAL_FIELDS = ['phone', 'diet', 'notes'] as const satisfies readonly (keyof Person)[];

export const engagementFields = z.object({
  dayId: id,
  personId: id,
  /** Minutes between arriving and being needed: make-up, rigging. */
  callOffsetMin: minutes('The time before being needed', 600),
  /** A call set by hand; null lets Kavrell work it out. */
  callMin: minuteOfDay('The call').nullable(),
});
export const engagement = engagementFields.extend(recordBase);
export type Engagement = z.infer<typeof engagement>;
