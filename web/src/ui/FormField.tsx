import { Box } from '@chakra-ui/react';
import { useId, type ComponentProps, type ReactNode } from 'react';

/** A labelled field with what is wrong with it, in words, right below. */
export function FormField({
  label,
  error,
  input,
  hint,
  children,
}: {
  label: string;
  error?: string | undefined;
  hint?: string;
  input?: ComponentProps<'input'>;
  children?: (props: { id: string; 'aria-invalid': boolean; 'aria-describedby': string }) => ReactNode;
}) {
  const id = useId();
  const props = { id, 'aria-invalid': Boolean(error), 'aria-describedby': `${id}-note` };
  return (
    <Box mb={4}>
      <label htmlFor={id}>{label}</label>
      {children ? children(props) : <input className="field" {...props} {...input} />}
      <Box id={`${id}-note`} fontSize="s" color={error ? 'look' : 'soft'} role={error ? 'alert' : undefined}>
        {error ?? hint}
      </Box>
    </Box>
  );
}
