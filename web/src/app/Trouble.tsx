import { Box, Flex, Textarea } from '@chakra-ui/react';
import { Component, useEffect, useState, type ReactNode } from 'react';
import { Away, wordsOf } from '../platform/api.ts';
import { outbox } from '../platform/outbox.ts';
import { Button } from '../ui/Button.tsx';
import { reportOf } from './report.ts';

/** What happened, what is kept, what to do; for a fault of ours also a text to send to whoever can mend it. */
export function Trouble({
  error,
  again,
  title = 'This can’t be shown just now',
  report,
}: {
  error: unknown;
  again?: () => void;
  title?: string;
  report?: string;
}) {
  const [shown, setShown] = useState(false);
  const [said, setSaid] = useState('');
  // What only lacked the network mends itself when there is one again.
  useEffect(() => {
    if (!(error instanceof Away)) return;
    const mend = again ?? (() => window.location.reload());
    window.addEventListener('online', mend);
    const stop = outbox.state.subscribe((now, before) => {
      if (now.online && !before.online) mend();
    });
    return () => {
      window.removeEventListener('online', mend);
      stop();
    };
  }, [error, again]);
  const copy = () => {
    if (!report) return;
    setShown(true);
    navigator.clipboard?.writeText(report).then(
      () => setSaid('Copied.'),
      () => setSaid('Mark the text and copy it.'),
    );
  };
  return (
    <Box role="alert" p={6} maxW="560px">
      <Box as="h1" fontSize="l" mb={2}>
        {title}
      </Box>
      <Box mb={4}>{wordsOf(error)}</Box>
      <Box color="soft" mb={4}>
        What you entered or logged before is kept: it stays on this device until it has been sent.
      </Box>
      <Flex gap={2} wrap="wrap">
        <Button onClick={again ?? (() => window.location.reload())}>Try again</Button>
        {report ? <Button onClick={copy}>Report it: copy what happened</Button> : null}
      </Flex>
      {shown ? (
        <Box mt={3}>
          <Box aria-live="polite" mb={2}>
            {said}
          </Box>
          <Textarea fontFamily="mono" aria-label="What happened" readOnly rows={10} value={report} />
        </Box>
      ) : null}
    </Box>
  );
}

/** Catches a fault of one part, so that all else stays: `name` says which, and another name begins anew. */
export class Guard extends Component<
  { children: ReactNode; name: string; what?: string; small?: boolean },
  { error: unknown }
> {
  override state: { error: unknown } = { error: null };
  static getDerivedStateFromError(error: unknown) {
    return { error };
  }
  override componentDidUpdate(before: { name: string }) {
    if (before.name !== this.props.name && this.state.error) this.setState({ error: null });
  }
  override render() {
    const { error } = this.state;
    const { name, what = 'This screen', small } = this.props;
    // What could not be fetched is fetched by a new page only: the browser keeps that it failed.
    if (error instanceof Away) return <Trouble error={error} />;
    if (!error) return this.props.children;
    const again = () => this.setState({ error: null });
    if (small)
      return (
        <Flex role="alert" gap={2} align="center" px={3} minH="36px">
          {what} met a fault.
          <Button size="small" onClick={again}>
            Try again
          </Button>
        </Flex>
      );
    return (
      <Trouble
        title={`${what} met a fault in Kavrell`}
        error={new Error('The rest goes on. Try again; if it stays, open another screen and report it.')}
        again={again}
        report={reportOf(error, name)}
      />
    );
  }
}
