import { createHmac, timingSafeEqual } from 'node:crypto';
import type { Express, Request, Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import type { Transaction } from 'sequelize';
import type { Context } from '../platform/context.ts';
import { wordsPage } from '../platform/documents/plainPage.ts';
import { newId } from '../platform/ids.ts';
import { HttpProblem } from '../platform/problems.ts';

/** A personal link holds so long after its last making. */
const LINK_DAYS = 60;

/**
 * A link’s address: its id and a 256-bit code that only this server’s secret can make of it. Nothing secret is stored,
 * so that the same link can be sent again with each version, and a changed letter is no link at all.
 */
export function linkPath({ config }: Context, id: string): string {
  return `/s/${id.replaceAll('-', '')}.${codeOf(config.secret, id)}`;
}
const codeOf = (secret: string, id: string) => createHmac('sha256', secret).update(`sheet:${id}`).digest('base64url');

/** Whose link this is, or words why it is none. */
export async function readLink(
  context: Context,
  token: string,
): Promise<{ id: string; productionId: string; personId: string | null }> {
  const [hex = '', code = ''] = token.split('.');
  const id = /^[0-9a-f]{32}$/.test(hex)
    ? `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`
    : '';
  const expected = Buffer.from(codeOf(context.config.secret, id));
  const given = Buffer.from(code);
  if (id === '' || given.length !== expected.length || !timingSafeEqual(given, expected))
    throw new HttpProblem(
      404,
      'sheetLink',
      'This is no link of ours: a letter may be missing. Open it again from the message, whole.',
    );
  const [rows] = await context.db.query(
    `SELECT l.id, l.production_id AS "productionId", l.person_id AS "personId", l.revoked_at IS NOT NULL AS revoked, l.expires_at <= now() AS expired,
       l.person_id IS NOT NULL AND p.deleted_at IS NOT NULL AS removed, o.deleted_at IS NOT NULL AS gone
     FROM sheet_links l JOIN productions o ON o.id = l.production_id LEFT JOIN people p ON p.id = l.person_id WHERE l.id = $1`,
    { bind: [id] },
  );
  const [row] = rows as {
    id: string;
    productionId: string;
    personId: string | null;
    revoked: boolean;
    expired: boolean;
    removed: boolean;
    gone: boolean;
  }[];
  if (!row || row.gone)
    throw new HttpProblem(410, 'sheetLink', 'This production is no longer here. Ask whoever sent you the link.');
  if (row.removed)
    throw new HttpProblem(
      410,
      'sheetLink',
      'You are no longer on this production, so nothing of it is shown. If that is a mistake, ask whoever sent you the link.',
    );
  if (row.revoked)
    throw new HttpProblem(410, 'sheetLink', 'This link was withdrawn. Ask whoever sent it for a new one.');
  if (row.expired) throw new HttpProblem(410, 'sheetLink', 'This link has expired. Ask whoever sent it for a new one.');
  return row;
}

/** The link of a person, or of the printed code (null): the one that holds, lengthened, or a new one. */
export async function linkFor(
  { db }: Context,
  productionId: string,
  personId: string | null,
  transaction: Transaction,
): Promise<string> {
  const [rows] = await db.query(
    `INSERT INTO sheet_links (id, production_id, person_id, expires_at) VALUES ($1, $2, $3, now() + make_interval(days => ${LINK_DAYS}))
     ON CONFLICT (production_id, person_id) WHERE revoked_at IS NULL DO UPDATE SET expires_at = EXCLUDED.expires_at RETURNING id`,
    { bind: [newId(), productionId, personId], transaction },
  );
  return (rows as { id: string }[])[0]?.id ?? '';
}

const OPENINGS_A_MINUTE = 120;

/** Limits how often personal links are opened: their codes can't be tried out. */
export function limitLinks(app: Express): void {
  app.use(
    '/s',
    rateLimit({
      windowMs: 60_000,
      limit: OPENINGS_A_MINUTE,
      standardHeaders: 'draft-8',
      legacyHeaders: false,
      handler: (_req, res) =>
        res
          .status(429)
          .type('html')
          .send(wordsPage('Too often', 'This was opened very often just now. Wait a minute, then open it again.')),
    }),
  );
}

/** Handlers of a personal link’s pages: kept by nobody on the way, and every refusal is a page in words. */
export function personalRoutes<T>(open: (token: string) => Promise<T>) {
  return (handler: (req: Request, res: Response, opened: T) => Promise<void>) =>
    async (req: Request, res: Response): Promise<void> => {
      res.setHeader('cache-control', 'no-store');
      res.setHeader('referrer-policy', 'no-referrer');
      try {
        await handler(req, res, await open(String(req.params.token)));
      } catch (error) {
        if (!(error instanceof HttpProblem)) throw error;
        res.status(error.problem.status).type('html').send(wordsPage('Not to be opened', error.message));
      }
    };
}
