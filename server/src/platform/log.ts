import { pino, type Logger } from 'pino';

/** Structured log, one JSON line an event; cookies and tokens never reach it. */
export function makeLog(name: string, level: string): Logger {
  return pino({
    name,
    level,
    redact: ['req.headers.cookie', 'req.headers.authorization', 'res.headers["set-cookie"]', 'token', 'password'],
  });
}
export type { Logger };
