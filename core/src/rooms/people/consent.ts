import { z } from 'zod';
import { defineTable, id, line, readBy, recordBase } from '../../base/records/index.ts';

export const CONSENT_STATES = ['asked', 'signed', 'refused'] as const;
export type ConsentState = (typeof CONSENT_STATES)[number];

export const signature = z
  .array(z.array(z.number().min(-0.1).max(1.1)).min(2).max(2000, 'A stroke is too long.'))
  .min(1, 'There is nothing drawn yet.')
  .max(80, 'The signature has too many strokes.');
export type Signature = z.infer<typeof signature>;

/** Whether somebody agreed to be seen, for what use, and who signed for a minor. */
export const consentFields = z.object(
  readBy('owner', {
    personId: id,
    state: z.enum(CONSENT_STATES, { error: 'Choose asked, signed or refused.' }),
    signedOn: z.iso.date({ error: 'The day of signing is a date, such as 2027-03-18.' }).nullable(),
    usage: line('The use agreed to', 200),
    guardian: line('Who signed for a minor', 120),
    /** Drawn with a finger: strokes of x, y, x, y … from 0 to 1 of a field three times as wide as high; null: signed on paper, or not yet. */
    signature: signature.nullable(),
    /** The words that were agreed to, as they stood then. */
    terms: line('The words agreed to', 1000),
  }),
);
/** A consent with nothing said yet beside its person. */
export const CONSENT_DEFAULTS: Omit<z.infer<typeof consentFields>, 'personId'> = {
  state: 'asked',
  signedOn: null,
  usage: '',
  guardian: '',
  signature: null,
  terms: '',
};
export const consent = consentFields.extend(recordBase);
export type Consent = z.infer<typeof consent>;
/** The table of consents. */
export const consentTable = defineTable({
  name: 'consents',
  one: 'consent',
  row: consent,
  fields: consentFields,
  points: { personId: 'people' },
  ofTheShoot: true,
});

export type ConsentNeed = { personId: string; state: 'missing' | 'asked' | 'signed' | 'refused'; words: string };

/**
 * Who must agree before they are seen: guests, everybody whose face a shot needs, talent in any shot, and minors also by
 * their guardian. A refusal stands above a signature of the same person.
 */
export function consentsNeeded(
  people: readonly { id: string; name: string; kind: string; minor: boolean }[],
  shots: readonly { personIds: readonly string[]; faceNeeded: boolean; dropped: boolean }[],
  consents: readonly Consent[],
): ConsentNeed[] {
  const seen = new Set(people.filter((p) => p.kind === 'guest').map((p) => p.id));
  for (const s of shots) if (!s.dropped && s.faceNeeded) for (const id of s.personIds) seen.add(id);
  for (const s of shots)
    if (!s.dropped) for (const id of s.personIds) if (people.find((p) => p.id === id)?.kind === 'talent') seen.add(id);
  return people
    .filter((p) => seen.has(p.id))
    .map((p): ConsentNeed => {
      const own = consents.filter((c) => c.personId === p.id);
      if (own.some((c) => c.state === 'refused'))
        return {
          personId: p.id,
          state: 'refused',
          words: `${p.name} does not want to be seen: no shot may show them.`,
        };
      const signed = own.find((c) => c.state === 'signed');
      if (signed && p.minor && !signed.guardian)
        return { personId: p.id, state: 'asked', words: `${p.name} is under 18: who signed for them is not said.` };
      if (signed)
        return {
          personId: p.id,
          state: 'signed',
          words: `${p.name} has signed${signed.usage ? `: ${signed.usage}` : ''}.`,
        };
      if (own.length) return { personId: p.id, state: 'asked', words: `${p.name} was asked and has not signed.` };
      return {
        personId: p.id,
        state: 'missing',
        words: `${p.name} was not asked${p.minor ? '; under 18, a guardian signs' : ''}.`,
      };
    });
}
