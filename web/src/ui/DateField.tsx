import { Flex, Input } from '@chakra-ui/react';
import { useState } from 'react';
import { parseDate } from '@kavrell/core/dates';
import { wordsOf } from '../platform/api.ts';
import { Button } from './Button.tsx';
import { FormField } from './FormField.tsx';
import { PickDate } from './PickDate.tsx';

/** Asks for a date, typed as people write it (`3 Dec`, `next Friday`) or picked. */
export function DateField({
  label,
  start,
  take,
  cancel,
}: {
  label: string;
  /** As YYYY-MM-DD; empty: nothing is said yet. */
  start: string;
  take: (date: string) => void;
  cancel: () => void;
}) {
  const [text, setText] = useState(start);
  const [problem, setProblem] = useState('');
  const done = () => {
    try {
      take(parseDate(text, new Date().toISOString().slice(0, 10)));
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  return (
    <FormField label={label} error={problem || undefined} hint="Such as 3 Dec, Friday, 18.3.2027">
      {(props) => (
        <Flex gap={2} align="center" maxW="460px">
          <Input
            {...props}
            autoFocus
            value={text}
            onChange={(e) => {
              setText(e.target.value);
              setProblem('');
            }}
            onKeyDown={(e) => {
              if (e.key === 'Enter') done();
              else if (e.key === 'Escape') cancel();
              else return;
              e.preventDefault();
              e.stopPropagation();
            }}
          />
          <PickDate label={label} value={text} take={setText} />
          <Button look="primary" onClick={done}>
            Add
          </Button>
          <Button onClick={cancel}>Cancel</Button>
        </Flex>
      )}
    </FormField>
  );
}
