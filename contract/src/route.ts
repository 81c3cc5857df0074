import type { z } from 'zod';

/** Who may call a route. `public` needs no session; `owner` may call everything that is not public too. */
export type Role = 'owner' | 'read' | 'log' | 'offload';
export const CREW_ROLES = ['read', 'log', 'offload'] as const satisfies readonly Role[];

type Schema = z.ZodType;

/** One API route, said once for server, web and tests. `reply: null` means an answer that is no JSON (a file, a stream). */
export interface Route<
  P extends Schema = Schema,
  B extends Schema | null = Schema | null,
  R extends Schema | null = Schema | null,
> {
  method: 'GET' | 'POST' | 'DELETE';
  /** Express path: `/api/productions/:productionId/rows/:table`. */
  path: string;
  roles: 'public' | readonly Role[];
  params: P;
  body: B;
  reply: R;
}

/** Keeps the exact types of a route's schemas. */
export function route<P extends Schema, B extends Schema | null, R extends Schema | null>(
  r: Route<P, B, R>,
): Route<P, B, R> {
  return r;
}

export type ParamsOf<T> = T extends Route<infer P, infer _B, infer _R> ? z.infer<P> : never;
export type BodyOf<T> =
  T extends Route<infer _P, infer B, infer _R> ? (B extends Schema ? z.infer<B> : undefined) : never;
export type ReplyOf<T> =
  T extends Route<infer _P, infer _B, infer R> ? (R extends Schema ? z.infer<R> : undefined) : never;

/** The path with its parameters filled in. */
export function pathOf(r: Route, params: Record<string, string>): string {
  return r.path.replace(/:(\w+)/g, (_, name: string) => {
    const value = params[name];
    if (value === undefined) throw new Error(`The path ${r.path} needs ${name}.`);
    return encodeURIComponent(value);
  });
}
