import { setTimeout as sleep } from 'node:timers/promises';
import pg from 'pg';
import { z } from 'zod';
import { live, liveChange, type LiveChange } from '@kavrell/contract';
import type { Sequelize } from 'sequelize';
import { whoIs } from '../auth/session.ts';
import type { Context } from '../context.ts';
import type { Logger } from '../log.ts';
import { isDatabaseAway } from '../problems.ts';
import type { Router } from '../routing.ts';
import { toldTo, type ChangedRows } from './changedRows.ts';

const notice = z.object({ p: z.string(), t: z.string(), i: z.string(), v: z.int(), c: z.string().nullable() });
interface Listener {
  tell(changes: readonly LiveChange[], rows: ChangedRows): void;
  /** Something may have been missed, or this window may listen no more: it is to ask anew, and reads all again when it may. */
  end(): void;
  /** Whether it may still listen: links are withdrawn and run out, sessions are ended. */
  stillMay(): Promise<boolean>;
}

const ENDED = 'kavrell_ended';
/** Has every server look anew at who may listen: a link was withdrawn, a session ended. */
export async function tellOfEnded(db: Sequelize): Promise<void> {
  await db.query(`SELECT pg_notify('${ENDED}', '')`);
}

/** What arrives within this time is sent as one message. */
const GATHER_MS = 40;
const HEARTBEAT_MS = 20000;
const RECONNECT_MS = 300;

/** A notice as it is told; null for one that is none of ours. */
function changeOf(payload: string): (LiveChange & { p: string }) | null {
  try {
    const { p, t, i, v, c } = notice.parse(JSON.parse(payload));
    return { p, ...liveChange.parse({ table: t, id: i, version: v, changeSet: c }) };
  } catch {
    // Anybody who may write to the database may say anything on this channel.
    return null;
  }
}

/** Hears PostgreSQL's notices and passes them on to every open window of that production. */
export class Live {
  private readonly listeners = new Map<string, Set<Listener>>();
  private readonly waiting = new Map<string, LiveChange[]>();
  private client: pg.Client | null = null;
  private stopped = false;
  private readonly databaseUrl: string;
  private readonly log: Logger;
  private readonly read: (productionId: string, changes: readonly LiveChange[]) => Promise<ChangedRows>;
  /** What is told next waits for what is being told: rows arrive in the order of their versions. */
  private telling: Promise<void> = Promise.resolve();

  constructor(databaseUrl: string, log: Logger, read: Live['read']) {
    this.databaseUrl = databaseUrl;
    this.log = log;
    this.read = read;
  }

  async start(): Promise<void> {
    const client = new pg.Client({ connectionString: this.databaseUrl });
    client.on('notification', (n) =>
      n.channel === ENDED ? void this.endThoseWhoMayNot() : this.hear(n.payload ?? ''),
    );
    client.on('error', (error) => {
      this.log.warn({ err: error }, 'live: lost the database, trying again');
      if (this.client === client) void this.startAgain();
    });
    await client.connect();
    await client.query(`LISTEN ${ENDED}`);
    await client.query('LISTEN kavrell');
    this.client = client;
  }

  /** Until the database is back. What was said meanwhile nobody heard, so every window listens anew. */
  private async startAgain(): Promise<void> {
    this.client = null;
    while (!this.client && !this.stopped) {
      await sleep(RECONNECT_MS);
      await this.start().catch((error: unknown) => this.log.warn({ err: error }, 'live: the database is still away'));
    }
    for (const set of this.listeners.values()) for (const { end } of set) end();
  }

  private hear(payload: string): void {
    const change = changeOf(payload);
    if (!change) {
      this.log.warn({ length: payload.length }, 'live: a notice that is none of ours');
      return;
    }
    const { p, ...told } = change;
    if (!this.listeners.has(p)) return;
    const waiting = this.waiting.get(p);
    if (waiting) {
      waiting.push(told);
      return;
    }
    this.waiting.set(p, [told]);
    setTimeout(() => {
      const gathered = this.waiting.get(p) ?? [];
      this.waiting.delete(p);
      this.telling = this.telling.then(() => this.tell(p, gathered));
    }, GATHER_MS);
  }

  private async tell(productionId: string, changes: readonly LiveChange[]): Promise<void> {
    const rows = await this.read(productionId, changes).catch((error: unknown): ChangedRows => {
      this.log.warn({ err: error }, 'live: what changed could not be read, each window reads for itself');
      return new Map();
    });
    for (const { tell } of this.listeners.get(productionId) ?? []) tell(changes, rows);
  }

  private async endThoseWhoMayNot(): Promise<void> {
    const all = [...this.listeners.values()].flatMap((set) => [...set]);
    await Promise.all(
      all.map(async (listener) => {
        // When that can't be told just now, the next beat tells.
        if (!(await listener.stillMay().catch(() => true))) listener.end();
      }),
    );
  }

  listen(productionId: string, listener: Listener): () => void {
    const set = this.listeners.get(productionId) ?? new Set();
    this.listeners.set(productionId, set.add(listener));
    return () => {
      set.delete(listener);
      if (set.size === 0) this.listeners.delete(productionId);
    };
  }

  async stop(): Promise<void> {
    this.stopped = true;
    await this.client?.end();
  }
}

/** Server-sent events of one production: of the tables that this role may see. */
export function serveLive(router: Router, context: Context, hub: Live): void {
  router.serve(live, async ({ params, req, res, me }) => {
    const mayStill = async () => {
      await new Promise<void>((done, fail) =>
        req.session.reload((error: unknown) => (error ? fail(error as Error) : done())),
      );
      return (await whoIs(context, req)).role === me.role;
    };
    const stillMay = () => mayStill().catch((error: unknown) => isDatabaseAway(error));
    res.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' });
    res.write('retry: 1000\n\n');
    const off = hub.listen(params.productionId, {
      tell: (changes, rows) => {
        const told = toldTo(me.role, changes, rows);
        if (told.length > 0) res.write(`event: change\ndata: ${JSON.stringify(told)}\n\n`);
      },
      end: () => res.end(),
      stillMay,
    });
    const beat = setInterval(() => {
      void stillMay().then((may) => (may ? res.write(': still here\n\n') : res.end()));
    }, HEARTBEAT_MS);
    req.on('close', () => {
      clearInterval(beat);
      off();
    });
    return undefined;
  });
}
