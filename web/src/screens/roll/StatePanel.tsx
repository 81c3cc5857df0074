import { Box, Flex } from '@chakra-ui/react';
import { formatCount, formatRunning } from '@kavrell/core/units';
import type { Take } from '@kavrell/core/roll';
import { usePlanned } from '../../app/production.tsx';
import type { useShotInHand } from '../../shared/roll/inHand.ts';
import { Button, KeyBelow } from '../../ui/Button.tsx';
import { Ticking } from '../../ui/Ticking.tsx';
import type { useConsoleActions } from './useConsoleActions.ts';

/** How it is known that cameras roll: told by them, or assumed. */
function evidenceOf(rolling: Take): string {
  if (rolling.wild) return 'wild sound, no camera';
  const inIt = rolling.cameras.filter((c) => c.outAtMs === null);
  const reports = inIt.filter((c) => c.evidence === 'reports').length;
  const assumed = inIt.length - reports;
  const told = [
    reports ? `${formatCount(reports, 'camera reports', 'cameras report')} rolling` : '',
    assumed ? `${assumed} assumed` : '',
  ];
  return told.filter(Boolean).join(', ') || 'no camera in it';
}

interface Props {
  hand: ReturnType<typeof useShotInHand>;
  now: number;
  actions: ReturnType<typeof useConsoleActions>;
  timecode: () => string;
}

/** What goes on (rolling since when, or the take that comes next) with timecode, and the one press that rolls and cuts. */
export function StatePanel({ hand: { rolling, number, letters: inTake }, now, actions, timecode }: Props) {
  const { rows } = usePlanned();
  const commanded = actions.cameras.filter((c) => c.simulated).length;
  const commands = commanded ? `commands ${formatCount(commanded, 'simulated camera')}` : 'logs only';
  return (
    <Box display="grid" gridTemplateColumns={{ base: '1fr', md: 'minmax(0, 1fr) 170px' }} gap={3} mb={3}>
      <Flex
        border="2px solid"
        borderColor={rolling ? 'rolling' : 'edge'}
        // Red on red says nothing: on a dark set what rolls is a reversed block.
        {...(rolling ? { css: { '[data-theme=night] &': { bg: 'text', '&, & *': { color: 'page' } } } } : {})}
        borderRadius="r"
        minH={{ base: '84px', md: '100px' }}
        px={5}
        py={3}
        align="center"
        justify="space-between"
        gap={4}
        wrap="wrap"
      >
        <Box>
          <Box
            fontSize={{ base: '30px', md: 'xxl' }}
            fontWeight="700"
            lineHeight="1.1"
            color={rolling ? 'rolling' : 'text'}
            role="status"
            data-roll-state={rolling ? 'rolling' : 'standing'}
          >
            {rolling ? `Rolling ${formatRunning(now - rolling.rolledAtMs)}` : `Take ${number} next`}
          </Box>
          <Box color="soft" fontSize="s">
            {rolling
              ? `${rolling.wild ? 'Wild' : 'Take'} ${rolling.number} · ${evidenceOf(rolling)}`
              : inTake.length
                ? `with ${inTake.join(', ')}`
                : rows.cameras.length
                  ? 'no camera chosen: sound or log only'
                  : 'no camera in this job: log only'}
          </Box>
        </Box>
        <Box fontSize={{ base: 'l', md: '26px' }} letterSpacing="0">
          <Ticking text={timecode} label="timecode, time of day" />
        </Box>
      </Flex>
      <Button
        size="act"
        fontSize="xl"
        flexDirection="column"
        gap={0}
        minH={{ base: '88px', md: '100px' }}
        border="2px solid"
        borderColor="text"
        look={rolling ? 'plain' : 'primary'}
        onClick={actions.press}
        data-press={actions.held ? 'held' : 'ready'}
      >
        {rolling ? 'Cut' : 'Roll'}
        <Box as="span" fontSize="12px" fontWeight="400" whiteSpace="normal" textAlign="center" lineHeight="1.25">
          <KeyBelow of="roll.press" />
          {commands}
        </Box>
      </Button>
    </Box>
  );
}
