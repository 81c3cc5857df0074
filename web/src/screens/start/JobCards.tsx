import { Box } from '@chakra-ui/react';
import type { JobKind } from '@kavrell/core/start';

const CARDS: readonly [JobKind, string, string, string][] = [
  ['shots', 'Shots', 'a list, a table, a script', '3 mcu ilse 50mm …'],
  ['moments', 'Moments', 'they happen once, in their own time', '07:50 Welcome at the jetty'],
  ['cues', 'A running order', 'cues, switched or cut later', '19:04 Walk-on, cam 2'],
];

/** The three kinds of job, by what one begins with. */
export function JobCards({ kind, choose }: { kind: JobKind; choose: (kind: JobKind) => void }) {
  return (
    <Box
      role="radiogroup"
      aria-label="What you shoot from"
      display="grid"
      gridTemplateColumns={{ base: '1fr', md: 'repeat(3, minmax(0, 1fr))' }}
      gap={3}
      mb={5}
    >
      {CARDS.map(([key, title, words, example]) => (
        <Box
          as="button"
          key={key}
          role="radio"
          aria-checked={kind === key}
          onClick={() => choose(key)}
          textAlign="left"
          p={4}
          bg="panel"
          border="2px solid"
          borderColor={kind === key ? 'text' : 'hairline'}
          borderRadius="r"
        >
          <Box fontSize="l" fontWeight="700">
            {title}
          </Box>
          <Box color="soft">{words}</Box>
          <Box className="mono" fontSize="s" mt={2}>
            {example}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
