import { Box } from '@chakra-ui/react';
import type { Present } from '@kavrell/core/day';
import { Button } from '../../ui/Button.tsx';
import { nextWords, presentWords } from './present.ts';

/** What is due now and what comes after it, as large as it can be, and in view wherever one has scrolled to. */
export function PresentBar({
  present,
  say,
  show,
}: {
  present: Present | null;
  say: (minute: number) => string;
  /** Brings its line into view. */
  show: (id: string) => void;
}) {
  if (!present) return null;
  return (
    <Box
      position="sticky"
      top={{ base: -3, md: -5 }}
      zIndex={3}
      bg="page"
      borderBottom="2px solid"
      borderColor="accent"
      display="flex"
      flexWrap="wrap"
      alignItems="baseline"
      columnGap={3}
      py={2}
      mb={2}
      data-present
    >
      <Box as="strong" fontSize="xl" lineHeight="1.15" color={present.overMin > 0.5 ? 'look' : 'text'}>
        {presentWords(present, say)}
      </Box>
      <Box color="soft">{nextWords(present, say)}</Box>
      <Button size="small" ml="auto" onClick={() => show(present.on.itemId)}>
        Show it
      </Button>
    </Box>
  );
}
