import type { ZxcvbnFactory } from '@zxcvbn-ts/core';

/** Lists of common passwords take their time to load: only when one is set. */
async function openJudge(): Promise<ZxcvbnFactory> {
  const [{ ZxcvbnFactory }, { adjacencyGraphs, dictionary }] = await Promise.all([
    import('@zxcvbn-ts/core'),
    import('@zxcvbn-ts/language-common'),
  ]);
  return new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs });
}
let judge: Promise<ZxcvbnFactory> | null = null;

/** Of 0 to 4: below two a password is found within the tries that a stolen hash allows. */
const LEAST = 2;

/** Why a password is too easily guessed, in words; null when it will do. `words` are those that anybody would try here. */
export async function weakness(password: string, words: readonly string[]): Promise<string | null> {
  judge ??= openJudge();
  const { score } = (await judge).check(password, [...words]);
  if (score >= LEAST) return null;
  return 'This password is among those that are tried first. Take several words that don’t belong together, or a longer one.';
}
