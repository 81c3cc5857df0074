import { Flex, Input } from '@chakra-ui/react';
import { useEffect, useState, type ComponentProps } from 'react';
import { parseDate } from '@kavrell/core/dates';
import { PickDate } from './PickDate.tsx';

const WHOLE = /^\d{4}-\d{2}-\d{2}$/;

/** A field of a form for a date, typed as people write it or picked; what can’t be read is given on as it stands, for the form to refuse in words. */
export function DateInput({
  label,
  value,
  onChange,
  ...field
}: {
  /** What the date is of, for the calendar’s name. */
  label: string;
  /** As YYYY-MM-DD; empty: nothing is said. */
  value: string;
  onChange: (date: string) => void;
} & Omit<ComponentProps<typeof Input>, 'value' | 'onChange'>) {
  const [typed, setTyped] = useState(value);
  useEffect(() => setTyped(value), [value]);
  const take = (text: string) => {
    let date = text;
    try {
      date = text.trim() === '' ? '' : parseDate(text, new Date().toISOString().slice(0, 10));
    } catch {
      // Half a date, or none: the form says what it wants.
    }
    setTyped(date);
    onChange(date);
  };
  return (
    <Flex gap={1}>
      <Input
        {...field}
        value={typed}
        onChange={(e) => {
          setTyped(e.target.value);
          // Written out it counts at once; what people write for short, when they are done with it.
          if (WHOLE.test(e.target.value)) take(e.target.value);
        }}
        onBlur={() => take(typed)}
        onKeyDown={(e) => e.key === 'Enter' && take(typed)}
      />
      <PickDate label={label} value={value} take={take} />
    </Flex>
  );
}
