interface Around {
  process?: { env: Readonly<Record<string, string | undefined>> };
}

/** What a long check tries, or how many examples: all of it by `npm run test:deep`, a part by `npm test`. */
export const sampled = <T>(whole: T, part: T): T => ((globalThis as Around).process?.env.KAVRELL_DEEP ? whole : part);
