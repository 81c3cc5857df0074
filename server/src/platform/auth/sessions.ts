import type { Request } from 'express';
import type { Sequelize } from 'sequelize';
import type { SessionInfo } from '@kavrell/contract';
import { tokenHash } from '../ids.ts';
import { tellOfEnded } from '../live/index.ts';

const OF_ACCOUNT = `sess->>'accountId' = $1 AND expire > now()`;

/** The sessions of the account that asks, newest first; each by a hash, since its own id is its key. */
export async function sessionsOf(db: Sequelize, req: Request): Promise<SessionInfo[]> {
  const [rows] = await db.query(
    `SELECT sid, sess->>'device' AS device, (sess->>'startedAtMs')::double precision AS at FROM session WHERE ${OF_ACCOUNT} ORDER BY at DESC NULLS LAST`,
    { bind: [req.session.accountId ?? ''] },
  );
  return (rows as { sid: string; device: string | null; at: number | null }[]).map(({ sid, device, at }) => ({
    id: tokenHash(sid).slice(0, 16),
    device: device ?? 'from before devices were noted',
    startedAtMs: at ?? 0,
    own: sid === req.sessionID,
  }));
}

/** Ends the account's other sessions; their open pages hear of it at once. Answers how many there were. */
export async function endOthers(db: Sequelize, req: Request): Promise<number> {
  const [ended] = await db.query(`DELETE FROM session WHERE ${OF_ACCOUNT} AND sid <> $2 RETURNING sid`, {
    bind: [req.session.accountId ?? '', req.sessionID],
  });
  if (ended.length > 0) await tellOfEnded(db);
  return ended.length;
}
