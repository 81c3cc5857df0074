import { Box } from '@chakra-ui/react';
import {
  errorSaid,
  errorWhy,
  readingError,
  type Exact,
  type FaceReading,
  type Surroundings,
} from '@kavrell/core/light';

/** How a face was read, and how far that may be off: the error of the key side with what it is made of. */
export function HowNear({ reading, s, exact }: { reading: FaceReading; s: Surroundings; exact: Exact | null }) {
  const isExact = exact !== null && 'readings' in exact;
  const error = readingError(reading, s.plan, s.catalogue, {
    isExact,
    around: s.room && !s.room.outside ? 'room' : 'open',
  });
  if (!error) return null;
  return (
    <Box mt={3} data-near={isExact ? 'exact' : 'quick'}>
      <Box as="strong">{errorSaid(error)}</Box>{' '}
      {isExact ? 'read exactly' : exact ? `read quickly. ${exact.why}` : 'read quickly'}
      <Box color="soft" fontSize="s">
        {errorWhy(error)}
      </Box>
    </Box>
  );
}
