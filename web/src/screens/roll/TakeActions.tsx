import { Box } from '@chakra-ui/react';
import { Button } from '../../ui/Button.tsx';
import type { useConsoleActions } from './useConsoleActions.ts';

interface Props {
  actions: ReturnType<typeof useConsoleActions>;
  rolling: boolean;
  note: () => void;
}

/** What is done with the take in hand: verdict, note, star, taking the cut back. */
export function TakeActions({ actions: { about, canTakeBack, mark, star, wild, takeBack }, rolling, note }: Props) {
  const buttons: { word: string; key: string; run: () => void; on?: boolean; off?: boolean }[] = [
    { word: 'Good', key: 'G', run: () => mark('good'), on: about?.verdict === 'good', off: !about },
    { word: 'Maybe', key: 'M', run: () => mark('maybe'), on: about?.verdict === 'maybe', off: !about },
    { word: 'No good', key: 'X', run: () => mark('noGood'), on: about?.verdict === 'noGood', off: !about },
    { word: 'Note', key: 'T', run: note, off: !about },
    rolling ? { word: 'Star', key: 'S', run: star } : { word: 'Wild sound', key: 'W', run: wild },
    { word: 'Take back cut', key: 'U', run: takeBack, off: !canTakeBack },
  ];

  return (
    <Box
      order={{ base: 1, md: 2 }}
      display="grid"
      gridTemplateColumns={{ base: 'repeat(3, 1fr)', md: 'repeat(6, 1fr)' }}
      gap={2}
      mb={4}
    >
      {buttons.map(({ word, key, run, on, off }) => (
        <Button
          key={word}
          size="act"
          flexDirection="column"
          gap={0}
          px={1}
          fontSize="m"
          onClick={run}
          aria-pressed={on ?? false}
          disabled={off ?? false}
          look={on ? 'on' : 'plain'}
        >
          {word}
          <Box as="span" fontSize="12px" fontWeight="400" hideBelow="md">
            {key}
          </Box>
        </Button>
      ))}
    </Box>
  );
}
