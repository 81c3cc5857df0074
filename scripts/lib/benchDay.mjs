import { median, report } from './measure.mjs';
import { say } from './say.mjs';
import { loadSource } from './source.mjs';

const timed = (work) => {
  const at = performance.now();
  const value = work();
  return { value, ms: performance.now() - at };
};

/** A day of so many shots in four places, drawn by a seed; with windows when the plain sum of change-overs is not what is asked. */
function planOf(seeded, count, seed, windows) {
  const random = seeded(seed);
  const below = (n) => Math.floor(random() * n);
  const places = ['quay', 'hall', 'bench', 'tower'];
  const pairs = (names, least, most) =>
    Object.fromEntries(names.flatMap((a) => names.map((b) => [`${a}>${b}`, a === b ? 0 : least + below(most)])));
  const setups = Array.from({ length: Math.ceil(count / 6) }, (_, i) => ({ id: `L${i}`, place: places[below(4)] }));
  const shots = Array.from({ length: count }, (_, i) => {
    const setup = setups[below(setups.length)];
    return {
      id: `s${i}`,
      minutes: 4 + below(6),
      place: setup.place,
      setup: setup.id,
      side: `${setup.id}${'ab'[below(2)]}`,
      lens: ['24', '50', '85'][below(3)],
      rig: ['sticks', 'gimbal'][below(2)],
      people: [['ilse', 'marn', 'teo'][below(3)]],
      priority: ['must', 'should', 'nice'][below(3)],
      ...(windows && i % 15 === 7 ? { windows: [[500, 900 + below(300)]] } : {}),
    };
  });
  return {
    startMin: 480,
    school: 'changeovers',
    seed: 1,
    shots,
    change: {
      repositionMin: 4,
      lensMin: 3,
      rigMin: 7,
      turnaroundMin: 15,
      relightDefaultMin: 20,
      relightMin: pairs(
        setups.map((s) => s.id),
        8,
        25,
      ),
      moveMin: pairs(places, 10, 30),
    },
    ...(windows ? { meals: [{ earliestAfterMin: 180, latestAfterMin: 360, minutes: 40 }] } : {}),
  };
}

/** The least sum of change-overs by dynamic programming over sets (Held and Karp), from pairs alone: shares no code with the search. */
function leastByPairs(timeOrder, plan) {
  const n = plan.shots.length;
  const of = (i) => plan.shots[i].id;
  const pair = (i, j) => timeOrder({ ...plan, shots: [plan.shots[i], plan.shots[j]] }, [of(i), of(j)]).order;
  const change = plan.shots.map((_, i) => plan.shots.map((__, j) => (i === j ? 0 : pair(i, j)[1].changeMin)));
  const best = Array.from({ length: 1 << n }, () => new Float64Array(n).fill(Infinity));
  for (let i = 0; i < n; i += 1) best[1 << i][i] = pair(i, (i + 1) % n)[0].changeMin;
  for (let set = 1; set < 1 << n; set += 1)
    for (let last = 0; last < n; last += 1)
      if (best[set][last] < Infinity)
        for (let next = 0; next < n; next += 1)
          if (!(set & (1 << next)))
            best[set | (1 << next)][next] = Math.min(
              best[set | (1 << next)][next],
              best[set][last] + change[last][next],
            );
  return Math.min(...best.at(-1));
}

/** Always on to what is nearest, as a person in a hurry would. */
function greedy(timeOrder, plan) {
  const ids = [];
  const left = plan.shots.map((s) => s.id);
  while (left.length > 0) {
    let best = { wrap: Infinity, at: 0 };
    left.forEach((id, at) => {
      const some = [...ids, id];
      const told = timeOrder({ ...plan, shots: plan.shots.filter((s) => some.includes(s.id)) }, some);
      const wrap = told.order.at(-1).startMin + told.violations.length * 1e4;
      if (wrap < best.wrap) best = { wrap, at };
    });
    ids.push(...left.splice(best.at, 1));
  }
  return timeOrder(plan, ids);
}

/** What core does for the Day: orders against references, days apart, odds, a drag. */
export async function benchDay() {
  const { dayOdds, priceOf, solveOrder, splitOrder, timeOrder } = await loadSource('core/src/plan/day/index.ts');
  const { seeded } = await loadSource('core/src/base/random/index.ts');
  const ids = (plan) => plan.shots.map((s) => s.id);

  const proofs = [1, 2, 3, 4, 5].map((seed) => {
    const plan = planOf(seeded, 12, seed, false);
    const { value: found, ms } = timed(() => solveOrder(plan));
    return { ms, over: found.changeMin - leastByPairs(timeOrder, plan), optimal: found.optimal };
  });
  report('12 shots ordered and proven, slowest of 5', Math.max(...proofs.map((p) => p.ms)), 1000, 'ms');
  say(
    `  ${proofs.filter((p) => p.optimal).length} of 5 said proven; change-overs over the reference: ${Math.max(...proofs.map((p) => p.over)).toFixed(1)} min`,
  );

  for (const count of [40, 75]) {
    const plan = planOf(seeded, count, 9, true);
    const { value: found, ms } = timed(() => solveOrder(plan));
    const long = solveOrder({ ...plan, budgetMs: 15_000, seed: 77 });
    const best = Math.min(long.wrapMin, found.wrapMin);
    report(`${count} shots ordered`, ms, 2000, 'ms');
    const length = best - plan.startMin;
    report(`${count} shots: longer than the best day known`, ((found.wrapMin - best) / length) * 100, 1, '%');
    const said = (name, o) =>
      `${name} ${o.changeMin.toFixed(0)} min changing, ${o.violations.length} rule(s) broken, wrap ${o.wrapMin.toFixed(0)}`;
    say(
      `  ${said('found', found)}; ${said('long run', long)}; ${said('as listed', timeOrder(plan, ids(plan)))}; ${said('greedy nearest', greedy(timeOrder, plan))}`,
    );
  }

  const large = planOf(seeded, 120, 4, false);
  const lanes = [1, 2, 3].map((d) => ({ name: `Day ${d}`, startMin: 480, byMin: 1080 }));
  const split = timed(() => splitOrder(large, lanes));
  report('120 shots over 3 days', split.ms, 5000, 'ms');

  const day = planOf(seeded, 75, 9, true);
  const order = solveOrder(day).order.map((o) => o.id);
  report(
    '10,000 days of 75 shots, median of 5',
    median(Array.from({ length: 5 }, () => timed(() => dayOdds({ plan: day, order, byMin: 1200 })).ms)),
    400,
    'ms',
  );
  const instead = [...order.slice(1, 30), order[0], ...order.slice(30)];
  report(
    'price of a drag in 75 shots, median of 20',
    median(Array.from({ length: 20 }, () => timed(() => priceOf(day, order, instead)).ms)),
    30,
    'ms',
  );
}
