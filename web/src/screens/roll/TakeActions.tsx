import { Box } from '@chakra-ui/react';
import type { CommandId } from '../../platform/commands.ts';
import { Button, KeyBelow } from '../../ui/Button.tsx';
import type { useConsoleActions } from './useConsoleActions.ts';

interface Props {
  actions: ReturnType<typeof useConsoleActions>;
  rolling: boolean;
  note: () => void;
}

/** What is done with the take in hand: verdict, note, star, taking the cut back. */
export function TakeActions({
  actions: { about, canTakeBack, mark, star, wild, takeBack, series },
  rolling,
  note,
}: Props) {
  const buttons: { word: string; command: CommandId; run: () => void; on?: boolean; off?: boolean }[] = [
    { word: 'Good', command: 'roll.good', run: () => mark('good'), on: about?.verdict === 'good', off: !about },
    { word: 'Maybe', command: 'roll.maybe', run: () => mark('maybe'), on: about?.verdict === 'maybe', off: !about },
    {
      word: 'No good',
      command: 'roll.noGood',
      run: () => mark('noGood'),
      on: about?.verdict === 'noGood',
      off: !about,
    },
    { word: 'Note', command: 'roll.note', run: note, off: !about },
    rolling
      ? { word: 'Star', command: 'roll.star', run: star }
      : { word: 'Wild sound', command: 'roll.wild', run: wild },
    rolling
      ? { word: 'Next in this roll', command: 'roll.series', run: series }
      : { word: 'Take back cut', command: 'roll.takeBack', run: takeBack, off: !canTakeBack },
  ];

  return (
    <Box
      order={{ base: 1, md: 2 }}
      display="grid"
      gridTemplateColumns={{ base: 'repeat(3, 1fr)', md: 'repeat(6, 1fr)' }}
      gap={2}
      mb={4}
    >
      {buttons.map(({ word, command, run, on, off }) => (
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
          <KeyBelow of={command} />
        </Button>
      ))}
    </Box>
  );
}
