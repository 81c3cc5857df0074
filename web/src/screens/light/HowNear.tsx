import { Box } from '@chakra-ui/react';
import {
  errorSaid,
  errorWhy,
  readingError,
  type Exact,
  type FaceReading,
  type Surroundings,
} from '@kavrell/core/light';

const HOW_SAID = { exact: 'read exactly', close: 'read closely', quick: 'read quickly' } as const;

/** How a face was read, and how far that may be off: the error of the key side with what it is made of. */
export function HowNear({ reading, s, exact }: { reading: FaceReading; s: Surroundings; exact: Exact | null }) {
  const how = exact !== null && 'readings' in exact ? exact.how : 'quick';
  const error = readingError(reading, s.plan, s.catalogue, {
    how,
    around: s.room && !s.room.outside ? 'room' : 'open',
  });
  if (!error) return null;
  return (
    <Box mt={3} data-near={how}>
      <Box as="strong">{errorSaid(error)}</Box> {HOW_SAID[how]}
      {exact && 'why' in exact ? `. ${exact.why}` : ''}
      <Box color="soft" fontSize="s">
        {errorWhy(error)}
      </Box>
    </Box>
  );
}
