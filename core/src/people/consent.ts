import { z } from 'zod';
import { id, line, recordBase } from '../records/index.ts';

export const CONSENT_STATES = ['asked', 'signed', 'refused'] as const;

/** Whether somebody agreed to be seen, for what use, and who signed for a minor. */
export const consentFields = z.object({
  personId: id,
  state: z.enum(CONSENT_STATES, { error: 'Choose asked, signed or refused.' }),
  signedOn: z.iso.date({ error: 'The day of signing is a date, such as 2027-03-18.' }).nullable(),
  usage: line('The use agreed to', 200),
  guardian: line('Who signed for a minor', 120),
});
export const consent = consentFields.extend(recordBase);
export type Consent = z.infer<typeof consent>;

export type ConsentNeed = { personId: string; state: 'missing' | 'asked' | 'signed' | 'refused'; words: string };

/**
 * Who must agree before they are seen: everybody whose face a shot needs, talent in any shot, and minors also by
 * their guardian. A refusal stands above a signature of the same person.
 */
export function consentsNeeded(
  people: readonly { id: string; name: string; kind: string; minor: boolean }[],
  shots: readonly { personIds: readonly string[]; faceNeeded: boolean; dropped: boolean }[],
  consents: readonly Consent[],
): ConsentNeed[] {
  const seen = new Set(shots.filter((s) => !s.dropped && s.faceNeeded).flatMap((s) => s.personIds));
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
