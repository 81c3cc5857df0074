import { entriesOf, type LogEntry } from '../log/index.ts';
import type { Question } from './model.ts';

/** A question and what became of it. */
export interface AskedQuestion {
  question: Question;
  /** When it was asked, each time; empty: not yet. */
  askedAtMs: number[];
  /** Timecodes at which its answer was starred. */
  stars: string[];
}

/** The questions of a scene in their order, with what was asked and which answers were starred. */
export function askedOf(questions: readonly Question[], sceneId: string, log: readonly LogEntry[]): AskedQuestion[] {
  const asked = entriesOf(log, 'asked');
  return questions
    .filter((q) => q.sceneId === sceneId)
    .sort((a, b) => a.position - b.position || (a.id < b.id ? -1 : 1))
    .map((question) => {
      const own = asked.filter((e) => e.payload.questionId === question.id);
      return {
        question,
        askedAtMs: own.filter((e) => e.payload.starredAt === null).map((e) => e.atMs),
        stars: own.flatMap((e) => (e.payload.starredAt === null ? [] : [e.payload.starredAt])),
      };
    });
}

/** What is still to be asked: never asked, and no answer of it starred. */
export const unasked = (list: readonly AskedQuestion[]): AskedQuestion[] =>
  list.filter((q) => q.askedAtMs.length === 0 && q.stars.length === 0);

/** Questions out of pasted lines: `question | what it is for`; bullets, numbers and empty lines are left out. */
export function readQuestions(text: string): { words: string; purpose: string }[] {
  return text.split(/\r?\n/).flatMap((raw) => {
    const [words = '', ...rest] = raw.replace(/^\s*(?:[-*•]|\d+[.)])\s*/, '').split('|');
    return words.trim() === ''
      ? []
      : [{ words: words.trim().slice(0, 400), purpose: rest.join('|').trim().slice(0, 200) }];
  });
}
