import { setTimeout as sleep } from 'node:timers/promises';
import pg from 'pg';
import { z } from 'zod';
import { live, liveChange, type LiveChange } from '@kavrell/contract';
import type { Logger } from '../log.ts';
import type { Router } from '../routing.ts';

const notice = z.object({ p: z.string(), t: z.string(), i: z.string(), v: z.int(), c: z.string().nullable() });
interface Listener {
  tell(changes: LiveChange[]): void;
  /** Something may have been missed: the window is to listen anew, and reads all again when it does. */
  end(): void;
}

/** What arrives within this time is sent as one message. */
const GATHER_MS = 40;
const HEARTBEAT_MS = 20000;
const RECONNECT_MS = 1000;

/** Hears PostgreSQL's notices and passes them on to every open window of that production. */
export class Live {
  private readonly listeners = new Map<string, Set<Listener>>();
  private readonly waiting = new Map<string, LiveChange[]>();
  private client: pg.Client | null = null;
  private stopped = false;
  private readonly databaseUrl: string;
  private readonly log: Logger;

  constructor(databaseUrl: string, log: Logger) {
    this.databaseUrl = databaseUrl;
    this.log = log;
  }

  async start(): Promise<void> {
    const client = new pg.Client({ connectionString: this.databaseUrl });
    client.on('notification', (n) => this.hear(n.payload ?? ''));
    client.on('error', (error) => {
      this.log.warn({ err: error }, 'live: lost the database, trying again');
      if (this.client === client) void this.startAgain();
    });
    await client.connect();
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
    const { p, t, i, v, c } = notice.parse(JSON.parse(payload));
    if (!this.listeners.has(p)) return;
    const change = liveChange.parse({ table: t, id: i, version: v, changeSet: c });
    const waiting = this.waiting.get(p);
    if (waiting) {
      waiting.push(change);
      return;
    }
    this.waiting.set(p, [change]);
    setTimeout(() => {
      const gathered = this.waiting.get(p) ?? [];
      this.waiting.delete(p);
      for (const { tell } of this.listeners.get(p) ?? []) tell(gathered);
    }, GATHER_MS);
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

/** Server-sent events of one production. */
export function serveLive(router: Router, hub: Live): void {
  router.serve(live, async ({ params, req, res }) => {
    res.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' });
    res.write('retry: 1000\n\n');
    const off = hub.listen(params.productionId, {
      tell: (changes) => res.write(`event: change\ndata: ${JSON.stringify(changes)}\n\n`),
      end: () => res.end(),
    });
    const beat = setInterval(() => res.write(': still here\n\n'), HEARTBEAT_MS);
    req.on('close', () => {
      clearInterval(beat);
      off();
    });
    return undefined;
  });
}
