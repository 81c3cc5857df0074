import { hearHouse } from './house.ts';
import {
  pathOf,
  problem as problemSchema,
  type BodyOf,
  type ParamsOf,
  type Problem,
  type ReplyOf,
  type Route,
} from '@kavrell/contract';

/** The server answered, and the answer is a no, in words. */
export class Refusal extends Error {
  readonly problem: Problem;
  constructor(problem: Problem) {
    super(problem.detail);
    this.problem = problem;
  }
}

/** No answer came: the network or the server is away. Worth trying again. */
export class Away extends Error {
  /** `asked`: it may have been done for all that, and only the answer was lost. What goes through the outbox says its own words. */
  constructor(asked = false) {
    super(
      asked
        ? 'Kavrell’s server does not answer, so it is not known whether this was done. Look again when it does.'
        : 'Kavrell’s server does not answer. What waits on this device is kept, and goes out when it does.',
    );
  }
}

const PATIENCE_MS = 20000;

async function readProblem(response: Response): Promise<Problem> {
  const fallback: Problem = {
    type: 'about:blank',
    title: 'Not possible',
    status: response.status,
    code: 'unreadable',
    detail:
      'The server gave an answer that can’t be read, so it is not known whether this was done. Look, and try again.',
  };
  const text = await response.text();
  try {
    const parsed = problemSchema.safeParse(JSON.parse(text));
    return parsed.success ? parsed.data : fallback;
  } catch (error) {
    if (error instanceof SyntaxError) return fallback;
    throw error;
  }
}

/** Calls a route of the contract. Throws `Refusal` when the server says no and `Away` when nothing answers. */
export async function call<T extends Route>(
  route: T,
  input: { params: ParamsOf<T>; body?: BodyOf<T> },
): Promise<ReplyOf<T>> {
  return answered<T>(pathOf(route, input.params as Record<string, string>), {
    method: route.method,
    signal: AbortSignal.timeout(PATIENCE_MS),
    ...(route.method === 'GET'
      ? {}
      : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(input.body ?? {}) }),
  });
}

/** Sends bytes to a route that takes them as they are. As long as they need: a song over a slow link takes minutes. */
export function sendBytes<T extends Route>(route: T, params: ParamsOf<T>, bytes: Blob): Promise<ReplyOf<T>> {
  return answered<T>(pathOf(route, params as Record<string, string>), {
    method: route.method,
    headers: { 'content-type': 'application/octet-stream' },
    body: bytes,
  });
}

async function answered<T extends Route>(path: string, request: RequestInit): Promise<ReplyOf<T>> {
  let response: Response;
  const askedMs = Date.now();
  try {
    response = await fetch(path, request);
  } catch {
    // fetch fails in one way only: nobody answered (or not in time).
    throw new Away(request.method !== 'GET');
  }
  hearHouse(response.headers, askedMs, Date.now());
  if (response.status === 502 || response.status === 504) throw new Away(request.method !== 'GET');
  if (!response.ok) throw new Refusal(await readProblem(response));
  // The server checked its reply against nothing but its types; rows are trusted, they come from our own database.
  return (await response.json()) as ReplyOf<T>;
}

/** Any failure in words for people. */
export function wordsOf(error: unknown): string {
  return error instanceof Error ? error.message : 'Something went wrong. What you typed is kept.';
}
