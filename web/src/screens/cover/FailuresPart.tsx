import { Box, Flex } from '@chakra-ui/react';
import { lossWords, mendsOf, unheld, type Failure } from '@kavrell/core/holds';
import { formatCount } from '@kavrell/core/units';
import { Link } from 'react-router';
import { screenLink } from '../../app/links.ts';
import { usePlanned } from '../../app/production.tsx';
import type { Covered } from '../../shared/cover/coverage.ts';
import { Button } from '../../ui/Button.tsx';
import { Look, Why } from '../../ui/parts.tsx';
import { Severity } from '../../ui/Severity.tsx';
import { Unfold } from '../../ui/Unfold.tsx';
import { takeMend } from './mending.ts';

const SHOWN = 5;
const MOST_OPEN = 12;

/** What one failure loses, worst first, each with the cheapest that mends it and what that costs; then what two at once lose. */
export function FailuresPart({ covered }: { covered: Covered }) {
  const { production, day } = usePlanned();
  const { open, single, pairs } = covered.failures;
  return (
    <Box as="section" aria-label="What one failure loses" minW={0} data-failures>
      <Box as="h2" fontSize="m" fontWeight="700" mb={2}>
        What one failure loses
      </Box>
      {open.length > 0 ? (
        <Box as="ol" listStyleType="none" display="grid" gridTemplateColumns="minmax(0, 1fr)" gap={3} mb={3}>
          {open.slice(0, MOST_OPEN).map((l) => (
            <Box as="li" key={`${l.moment.id}${l.want}`} data-open={l.moment.title}>
              <Severity level="danger">Nobody has</Severity>{' '}
              {lossWords([l]).replace('the only', 'a').replace('every picture', 'a picture')}
              {covered.sources.cameras.length > 0 ? <Mends failure={unheld(l)} covered={covered} /> : null}
            </Box>
          ))}
          {open.length > MOST_OPEN ? <li>and {open.length - MOST_OPEN} more</li> : null}
        </Box>
      ) : null}
      {covered.sources.cameras.length === 0 ? (
        <Box>
          This job has no camera yet:{' '}
          <Link to={screenLink(production.id, day?.number ?? null, 'camera')}>add them on Camera</Link>, and this says
          who could have what.
        </Box>
      ) : single.length === 0 ? (
        open.length > 0 ? null : (
          <Box>No single thing loses a moment, a must of its pictures or its clean sound.</Box>
        )
      ) : (
        <Box as="ol" listStyleType="none" display="grid" gridTemplateColumns="minmax(0, 1fr)" gap={3}>
          {single.slice(0, SHOWN).map((f) => (
            <FailureLine key={f.key} failure={f} covered={covered} />
          ))}
        </Box>
      )}
      {single.length > SHOWN ? (
        <Box mt={3}>
          <Unfold words={`${formatCount(single.length - SHOWN, 'more', 'more')} alone`}>
            <Box as="ol" listStyleType="none" display="grid" gridTemplateColumns="minmax(0, 1fr)" gap={3}>
              {single.slice(SHOWN).map((f) => (
                <FailureLine key={f.key} failure={f} covered={covered} />
              ))}
            </Box>
          </Unfold>
        </Box>
      ) : null}
      {pairs.length > 0 ? (
        <Box mt={3}>
          <Unfold words={`Two at once: ${formatCount(pairs.length, 'pair')}, worst ${pairs[0]?.name}`}>
            <Box as="ol" listStyleType="none" display="grid" gap={2} fontSize="s">
              {pairs.slice(0, 40).map((f) => (
                <Box as="li" key={f.key} overflowWrap="anywhere">
                  <strong>{f.name}</strong>: {lossWords(f.losses)}
                </Box>
              ))}
              {pairs.length > 40 ? <li>and {pairs.length - 40} more</li> : null}
            </Box>
          </Unfold>
        </Box>
      ) : null}
      <Why
        lines={[
          'A moment has its picture while one of its cameras has all that it needs: body, card, pack where it runs on one, operator, and what was said to be shared. It has its sound while one clean sound (main or backup) has.',
          'One thing loses it when all of these need it. Of pictures that must be had each kind counts by itself: wide, medium, tight, face, detail.',
          'Worst first: a whole moment before its sound before one kind of picture; three times as bad where something in it must be had. Three failing at once are not looked for.',
        ]}
      />
    </Box>
  );
}

function FailureLine({ failure: f, covered }: { failure: Failure; covered: Covered }) {
  const isBad = f.losses.some((l) => l.want !== 'sound' && l.want === 'any' && l.moment.must);
  return (
    <Box as="li" data-failure={f.name} overflowWrap="anywhere">
      <Box>
        {isBad ? <Severity level="danger">{f.name}</Severity> : <Look>{f.name}</Look>}
        <span> · {lossWords(f.losses)}</span>
      </Box>
      <Mends failure={f} covered={covered} />
    </Box>
  );
}

/** The cheapest ways to lose less, each one press for whoever may plan. */
function Mends({ failure, covered }: { failure: Failure; covered: Covered }) {
  const { rows, me } = usePlanned();
  const mends = mendsOf(failure, covered.coverage, covered.sources);
  return (
    <>
      {mends.length > 0 ? (
        <Flex gap={2} wrap="wrap" mt={1}>
          {mends.map((m) =>
            me.role === 'owner' ? (
              <Button key={m.words} size="small" textAlign="left" whiteSpace="normal" onClick={() => takeMend(rows, m)}>
                {m.words} · {m.cost}
              </Button>
            ) : (
              <Box key={m.words} fontSize="s" color="soft">
                {m.words} · {m.cost}
              </Box>
            ),
          )}
        </Flex>
      ) : (
        <Box fontSize="s" color="soft">
          Nothing that is in the plan could stand in: one more of it, or decide aloud to do without.
        </Box>
      )}
    </>
  );
}
