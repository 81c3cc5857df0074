import type { Transaction } from 'sequelize';
import { concerns, sheetDifference, type FrozenSheet, type Message, type SheetContent } from '@kavrell/core/callsheet';
import type { Person } from '@kavrell/core/people';
import { formatDate, formatMinuteOfDay } from '@kavrell/core/units';
import type { Context } from '../platform/context.ts';
import { inChangeSet } from '../platform/db/index.ts';
import { newId } from '../platform/ids.ts';
import { linkFor, linkPath } from '../people/links.ts';
import { mailer } from './mail.ts';

type Whole = FrozenSheet & { content: SheetContent };

/** What a message to somebody says: their call, what is new for them, and their link. */
export function messageOf(
  sheet: Whole,
  before: Whole | null,
  personId: string,
  url: string,
): { subject: string; body: string } {
  const c = sheet.content;
  const me = c.people.find((p) => p.id === personId);
  const day = { date: c.date, timeZone: c.timeZone };
  const call = me ? formatMinuteOfDay(me.callMin, day) : formatMinuteOfDay(c.callMin, day);
  const list = before ? sheetDifference(before.content, c) : [];
  const own = me ? list.filter((d) => concerns(d, me)) : [];
  const gone = before?.content.people.some((p) => p.id === personId) && !me;
  return {
    subject: `${c.production.title}: ${formatDate(c.date)}, version ${sheet.revision}${me ? `, your call ${call}` : ''}`,
    body: [
      gone ? 'You are no longer needed on this day.' : `Your call: ${call}.`,
      ...(own.length
        ? ['', 'New for you:', ...own.slice(0, 12).map((d) => `– ${d.words}`)]
        : before
          ? ['', 'Nothing changed for you; please look at it all the same.']
          : []),
      '',
      `Read it, and say that you have: ${url}`,
    ].join('\n'),
  };
}

/** What making messages came to. */
export interface Made {
  made: number;
  mailed: number;
  failed: string[];
  unreached: string[];
}

/**
 * Makes a message for each of these people, with their own link, and says who has neither mail nor phone: their link’s code can be held up. Where
 * a mail server is configured and others can open the links (`origin` is not null), mails go out; only what it took is marked as sent.
 */
export async function sendTo(
  context: Context,
  sheet: Whole,
  before: Whole | null,
  people: readonly Person[],
  { origin, shownOrigin, actor }: { origin: string | null; shownOrigin: string; actor: string },
): Promise<Made> {
  const reached = people.filter((p) => p.email || p.phone);
  const rows: (Pick<Message, 'id' | 'kind' | 'recipient' | 'subject' | 'body'> & Record<string, unknown>)[] = [];
  await inChangeSet(context.db, { changeSetId: null, actor }, async (transaction: Transaction) => {
    for (const p of people) {
      // Who has neither gets a link all the same: its code can be held up.
      const link = await linkFor(context, sheet.productionId, p.id, transaction);
      if (!reached.includes(p)) continue;
      rows.push({
        id: newId(),
        productionId: sheet.productionId,
        sheetId: sheet.id,
        personId: p.id,
        kind: p.email ? 'mail' : 'message',
        recipient: p.email || p.phone,
        ...messageOf(sheet, before, p.id, `${origin ?? shownOrigin}${linkPath(context, link)}`),
        atMs: Date.now(),
        sentAtMs: null,
      });
    }
    await context.models.messages.bulkCreate(rows, { transaction });
  });
  const { mailed, failed } = await mailAll(context, origin, rows);
  return {
    made: reached.length,
    mailed,
    failed,
    unreached: people.filter((p) => !reached.includes(p)).map((p) => p.name),
  };
}

/** Hands the mails to the mail server, one after the other, and marks what it took. */
async function mailAll(
  context: Context,
  origin: string | null,
  rows: readonly Pick<Message, 'id' | 'kind' | 'recipient' | 'subject' | 'body'>[],
): Promise<Pick<Made, 'mailed' | 'failed'>> {
  const send = mailer(context.config);
  const mails = rows.filter((m) => m.kind === 'mail');
  if (!send || mails.length === 0) return { mailed: 0, failed: [] };
  if (origin === null)
    return {
      mailed: 0,
      failed: ['Only this machine can open the links, so nothing was mailed: start Kavrell with KAVRELL_HOST=0.0.0.0.'],
    };
  const failed: string[] = [];
  let mailed = 0;
  for (const m of mails) {
    const wrong = await send({ to: m.recipient, subject: m.subject, text: m.body });
    if (wrong !== null) failed.push(`${m.recipient}: ${wrong}`);
    else {
      mailed += 1;
      await context.models.messages.update({ sentAtMs: Date.now() }, { where: { id: m.id } });
    }
  }
  return { mailed, failed };
}

/** Everybody whom a version concerns: who is on it, and who was on the one before. */
export function recipients(sheet: Whole, before: Whole | null, people: readonly Person[]): Person[] {
  const ids = new Set([...sheet.content.people, ...(before?.content.people ?? [])].map((p) => p.id));
  return people.filter((p) => ids.has(p.id));
}
