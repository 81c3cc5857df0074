import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common';

const judge = new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs });
/** Of 0 to 4: below two a password is found within the tries that a stolen hash allows. */
const LEAST = 2;

/** Why a password is too easily guessed, in words; null when it will do. `words` are those that anybody would try here. */
export function weakness(password: string, words: readonly string[]): string | null {
  const { score } = judge.check(password, [...words]);
  if (score >= LEAST) return null;
  return 'This password is among those that are tried first. Take several words that don’t belong together, or a longer one.';
}
