import type { Express, Request, Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import { z } from 'zod';
import type { Context } from '../platform/context.ts';
import { newToken, tokenHash } from '../platform/ids.ts';
import { HttpProblem } from '../platform/problems.ts';
import { deskOf } from '../copies/deskHere.ts';
import type { Desk } from '../copies/desk.ts';
import { driveSeal } from '../copies/seals.ts';
import { stationAsk, type StationAsk, type StationJoined } from './protocol.ts';

const JOINS_A_MINUTE = 10;

interface Known {
  id: string;
  name: string;
}

/** What stations say, in a role of their own: each sees and writes what is its own, by the secret that it joined with. */
export function serveStationDesk(app: Express, context: Context): void {
  const { db } = context;
  const limit = rateLimit({
    ...{ windowMs: 60_000, limit: JOINS_A_MINUTE, standardHeaders: 'draft-8', legacyHeaders: false },
    handler: (_req, _res, next) => next(new HttpProblem(429, 'often', 'Too many tries to join. Wait a minute.')),
  });
  app.post('/api/stations/join', limit, async (req: Request, res: Response) => {
    const { token } = z.object({ token: z.string().max(200) }).parse(req.body ?? {});
    const secret = newToken();
    const [rows] = await db.query(
      `UPDATE stations SET token_hash = NULL, secret_hash = $1, seen_at = now() WHERE token_hash = $2 AND token_until > now() AND ended_at IS NULL RETURNING id, name`,
      { bind: [tokenHash(secret), tokenHash(token)] },
    );
    const [found] = rows as Known[];
    if (!found)
      throw new HttpProblem(
        401,
        'token',
        'This token was used, has run out, or was never made. Make a new one in Settings.',
      );
    res.json({ ...found, secret, seal: driveSeal(context.config.secret) } satisfies StationJoined);
  });
  app.post('/api/stations/ask', async (req: Request, res: Response) => {
    const station = await stationOf(context, req);
    const asked = stationAsk.parse(req.body ?? {});
    const holder = `${station.id}:${String(req.get('x-kavrell-run') ?? '').slice(0, 60)}`;
    await refuseOthers(context, station, asked);
    res.json(await answer(context, station, deskOf(context, station.name, holder), asked));
  });
}

async function stationOf({ db }: Context, req: Request): Promise<Known> {
  const secret = /^Station (.+)$/.exec(req.get('authorization') ?? '')?.[1] ?? '';
  const [rows] = await db.query('SELECT id, name FROM stations WHERE secret_hash = $1 AND ended_at IS NULL', {
    bind: [tokenHash(secret)],
  });
  const [found] = rows as Known[];
  if (!found) throw new HttpProblem(401, 'station', 'This station is not known here any more. Let it join anew.');
  return found;
}

/** A station’s jobs, cards and drives are those of its name; of others it learns and changes nothing. */
async function refuseOthers({ db }: Context, { name }: Known, asked: StationAsk): Promise<void> {
  const own = async (table: 'copy_jobs' | 'cards' | 'drives', id: string) => {
    const [rows] = await db.query(`SELECT 1 FROM ${table} WHERE id = $1 AND station = $2`, { bind: [id, name] });
    if (rows.length === 0) throw new HttpProblem(404, 'station', 'That is not this station’s.');
  };
  if ('jobId' in asked) await own('copy_jobs', asked.jobId);
  if ('cardId' in asked) await own('cards', asked.cardId);
  if (asked.ask === 'takeOn' || asked.ask === 'saveSpace') await own('drives', asked.driveId);
}

async function answer(context: Context, station: Known, desk: Desk, a: StationAsk): Promise<object> {
  switch (a.ask) {
    case 'hello':
      return hello(context, station, a.folders);
    case 'claim': {
      const order = await desk.claim();
      // Of drives that are elsewhere it learns what tells them apart, not where they lie.
      const hidden = order?.allDrives.map((d) =>
        d.station === station.name ? d : { ...d, path: '', whereabouts: '' },
      );
      return { order: order && { ...order, allDrives: hidden } };
    }
    case 'beat':
      return { ours: await desk.beat(a.jobId, a.progress) };
    case 'end':
      await desk.end(a.jobId, a);
      break;
    case 'takeOn':
      await desk.takeOn(a.driveId, a.volume);
      break;
    case 'saveSpace':
      await desk.saveSpace(a.driveId, a.space);
      break;
    case 'list':
      await desk.list(a.jobId, a.rows);
      break;
    case 'listed':
      await desk.listed(a.jobId, a);
      break;
    case 'settle':
      await desk.settle(a.jobId, a.rows);
      break;
    case 'failDrive':
      await desk.failDrive(a.jobId, a.driveId, a.reason);
      break;
    case 'dropWaiting':
      await desk.dropWaiting(a.jobId, a.driveId);
      break;
    case 'clipsOf':
      return { clips: await desk.clipsOf(a.cardId) };
    case 'cardAt':
      return { at: await desk.cardAt(a.cardId) };
    case 'saveClips':
      await desk.saveClips(a.cardId, a.rows);
      break;
    case 'saveCard':
      await desk.saveCard(a.cardId, a);
      break;
  }
  return {};
}

/** A station is there: what lies in its folders is kept, and the cards that it is to read are handed to it, each once. */
async function hello({ db }: Context, { id }: Known, folders: object[]): Promise<object> {
  const [rows] = await db.query(
    `UPDATE stations s SET folders = $1::jsonb, seen_at = now(), to_read = '{}' FROM (SELECT id, to_read FROM stations WHERE id = $2 FOR UPDATE) old WHERE s.id = old.id RETURNING old.to_read AS "toRead"`,
    { bind: [JSON.stringify(folders), id] },
  );
  return { toRead: (rows as { toRead: string[] }[])[0]?.toRead ?? [] };
}
