interface Around {
  process?: { env: Readonly<Record<string, string | undefined>> };
}

/** How many examples of a long check are tried: all of them by `npm run test:deep`, a part by `npm test`. */
export const sampled = (whole: number, part: number): number =>
  (globalThis as Around).process?.env.KAVRELL_DEEP ? whole : part;
