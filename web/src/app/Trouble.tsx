import { Box } from '@chakra-ui/react';
import { Component, type ReactNode } from 'react';
import { Away, wordsOf } from '../platform/api.ts';
import { Button } from '../ui/Button.tsx';

/** What happened, what is kept, what to do. */
export function Trouble({ error, again }: { error: unknown; again?: () => void }) {
  return (
    <Box role="alert" p={6} maxW="560px">
      <Box as="h1" fontSize="l" mb={2}>
        This can’t be shown just now
      </Box>
      <Box mb={4}>{wordsOf(error)}</Box>
      <Box color="soft" mb={4}>
        Nothing you typed or logged is lost: it is kept on this device until it has been sent.
      </Box>
      <Button onClick={again ?? (() => window.location.reload())}>Try again</Button>
    </Box>
  );
}

/** Catches a fault of one screen, so that the frame, the ledger and the other screens stay. */
export class Guard extends Component<{ children: ReactNode; name: string }, { error: unknown }> {
  override state: { error: unknown } = { error: null };
  static getDerivedStateFromError(error: unknown) {
    return { error };
  }
  override componentDidUpdate(before: { name: string }) {
    if (before.name !== this.props.name && this.state.error) this.setState({ error: null });
  }
  override render() {
    const { error } = this.state;
    // What could not be fetched is fetched by a new page only: the browser keeps that it failed.
    if (error instanceof Away) return <Trouble error={error} />;
    if (error)
      return (
        <Trouble
          error={new Error('This screen met a fault in Kavrell.')}
          again={() => this.setState({ error: null })}
        />
      );
    return this.props.children;
  }
}
