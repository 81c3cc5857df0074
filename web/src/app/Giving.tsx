import { Box, Flex, QrCode } from '@chakra-ui/react';
import { useState } from 'react';
import { isLoopback, mailTo } from '@kavrell/core/callsheet';
import type { Message } from '@kavrell/core/callsheet';
import { wordsOf } from '../platform/api.ts';
import { tell } from '../platform/notices.ts';
import { Button, LinkButton } from '../ui/Button.tsx';
import { Look } from '../ui/parts.tsx';

/** Said once, above all links, where nobody else could open them. */
export function OnlyHere() {
  if (!isLoopback(window.location.hostname)) return null;
  return (
    <Box role="note" border="1px solid" borderColor="look" borderRadius="r" p={3} mb={4} maxW="720px" data-only-here>
      <Look>Only this machine can open these links.</Look> To give them to others, stop Kavrell and start it with{' '}
      <code className="mono">KAVRELL_HOST=0.0.0.0 npm start</code>: it then says its address on the set’s network, and
      how phones come to trust it. Until then give the PDF.
    </Box>
  );
}

/** Ways to give somebody their link: the device’s own sharing, a copy, a mail with its text ready, a code to hold up. None of them is called sent. */
export function Giving({
  path,
  name,
  message,
}: {
  path: string;
  name: string;
  message: Pick<Message, 'kind' | 'recipient' | 'subject' | 'body'> | undefined;
}) {
  const [code, setCode] = useState(false);
  const url = `${window.location.origin}${path}`;
  if (isLoopback(window.location.hostname))
    return (
      <LinkButton size="small" href={path} target="_blank" rel="noreferrer">
        As they see it
      </LinkButton>
    );
  const run = (what: () => Promise<unknown>) => void what().catch((error: unknown) => tell(wordsOf(error)));
  const share = () => run(() => navigator.share({ title: message?.subject ?? name, url }));
  const copy = () =>
    run(async () => {
      await navigator.clipboard.writeText(url);
      tell(`The link of ${name} is copied.`);
    });
  return (
    <Flex gap={1} justify="flex-end" wrap="wrap">
      {'share' in navigator ? (
        <Button size="small" onClick={share}>
          Share
        </Button>
      ) : null}
      {'clipboard' in navigator ? (
        <Button size="small" onClick={copy}>
          Copy link
        </Button>
      ) : null}
      {message?.kind === 'mail' ? (
        <LinkButton size="small" href={mailTo(message, url)}>
          Write the mail
        </LinkButton>
      ) : null}
      <Button size="small" aria-expanded={code} onClick={() => setCode(!code)}>
        Code
      </Button>
      {code ? (
        <QrCode.Root value={url} role="img" aria-label={`Code of the link of ${name}`}>
          <QrCode.Frame>
            <QrCode.Pattern />
          </QrCode.Frame>
        </QrCode.Root>
      ) : null}
    </Flex>
  );
}
