import type { Request } from 'express';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import {
  endSessions,
  enter,
  listLinks,
  listSessions,
  makeLink,
  revokeLink,
  setPassword,
  signIn,
  signOut,
  whoAmI,
  type CrewLink,
  type Me,
} from '@kavrell/contract';
import type { Context } from '../context.ts';
import { newId, newToken, tokenHash } from '../ids.ts';
import { HttpProblem } from '../problems.ts';
import type { Router, SessionMe } from '../routing.ts';
import { tellOfEnded } from '../live/index.ts';
import { checkPassword, hashPassword } from './accounts.ts';
import { weakness } from './passwords.ts';
import { endOthers, sessionsOf } from './sessions.ts';
import { whoIs } from './session.ts';

const SIGN_IN_TRIES = 10;
/** Wrong ones of all together: many stand behind one router, and a link can’t be guessed in any number of tries. */
const ADDRESS_TRIES = 300;
const WINDOW_MS = 60000;

function asMe({ role, name, productionId, hasPassword }: SessionMe): Me | null {
  return role ? { role, name, productionId, hasPassword } : null;
}

/** A fresh session id, so that one planted before signing in is worth nothing. */
async function begin(
  context: Context,
  req: Request,
  who: { accountId?: string; linkId?: string },
): Promise<{ me: Me }> {
  await new Promise<void>((done, fail) =>
    req.session.regenerate((error: unknown) => (error ? fail(error as Error) : done())),
  );
  Object.assign(req.session, who, {
    startedAtMs: Date.now(),
    device: (req.get('user-agent') ?? 'an unknown device').slice(0, 200),
  });
  return { me: asMe(await whoIs(context, req)) as Me };
}

export function serveAuth(router: Router, context: Context): void {
  const { db } = context;
  const limited = (limit: number, keyOf: (req: Request) => string) =>
    rateLimit({
      windowMs: WINDOW_MS,
      limit,
      keyGenerator: keyOf,
      standardHeaders: 'draft-8',
      legacyHeaders: false,
      skipSuccessfulRequests: true,
      handler: (_req, _res, next) =>
        next(new HttpProblem(429, 'often', 'Too many tries from here. Wait a minute, then try again.')),
    });
  const addressOf = (req: Request) => ipKeyGenerator(req.ip ?? '');
  // By account and address together: who guesses from elsewhere locks nobody out, and a crew behind one router has an account of its own each.
  const byAccount = limited(
    SIGN_IN_TRIES,
    (req) =>
      `${addressOf(req)} ${String((req.body as { name?: unknown } | undefined)?.name)
        .trim()
        .toLowerCase()}`,
  );
  const byAddress = limited(ADDRESS_TRIES, addressOf);

  router.serve(whoAmI, async ({ me }) => ({ me: asMe(me) }));
  router.serve(
    signIn,
    async ({ body, req }) => {
      const accountId = await checkPassword(context, body.name, body.password);
      if (!accountId)
        throw new HttpProblem(
          401,
          'wrong',
          'Name and password don’t go together. If you have not set a password yet, use the one-time link that the start command prints.',
        );
      return begin(context, req, { accountId });
    },
    byAccount,
    byAddress,
  );
  router.serve(
    enter,
    async ({ body, req }) => {
      const [rows] = await db.query(
        `UPDATE entry_links SET used_at = now() WHERE token_hash = $1 AND revoked_at IS NULL AND expires_at > now() AND (role <> 'owner' OR used_at IS NULL) RETURNING id, account_id`,
        { bind: [tokenHash(body.token)] },
      );
      const [link] = rows as { id: string; account_id: string | null }[];
      if (!link)
        throw new HttpProblem(
          401,
          'link',
          'This link is used up, expired or withdrawn. Start Kavrell again for a new one, or ask whoever sent it.',
        );
      return begin(context, req, link.account_id ? { accountId: link.account_id } : { linkId: link.id });
    },
    byAddress,
  );
  router.serve(signOut, async ({ req }) => {
    await new Promise<void>((done, fail) =>
      req.session.destroy((error: unknown) => (error ? fail(error as Error) : done())),
    );
    return { ok: true as const };
  });
  router.serve(
    setPassword,
    async ({ body, me, req }) => {
      if (me.hasPassword && !(await checkPassword(context, me.actor, body.current ?? '')))
        throw new HttpProblem(403, 'current', 'The present password is not right. Nothing was changed.');
      const weak = await weakness(body.password, [me.actor, 'kavrell', 'owner']);
      if (weak) throw new HttpProblem(400, 'weak', weak, { issues: [{ path: ['password'], message: weak }] });
      await db.query('UPDATE accounts SET password_hash = $1 WHERE name = $2', {
        bind: [await hashPassword(body.password), me.actor],
      });
      await endOthers(db, req);
      return { ok: true as const };
    },
    byAccount,
  );
  router.serve(listSessions, async ({ req }) => sessionsOf(db, req));
  router.serve(endSessions, async ({ req }) => ({ ended: await endOthers(db, req) }));

  router.serve(listLinks, async ({ params }) => {
    const [rows] = await db.query(
      'SELECT id, label, role, expires_at AS "expiresAt", revoked_at IS NOT NULL AS revoked FROM entry_links WHERE production_id = $1 ORDER BY created_at DESC',
      { bind: [params.productionId] },
    );
    return rows as CrewLink[];
  });
  router.serve(makeLink, async ({ params, body }) => {
    const token = newToken();
    const [rows] = await db.query(
      `INSERT INTO entry_links (id, token_hash, role, label, production_id, expires_at) VALUES ($1, $2, $3, $4, $5, now() + make_interval(days => $6))
       RETURNING id, label, role, expires_at AS "expiresAt", false AS revoked`,
      { bind: [newId(), tokenHash(token), body.role, body.label, params.productionId, body.days] },
    );
    return { link: (rows as CrewLink[])[0] as CrewLink, token };
  });
  router.serve(revokeLink, async ({ params }) => {
    await db.query(
      'UPDATE entry_links SET revoked_at = coalesce(revoked_at, now()) WHERE id = $1 AND production_id = $2',
      { bind: [params.linkId, params.productionId] },
    );
    await tellOfEnded(db);
    return { ok: true as const };
  });
}
