import { Box, Flex } from '@chakra-ui/react';
import { useNavigate } from 'react-router';
import { formatCount } from '@kavrell/core/units';
import type { Missing, MissingKind } from '@kavrell/core/wrap';
import { screenLink } from '../../app/links.ts';
import { Button } from '../../ui/Button.tsx';

interface Kind {
  /** What one and what several of it are called. */
  words: readonly [string, string];
  harm: string;
  /** What settles it, and on which screen. */
  go: string;
  screen: string;
}

/** What each kind of missing is called, why it matters, and where it is settled. */
const KINDS: Readonly<Record<MissingKind, Kind>> = {
  onlyCard: {
    words: ['clip only on the card it was recorded on', 'clips only on the cards they were recorded on'],
    harm: 'one lost card, and it is gone',
    go: 'To Copies',
    screen: 'copies',
  },
  moment: { words: ['moment not had', 'moments not had'], harm: 'they happen once', go: 'To Roll', screen: 'roll' },
  must: { words: ['must not had', 'musts not had'], harm: 'the piece lacks them', go: 'To Roll', screen: 'roll' },
  badClip: {
    words: ['clip that is not as it should be', 'clips that are not as they should be'],
    harm: 'found by a look into its copy: play it',
    go: 'To Copies',
    screen: 'copies',
  },
  noClip: {
    words: ['take whose clip is not found', 'takes whose clip is not found'],
    harm: 'is the card read, did it roll?',
    go: 'To Copies',
    screen: 'copies',
  },
  noTake: {
    words: ['clip that no take was logged for', 'clips that no take was logged for'],
    harm: 'somebody will have to look into each',
    go: 'To Copies',
    screen: 'copies',
  },
  notKept: {
    words: ['clip copied, and not yet kept', 'clips copied, and not yet kept'],
    harm: 'your policy wants more copies, or in other places',
    go: 'To Copies',
    screen: 'copies',
  },
  notTaken: {
    words: ['shot not taken', 'shots not taken'],
    harm: 'for a pick-up, or dropped',
    go: 'To the day',
    screen: 'day',
  },
  notCut: {
    words: ['take not cut yet', 'takes not cut yet'],
    harm: 'it runs on in the log',
    go: 'To Roll',
    screen: 'roll',
  },
};
/** While only these are missing, nothing is lost: the day is still to be shot. */
const STILL_TO_COME = new Set<MissingKind>(['moment', 'must', 'notTaken']);
/** More names than this are only counted. */
const MOST_NAMES = 8;

/** What is missing after the day, worst first: how many, which, and one press to where it is settled; “Only these” shows its lines alone below. */
export function MissingPart({
  missing,
  where,
  shown,
  show,
}: {
  missing: readonly Missing[];
  where: { productionId: string; dayNumber: number };
  /** Whose lines the table below shows; null: all. */
  shown: MissingKind | null;
  show: (kind: MissingKind | null) => void;
}) {
  const navigate = useNavigate();
  const title = missing.every((m) => STILL_TO_COME.has(m.kind)) ? 'Still to be had' : 'What is missing';
  if (missing.length === 0)
    return (
      <Box fontSize="l" fontWeight="700" mb={4} data-missing="nothing">
        Nothing is missing: what was wanted was had or dropped, every take has its clips, and every clip is kept.
      </Box>
    );
  return (
    <Box as="section" aria-label={title} mb={5}>
      <Box as="h2" fontSize="l" mb={2}>
        {title}
      </Box>
      <Box as="ul" display="grid">
        {missing.map(({ kind, lines, names }) => {
          const { words, harm, go, screen } = KINDS[kind];
          return (
            <Flex
              as="li"
              key={kind}
              align="center"
              gap={3}
              wrap="wrap"
              py={2}
              borderBottom="1px solid"
              borderColor="hairline"
              data-missing={kind}
            >
              <Box fontSize="xl" fontWeight="700" lineHeight="1" minW="48px" textAlign="right">
                {lines.length}
              </Box>
              <Box flex="1" minW="220px">
                <strong>{words[lines.length === 1 ? 0 : 1]}</strong>{' '}
                <Box as="span" color="soft">
                  {harm}
                </Box>
                <Box overflowWrap="anywhere">
                  {names.slice(0, MOST_NAMES).join(', ')}
                  {names.length > MOST_NAMES ? ` and ${formatCount(names.length - MOST_NAMES, 'more', 'more')}` : ''}
                </Box>
              </Box>
              <Button
                size="small"
                look={shown === kind ? 'on' : 'plain'}
                aria-pressed={shown === kind}
                onClick={() => show(shown === kind ? null : kind)}
              >
                Only these
              </Button>
              <Button
                size="small"
                onClick={() => void navigate(screenLink(where.productionId, where.dayNumber, screen))}
              >
                {go}
              </Button>
            </Flex>
          );
        })}
      </Box>
    </Box>
  );
}
