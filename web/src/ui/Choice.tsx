import { NativeSelect } from '@chakra-ui/react';
import type { ComponentProps } from 'react';

/** One of a few things, in the device’s own list: under a thumb nothing is quicker. Where it is wide, and how, is said by `style`. */
export function Choice({ style, className, children, ...field }: ComponentProps<'select'>) {
  return (
    <NativeSelect.Root {...(style ? { style } : {})} {...(className ? { className } : {})}>
      <NativeSelect.Field {...field}>{children}</NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}
