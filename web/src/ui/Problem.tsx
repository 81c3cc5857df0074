import { Alert, type AlertRootProps } from '@chakra-ui/react';
import { TriangleAlert } from 'lucide-react';

/** What went wrong, or can’t be taken as it is, told at once where it happened: what is wrong, what is kept, what to do. */
export function Problem({ children, ...root }: AlertRootProps) {
  return (
    <Alert.Root role="alert" status="warning" {...root}>
      <Alert.Indicator>
        <TriangleAlert size={15} aria-hidden="true" />
      </Alert.Indicator>
      <Alert.Content>{children}</Alert.Content>
    </Alert.Root>
  );
}
