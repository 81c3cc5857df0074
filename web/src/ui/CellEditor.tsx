import { Box } from '@chakra-ui/react';
import { useRef, useState } from 'react';

interface Props {
  label: string;
  start: string;
  /** Begun by typing: what was typed stands, and the next key goes behind it. */
  typed: boolean;
  options?: readonly (readonly [string, string])[] | undefined;
  problem: string;
  take: (text: string, then: 'stay' | 'down' | 'right') => void;
  cancel: () => void;
}

/** One cell being typed in: Enter takes it and goes down, Tab to the right, Esc leaves it as it was. */
export function CellEditor({ label, start, typed, options, problem, take, cancel }: Props) {
  const [text, setText] = useState(start);
  const done = useRef(false);
  const keys = (event: React.KeyboardEvent) => {
    if (event.key === 'Enter') take(text, 'down');
    else if (event.key === 'Tab') take(text, 'right');
    else if (event.key === 'Escape') {
      done.current = true;
      cancel();
    } else {
      event.stopPropagation();
      return;
    }
    event.preventDefault();
    event.stopPropagation();
  };
  const leave = () => {
    // Leaving with something wrong keeps what stood there before; the message said why.
    if (done.current) return;
    if (problem) cancel();
    else take(text, 'stay');
  };
  const common = {
    'aria-label': label,
    'aria-invalid': problem !== '',
    autoFocus: true,
    onKeyDown: keys,
    onBlur: leave,
  };
  return (
    <Box position="relative" w="100%">
      {options ? (
        <select
          {...common}
          value={text}
          onChange={(e) => {
            setText(e.target.value);
            done.current = true;
            take(e.target.value, 'stay');
          }}
        >
          {options.map(([value, word]) => (
            <option key={value} value={value}>
              {word}
            </option>
          ))}
        </select>
      ) : (
        <input
          {...common}
          value={text}
          onChange={(e) => setText(e.target.value)}
          onFocus={(e) => (typed ? undefined : e.target.select())}
        />
      )}
      {problem ? (
        <Box
          role="alert"
          position="fixed"
          zIndex={5}
          mt={1}
          px={2}
          bg="raised"
          border="1px solid"
          borderColor="look"
          color="look"
          fontSize="s"
          whiteSpace="normal"
          maxW="320px"
        >
          {problem}
        </Box>
      ) : null}
    </Box>
  );
}
