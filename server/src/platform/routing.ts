import type { Express, Request, RequestHandler, Response } from 'express';
import type { z } from 'zod';
import type { BodyOf, Me, ParamsOf, ReplyOf, Role, Route } from '@kavrell/contract';
import { HttpProblem } from './problems.ts';

/** What a handler is given: checked input and who asks. */
export interface Call<T extends Route> {
  params: ParamsOf<T>;
  body: BodyOf<T>;
  me: SessionMe;
  req: Request;
  res: Response;
}

/** Who is asking. For public routes `role` is null when nobody is signed in. */
export interface SessionMe extends Omit<Me, 'role'> {
  role: Role | null;
  actor: string;
}

export type WhoIs = (req: Request) => Promise<SessionMe>;

/**
 * Registers routes of the contract: the role is checked first, then params and body by their schemas; the reply
 * of the handler is sent as JSON, unless the route has none (the handler answers itself).
 */
export class Router {
  readonly served: Route[] = [];
  private readonly app: Express;
  private readonly whoIs: WhoIs;
  constructor(app: Express, whoIs: WhoIs) {
    this.app = app;
    this.whoIs = whoIs;
  }

  serve<T extends Route>(route: T, handler: (call: Call<T>) => Promise<ReplyOf<T>>, ...before: RequestHandler[]): void {
    this.served.push(route);
    const run: RequestHandler = async (req, res) => {
      const me = await this.whoIs(req);
      admit(route, me, req.params);
      const params = (route.params as z.ZodType).parse(req.params) as ParamsOf<T>;
      const body = (route.body ? (route.body as z.ZodType).parse(req.body ?? {}) : undefined) as BodyOf<T>;
      const reply = await handler({ params, body, me, req, res });
      if (route.reply) res.json(reply);
    };
    const method = route.method.toLowerCase() as 'get' | 'post' | 'delete';
    this.app[method](route.path, ...before, run);
  }
}

function admit(route: Route, me: SessionMe, params: Record<string, unknown>): void {
  if (route.roles === 'public') return;
  if (!me.role)
    throw new HttpProblem(
      401,
      'signIn',
      'You are not signed in, or the session has ended. Nothing you typed is lost: sign in and go on.',
    );
  if (!route.roles.includes(me.role))
    throw new HttpProblem(403, 'role', 'Your link does not reach this. Ask the owner of the production.');
  if (me.productionId && params.productionId !== undefined && params.productionId !== me.productionId) {
    throw new HttpProblem(404, 'production', 'There is no such production for you.');
  }
}
