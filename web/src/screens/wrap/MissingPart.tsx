import { Box, Flex } from '@chakra-ui/react';
import { useNavigate } from 'react-router';
import { formatCount } from '@kavrell/core/units';
import type { Missing, MissingKind } from '@kavrell/core/wrap';
import { screenLink } from '../../app/links.ts';
import { Button } from '../../ui/Button.tsx';

/** What each kind of missing is called, why it matters, and where it is settled. */
const KINDS: Readonly<Record<MissingKind, { words: string; harm: string; go: string; screen: string }>> = {
  onlyCard: {
    words: 'only on the card it was recorded on',
    harm: 'one lost card, and it is gone',
    go: 'Copy them',
    screen: 'copies',
  },
  must: { words: 'musts not had', harm: 'the piece lacks them', go: 'To Roll', screen: 'roll' },
  noClip: {
    words: 'takes whose clip is not found',
    harm: 'is the card read, did it roll?',
    go: 'Read the cards',
    screen: 'copies',
  },
  noTake: {
    words: 'clips that no take was logged for',
    harm: 'somebody will have to look into each',
    go: 'See them on Copies',
    screen: 'copies',
  },
  notTaken: { words: 'shots not taken', harm: 'for a pick-up, or dropped', go: 'To the day', screen: 'day' },
  notCut: { words: 'takes not cut yet', harm: 'they run on in the log', go: 'To Roll', screen: 'roll' },
};
/** More names than this are only counted. */
const MOST_NAMES = 8;

/** What is missing after the day, worst first: how many, which, and one press to where it is settled; a press on its words shows only its lines below. */
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
  if (missing.length === 0)
    return (
      <Box fontSize="l" fontWeight="700" mb={4} data-missing="nothing">
        Nothing is missing: all was had, every take has its clips, and no clip is on its card alone.
      </Box>
    );
  return (
    <Box as="section" aria-label="What is missing" mb={5}>
      <Box as="h2" fontSize="l" mb={2}>
        What is missing
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
                <strong>{words}</strong>{' '}
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
