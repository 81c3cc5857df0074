import { Checkbox, type CheckboxRootProps } from '@chakra-ui/react';
import type { ReactNode } from 'react';

interface Props extends Omit<CheckboxRootProps, 'onChange' | 'onCheckedChange' | 'checked' | 'children'> {
  checked: boolean;
  onChange: (on: boolean) => void;
  /** What the tick says yes to. */
  children: ReactNode;
}

/** A tick with its words; the words can be pressed too. */
export function Tick({ checked, onChange, children, ...root }: Props) {
  return (
    <Checkbox.Root checked={checked} onCheckedChange={(e) => onChange(e.checked === true)} {...root}>
      <Checkbox.HiddenInput />
      <Checkbox.Control />
      <Checkbox.Label>{children}</Checkbox.Label>
    </Checkbox.Root>
  );
}
