import express, { type Express } from 'express';
import { changeStanding, standingInvoices } from '@kavrell/core/jobMoney';
import type { ScopeAnswer, ScopeChange } from '@kavrell/core/money';
import type { Person } from '@kavrell/core/people';
import { chosenEstimate } from '@kavrell/core/productions';
import { formatDate, formatMinutes, formatMoney } from '@kavrell/core/units';
import { dateOf } from '@kavrell/core/time';
import { linkPath, personalRoutes, readLink } from '../people/links.ts';
import type { Context } from '../platform/context.ts';
import { inChangeSet } from '../platform/db/index.ts';
import { esc, plainPage, said } from '../platform/documents/plainPage.ts';
import { newId } from '../platform/ids.ts';
import { HttpProblem } from '../platform/problems.ts';
import { productionOf } from '../productions/index.ts';
import { readRows } from '../rows/index.ts';

interface Opened {
  production: Awaited<ReturnType<typeof productionOf>>;
  person: Person;
  changes: ScopeChange[];
  answers: ScopeAnswer[];
  /** Numbers of the invoices that changes stand on: they are settled. */
  invoiced: ReadonlyMap<string, string>;
  /** The tax of a change that says none. */
  taxBp: number;
  path: string;
}

async function openChanges(context: Context, token: string): Promise<Opened> {
  const link = await readLink(context, token);
  const { productionId } = link;
  const [production, people, changes, answers, estimates, papers] = await Promise.all([
    productionOf(context, productionId),
    readRows(context, productionId, 'people'),
    readRows(context, productionId, 'scopeChanges'),
    readRows(context, productionId, 'scopeAnswers'),
    readRows(context, productionId, 'estimates'),
    readRows(context, productionId, 'moneyPapers'),
  ]);
  const person = people.find((p) => p.id === link.personId);
  // Only what was put to this very person, with a price: nobody else reads what a job costs.
  const theirs = changes.filter((c) => c.askedOfId === link.personId && c.state === 'asked' && c.priceMinor !== null);
  if (!person || theirs.length === 0)
    throw new HttpProblem(
      404,
      'changes',
      'Nothing waits for your answer here. If you expected something, ask whoever sent you the link.',
    );
  return {
    production,
    person,
    changes: theirs,
    answers,
    invoiced: new Map(
      standingInvoices(papers).flatMap((p) => p.content.changeIds.map((id) => [id, p.number] as const)),
    ),
    taxBp: chosenEstimate({ estimates, production }).taxBp,
    path: `${linkPath(context, link.id)}/changes`,
  };
}

const sums = (c: ScopeChange, { production, taxBp }: Opened): string => {
  const tax = c.taxBp ?? taxBp;
  const price = formatMoney(c.priceMinor ?? 0, production.currency, { cents: true });
  return tax === 0 ? price : `${price}, and ${tax / 100}\u00a0% tax`;
};

function changesPage(opened: Opened): string {
  const { production, changes, answers, path } = opened;
  const title = changes.length === 1 ? 'Do you agree to this change?' : 'Do you agree to these changes?';
  const parts = changes.map((c) => {
    const standing = changeStanding(c, answers);
    const invoiced = opened.invoiced.get(c.id);
    const on = standing.at ? formatDate(dateOf(standing.at.atMs, 'UTC'), { year: true }) : '';
    const told =
      standing.at && standing.state === 'agreed'
        ? `<p data-standing class="l">Agreed on ${on} by ${said(standing.at.by)}.</p>`
        : standing.at
          ? `<p data-standing class="l">Declined on ${on} by ${said(standing.at.by)}.</p>`
          : standing.changedSince
            ? '<p class="l">It was changed since you answered: please answer once more.</p>'
            : '';
    const form = (say: string, words: string, look: string) =>
      `<form method="post" action="${esc(path)}"><input type="hidden" name="say" value="${say}"><input type="hidden" name="change" value="${esc(c.id)}"><input type="hidden" name="version" value="${c.version}">${look === '' ? `<p><label>Your name<br><input name="name" required maxlength="120" autocomplete="name" value="${esc(opened.person.name)}" style="width:100%;font:inherit;padding:8px"></label></p>` : `<input type="hidden" name="name" value="${esc(opened.person.name)}">`}<button${look}>${words}</button></form>`;
    return [
      `<section><h2 style="margin-top:0">${said(c.title, 'span')}</h2>`,
      c.detail ? `<p>${said(c.detail)}</p>` : '',
      c.minutes === null ? '' : `<p>It takes about ${formatMinutes(c.minutes)}.</p>`,
      `<p class="big">${sums(c, opened)}</p>`,
      told,
      invoiced ? `<p>It stands on invoice ${said(invoiced)}: speak to whoever sent it.</p>` : '',
      invoiced || standing.state === 'agreed' ? '' : form('yes', 'I agree to this price', ''),
      invoiced || standing.state === 'declined'
        ? ''
        : form('no', standing.state === 'agreed' ? 'I take it back' : 'No, leave it out', ' class="b"'),
      '</section>',
    ].join('\n');
  });
  return plainPage(
    title,
    [
      `<p class="s">${said(production.title)}</p>`,
      `<h1>${title}</h1>`,
      ...parts,
      '<p class="s">What you say is noted with your name and the time, and told to the production. You can open this link again and say otherwise until it is done.</p>',
    ].join('\n'),
  );
}

/** Where whoever pays says yes or no to a change, by their own link. What they read is frozen with what they said. */
export function serveChangePages(app: Express, context: Context): void {
  const withLink = personalRoutes((token) => openChanges(context, token));
  const note = async (opened: Opened, change: ScopeChange, kind: ScopeAnswer['kind'], name: string) => {
    const { production, person, taxBp } = opened;
    await inChangeSet(context.db, { changeSetId: null, actor: `${name}, by their own link` }, async (transaction) => {
      await context.models.scopeAnswers.create(
        {
          ...{
            id: newId(),
            productionId: production.id,
            changeId: change.id,
            personId: person.id,
            kind,
            atMs: Date.now(),
            name,
          },
          ...{
            title: change.title,
            detail: change.detail,
            priceMinor: change.priceMinor ?? 0,
            currency: production.currency,
          },
          taxBp: change.taxBp ?? taxBp,
        },
        { transaction },
      );
    });
  };
  app.get(
    '/s/:token/changes',
    withLink(async (_req, res, opened) => {
      for (const c of opened.changes)
        if (!opened.answers.some((a) => a.changeId === c.id && a.kind === 'opened'))
          await note(opened, c, 'opened', opened.person.name);
      res.type('html').send(changesPage(opened));
    }),
  );
  app.post(
    '/s/:token/changes',
    express.urlencoded({ extended: false, limit: '4kb' }),
    withLink(async (req, res, opened) => {
      const { say, change: id, version, name } = req.body as Record<string, unknown>;
      const change = opened.changes.find((c) => c.id === id);
      const by = typeof name === 'string' ? name.trim().slice(0, 120) : '';
      if ((say !== 'yes' && say !== 'no') || !change)
        throw new HttpProblem(400, 'changes', 'That could not be read. Nothing was noted: open your link again.');
      if (by === '')
        throw new HttpProblem(400, 'changes', 'Your name is missing. Nothing was noted: open your link again.');
      if (opened.invoiced.has(change.id))
        throw new HttpProblem(
          409,
          'changes',
          `It stands on invoice ${opened.invoiced.get(change.id)} already. Nothing was noted: speak to whoever sent you the link.`,
        );
      // Words or price may have changed while the page lay open: nobody agrees to what they did not read.
      if (String(change.version) !== version)
        throw new HttpProblem(
          409,
          'changes',
          'It was changed while you read it. Nothing was noted: open your link again and read what it is now.',
        );
      await note(opened, change, say, by);
      res.redirect(303, opened.path);
    }),
  );
}
