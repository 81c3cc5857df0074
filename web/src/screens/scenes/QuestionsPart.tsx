import { Box, Flex, Textarea } from '@chakra-ui/react';
import { useState } from 'react';
import { QUESTION_DEFAULTS, questionFields, readQuestions, type Question } from '@kavrell/core/interview';
import { positionAfter } from '@kavrell/core/records';
import type { Scene } from '@kavrell/core/scenes';
import { formatCount } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { useDraft } from '../../platform/draft.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Part } from '../../ui/parts.tsx';
import { Unfold } from '../../ui/Unfold.tsx';

/** What is asked in an interview: written or pasted a line each, with what the answer is for. */
export function QuestionsPart({ scene }: { scene: Scene }) {
  const { production, rows } = usePlanned();
  const [text, setText] = useDraft(`questions:${scene.id}`);
  const own = rows.questions.filter((q) => q.sceneId === scene.id);
  const read = readQuestions(text);
  const add = () => {
    const first = positionAfter(own);
    void change(
      production.id,
      `Scene ${scene.number}: ${formatCount(read.length, 'question', 'questions')}`,
      read.map((q, i) => ({
        op: 'insert' as const,
        table: 'questions' as const,
        values: { ...QUESTION_DEFAULTS, ...q, sceneId: scene.id, position: first + i },
      })),
    );
    setText('');
  };
  return (
    <Part title="Questions of an interview">
      {own.map((q) => (
        <One key={q.id} question={q} />
      ))}
      <Textarea
        aria-label="Questions, one on each line"
        placeholder={'Who taught you? | the opening\nWhat does the ninth weigh?'}
        rows={3}
        value={text}
        onChange={(e) => setText(e.target.value)}
      />
      <Button mt={2} disabled={read.length === 0} onClick={add}>
        {read.length > 1 ? `Add ${read.length} questions` : 'Add it'}
      </Button>
    </Part>
  );
}

function One({ question: q }: { question: Question }) {
  const [open, setOpen] = useState(false);
  const save = (label: string) => (values: Record<string, unknown>) =>
    void change(q.productionId, `Question: ${label}`, [{ op: 'update', table: 'questions', row: q, values }]);
  return (
    <Box mb={2}>
      <Flex gap={2} align="start">
        <Box flex={1} minW={0} overflowWrap="anywhere">
          {q.words}
          {q.purpose ? <Box color="soft">{q.purpose}</Box> : null}
        </Box>
        <Button size="small" look="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'Done' : 'Change'}
        </Button>
      </Flex>
      {open ? (
        <>
          <FieldEdit
            label="Question"
            value={q.words}
            fields={questionFields}
            set={(words) => ({ words })}
            save={save('words')}
          />
          <FieldEdit
            label="What it is for"
            value={q.purpose}
            fields={questionFields}
            set={(purpose) => ({ purpose })}
            save={save('what it is for')}
          />
          <FieldEdit
            label="Silence after it, s"
            value={String(q.silenceS)}
            fields={questionFields}
            set={(s) => ({ silenceS: Number(s) })}
            save={save('silence')}
          />
          <Button
            size="small"
            onClick={() =>
              void change(q.productionId, 'A question taken away', [{ op: 'delete', table: 'questions', row: q }])
            }
          >
            Take it away
          </Button>
        </>
      ) : null}
    </Box>
  );
}

/** The questions of a scene, folded away where it has none. */
export function Questions({ scene }: { scene: Scene }) {
  const { rows } = usePlanned();
  const count = rows.questions.filter((q) => q.sceneId === scene.id).length;
  return count > 0 ? (
    <QuestionsPart scene={scene} />
  ) : (
    <Unfold words="Questions of an interview">
      <QuestionsPart scene={scene} />
    </Unfold>
  );
}
