import { Box } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import type { Missing } from '@kavrell/core/start';
import { formatCount } from '@kavrell/core/units';

/** What is still missing for a call sheet: a list that shrinks, each with one press to where it is said (`press`). */
export function StillMissing({ list, press }: { list: readonly Missing[]; press: (m: Missing) => ReactNode }) {
  const open = list.filter((m) => !m.done);
  const done = list.filter((m) => m.done);
  return (
    <Box as="section" aria-label="Still missing for a call sheet" data-missing={open.length}>
      <Box as="h2" fontSize="m" fontWeight="400" color="soft" mb={1}>
        {open.length
          ? `Still missing for a call sheet: ${open.length} of ${formatCount(list.length, 'thing')}`
          : 'Nothing is missing for a call sheet.'}
      </Box>
      {open.map((m) => (
        <Box
          key={m.key}
          display="grid"
          gridTemplateColumns="minmax(90px, 0.8fr) minmax(0, 1.2fr) 84px"
          gap={3}
          py={2}
          minH="44px"
          alignItems="center"
          borderTop="1px solid"
          borderColor="hairline"
          data-missing-key={m.key}
        >
          <Box fontWeight="700">{m.title}</Box>
          <Box overflowWrap="anywhere">{m.words}</Box>
          {press(m)}
        </Box>
      ))}
      {done.length ? (
        <Box color="soft" fontSize="s" py={2} borderTop="1px solid" borderColor="hairline" data-there>
          There: {done.map((m) => m.title.toLowerCase()).join(', ')}.
        </Box>
      ) : null}
    </Box>
  );
}
