import { pino, type DestinationStream, type Logger, type LoggerOptions } from 'pino';

/** What is told of an error: no values that were asked for or stored, which statements and their parameters hold. */
function described(error: unknown): object {
  if (!(error instanceof Error)) return { message: 'something that is no error' };
  const { name, message, stack } = error;
  const parent = (error as { parent?: { code?: unknown; constraint?: unknown; table?: unknown } }).parent;
  const where = stack
    ?.split('\n')
    .filter((line) => line.trimStart().startsWith('at '))
    .join('\n');
  // The database's own words quote what it was given.
  if (parent)
    return { type: name, code: parent.code, constraint: parent.constraint, table: parent.table, stack: where };
  return { type: name, message, code: (error as NodeJS.ErrnoException).code, stack: where };
}

/** Structured log, one JSON line an event; cookies and tokens never reach it. */
export function makeLog(name: string, level: string, into?: DestinationStream): Logger {
  const options: LoggerOptions = {
    name,
    level,
    serializers: { err: described },
    redact: ['req.headers.cookie', 'req.headers.authorization', 'res.headers["set-cookie"]', 'token', 'password'],
  };
  return into ? pino(options, into) : pino(options);
}
export type { Logger };
