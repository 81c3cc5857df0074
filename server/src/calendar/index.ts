import { createHmac, timingSafeEqual } from 'node:crypto';
import type { Express } from 'express';
import ical from 'ical-generator';
import { QueryTypes } from 'sequelize';
import { readCalendar, setCalendar } from '@kavrell/contract';
import { dueDates, planOf } from '@kavrell/core/productions';
import { minuteToMs } from '@kavrell/core/time';
import { formatCount } from '@kavrell/core/units';
import type { Context } from '../platform/context.ts';
import { newId } from '../platform/ids.ts';
import { HttpProblem } from '../platform/problems.ts';
import type { Router } from '../platform/routing.ts';
import { personalRoutes } from '../people/links.ts';
import { loadRows } from '../productions/load.ts';

const codeOf = (secret: string, id: string): string =>
  createHmac('sha256', secret).update(`calendar:${id}`).digest('base64url');
/** Below `/s`, where personal links are: openings are limited there. */
const pathOf = ({ config }: Context, id: string): string => `/s/calendar/${id}.${codeOf(config.secret, id)}.ics`;

const LIVE = `SELECT c.id FROM calendar_links c JOIN accounts a ON a.id = c.account_id WHERE c.revoked_at IS NULL AND a.name = $1`;

async function liveLink({ db }: Context, actor: string): Promise<string | null> {
  const [row] = await db.query<{ id: string }>(LIVE, { bind: [actor], type: QueryTypes.SELECT });
  return row?.id ?? null;
}

export function serveCalendar(router: Router, context: Context): void {
  const { db } = context;
  const said = (id: string | null) => ({ path: id === null ? null : pathOf(context, id) });
  router.serve(readCalendar, async ({ me }) => said(await liveLink(context, me.actor)));
  router.serve(setCalendar, async ({ body, me }) => {
    if (!body.on) {
      await db.query(
        'UPDATE calendar_links SET revoked_at = now() WHERE revoked_at IS NULL AND account_id = (SELECT id FROM accounts WHERE name = $1)',
        { bind: [me.actor] },
      );
      return said(null);
    }
    await db.query(
      'INSERT INTO calendar_links (id, account_id) SELECT $1, id FROM accounts WHERE name = $2 ON CONFLICT (account_id) WHERE revoked_at IS NULL DO NOTHING',
      { bind: [newId(), me.actor] },
    );
    return said(await liveLink(context, me.actor));
  });
}

async function openFeed(context: Context, token: string): Promise<string> {
  const [, id = '', code = ''] = /^([0-9a-f-]{36})\.([\w-]+)\.ics$/.exec(token) ?? [];
  const [expected, given] = [Buffer.from(codeOf(context.config.secret, id)), Buffer.from(code)];
  const isOurs = id !== '' && expected.length === given.length && timingSafeEqual(expected, given);
  const [row] = isOurs
    ? await context.db.query<{ gone: boolean }>(
        'SELECT revoked_at IS NOT NULL AS gone FROM calendar_links WHERE id = $1',
        {
          bind: [id],
          type: QueryTypes.SELECT,
        },
      )
    : [];
  if (!row) throw new HttpProblem(404, 'calendar', 'This is no calendar of ours: a letter may be missing.');
  if (row.gone) throw new HttpProblem(410, 'calendar', 'This calendar was withdrawn. Make a new one where you start.');
  return feed(context);
}

/** All jobs that are not deleted or put away: each day from call to wrap, and what is due on which date. */
async function feed(context: Context): Promise<string> {
  const calendar = ical({
    name: 'Kavrell',
    prodId: { company: 'Kavrell', product: 'days and due dates' },
    // So often a calendar looks again, where it heeds that.
    ttl: 3600,
  });
  const jobs = await context.db.query<{ id: string }>(
    'SELECT id FROM productions WHERE deleted_at IS NULL AND NOT archived AND id NOT IN (SELECT production_id FROM house_productions) ORDER BY id',
    { type: QueryTypes.SELECT },
  );
  for (const { id } of jobs) {
    const rows = await loadRows(context, id);
    const { production } = rows;
    for (const day of rows.days) {
      const plan = planOf(rows, day);
      const at = (minute: number) => new Date(minuteToMs(day.date, day.timeZone, minute));
      const place = rows.places.find((p) => p.id === day.basePlaceId);
      calendar.createEvent({
        id: `${day.id}@kavrell`,
        sequence: day.version,
        start: at(day.callMin),
        end: at(Math.max(plan.wrapMin, day.callMin + 15)),
        summary: `${production.title}: day ${day.number} of ${rows.days.length}`,
        location: place ? [place.name, place.address].filter(Boolean).join(', ') : '',
        description: [
          formatCount(plan.rows.length, 'line'),
          production.simulatedNowOffsetMs === null ? '' : 'A demo production: nothing of it happens.',
          'From call to the wrap that the plan gives; the sheet that went out is what counts.',
        ]
          .filter(Boolean)
          .join('\n'),
      });
    }
    for (const due of dueDates(rows))
      calendar.createEvent({
        ...{ id: `${due.id}@kavrell`, summary: due.words, description: due.about, allDay: true },
        start: new Date(`${due.date}T00:00:00Z`),
        // A whole day has no zone: it is the same date wherever one is.
        timezone: null,
      });
  }
  return calendar.toString();
}

/** The feed itself: for a calendar program, which has no session. */
export function serveCalendarFeed(app: Express, context: Context): void {
  app.get(
    '/s/calendar/:token',
    personalRoutes((token) => openFeed(context, token))(async (_req, res, text) => {
      res.type('text/calendar; charset=utf-8').send(text);
    }),
  );
}
