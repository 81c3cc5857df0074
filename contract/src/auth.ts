import { z } from 'zod';
import { route } from './route.ts';

const none = z.object({});

export const me = z.object({
  role: z.enum(['owner', 'read', 'log', 'offload']),
  name: z.string(),
  /** Set for people who came by a link: the one production they may see. */
  productionId: z.uuid().nullable(),
  /** False until the owner has chosen a password. */
  hasPassword: z.boolean(),
});
export type Me = z.infer<typeof me>;

export const password = z
  .string({ error: 'Type the password.' })
  .min(10, 'A password has 10 characters at least.')
  .max(200, 'A password has 200 characters at most.');
export const signInBody = z.object({
  name: z.string().trim().min(1, 'Type the name of the account.').max(80),
  password: z.string().min(1, 'Type the password.').max(200),
});

export const whoAmI = route({
  method: 'GET',
  path: '/api/auth/me',
  roles: 'public',
  params: none,
  body: null,
  reply: z.object({ me: me.nullable() }),
});
export const signIn = route({
  method: 'POST',
  path: '/api/auth/sign-in',
  roles: 'public',
  params: none,
  body: signInBody,
  reply: z.object({ me }),
});
const NO_LINK = 'This link is not whole: open it where it was sent to you, or copy all of it.';
/** Takes a one-time owner link or a crew link. */
export const enter = route({
  method: 'POST',
  path: '/api/auth/enter',
  roles: 'public',
  params: none,
  body: z.object({ token: z.string({ error: NO_LINK }).min(20, NO_LINK).max(200, NO_LINK) }),
  reply: z.object({ me }),
});
export const signOut = route({
  method: 'POST',
  path: '/api/auth/sign-out',
  roles: ['owner', 'read', 'log', 'offload'],
  params: none,
  body: none,
  reply: z.object({ ok: z.literal(true) }),
});
export const setPassword = route({
  method: 'POST',
  path: '/api/auth/password',
  roles: ['owner'],
  params: none,
  /** The one before, once there is one. Every other session of the account ends. */
  body: z.object({ password, current: z.string().max(200).optional() }),
  reply: z.object({ ok: z.literal(true) }),
});
export const sessionInfo = z.object({
  id: z.string(),
  device: z.string(),
  startedAtMs: z.number(),
  /** The one that asks. */
  own: z.boolean(),
});
export type SessionInfo = z.infer<typeof sessionInfo>;
/** Sessions of one's own account that hold. */
export const listSessions = route({
  method: 'GET',
  path: '/api/auth/sessions',
  roles: ['owner'],
  params: none,
  body: null,
  reply: z.array(sessionInfo),
});
/** Ends all sessions of one's own account but the one that asks. */
export const endSessions = route({
  method: 'POST',
  path: '/api/auth/sessions/end',
  roles: ['owner'],
  params: none,
  body: none,
  reply: z.object({ ended: z.int() }),
});

const inProduction = z.object({ productionId: z.uuid() });
export const crewLink = z.object({
  id: z.uuid(),
  label: z.string(),
  role: z.enum(['read', 'log', 'offload']),
  expiresAt: z.string(),
  revoked: z.boolean(),
});
export type CrewLink = z.infer<typeof crewLink>;
export const crewLinkBody = z.object({
  label: z.string().trim().min(1, 'Say whom the link is for.').max(80, 'The label may have 80 characters at most.'),
  role: z.enum(['read', 'log', 'offload']),
  days: z
    .int('Days are a whole number.')
    .min(1, 'A link lasts a day at least.')
    .max(60, 'A link lasts 60 days at most.'),
});
export const listLinks = route({
  method: 'GET',
  path: '/api/productions/:productionId/links',
  roles: ['owner'],
  params: inProduction,
  body: null,
  reply: z.array(crewLink),
});
export const makeLink = route({
  method: 'POST',
  path: '/api/productions/:productionId/links',
  roles: ['owner'],
  params: inProduction,
  body: crewLinkBody,
  reply: z.object({ link: crewLink, token: z.string() }),
});
export const revokeLink = route({
  method: 'DELETE',
  path: '/api/productions/:productionId/links/:linkId',
  roles: ['owner'],
  params: inProduction.extend({ linkId: z.uuid() }),
  body: null,
  reply: z.object({ ok: z.literal(true) }),
});
