import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { OPEN_JOBS, type CardStatus, type Drive } from '@kavrell/core/copies';
import { formatCount } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { Button } from '../../ui/Button.tsx';
import type { CopyWork } from './work.ts';
import { Tick } from '../../ui/Tick.tsx';

/** Choose drives, then copy. Those that lack the card are chosen to begin with, as many as the policy wants. */
export function CopyTo({ status, drives, work }: { status: CardStatus; drives: readonly Drive[]; work: CopyWork }) {
  const { production } = usePlanned();
  const isGood = (d: Drive) => status.drives.find((x) => x.driveId === d.id)?.state === 'verified';
  const here = drives.filter((d) => d.station === status.card.station);
  const lacking = here.filter((d) => !isGood(d));
  const good = here.length - lacking.length;
  const [picked, setPicked] = useState<readonly string[]>(() =>
    lacking.slice(0, Math.max(1, production.keepPolicy.verifiedCopies - good)).map((d) => d.id),
  );
  const [twice, setTwice] = useState(false);
  const busy = status.job !== null && OPEN_JOBS.has(status.job.state);
  const nothing = busy || picked.length === 0 || status.clips.length === 0;
  const held = status.drives.filter((d) => d.state !== 'none').map((d) => d.driveId);
  if (here.length === 0)
    return (
      <Box color="soft">
        {drives.length === 0 ? 'Add a drive to copy to.' : 'No drive is where this card is: add one there.'}
      </Box>
    );
  return (
    <Box>
      {here.map((d) => (
        <Tick
          key={d.id}
          display="flex"
          minH="36px"
          checked={picked.includes(d.id)}
          onChange={(on) => setPicked(on ? [...picked, d.id] : picked.filter((x) => x !== d.id))}
        >
          {d.name}{' '}
          <Box as="span" color="soft">
            {d.whereabouts}
          </Box>
        </Tick>
      ))}
      <Tick display="flex" minH="36px" checked={twice} onChange={setTwice}>
        Read the card twice{' '}
        <Box as="span" color="soft">
          for what can’t be shot again
        </Box>
      </Tick>
      <Flex direction="column" gap={2} mt={2}>
        <Button
          look={status.card.unloaded && status.state !== 'kept' ? 'primary' : 'plain'}
          disabled={nothing}
          onClick={() => work.start(status.card, [...picked], 'copy', twice)}
        >
          {busy ? 'A job is on it' : `Copy and verify to ${formatCount(picked.length, 'drive')}`}
        </Button>
        {held.length > 0 ? (
          <Button disabled={busy} onClick={() => work.start(status.card, held, 'check', false)}>
            Read its copies again
          </Button>
        ) : null}
      </Flex>
    </Box>
  );
}
