/** What is left to suspect along a chain, and what to swap next. */
export interface Isolation {
  suspects: string[];
  /** The part to swap next; null when it is found, or nothing is left. */
  next: string | null;
  found: string | null;
  words: string;
}

/**
 * Swapping one thing at a time: a part whose swap left the fault is cleared, one whose swap took it away is it. The next to swap is the one most often to
 * blame among those left: plugs and cables before boxes. Pure book-keeping; no guess is called a finding.
 */
export function isolate(chain: readonly string[], steps: readonly { part: string; still: boolean }[]): Isolation {
  const guilty = steps.findLast((s) => !s.still)?.part ?? null;
  if (guilty !== null)
    return {
      suspects: [guilty],
      next: null,
      found: guilty,
      words: `It went away with ${guilty}: that is it. Put everything else back as it was.`,
    };
  const cleared = new Set(steps.filter((s) => s.still).map((s) => s.part));
  const suspects = chain.filter((p) => !cleared.has(p));
  if (suspects.length === 0)
    return {
      suspects,
      next: null,
      found: null,
      words:
        'Every part was swapped and it is still there: something outside the chain (radio, power, phones near by), or two faults at once.',
    };
  const likely = [...suspects].sort((a, b) => blame(b) - blame(a));
  const next = likely[0] ?? null;
  return {
    suspects,
    next,
    found: null,
    words: `Swap ${next}, and nothing else. Still there?`,
  };
}

const blame = (part: string): number =>
  /cable|lead|plug|connector|adapter/i.test(part)
    ? 3
    : /battery|pack|antenna|radio|transmitter|receiver/i.test(part)
      ? 2
      : /microphone|lens|card/i.test(part)
        ? 1
        : 0;

/** The usual way of a sound, microphone to ear. */
export const SOUND_CHAIN = [
  'microphone',
  'microphone cable',
  'transmitter',
  'receiver',
  'cable to the recorder',
  'recorder input',
  'headphones',
] as const;
/** The usual way of a picture, lens to eye. */
export const PICTURE_CHAIN = [
  'lens',
  'lens adapter',
  'camera body',
  'picture cable',
  'picture transmitter',
  'monitor',
] as const;
