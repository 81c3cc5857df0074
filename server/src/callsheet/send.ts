import type { Transaction } from 'sequelize';
import { concerns, sheetDifference, type FrozenSheet, type SheetContent } from '@kavrell/core/callsheet';
import type { Person } from '@kavrell/core/people';
import { formatDate, formatMinuteOfDay } from '@kavrell/core/units';
import type { Context } from '../platform/context.ts';
import { inChangeSet } from '../platform/db/index.ts';
import { newId } from '../platform/ids.ts';
import { linkFor, linkPath } from './links.ts';

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

/** Puts a message for each of these people into the simulated outbox, with their own link; says who has neither mail nor phone. Nothing leaves this machine. */
export async function sendTo(
  context: Context,
  sheet: Whole,
  before: Whole | null,
  people: readonly Person[],
  origin: string,
  actor: string,
): Promise<{ sent: number; unreached: string[] }> {
  const reached = people.filter((p) => p.email || p.phone);
  await inChangeSet(context.db, { changeSetId: null, actor }, async (transaction: Transaction) => {
    const rows: Record<string, unknown>[] = [];
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
        ...messageOf(sheet, before, p.id, `${origin}${linkPath(context, link)}`),
        atMs: Date.now(),
      });
    }
    await context.models.messages.bulkCreate(rows, { transaction });
  });
  return { sent: reached.length, unreached: people.filter((p) => !reached.includes(p)).map((p) => p.name) };
}

/** Everybody whom a version concerns: who is on it, and who was on the one before. */
export function recipients(sheet: Whole, before: Whole | null, people: readonly Person[]): Person[] {
  const ids = new Set([...sheet.content.people, ...(before?.content.people ?? [])].map((p) => p.id));
  return people.filter((p) => ids.has(p.id));
}
