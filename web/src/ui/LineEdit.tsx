import { Input, type InputProps } from '@chakra-ui/react';
import { useState } from 'react';

interface Props extends Omit<InputProps, 'value' | 'onChange' | 'onBlur' | 'onKeyDown'> {
  label: string;
  value: string;
  maxLength: number;
  /** Hears what was typed, trimmed, where it differs. */
  save: (text: string) => void;
}

/** A line that is saved when it is left or Enter is pressed; Escape gives back what stood there. */
export function LineEdit({ label, value, save, ...input }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const leave = () => {
    const text = typed?.trim();
    if (text !== undefined && text !== value) save(text);
    setTyped(null);
  };
  return (
    <Input
      aria-label={label}
      {...input}
      value={typed ?? value}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={leave}
      onKeyDown={(e) => {
        if (e.key === 'Enter') leave();
        if (e.key === 'Escape') setTyped(null);
      }}
    />
  );
}
