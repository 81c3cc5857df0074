import { screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { clearPage, demoPlan, openScreen, preparePage, press, testId, type, written } from '../../testing/screen.tsx';
import { QuestionsPart } from './QuestionsPart.tsx';

beforeEach(() => preparePage());
afterEach(clearPage);

describe('questions of an interview', () => {
  it('are pasted a line each, with what they are for, behind those that are there', () => {
    const plan = demoPlan();
    const scene = plan.scenes[0]!;
    const question = {
      ...{ id: testId(), productionId: plan.production.id, version: 1, deletedAt: null },
      ...{ sceneId: scene.id, words: 'Who taught you?', purpose: '', silenceS: 4, followUp: false, position: 3 },
    };
    openScreen(<QuestionsPart scene={scene} />, { plan: { ...plan, questions: [question] } });
    type(screen.getByLabelText('Questions, one on each line'), '1. What does it weigh? | the scale\n- Why nine?');
    press('Add 2 questions');
    expect(written().at(-1)!.ops).toMatchObject([
      { op: 'insert', table: 'questions', values: { words: 'What does it weigh?', purpose: 'the scale', position: 4 } },
      { op: 'insert', table: 'questions', values: { words: 'Why nine?', purpose: '', position: 5 } },
    ]);
    expect(screen.getByText('Why nine?')).toBeTruthy();
  });
  it('each is changed where it stands, refused in words, and taken away', () => {
    const plan = demoPlan();
    const scene = plan.scenes[0]!;
    const question = {
      ...{ id: testId(), productionId: plan.production.id, version: 1, deletedAt: null },
      ...{ sceneId: scene.id, words: 'Who taught you?', purpose: '', silenceS: 4, followUp: false, position: 3 },
    };
    openScreen(<QuestionsPart scene={scene} />, { plan: { ...plan, questions: [question] } });
    press('Change');
    type(screen.getByLabelText('Silence after it, s'), '200');
    expect(screen.getByText(/not believable/)).toBeTruthy();
    expect(written()).toEqual([]);
    type(screen.getByLabelText('Silence after it, s'), '8');
    expect(written().at(-1)!.ops[0]).toMatchObject({ op: 'update', table: 'questions', values: { silenceS: 8 } });
    press('Take it away');
    expect(screen.queryByText('Who taught you?')).toBeNull();
  });
});
