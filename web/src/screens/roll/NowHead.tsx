import { Box, Flex } from '@chakra-ui/react';
import type { useDrag } from '@use-gesture/react';
import type { Picture } from '@kavrell/core/look';
import { SIZE_WORDS } from '@kavrell/core/scenes';
import { Button } from '../../ui/Button.tsx';
import { Tag } from '../../ui/parts.tsx';
import { chooseTarget } from '../../shared/roll/console.ts';
import { Board } from '../../shared/scenes/Board.tsx';
import type { InHand } from '../../shared/roll/inHand.ts';

/** What is in hand, as large as it goes: tapped it opens the list, swiped it goes to the next or back. */
export function NowHead({
  hand: { shot, moment, rolling, follows, chosen },
  planned,
  board,
  picking,
  pick,
  step,
  swipe,
}: {
  hand: InHand;
  planned: string | null;
  /** The board of the shot in hand, where it has one. */
  board: Picture | undefined;
  picking: boolean;
  pick: () => void;
  step: (by: 1 | -1) => void;
  swipe: ReturnType<typeof useDrag>;
}) {
  return (
    <Box mb={4} {...swipe()} style={{ touchAction: 'pan-y' }}>
      <Flex align="center" gap={2}>
        <Button
          size="small"
          command="roll.before"
          aria-label="The one before"
          disabled={rolling !== undefined}
          onClick={() => step(-1)}
        >
          ‹
        </Button>
        <Box as="h1" flex={1} minW={0}>
          <Box
            as="button"
            w="100%"
            minH={{ base: '64px', md: '44px' }}
            textAlign="left"
            aria-expanded={picking}
            aria-controls="targets"
            aria-label="Choose another shot or moment"
            onClick={pick}
          >
            <Box as="span" display="flex" gap={3} alignItems="baseline" flexWrap="wrap">
              <Box as="span" fontSize="xxl" fontWeight="700" lineHeight="1" data-now-code>
                {shot?.code ?? (moment ? planned : 'Free')}
              </Box>
              <Box as="span" fontSize="xl" fontWeight="700" lineHeight="1.15" overflowWrap="anywhere">
                {shot ? shot.description || 'not described' : (moment?.title ?? 'no shot left in the order')}
              </Box>
            </Box>
          </Box>
        </Box>
        {board && shot ? (
          <Box w={{ base: '84px', md: '132px' }} flex="none">
            <Board picture={board} alt={`Board of ${shot.code}`} />
          </Box>
        ) : null}
        <Button
          size="small"
          command="roll.next"
          aria-label="The next"
          disabled={rolling !== undefined}
          onClick={() => step(1)}
        >
          ›
        </Button>
      </Flex>
      <Flex gap={3} wrap="wrap" align="baseline" mt={1}>
        {shot?.size ? <Tag>{SIZE_WORDS[shot.size]}</Tag> : null}
        {shot?.lens ? <Tag>{shot.lens}</Tag> : null}
        {shot ? <Tag>{shot.happensOnce ? `${shot.priority} · happens once` : shot.priority}</Tag> : null}
        {moment ? <Tag>{moment.kind} · happens once</Tag> : null}
        {planned && shot ? <Box color="soft">planned {planned}</Box> : null}
        {follows ? (
          <Box color="soft" data-follows>
            rolled on {follows}; followed here
          </Box>
        ) : null}
        {chosen && !rolling ? (
          <Button size="small" onClick={() => chooseTarget(null)}>
            Chosen here · follow the order again
          </Button>
        ) : null}
      </Flex>
    </Box>
  );
}
