import express, { type Express } from 'express';
import { z } from 'zod';
import { CONSENT_DEFAULTS, consentFields, thinned } from '@kavrell/core/people';
import { dateOf, zoneAt } from '@kavrell/core/time';
import type { Context } from '../platform/context.ts';
import { inChangeSet } from '../platform/db/index.ts';
import { newId } from '../platform/ids.ts';
import { HttpProblem } from '../platform/problems.ts';
import { nowOf, productionOf } from '../productions/index.ts';
import { readRows } from '../rows/index.ts';
import { consentPage } from './consentPage.ts';
import { linkPath, personalRoutes, readLink } from './links.ts';

/** What a page of consent sends: strokes are JSON, as a form has only text. */
const answer = z.discriminatedUnion('say', [
  z.object({ say: z.literal('refused') }),
  z.object({
    say: z.literal('signed'),
    terms: z.string(),
    guardian: z.string().trim().default(''),
    strokes: z
      .string()
      .transform((text, ctx): unknown => {
        try {
          return JSON.parse(text);
        } catch {
          ctx.addIssue({ code: 'custom', message: 'The signature did not arrive whole. Draw it again.' });
          return z.NEVER;
        }
      })
      .pipe(z.array(z.array(z.number())).min(1, 'There is nothing drawn yet.')),
  }),
]);
type Answer = z.infer<typeof answer>;

async function openConsent(context: Context, token: string) {
  const link = await readLink(context, token);
  if (!link.personId)
    throw new HttpProblem(404, 'consent', 'This link is nobody’s own: there is nothing to sign here.');
  const { productionId, personId } = link;
  const [production, people, consents, days] = await Promise.all([
    productionOf(context, productionId),
    readRows(context, productionId, 'people'),
    readRows(context, productionId, 'consents'),
    readRows(context, productionId, 'days'),
  ]);
  const person = people.find((p) => p.id === personId);
  // The link was read before: somebody was taken off in this very moment.
  if (!person) throw new HttpProblem(410, 'consent', 'You are no longer on this production: there is nothing to sign.');
  const consent = consents.find((c) => c.personId === personId) ?? null;
  return {
    production,
    person,
    consent,
    timeZone: zoneAt(days, nowOf(production)),
    path: `${linkPath(context, link.id)}/consent`,
  };
}
type Opened = Awaited<ReturnType<typeof openConsent>>;

/** The consent as it stands after what was said, or words why that can’t be. */
function consentAfter({ production, person, consent, timeZone }: Opened, said: Answer) {
  const before = consent ?? { ...CONSENT_DEFAULTS, personId: person.id };
  const { personId, usage } = before;
  if (said.say === 'refused')
    return { personId, usage, guardian: before.guardian, state: 'refused', signedOn: null, signature: null, terms: '' };
  // What was agreed to are the words that were read, not those that stand there meanwhile.
  if (said.terms !== production.consentTerms)
    throw new HttpProblem(
      409,
      'consentTerms',
      'What you would agree to was changed while you read. Nothing was signed: open your link again and read the new words.',
    );
  if (person.minor && said.guardian === '')
    throw new HttpProblem(
      400,
      'consentGuardian',
      'Somebody under 18: say who signs as guardian. Open your link again.',
    );
  return {
    personId,
    usage,
    guardian: person.minor ? said.guardian : before.guardian,
    state: 'signed',
    signedOn: dateOf(nowOf(production), timeZone),
    signature: thinned(said.strokes),
    terms: said.terms,
  };
}

/** Where people say by their own link whether they may be seen. */
export function serveConsentPages(app: Express, context: Context): void {
  const withLink = personalRoutes((token) => openConsent(context, token));
  app.get(
    '/s/:token/consent',
    withLink(async (_req, res, opened) => {
      res.type('html').send(consentPage(opened));
    }),
  );
  app.post(
    '/s/:token/consent',
    express.urlencoded({ extended: false, limit: '300kb' }),
    withLink(async (req, res, opened) => {
      const said = answer.safeParse(req.body);
      const values = consentFields.safeParse(said.success ? consentAfter(opened, said.data) : null);
      if (!said.success || !values.success)
        throw new HttpProblem(
          400,
          'consent',
          `${(said.error ?? values.error)?.issues[0]?.message ?? 'That could not be read.'} Nothing was noted: open your link again.`,
        );
      const { production, person, consent, path } = opened;
      // The change’s own name says that it came by the link: whoever holds it may have been somebody else.
      await inChangeSet(
        context.db,
        { changeSetId: null, actor: `${person.name}, by their own link` },
        async (transaction) => {
          const { consents } = context.models;
          if (consent) await consents.update(values.data, { where: { id: consent.id }, transaction });
          else await consents.create({ id: newId(), productionId: production.id, ...values.data }, { transaction });
        },
      );
      res.redirect(303, path);
    }),
  );
}
