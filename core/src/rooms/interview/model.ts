import { z } from 'zod';
import { defineTable, id, line, position, readBy, recordBase, requiredLine } from '../../base/records/index.ts';

/** A question of an interview: what it is for, and how long nobody speaks after the answer. */
export const questionFields = z.object(
  readBy('work', {
    sceneId: id,
    words: requiredLine('The question', 400),
    /** What the answer is wanted for in the cut. */
    purpose: line('What it is for', 200),
    /** Seconds of silence kept after the answer; 0: none in particular. */
    silenceS: z
      .int('The silence is a whole number of seconds.')
      .min(0, 'The silence can’t be negative.')
      .max(120, 'Over two minutes of silence is not believable.'),
    /** Thought of on the spot, while the interview went on. */
    followUp: z.boolean(),
    position,
  }),
);
export const question = questionFields.extend(recordBase);
export type Question = z.infer<typeof question>;
/** The table of questions. */
export const questionTable = defineTable({
  name: 'questions',
  one: 'question',
  row: question,
  fields: questionFields,
  sortedBy: 'position',
  points: { sceneId: 'scenes' },
  logged: true,
});

/** A new question’s values beside its words. */
export const QUESTION_DEFAULTS = { purpose: '', silenceS: 4, followUp: false };
