import express, { type Express } from 'express';
import { z } from 'zod';
import { creditFields, type Credit } from '@kavrell/core/people';
import type { Context } from '../platform/context.ts';
import { inChangeSet } from '../platform/db/index.ts';
import { esc, plainPage, said } from '../platform/documents/plainPage.ts';
import { HttpProblem } from '../platform/problems.ts';
import { productionOf } from '../productions/index.ts';
import { readRows } from '../rows/index.ts';
import { linkPath, personalRoutes, readLink } from './links.ts';

async function openCredit(context: Context, token: string) {
  const link = await readLink(context, token);
  if (!link.personId)
    throw new HttpProblem(404, 'credit', 'This link is nobody’s own: there is no name to confirm here.');
  const [production, credits] = await Promise.all([
    productionOf(context, link.productionId),
    readRows(context, link.productionId, 'credits'),
  ]);
  const credit = credits.find((c) => c.personId === link.personId);
  if (!credit)
    throw new HttpProblem(404, 'credit', 'You are not on the list of names yet. Ask whoever sent you the link.');
  return { production, credit, path: `${linkPath(context, link.id)}/credit` };
}
type Opened = Awaited<ReturnType<typeof openCredit>>;

function creditPage({ production, credit, path }: Opened): string {
  const title = 'Is your name spelled right?';
  const standing = credit.unnamed
    ? '<p data-standing class="l">You have asked not to be named.</p>'
    : credit.confirmedAtMs !== null
      ? `<p data-standing class="l">You have confirmed: ${said(credit.name)}${credit.role ? `, ${said(credit.role)}` : ''}.</p>`
      : '<p>So it would stand at the end of the piece:</p>';
  const field = (name: string, label: string, value: string, most: number, required = '') =>
    `<p><label>${label}<br><input name="${name}" value="${esc(value)}" maxlength="${most}" ${required} style="width:100%;font:inherit;padding:8px"></label></p>`;
  return plainPage(
    title,
    [
      `<p class="s">${said(production.title)}</p>`,
      `<h1>${title}</h1>`,
      standing,
      `<form method="post" action="${esc(path)}"><input type="hidden" name="say" value="confirmed">`,
      field('name', 'Your name, as it should be read', credit.name, 120, 'required'),
      field('role', 'What you did', credit.role, 120),
      '<button>It is spelled so</button></form>',
      credit.unnamed
        ? ''
        : `<form method="post" action="${esc(path)}"><input type="hidden" name="say" value="unnamed"><button class="b">Please do not name me</button></form>`,
      '<p class="s">You can come back and say otherwise as long as this link holds.</p>',
    ].join('\n'),
  );
}

const answer = z.discriminatedUnion('say', [
  z.object({ say: z.literal('unnamed') }),
  z.object({ say: z.literal('confirmed'), name: z.string(), role: z.string().default('') }),
]);

/** Where people say by their own link how their name is spelled. */
export function serveCreditPages(app: Express, context: Context): void {
  const withLink = personalRoutes((token) => openCredit(context, token));
  app.get(
    '/s/:token/credit',
    withLink(async (_req, res, opened) => {
      res.type('html').send(creditPage(opened));
    }),
  );
  app.post(
    '/s/:token/credit',
    express.urlencoded({ extended: false, limit: '4kb' }),
    withLink(async (req, res, { credit, production, path }) => {
      const heard = answer.safeParse(req.body);
      if (!heard.success)
        throw new HttpProblem(400, 'credit', 'That could not be read. Nothing was noted: open your link again.');
      const { kind, personId, position } = credit;
      const after: Partial<Credit> =
        heard.data.say === 'unnamed'
          ? { ...credit, unnamed: true, confirmedAtMs: null }
          : { ...credit, unnamed: false, confirmedAtMs: Date.now(), name: heard.data.name, role: heard.data.role };
      const values = creditFields.safeParse({ ...after, kind, personId, position });
      if (!values.success)
        throw new HttpProblem(
          400,
          'credit',
          `${values.error.issues[0]?.message ?? 'That could not be read.'} Nothing was noted: open your link again.`,
        );
      await inChangeSet(
        context.db,
        { changeSetId: null, actor: `${values.data.name}, by their own link` },
        async (transaction) => {
          const where = { id: credit.id, productionId: production.id };
          await context.models.credits.update(values.data, { where, transaction });
        },
      );
      res.redirect(303, path);
    }),
  );
}
