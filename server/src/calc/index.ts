import { calculate, listCalcs, type Role } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import { ChildLost, OverBudget, TooManyAtOnce, WorkFailed, type Budget } from '../platform/pool/index.ts';
import { HttpProblem } from '../platform/problems.ts';
import type { Router } from '../platform/routing.ts';

/** What one request may cost, by who asks. */
const BUDGETS: Record<Role, Budget> = {
  owner: { timeMs: 10_000, memoryMB: 500 },
  log: { timeMs: 3_000, memoryMB: 400 },
  offload: { timeMs: 3_000, memoryMB: 400 },
  read: { timeMs: 3_000, memoryMB: 400 },
};

function inWords(error: unknown): never {
  if (error instanceof OverBudget)
    throw new HttpProblem(422, 'budget', `${error.message} Ask for less at once, or in coarser steps.`);
  if (error instanceof TooManyAtOnce) throw new HttpProblem(429, 'often', error.message);
  if (error instanceof WorkFailed && error.code !== null) throw new HttpProblem(400, error.code, error.message);
  if (error instanceof ChildLost)
    throw new HttpProblem(
      422,
      'budget',
      'This computation came to no end. Nothing else was harmed; ask for less at once.',
    );
  throw error;
}

/** Every computation of the registry, asked by name; none of it runs in this process. */
export function serveCalc(router: Router, { pool }: Context): void {
  router.serve(calculate, async ({ params, body, me, req }) => {
    const budget = BUDGETS[me.role!];
    return pool
      .run({ kind: 'calc', name: params.name, input: body, timeMs: budget.timeMs }, budget, req.sessionID)
      .catch(inWords);
  });
  router.serve(listCalcs, async ({ me }) =>
    pool.run<unknown[]>({ kind: 'calcList' }, BUDGETS[me.role!]).catch(inWords),
  );
}
