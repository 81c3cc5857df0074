import { RadioCard } from '@chakra-ui/react';
import type { JobKind } from '@kavrell/core/start';

const CARDS: readonly [JobKind, string, string, string][] = [
  ['shots', 'Shots', 'a list, a table, a script', '3 mcu ilse 50mm …'],
  ['moments', 'Moments', 'they happen once, in their own time', '07:50 Welcome at the jetty'],
  ['cues', 'A running order', 'cues, switched or cut later', '19:04 Walk-on, cam 2'],
];

/** The three kinds of job, by what one begins with. */
export function JobCards({ kind, choose }: { kind: JobKind; choose: (kind: JobKind) => void }) {
  return (
    <RadioCard.Root
      value={kind}
      onValueChange={(e) => choose(e.value as JobKind)}
      aria-label="What you shoot from"
      gridTemplateColumns={{ base: '1fr', md: 'repeat(3, minmax(0, 1fr))' }}
      mb={5}
    >
      {CARDS.map(([key, title, words, example]) => (
        <RadioCard.Item key={key} value={key}>
          <RadioCard.ItemHiddenInput />
          <RadioCard.ItemControl>
            <RadioCard.ItemContent>
              <RadioCard.ItemText>{title}</RadioCard.ItemText>
              <RadioCard.ItemDescription>{words}</RadioCard.ItemDescription>
              <RadioCard.ItemDescription fontFamily="mono" fontSize="s" mt={2}>
                {example}
              </RadioCard.ItemDescription>
            </RadioCard.ItemContent>
          </RadioCard.ItemControl>
        </RadioCard.Item>
      ))}
    </RadioCard.Root>
  );
}
