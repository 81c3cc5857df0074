import { Flex } from '@chakra-ui/react';
import { Button } from '../../ui/Button.tsx';
import type { useConsoleActions } from './useConsoleActions.ts';

/** The sound recorders that roll with a take: nobody hears them, so that they are assumed to. A press puts one in or out. */
export function Recorders({
  actions: { recorders, boxIds, toggleBox },
  rolling,
}: {
  actions: ReturnType<typeof useConsoleActions>;
  rolling: boolean;
}) {
  if (recorders.length === 0) return null;
  return (
    <Flex
      as="ul"
      order={{ base: 2, md: 1 }}
      gap={2}
      wrap="wrap"
      mb={3}
      listStyleType="none"
      aria-label="Sound recorders"
    >
      {recorders.map((box) => {
        const isIn = boxIds.includes(box.id);
        return (
          <li key={box.id}>
            <Button
              minH="48px"
              fontSize="m"
              aria-pressed={isIn}
              look={isIn ? 'on' : 'plain'}
              onClick={() => toggleBox(box)}
            >
              {box.name}: {isIn ? (rolling ? 'assumed rolling' : 'in the take') : 'not in the take'}
            </Button>
          </li>
        );
      })}
    </Flex>
  );
}
