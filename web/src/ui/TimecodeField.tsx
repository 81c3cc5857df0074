import { Box, Input } from '@chakra-ui/react';
import { InputError } from '@kavrell/core/errors';
import { readEntry, type Rate } from '@kavrell/core/timecode';
import { FormField } from './FormField.tsx';

/** What was typed as a label, or why it is none. */
export function readTyped(typed: string, rate: Rate): { label: string | null; problem: string | null } {
  if (typed.trim() === '') return { label: null, problem: null };
  try {
    return { label: readEntry(typed, rate), problem: null };
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return { label: null, problem: error.message };
  }
}

interface Props {
  label: string;
  typed: string;
  setTyped: (typed: string) => void;
  rate: Rate;
  onEnter?: (label: string) => void;
}

/** A field for a timecode: digits fill from the right, any usual spelling can be pasted, and what it is read as stands below while one types. */
export function TimecodeField({ label, typed, setTyped, rate, onEnter }: Props) {
  const read = readTyped(typed, rate);
  return (
    <FormField label={label} error={read.problem ?? undefined}>
      {(props) => (
        <>
          <Input
            {...props}
            fontFamily="mono"
            inputMode="decimal"
            autoComplete="off"
            placeholder="1234 is 12 s 34 f"
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
            onKeyDown={(e) => {
              e.stopPropagation();
              if (e.key === 'Enter' && read.label) onEnter?.(read.label);
            }}
          />
          {read.label ? (
            <Box as="output" className="mono" fontSize="s" color="soft">
              = {read.label}
            </Box>
          ) : null}
        </>
      )}
    </FormField>
  );
}
