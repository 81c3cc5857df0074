import { describe, expect, it } from 'vitest';
import type { LogEntry } from '../log/index.ts';
import { askedOf, question, QUESTION_DEFAULTS, readQuestions, unasked, type Question } from './index.ts';

const uuid = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const ask = (n: number, position: number, sceneId = uuid(1)): Question => ({
  ...{ id: uuid(n), productionId: uuid(900), version: 1, deletedAt: null },
  ...{ sceneId, words: `Question ${n}`, ...QUESTION_DEFAULTS, position },
});
const said = (questionId: string, atMs: number, starredAt: string | null = null) =>
  ({ id: uuid(atMs), atMs, payload: { kind: 'asked', questionId, takeId: null, starredAt } }) as LogEntry;

describe('questions', () => {
  it('stand in their order, with what was asked and starred; those of other scenes elsewhere', () => {
    const list = askedOf([ask(12, 2), ask(11, 1), ask(13, 1, uuid(2))], uuid(1), [
      said(uuid(12), 70),
      said(uuid(12), 60),
      said(uuid(12), 80, '10:00:04:00'),
    ]);
    expect(list.map((q) => [q.question.words, q.askedAtMs, q.stars])).toEqual([
      ['Question 11', [], []],
      ['Question 12', [60, 70], ['10:00:04:00']],
    ]);
    expect(unasked(list).map((q) => q.question.id)).toEqual([uuid(11)]);
  });
  it('an answer that was starred was asked, whoever forgot to say so', () =>
    expect(unasked(askedOf([ask(11, 1)], uuid(1), [said(uuid(11), 5, '10:00:00:00')]))).toEqual([]));
  it('are read from pasted lines with what they are for', () => {
    expect(
      readQuestions('1. Who taught you? | the opening\n\n - What does it weigh?\r\n•  | nothing\nWhy | a | b'),
    ).toEqual([
      { words: 'Who taught you?', purpose: 'the opening' },
      { words: 'What does it weigh?', purpose: '' },
      { words: 'Why', purpose: 'a | b' },
    ]);
    expect(readQuestions('x'.repeat(500))[0]!.words).toHaveLength(400);
    expect(readQuestions('  \n')).toEqual([]);
  });
  it('refuse in words: no words, a silence below nothing', () => {
    const why = (q: Question) => question.safeParse(q).error?.issues[0]?.message;
    expect(why({ ...ask(1, 1), words: ' ' })).toBe('The question is missing.');
    expect(why({ ...ask(1, 1), silenceS: -1 })).toBe('The silence can’t be negative.');
    expect(why(ask(1, 1))).toBeUndefined();
  });
});
