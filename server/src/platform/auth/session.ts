import type { Request } from 'express';
import session from 'express-session';
import connectPgSimple from 'connect-pg-simple';
import type pg from 'pg';
import type { Role } from '@kavrell/contract';
import type { Context } from '../context.ts';
import type { SessionMe } from '../routing.ts';

declare module 'express-session' {
  interface SessionData {
    accountId?: string;
    linkId?: string;
    startedAtMs?: number;
    device?: string;
  }
}

const THIRTY_DAYS_MS = 30 * 24 * 3600 * 1000;
const NOBODY: SessionMe = { role: null, name: '', productionId: null, hasPassword: false, actor: 'nobody' };

/** The session middleware, its rows in PostgreSQL so that any server may answer. */
export function sessions({ config }: Context, pool: pg.Pool) {
  const Store = connectPgSimple(session);
  return session({
    name: 'kavrell',
    secret: config.secret,
    resave: false,
    saveUninitialized: false,
    rolling: false,
    store: new Store({ pool, tableName: 'session', pruneSessionInterval: 3600, disableTouch: true }),
    cookie: { httpOnly: true, sameSite: 'lax', secure: 'auto', maxAge: THIRTY_DAYS_MS },
  });
}

/** Who asks, read afresh each time: a revoked or expired link ends at once. */
export async function whoIs({ db }: Context, req: Request): Promise<SessionMe> {
  const { accountId, linkId } = req.session;
  if (accountId) {
    const [row] = (
      await db.query('SELECT name, password_hash IS NOT NULL AS has FROM accounts WHERE id = $1', { bind: [accountId] })
    )[0] as { name: string; has: boolean }[];
    return row ? { role: 'owner', name: row.name, productionId: null, hasPassword: row.has, actor: row.name } : NOBODY;
  }
  if (linkId) {
    const [row] = (
      await db.query(
        'SELECT label, role, production_id FROM entry_links WHERE id = $1 AND revoked_at IS NULL AND expires_at > now()',
        { bind: [linkId] },
      )
    )[0] as { label: string; role: Role; production_id: string }[];
    return row
      ? { role: row.role, name: row.label, productionId: row.production_id, hasPassword: true, actor: row.label }
      : NOBODY;
  }
  return NOBODY;
}
