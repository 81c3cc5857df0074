import { randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import path from 'node:path';
import compression from 'compression';
import staticGzip from 'express-static-gzip';
import express, { type Express, type RequestHandler } from 'express';
import helmet from 'helmet';
import pg from 'pg';
import { pinoHttp } from 'pino-http';
import { ROUTES, VERSION } from '@kavrell/contract';
import { serveBook } from './book/index.ts';
import { serveCalc } from './calc/index.ts';
import { serveCalendar, serveCalendarFeed } from './calendar/index.ts';
import { serveCallSheet } from './callsheet/index.ts';
import { servePersonalSheets } from './callsheet/personal.ts';
import { serveCamera } from './camera/index.ts';
import { serveCover } from './cover/index.ts';
import { serveChanges } from './changes/index.ts';
import { serveCopies } from './copies/index.ts';
import { serveFiles } from './files/index.ts';
import { serveKit } from './kit/index.ts';
import { serveLight } from './light/index.ts';
import { serveLineUp } from './lineup/index.ts';
import { limitLinks, serveConsentPages, serveCreditPages, servePeople } from './people/index.ts';
import { serveChangePages, serveMoney } from './money/index.ts';
import { serveOpenFile } from './openFile/index.ts';
import { serveProductions } from './productions/index.ts';
import { serveRoll } from './roll/index.ts';
import { serveRows } from './rows/index.ts';
import { serveScenes } from './scenes/index.ts';
import { serveSound } from './sound/index.ts';
import { serveStale } from './stale/index.ts';
import { serveStationDesk, serveStations } from './stations/index.ts';
import { serveWrap } from './wrap/index.ts';
import { serveAuth, sessions, whoIs } from './platform/auth/index.ts';
import { serveBackup } from './platform/backup.ts';
import type { Context } from './platform/context.ts';
import { serveHealth } from './platform/health.ts';
import { readChanged } from './platform/live/changedRows.ts';
import { Live, serveLive } from './platform/live/index.ts';
import { HttpProblem, problemHandler } from './platform/problems.ts';
import { Router } from './platform/routing.ts';
import { serveTrust } from './platform/secure/index.ts';

const BODY_LIMIT = '4mb';

/** Writes come from our own pages only: an `Origin` that is not this host is refused. */
const ownOrigin: RequestHandler = (req, _res, next) => {
  const origin = req.get('origin');
  if (req.method === 'GET' || req.method === 'HEAD' || origin === undefined) return next();
  if (URL.canParse(origin) && new URL(origin).host === req.get('host')) return next();
  next(new HttpProblem(403, 'origin', 'This was sent from another site’s page and is not taken.'));
};

/** Says how long the server took, for whoever looks at the network panel and for the benchmark. */
const timed: RequestHandler = (_req, res, next) => {
  const at = performance.now();
  const { writeHead } = res;
  res.writeHead = ((...args: Parameters<typeof writeHead>) => {
    if (!res.headersSent) res.setHeader('server-timing', `app;dur=${(performance.now() - at).toFixed(1)}`);
    return writeHead.apply(res, args);
  }) as typeof writeHead;
  next();
};

const security = helmet({
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'self'"],
      scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
      styleSrc: ["'self'", "'unsafe-inline'"],
      imgSrc: ["'self'", 'data:', 'blob:'],
      mediaSrc: ["'self'", 'blob:'],
      connectSrc: ["'self'"],
      objectSrc: ["'none'"],
      frameAncestors: ["'none'"],
      baseUri: ["'self'"],
      formAction: ["'self'"],
    },
  },
  strictTransportSecurity: false,
});

/** The built interface: hashed files for a year, the page itself always fresh, any unknown path is the page. */
function serveWeb(app: Express, root: string): void {
  app.use(
    '/assets',
    // Pressed together when they were built.
    staticGzip(path.join(root, 'assets'), {
      enableBrotli: true,
      orderPreference: ['br'],
      index: false,
      serveStatic: { immutable: true, maxAge: '365d', fallthrough: false },
    }),
  );
  app.use(express.static(root, { index: false, setHeaders: (res) => res.setHeader('cache-control', 'no-cache') }));
  app.use((req, res, next) => {
    if ((req.method !== 'GET' && req.method !== 'HEAD') || req.path.startsWith('/api/')) return next();
    res.setHeader('cache-control', 'no-cache');
    res.sendFile(path.join(root, 'index.html'));
  });
}

/** The name of the database's present life: another one after it was restored. */
async function epochOf(db: Context['db']): Promise<string> {
  const [rows] = await db.query('SELECT epoch FROM house');
  return (rows as { epoch: string }[])[0]?.epoch ?? '';
}

export interface RunningApp {
  app: Express;
  live: Live;
  /** Names of the contract's routes that nothing serves: none in a whole server. */
  unserved: string[];
  close(): Promise<void>;
}

/** Puts the whole server together. */
export async function makeApp(context: Context): Promise<RunningApp> {
  const { config, log, db } = context;
  const pool = new pg.Pool({ connectionString: config.databaseUrl, max: 10 });
  pool.on('error', (error) => log.warn({ err: error }, 'sessions'));
  const hub = new Live(config.databaseUrl, log, (productionId, changes) =>
    readChanged(context.models, productionId, changes),
  );
  await hub.start();

  const app = express();
  app.disable('x-powered-by');
  // Who asks is known by the connection; a header says it only where a proxy was configured.
  app.set('trust proxy', config.trustProxy);
  app.use(
    pinoHttp({
      logger: log,
      genReqId: () => randomUUID(),
      useLevel: 'debug',
      autoLogging: { ignore: (req) => req.url === '/api/health' },
    }),
  );
  app.use(security);
  app.use(
    compression({
      filter: (req, res) => res.getHeader('content-type') !== 'text/event-stream' && compression.filter(req, res),
    }),
  );
  const epoch = await epochOf(db);
  app.use('/api', (_req, res, next) => {
    res.setHeader('cache-control', 'no-store');
    // By these a device knows how far its clock is off, and that the server was set back to an older state.
    res.setHeader('x-kavrell-now', String(Date.now()));
    res.setHeader('x-kavrell-epoch', epoch);
    next();
  });

  app.use('/api', timed, ownOrigin, express.json({ limit: BODY_LIMIT }), sessions(context, pool));

  const router = new Router(app, (req) => whoIs(context, req));
  serveHealth(router, context, VERSION);
  serveAuth(router, context);
  serveBackup(router, context);
  serveProductions(router, context);
  serveOpenFile(router, context);
  serveBook(router, context);
  serveCalendar(router, context);
  serveRows(router, context);
  serveChanges(router, context);
  serveLive(router, context, hub);
  serveRoll(router, context);
  serveCopies(router, context);
  serveCallSheet(router, context);
  serveWrap(router, context);
  serveFiles(router, context);
  serveKit(router, context);
  serveMoney(router, context);
  serveLight(router, context);
  serveLineUp(router, context);
  serveCamera(router, context);
  serveCover(router, context);
  servePeople(router, context);
  serveSound(router, context);
  serveScenes(router, context);
  serveStale(router, context);
  serveStations(router, context);
  serveStationDesk(app, context);
  serveCalc(router, context);

  limitLinks(app);
  servePersonalSheets(app, context);
  serveConsentPages(app, context);
  serveCreditPages(app, context);
  serveChangePages(app, context);
  serveCalendarFeed(app, context);
  app.use('/api', (_req, _res, next) => next(new HttpProblem(404, 'route', 'There is nothing at this address.')));
  serveTrust(app, config);
  if (config.webRoot && existsSync(config.webRoot)) serveWeb(app, config.webRoot);
  app.use(problemHandler(log));

  const served = new Set(router.served);
  return {
    app,
    live: hub,
    unserved: Object.entries(ROUTES).flatMap(([name, r]) => (served.has(r) ? [] : [name])),
    async close() {
      await hub.stop();
      await pool.end();
    },
  };
}
