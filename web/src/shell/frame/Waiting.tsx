import { Box, Flex, Input } from '@chakra-ui/react';
import { useState } from 'react';
import { formatCount } from '@kavrell/core/units';
import { clockWords, useHouse } from '../../platform/house.ts';
import { useDisk } from '../../platform/health.ts';
import { copied } from '../../platform/clipboard.ts';
import { tell } from '../../platform/notices.ts';
import { isReadable, outbox, useOutbox, type Entry, type Refused } from '../../platform/outbox.ts';
import { Button } from '../../ui/Button.tsx';
import { Look, Part } from '../../ui/parts.tsx';
import { usePlanned } from '../../app/production.tsx';

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

/** Fields of a change that can be typed anew: text and figures. */
function fieldsOf(entry: Entry): { key: string; name: string; value: string | number }[] {
  if (entry.kind !== 'changes') return [];
  return entry.set.ops.flatMap((op, at) =>
    'values' in op
      ? Object.entries(op.values).flatMap(([name, value]) =>
          typeof value === 'string' || typeof value === 'number' ? [{ key: `${at} ${name}`, name, value }] : [],
        )
      : [],
  );
}

const MOST_FIELDS = 12;

/** What was not taken, its fields open to be typed anew; the one that was refused is marked. */
function Mend({ refused, close }: { refused: Refused; close: () => void }) {
  const fields = fieldsOf(refused.entry);
  const bad = new Set(refused.problem.issues?.map((i) => `${String(i.path[1])} ${String(i.path[3])}`));
  // Of a long change only what was refused: the rest stays as it is.
  const shown = fields.length > MOST_FIELDS ? fields.filter((f) => bad.has(f.key)) : fields;
  const [typed, setTyped] = useState<Record<string, string>>({});
  const send = () => {
    const values = shown.map(({ key, value }): [string, string | number] => {
      const text = typed[key] ?? String(value);
      const figure = Number(text.replace(',', '.'));
      return [key, typeof value === 'number' && text.trim() !== '' && Number.isFinite(figure) ? figure : text];
    });
    close();
    void outbox.mend(refused, Object.fromEntries(values));
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        send();
      }}
    >
      {shown.map(({ key, name, value }) => (
        <Box as="label" display="block" key={key} mb={2}>
          {bad.has(key) ? <Look>{name}</Look> : name}
          <Input
            aria-invalid={bad.has(key)}
            value={typed[key] ?? String(value)}
            onChange={(e) => setTyped({ ...typed, [key]: e.target.value })}
          />
        </Box>
      ))}
      <Button type="submit" look="primary" mb={2}>
        Send as it is now
      </Button>
    </form>
  );
}

function NotTaken({ refused }: { refused: Refused }) {
  const { entry, problem } = refused;
  const [mending, setMending] = useState(false);
  const stale = problem.code === 'stale';
  const other = theirs(refused);
  return (
    <Part title={`Not taken: ${entry.label}`}>
      <Box mb={2}>{problem.detail}</Box>
      {stale ? <Box color="soft">Yours</Box> : null}
      {mending ? <Mend refused={refused} close={() => setMending(false)} /> : <Lines lines={linesOf(entry)} />}
      {other.length > 0 ? (
        <>
          <Box color="soft">What stands there now</Box>
          <Lines lines={other} />
        </>
      ) : null}
      <Flex gap={2} wrap="wrap">
        {fieldsOf(entry).length > 0 && !stale ? (
          <Button aria-pressed={mending} onClick={() => setMending(!mending)}>
            Mend
          </Button>
        ) : null}
        <Button onClick={() => void outbox.insist(refused)}>{stale ? 'Keep mine' : 'Try again'}</Button>
        <Button
          onClick={() =>
            void copied(linesOf(entry).join('\n')).then((isThere) =>
              tell(isThere ? 'Copied.' : 'This browser does not let it be copied: mark the text and copy it by hand.'),
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
  const { me } = usePlanned();
  const names = [...new Set(entries.map((e) => e.by?.name ?? 'a newer Kavrell'))];
  return (
    <>
      {names.map((name) => {
        const own = entries.filter((e) => (e.by?.name ?? 'a newer Kavrell') === name);
        const sendable = own.filter((e) => e.by !== null && isReadable(e));
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
  const { entries, held, refused, online, offlineSinceMs, kept, unwritten, signedOut } = useOutbox((s) => s);
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
            : kept && unwritten === 0
              ? `Kept on this device and waiting to be sent: ${entries.length}.`
              : `Waiting to be sent: ${entries.length}.`}
        </Box>
        {signedOut ? (
          <Look>
            This session has ended: the link was withdrawn or ran out, or you were signed out elsewhere. What waits here
            goes out when you sign in again.
          </Look>
        ) : online ? null : (
          <Box color="soft">
            The server does not answer just now. Kavrell tries again by itself; go on working.
            {offlineSinceMs === null
              ? ''
              : ` What others did since ${new Date(offlineSinceMs).toLocaleTimeString()} is not seen here.`}
          </Box>
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
