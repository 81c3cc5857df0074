import fc from 'fast-check';

/** Properties are tried with the same examples each time: what failed once fails again. `npm run test:deep` tries others, and says which, and more of them. */
fc.configureGlobal({
  seed: Number(process.env.KAVRELL_SEED ?? 20270318),
  numRuns: process.env.KAVRELL_DEEP ? 100 : 40,
});
