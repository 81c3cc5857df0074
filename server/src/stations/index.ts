import { createHash, X509Certificate } from 'node:crypto';
import { addStation, endStation, listStations } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import { newId, newToken, tokenHash } from '../platform/ids.ts';
import { HttpProblem } from '../platform/problems.ts';
import type { Router } from '../platform/routing.ts';
import { certificateFor, ownAddresses } from '../platform/secure/index.ts';

export { serveStationDesk } from './serve.ts';
export { foldersTold, askToRead } from './told.ts';

const TOKEN_MS = 3_600_000;
/** Names that mean the machine that serves. */
const TAKEN = new Set(['', 'here']);

/** Stations of the house: made, listed and ended by the owner. */
export function serveStations(router: Router, context: Context): void {
  const { db, config } = context;
  router.serve(listStations, async () => {
    const [rows] = await db.query(
      `SELECT id, name, extract(epoch FROM seen_at) * 1000 AS seen, secret_hash IS NOT NULL AS joined FROM stations WHERE ended_at IS NULL ORDER BY name`,
    );
    return (rows as { id: string; name: string; seen: string | null; joined: boolean }[]).map((r) => ({
      ...{ id: r.id, name: r.name, joined: r.joined },
      seenAtMs: r.seen === null ? null : Math.round(Number(r.seen)),
    }));
  });
  router.serve(addStation, async ({ body }) => {
    if (TAKEN.has(body.name.toLowerCase()))
      throw new HttpProblem(400, 'stationName', '“here” is the machine that serves: choose another name.');
    const authority = certificateFor(config);
    // With the fingerprint of our authority in it, the station knows whom it speaks with before it says anything.
    const print = authority ? createHash('sha256').update(new X509Certificate(authority).raw).digest('base64url') : '';
    const token = newToken();
    const until = Date.now() + TOKEN_MS;
    const [made] = await db.query(
      `INSERT INTO stations (id, name, token_hash, token_until) VALUES ($1, $2, $3, to_timestamp($4 / 1000.0))
       ON CONFLICT (name) DO UPDATE SET token_hash = excluded.token_hash, token_until = excluded.token_until, secret_hash = NULL, ended_at = NULL
       WHERE stations.secret_hash IS NULL OR stations.ended_at IS NOT NULL RETURNING id`,
      { bind: [newId(), body.name, tokenHash(`${token}.${print}`), until] },
    );
    if (made.length === 0)
      throw new HttpProblem(
        409,
        'stationName',
        `There is a station ${body.name} already. Take it off first, or choose another name.`,
      );
    const address = authority
      ? `https://${ownAddresses()[0] ?? '127.0.0.1'}:${config.securePort}`
      : `http://127.0.0.1:${config.port}`;
    return { command: `npm run station -- --server ${address} --token ${token}.${print}`, until };
  });
  router.serve(endStation, async ({ params }) => {
    const [rows] = await db.query(
      `UPDATE stations SET ended_at = now(), secret_hash = NULL, token_hash = NULL WHERE id = $1 AND ended_at IS NULL RETURNING name`,
      { bind: [params.stationId] },
    );
    const [found] = rows as { name: string }[];
    if (!found) throw new HttpProblem(404, 'station', 'There is no such station any more.');
    // Which machine a job is of is the queue’s own column, and in no row that windows see.
    const [cancelled] = await db.query(
      `UPDATE copy_jobs SET state = 'cancelled', ended_at_ms = $1, failure = $2 WHERE station = $3 AND state IN ('waiting', 'running', 'paused') RETURNING id`,
      { bind: [Date.now(), `The station ${found.name} was taken off.`, found.name] },
    );
    return { cancelled: cancelled.length };
  });
}
