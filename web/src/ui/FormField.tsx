import { Field, Input } from '@chakra-ui/react';
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
  input?: Omit<ComponentProps<'input'>, 'size'>;
  children?: (props: { id: string; 'aria-invalid': boolean; 'aria-describedby': string }) => ReactNode;
}) {
  const id = useId();
  const props = { id, 'aria-invalid': Boolean(error), 'aria-describedby': `${id}-note` };
  return (
    <Field.Root id={id} invalid={Boolean(error)} ids={{ errorText: `${id}-note`, helperText: `${id}-note` }}>
      <Field.Label>{label}</Field.Label>
      {children ? children(props) : <Input {...props} {...input} />}
      {error ? <Field.ErrorText role="alert">{error}</Field.ErrorText> : <Field.HelperText>{hint}</Field.HelperText>}
    </Field.Root>
  );
}
