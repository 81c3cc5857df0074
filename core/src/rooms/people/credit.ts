import { z } from 'zod';
import { defineTable, id, line, position, readBy, recordBase, requiredLine } from '../../base/records/index.ts';

export const CREDIT_KINDS = ['credit', 'thanks'] as const;

/** A name as it stands at the end of the piece; confirmed by the one it is of, where they have a personal link. */
export const creditFields = z.object(
  readBy('owner', {
    kind: z.enum(CREDIT_KINDS, { error: 'Choose credit or thanks.' }),
    /** Whose name it is; null: somebody who is not on this job. */
    personId: id.nullable(),
    /** Spelled as they want it. */
    name: requiredLine('The name', 120),
    /** What they did, or for what they are thanked. */
    role: line('What for', 120),
    /** When its person said that it is spelled so; null: nobody asked them yet, or it was changed since. */
    confirmedAtMs: z.number().nullable(),
    /** They asked not to be named. */
    unnamed: z.boolean({ error: 'Named or not is yes or no.' }),
    position,
  }),
);
export const credit = creditFields.extend(recordBase);
export type Credit = z.infer<typeof credit>;
/** The table of credits and thanks. */
export const creditTable = defineTable({
  name: 'credits',
  one: 'credit',
  row: credit,
  fields: creditFields,
  sortedBy: 'position',
  points: { personId: 'people' },
  ofTheShoot: true,
});

/** Who is on the job and not on the list of names yet: crew and talent, as they are called. */
export const creditsToAdd = (
  people: readonly { id: string; name: string; role: string; kind: string }[],
  credits: readonly Pick<Credit, 'personId'>[],
): { personId: string; name: string; role: string; kind: (typeof CREDIT_KINDS)[number] }[] => {
  const listed = new Set(credits.map((c) => c.personId));
  return people
    .filter((p) => !listed.has(p.id) && p.kind !== 'guest')
    .map((p) => ({ personId: p.id, name: p.name, role: p.role, kind: p.kind === 'client' ? 'thanks' : 'credit' }));
};

/** The list as it is pasted into a title tool: credits with what they did, then thanks; names that nobody confirmed say so. */
export function creditsText(credits: readonly Credit[]): string {
  const lineOf = (c: Credit) =>
    `${c.role ? `${c.role}: ` : ''}${c.name}${c.confirmedAtMs === null ? ' (spelling not confirmed)' : ''}`;
  const of = (kind: Credit['kind']) => credits.filter((c) => c.kind === kind && !c.unnamed).map(lineOf);
  const [named, thanked] = [of('credit'), of('thanks')];
  return [...named, ...(thanked.length ? ['', 'Thanks to', ...thanked] : [])].join('\n');
}
