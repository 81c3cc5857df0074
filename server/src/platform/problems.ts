import type { ErrorRequestHandler } from 'express';
import {
  ConnectionError,
  DatabaseError,
  ExclusionConstraintError,
  ForeignKeyConstraintError,
  UniqueConstraintError,
} from 'sequelize';
import { ZodError } from 'zod';
import { InputError } from '@kavrell/core/errors';
import { RULES } from '@kavrell/core/tables';
import type { Problem } from '@kavrell/contract';
import type { Logger } from './log.ts';
import './schemas.ts';

/** An error that is answered as RFC 9457 problem details. */
export class HttpProblem extends Error {
  readonly problem: Problem;
  constructor(status: number, code: string, detail: string, more: Partial<Pick<Problem, 'issues' | 'current'>> = {}) {
    super(detail);
    this.problem = { type: 'about:blank', title: TITLES[status] ?? 'Not possible', status, code, detail, ...more };
  }
}

const TITLES: Record<number, string> = {
  400: 'Not as it can be taken',
  401: 'Please sign in',
  403: 'Not for this role',
  404: 'Not there',
  409: 'Changed meanwhile',
  422: 'More than can be done',
  503: 'Not just now',
  413: 'Too large',
  429: 'Too often',
  500: 'A fault in Kavrell',
  507: 'No room',
};

/** What PostgreSQL itself says of an error: its code, and the rule that was broken. */
type FromDatabase = Pick<DatabaseError, 'parent'>;
const saidOf = ({ parent }: FromDatabase) => parent as Error & { code?: string; constraint?: string };
const rule = (error: FromDatabase): string | undefined => RULES[saidOf(error).constraint ?? ''];

/** Codes of PostgreSQL and of the system that mean: not now, but soon. */
const AWAY = new Set([
  '57P01',
  '57P02',
  '57P03',
  '53300',
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ETIMEDOUT',
  'ENOTFOUND',
]);
const FULL = new Set(['53100', 'ENOSPC', 'EDQUOT']);

const codesOf = (error: unknown): string[] => {
  const { code, parent } = error as { code?: unknown; parent?: { code?: unknown } };
  return [code, parent?.code].filter((c) => typeof c === 'string');
};

/** True when the database does not answer just now: what was asked for is to be asked for again. */
export function isDatabaseAway(error: unknown): boolean {
  if (error instanceof ConnectionError) return true;
  if (codesOf(error).some((c) => AWAY.has(c) || c.startsWith('08'))) return true;
  const { message } = error as { message?: unknown };
  return (
    typeof message === 'string' &&
    /connection (was )?terminated|terminating connection|Connection terminated|ConnectionManager\.getConnection was called after/i.test(
      message,
    )
  );
}

/** Any error as a problem; `null` for faults of our own, which are logged and never shown raw. */
export function toProblem(error: unknown): Problem | null {
  if (error instanceof HttpProblem) return error.problem;
  if (error instanceof ZodError) {
    const issues = error.issues.map((i) => ({
      path: i.path.map((p) => (typeof p === 'number' ? p : String(p))),
      message: i.message,
    }));
    return new HttpProblem(400, 'input', issues[0]?.message ?? 'Something in this is not as it can be taken.', {
      issues,
    }).problem;
  }
  if (error instanceof InputError)
    return new HttpProblem(400, error.code, error.message, { issues: [{ path: error.path, message: error.message }] })
      .problem;
  if (error instanceof UniqueConstraintError || error instanceof ExclusionConstraintError)
    return new HttpProblem(409, 'taken', rule(error) ?? 'That is there already.').problem;
  if (error instanceof ForeignKeyConstraintError)
    return new HttpProblem(400, 'link', 'This points to something that is not in this production.').problem;
  if (error instanceof DatabaseError) {
    const { code } = saidOf(error);
    if (code === 'KV001') return new HttpProblem(400, 'link', error.parent.message).problem;
    // Not a number, a date or text that the database can hold: 22xxx; a rule that it keeps: 23514.
    if (code === '23514' || code?.startsWith('22')) {
      return new HttpProblem(400, 'rule', rule(error) ?? 'A value lies outside what can be stored.').problem;
    }
  }
  if (codesOf(error).some((c) => FULL.has(c)))
    return new HttpProblem(
      507,
      'full',
      'The disk that Kavrell’s data lie on is full: nothing more can be stored. What you did is kept on this device; it goes out when there is room again.',
    ).problem;
  if (isDatabaseAway(error))
    return new HttpProblem(
      503,
      'database',
      'Kavrell’s database does not answer just now; it is being started again. What you did is kept on this device and goes out by itself.',
    ).problem;
  const http = error as { status?: number; type?: string };
  if (error instanceof URIError || http.type === 'charset.unsupported')
    return new HttpProblem(400, 'address', 'This address can’t be read.').problem;
  if (http.type === 'encoding.unsupported' || http.type === 'request.aborted' || http.type === 'request.size.invalid')
    return new HttpProblem(400, 'sent', 'What was sent did not arrive whole.').problem;
  if (http.type === 'entity.too.large')
    return new HttpProblem(413, 'large', 'This is more than can be sent at once.').problem;
  if (http.type === 'entity.parse.failed')
    return new HttpProblem(400, 'json', 'What was sent is not readable.').problem;
  return null;
}

/** The one error path of the server. */
export function problemHandler(log: Logger): ErrorRequestHandler {
  return (error: unknown, _req, res, next) => {
    if (res.headersSent) {
      next(error);
      return;
    }
    let problem = toProblem(error);
    if (!problem) {
      log.error({ err: error }, 'unexpected');
      problem = new HttpProblem(
        500,
        'fault',
        'Something went wrong inside Kavrell. Nothing you typed was taken; try again, and look at the server’s log if it stays.',
      ).problem;
    }
    res.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
  };
}
