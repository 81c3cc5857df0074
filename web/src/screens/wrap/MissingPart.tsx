import { Box, Flex } from '@chakra-ui/react';
import { useNavigate } from 'react-router';
import { formatCount, formatDate } from '@kavrell/core/units';
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

/** What stands on this very screen. */
const HERE = 'wrap';

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
  noSound: {
    words: ['scene with no clean sound found', 'scenes with no clean sound found'],
    harm: 'planned into a box, and no file of it is here that can be heard',
    go: 'To Copies',
    screen: 'copies',
  },
  refused: {
    words: ['person in the picture who does not want to be seen', 'people in the picture who do not want to be seen'],
    harm: 'nothing of them may be shown',
    go: 'To People',
    screen: 'people',
  },
  consent: {
    words: ['person in the picture who has not signed', 'people in the picture who have not signed'],
    harm: 'may not be shown before',
    go: 'To People',
    screen: 'people',
  },
  thing: {
    words: ['thing not back', 'things not back'],
    harm: 'somebody else needs it, or pays for it',
    go: 'To Kit',
    screen: 'kit',
  },
  hours: {
    words: ['person whose hours are not noted', 'people whose hours are not noted'],
    harm: 'nobody remembers them next week',
    go: 'Note them',
    screen: HERE,
  },
  report: {
    words: ['report not given', 'reports not given'],
    harm: 'the next one works by guessing',
    go: 'Give them',
    screen: HERE,
  },
  signOff: {
    words: ['sign-off open', 'sign-offs open'],
    harm: 'what comes after hangs on it',
    go: 'To Brief',
    screen: 'brief',
  },
  credit: {
    words: ['name whose spelling nobody confirmed', 'names whose spelling nobody confirmed'],
    harm: 'wrong once, it is wrong for good',
    go: 'To the names',
    screen: HERE,
  },
  keepUntil: {
    words: ['copy whose time is over', 'copies whose time is over'],
    harm: 'decide whether it is kept on; nothing is deleted by itself',
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
  here,
}: {
  missing: readonly Missing[];
  where: { productionId: string; dayNumber: number };
  /** Whose lines the table below shows; null: all. */
  shown: MissingKind | null;
  show: (kind: MissingKind | null) => void;
  /** Opens what settles it on this screen. */
  here: (kind: MissingKind) => void;
}) {
  const navigate = useNavigate();
  const title = missing.every((m) => STILL_TO_COME.has(m.kind)) ? 'Still to be had' : 'What is missing';
  if (missing.length === 0)
    return (
      <Box fontSize="l" fontWeight="700" mb={4} data-missing="nothing">
        Nothing is missing: what was wanted was had or dropped, every take has its clips, every clip is kept, and
        nothing that Kavrell knows of is open.
      </Box>
    );
  return (
    <Box as="section" aria-label={title} mb={5}>
      <Box as="h2" fontSize="l" mb={2}>
        {title}
      </Box>
      <Box as="ul" display="grid">
        {missing.map(({ kind, facts, lines, names, who, by, overdue }) => {
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
                {facts.length}
              </Box>
              <Box flex="1" minW="220px">
                <strong>{words[facts.length === 1 ? 0 : 1]}</strong>{' '}
                <Box as="span" color="soft">
                  {harm}
                </Box>
                <Box overflowWrap="anywhere">
                  {names.slice(0, MOST_NAMES).join(', ')}
                  {names.length > MOST_NAMES ? ` and ${formatCount(names.length - MOST_NAMES, 'more', 'more')}` : ''}
                </Box>
                <Settles names={names} who={who} by={by} overdue={overdue} />
              </Box>
              {lines.length > 0 ? (
                <Button
                  size="small"
                  look={shown === kind ? 'on' : 'plain'}
                  aria-pressed={shown === kind}
                  onClick={() => show(shown === kind ? null : kind)}
                >
                  Only these
                </Button>
              ) : null}
              <Button
                size="small"
                onClick={() =>
                  screen === HERE ? here(kind) : void navigate(screenLink(where.productionId, where.dayNumber, screen))
                }
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

/** Who can settle it and by when, where somebody said; who goes by the very name of what is missing is not said twice. */
function Settles({ names, who, by, overdue }: Pick<Missing, 'names' | 'who' | 'by' | 'overdue'>) {
  const others = who.filter((w) => !names.includes(w));
  const parts = [
    others.length > 0 ? `by ${others.slice(0, MOST_NAMES).join(', ')}` : '',
    by ? `due ${formatDate(by)}` : '',
    overdue > 0 ? `${overdue} overdue` : '',
  ].filter(Boolean);
  if (parts.length === 0) return null;
  return (
    <Box color={overdue > 0 ? 'look' : 'soft'} fontSize="s">
      {parts.join(' · ')}
    </Box>
  );
}
