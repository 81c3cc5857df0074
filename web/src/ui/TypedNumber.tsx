import { Field, Input } from '@chakra-ui/react';
import type { KeyboardEvent } from 'react';
import { stepped } from './stepped.ts';

/**
 * A labelled number typed as text, for benches that reckon while one types; what it means is read, and refused in words,
 * by whoever asks. Arrow keys step its last place, with Shift ten at a time. Not Chakra’s NumberInput: that reads a
 * decimal comma as a thousands mark, and 2,5 m would silently be 25.
 */
export function TypedNumber({
  label,
  value,
  onChange,
  width = 80,
  readOnly = false,
}: {
  label: string;
  value: string;
  onChange: (typed: string) => void;
  width?: number;
  readOnly?: boolean;
}) {
  const step = (e: KeyboardEvent) => {
    if (readOnly || (e.key !== 'ArrowUp' && e.key !== 'ArrowDown')) return;
    const next = stepped(value, (e.key === 'ArrowUp' ? 1 : -1) * (e.shiftKey ? 10 : 1));
    if (next === null) return;
    e.preventDefault();
    onChange(next);
  };
  return (
    <Field.Root readOnly={readOnly} mb={0}>
      <Field.Label>{label}</Field.Label>
      <Input
        inputMode="decimal"
        display="block"
        style={{ width }}
        value={value}
        onChange={(e) => onChange(e.target.value)}
        onKeyDown={step}
      />
    </Field.Root>
  );
}
