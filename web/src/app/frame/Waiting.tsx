import { Box, Flex } from '@chakra-ui/react';
import { formatCount } from '@kavrell/core/units';
import { clockWords, useHouse } from '../../platform/house.ts';
import { useDisk } from '../../platform/health.ts';
import { tell } from '../../platform/notices.ts';
import { outbox, useOutbox, type Entry, type Refused } from '../../platform/outbox.ts';
import { Button } from '../../ui/Button.tsx';
import { Look, Part } from '../../ui/parts.tsx';
import { useProduction } from '../production.tsx';

const said = (value: unknown): string => (typeof value === 'string' ? value : JSON.stringify(value));

/** What an entry holds, in lines that can be read and copied. */
function linesOf(entry: Entry): string[] {
  if (entry.kind === 'file') return ['a picture'];
  if (entry.kind === 'takes')
    return entry.events.map((e) => `${new Date(e.atMs).toLocaleString()}: ${said(e.payload)}`);
  return entry.set.ops.flatMap((op) =>
    'values' in op ? Object.entries(op.values).map(([key, value]) => `${key}: ${said(value)}`) : [op.op],
  );
}

/** Beside what was typed, what stands on the server in the same fields. */
function theirs({ entry, problem }: Refused): string[] {
  const { current } = problem;
  const op = entry.kind === 'changes' ? entry.set.ops.find((o) => o.id === current?.id) : undefined;
  if (!current || op?.op !== 'update') return [];
  return Object.keys(op.values).map((key) => `${key}: ${said(current[key])}`);
}

function Lines({ lines }: { lines: readonly string[] }) {
  return (
    <Box
      as="pre"
      className="mono"
      fontSize="12px"
      whiteSpace="pre-wrap"
      overflowWrap="anywhere"
      mb={2}
      maxH="160px"
      overflow="auto"
      tabIndex={0}
    >
      {lines.join('\n')}
    </Box>
  );
}

function NotTaken({ refused }: { refused: Refused }) {
  const { entry, problem } = refused;
  const stale = problem.code === 'stale';
  const other = theirs(refused);
  return (
    <Part title={`Not taken: ${entry.label}`}>
      <Box mb={2}>{problem.detail}</Box>
      {stale ? <Box color="soft">Yours</Box> : null}
      <Lines lines={linesOf(entry)} />
      {other.length > 0 ? (
        <>
          <Box color="soft">What stands there now</Box>
          <Lines lines={other} />
        </>
      ) : null}
      <Flex gap={2} wrap="wrap">
        <Button onClick={() => void outbox.insist(refused)}>{stale ? 'Keep mine' : 'Try again'}</Button>
        <Button
          onClick={() =>
            void navigator.clipboard.writeText(linesOf(entry).join('\n')).then(
              () => tell('Copied.'),
              () => tell('This browser does not let it be copied: mark the text and copy it by hand.'),
            )
          }
        >
          Copy
        </Button>
        <Button onClick={() => void outbox.dismiss(refused)}>{stale ? 'Keep theirs' : 'Let it go'}</Button>
      </Flex>
    </Part>
  );
}

/** What others made on this device: it waits for them; the owner may send it under their names. */
function OfOthers({ entries }: { entries: readonly Entry[] }) {
  const { me } = useProduction();
  const names = [...new Set(entries.map((e) => e.by?.name ?? 'a newer Kavrell'))];
  return (
    <>
      {names.map((name) => {
        const own = entries.filter((e) => (e.by?.name ?? 'a newer Kavrell') === name);
        const sendable = own.filter((e) => e.by !== null);
        return (
          <Part key={name} title={`Made here by ${name}`}>
            <Box mb={2}>
              {formatCount(own.length, 'change')} {own.length === 1 ? 'waits' : 'wait'} on this device for the next
              sign-in of {name}, and {own.length === 1 ? 'is' : 'are'} kept until then.
            </Box>
            {me.role === 'owner' ? (
              <>
                <Lines lines={own.flatMap((e) => [e.label, ...linesOf(e)])} />
                {sendable.length > 0 ? (
                  <Button onClick={() => void sendAll(sendable)}>Send under the name of {name}</Button>
                ) : null}
              </>
            ) : null}
          </Part>
        );
      })}
    </>
  );
}

async function sendAll(entries: readonly Entry[]): Promise<void> {
  for (const entry of entries) await outbox.sendHeld(entry);
}

/** What was saved, what waits and why, what was not taken. */
export function Waiting() {
  const { entries, held, refused, online, kept, signedOut } = useOutbox((s) => s);
  const clock = useHouse((s) => clockWords(s.clockOffsetMs));
  const disk = useDisk();
  return (
    <>
      {refused.map((r) => (
        <NotTaken key={r.id} refused={r} />
      ))}
      <Part>
        <Box>
          {entries.length === 0
            ? refused.length + held.length === 0
              ? 'Everything on this device has been saved.'
              : 'All else on this device has been saved.'
            : kept
              ? `Kept on this device and waiting to be sent: ${entries.length}.`
              : `Waiting to be sent: ${entries.length}.`}
        </Box>
        {signedOut ? (
          <Look>
            This session has ended: the link was withdrawn or ran out, or you were signed out elsewhere. What waits here
            goes out when you sign in again.
          </Look>
        ) : online ? null : (
          <Box color="soft">The server does not answer just now. Kavrell tries again by itself; go on working.</Box>
        )}
        {kept ? null : (
          <Look>
            This device keeps nothing more: it is full, or this is a private window. Leave this page open until all is
            saved, and make room.
          </Look>
        )}
        {disk ? <Look>{disk.words}</Look> : null}
        {clock ? <Look>{clock}</Look> : null}
        <Flex gap={2} mt={3}>
          {entries.length > 0 && !signedOut ? <Button onClick={() => void outbox.flush()}>Send now</Button> : null}
          {signedOut ? <Button onClick={() => window.location.assign('/')}>Sign in</Button> : null}
        </Flex>
      </Part>
      <Part>
        <ul>
          {entries.slice(0, 50).map((e) => (
            <li key={e.id}>{e.label}</li>
          ))}
        </ul>
        {entries.length > 50 ? <Box color="soft">and {entries.length - 50} more</Box> : null}
      </Part>
      {held.length > 0 ? <OfOthers entries={held} /> : null}
    </>
  );
}
