import { calculate, listCalcs } from '@kavrell/contract';
import { runCalcs } from '@kavrell/core/calc';
import { CALCS, describeCalc, findCalc } from '@kavrell/core/registry';
import { HttpProblem } from '../platform/problems.ts';
import type { Router } from '../platform/routing.ts';

/** More at once is a job, not a question. */
const MOST_ITEMS = 10_000;

/** Every computation of the registry, asked by name. */
export function serveCalc(router: Router): void {
  router.serve(calculate, async ({ params, body }) => {
    const calc = findCalc(params.name);
    if (Array.isArray(body) && body.length > MOST_ITEMS) {
      throw new HttpProblem(413, 'large', `At most ${MOST_ITEMS} items can be computed at once.`);
    }
    return runCalcs(calc, body).reply;
  });
  router.serve(listCalcs, async () => CALCS.map(describeCalc));
}
