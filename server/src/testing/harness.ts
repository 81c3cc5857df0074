import { execFileSync } from 'node:child_process';
import { mkdtemp, realpath, rm } from 'node:fs/promises';
import os from 'node:os';
import type { IncomingMessage, ServerResponse } from 'node:http';
import path from 'node:path';
import { randomBytes } from 'node:crypto';
import pg from 'pg';
import request from 'supertest';
import { inject } from 'vitest';
import type { TableName } from '@kavrell/core/tables';
import { ninthBell, type DemoPlan } from '@kavrell/demo';
import { makeApp, type RunningApp } from '../app.ts';
import { ensureOwner, ownerLink } from '../platform/auth/index.ts';
import type { Context } from '../platform/context.ts';
import { connect, defineModels, inChangeSet, migrations } from '../platform/db/index.ts';
import { newId } from '../platform/ids.ts';
import { openPool } from '../platform/pool/index.ts';
import type { StationWork } from '../platform/jobs/index.ts';
import { storePlan } from '../productions/store.ts';
import { makeLog } from '../platform/log.ts';

export interface TestServer {
  context: Context;
  running: RunningApp;
  media: string;
  /** What was put into the queue. */
  sent: StationWork[];
  /** Statements since the last `countQueries`. */
  countQueries<T>(work: () => Promise<T>): Promise<{ result: T; queries: string[] }>;
  /** A browser that is signed in as the owner. */
  owner(): Promise<request.Agent>;
  agent(): request.Agent;
  /** Puts a new server in the place of the running one, on the same database. */
  restart(): Promise<void>;
  stop(): Promise<void>;
}

const TEMPLATE = 'migrated';
/** Whoever makes the template holds this: the others wait for it. */
const TEMPLATE_LOCK = 4600;

/** A database of its own, with all migrations run: they are run once, in a template of which each is a copy. */
async function newDatabase(): Promise<string> {
  const base = inject('postgresUrl');
  const urlOf = (name: string) => base.replace(/\/postgres$/, `/${name}`);
  const name = `t_${randomBytes(6).toString('hex')}`;
  const admin = new pg.Client({ connectionString: base });
  await admin.connect();
  try {
    await admin.query('SELECT pg_advisory_lock($1)', [TEMPLATE_LOCK]);
    const { rowCount } = await admin.query('SELECT 1 FROM pg_database WHERE datname = $1', [TEMPLATE]);
    if (rowCount === 0) {
      // One that could not be migrated is in nobody's way.
      await admin.query('DROP DATABASE IF EXISTS making');
      await admin.query('CREATE DATABASE making');
      const db = connect(urlOf('making'), makeLog('test', 'silent'));
      await migrations(db).up();
      await db.close();
      // Whoever was connected goes a moment after being told to: only what nobody is in can be copied.
      const inIt = "SELECT 1 FROM pg_stat_activity WHERE datname = 'making'";
      while (((await admin.query(inIt)).rowCount ?? 0) > 0);
      await admin.query(`ALTER DATABASE making RENAME TO ${TEMPLATE}`);
    }
    await admin.query(`CREATE DATABASE ${name} TEMPLATE ${TEMPLATE}`);
  } finally {
    await admin.end();
  }
  return urlOf(name);
}

/** A whole server on its own database of the tests' PostgreSQL. Only the queue is a stand-in: it keeps what it is sent. */
export async function startTestServer(): Promise<TestServer> {
  const databaseUrl = await newDatabase();
  const media = await realpath(await mkdtemp(path.join(os.tmpdir(), 'kavrell-media-')));
  const log = makeLog('test', process.env.KAVRELL_LOG ?? 'silent');
  let heard: string[] = [];
  const db = connect(databaseUrl, log, (sql) => heard.push(sql));
  const sent: StationWork[] = [];
  const context: Context = {
    config: {
      databaseUrl,
      host: '127.0.0.1',
      port: 0,
      securePort: 0,
      webRoot: null,
      mediaRoots: [media],
      mediaAllowed: [media],
      filesRoot: path.join(media, 'files'),
      dataRoot: media,
      trustProxy: false,
      secret: 'test secret',
      station: 'here',
      logLevel: 'silent',
      smtpUrl: null,
      mailFrom: 'Kavrell <kavrell@localhost>',
    },
    log,
    db,
    models: defineModels(db),
    pool: openPool(),
    queue: { send: async (work) => void sent.push(work), work: async () => undefined, stop: async () => undefined },
  };
  await ensureOwner(context);
  let running = await makeApp(context);
  // Through a wrapper, so that a browser outlives a server.
  const agent = () => request.agent(((req: IncomingMessage, res: ServerResponse) => running.app(req, res)) as never);
  return {
    context,
    get running() {
      return running;
    },
    media,
    sent,
    agent,
    async countQueries(work) {
      heard = [];
      const result = await work();
      return { result, queries: heard };
    },
    async owner() {
      const browser = agent();
      await browser
        .post('/api/auth/enter')
        .send({ token: await ownerLink(context) })
        .expect(200);
      return browser;
    },
    async restart() {
      await running.close();
      running = await makeApp(context);
    },
    async stop() {
      await running.close();
      context.pool.stop();
      await db.close();
      await rm(media, { recursive: true, force: true });
    },
  };
}

/** Stores a production's plan. */
export async function store({ context }: Pick<TestServer, 'context'>, plan: DemoPlan): Promise<DemoPlan> {
  await inChangeSet(context.db, { changeSetId: null, actor: 'test' }, async (transaction) => {
    await storePlan(context, plan, transaction);
  });
  return plan;
}

/** Stores the demo production's plan. */
export const storeNinthBell = (server: TestServer): Promise<DemoPlan> => store(server, ninthBell(newId, server.media));

/** What a PDF says, in columns as they stand on paper. */
export const pdfText = (pdf: Buffer): string =>
  execFileSync('pdftotext', ['-layout', '-', '-'], { input: pdf, encoding: 'utf8' });

/** Rows of a table as this browser may see them. */
export async function rowsOf<T = Record<string, unknown>>(
  browser: request.Agent,
  productionId: string,
  table: TableName,
): Promise<T[]> {
  const reply = await browser.get(`/api/productions/${productionId}/rows/${table}`).expect(200);
  return (reply.body as Record<string, T[]>)[table]!;
}
