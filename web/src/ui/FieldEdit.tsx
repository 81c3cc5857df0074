import { Flex, Input, Textarea } from '@chakra-ui/react';
import { useState } from 'react';
import type { z } from 'zod';
import { someOf } from '@kavrell/core/records';
import { wordsOf } from '../platform/api.ts';
import { FormField } from './FormField.tsx';
import { PickDate } from './PickDate.tsx';
import { Choice } from './Choice.tsx';

interface Props {
  label: string;
  value: string;
  /** The values to write for what was typed; throws in words. */
  set: (text: string) => Record<string, unknown>;
  fields: z.ZodObject;
  save: (values: Record<string, unknown>) => void;
  /** The thing as it is, where its fields have rules between them. */
  whole?: Readonly<Record<string, unknown>>;
  options?: readonly (readonly [string, string])[];
  hint?: string;
  /** The value is a date as YYYY-MM-DD: it can be picked too. */
  date?: boolean;
  /** A text of several lines, so many of which are seen: Enter begins a new one. */
  lines?: number;
}

/** One fact of the selected thing, edited where it stands: saved on leaving or Enter, refused in words below. */
export function FieldEdit({ label, value, set, fields, save, whole, options, hint, date, lines }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, setProblem] = useState('');
  const take = (text: string) => {
    if (text === value) {
      setTyped(null);
      setProblem('');
      return;
    }
    try {
      save(someOf(fields, set(text), whole));
      setTyped(null);
      setProblem('');
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  return (
    <FormField label={label} error={problem || undefined} {...(hint ? { hint } : {})}>
      {(props) =>
        options ? (
          <Choice {...props} value={value} onChange={(e) => take(e.target.value)}>
            {options.map(([key, words]) => (
              <option key={key} value={key}>
                {words}
              </option>
            ))}
          </Choice>
        ) : lines ? (
          <Textarea
            {...props}
            rows={lines}
            value={typed ?? value}
            onChange={(e) => setTyped(e.target.value)}
            onBlur={() => typed !== null && take(typed)}
            onKeyDown={(e) => e.stopPropagation()}
          />
        ) : (
          <Flex gap={1}>
            <Input
              {...props}
              value={typed ?? value}
              onChange={(e) => setTyped(e.target.value)}
              onBlur={() => typed !== null && take(typed)}
              onKeyDown={(e) => {
                if (e.key === 'Enter') take(typed ?? value);
                else if (e.key === 'Escape') {
                  setTyped(null);
                  setProblem('');
                } else return;
                e.stopPropagation();
              }}
            />
            {date ? <PickDate label={label} value={value} take={take} /> : null}
          </Flex>
        )
      }
    </FormField>
  );
}
