import { Box } from '@chakra-ui/react';
import { TRUST } from '@kavrell/core/trust';
import { Part } from '../../ui/parts.tsx';

const GROUPS = [...new Set(TRUST.map((t) => t.group))];

const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);

/** Each kind of figure with what it was compared with and how far off it was; what could be compared with nothing says so. */
export function Trust() {
  return (
    <>
      {GROUPS.map((group) => (
        <Part key={group} title={group}>
          <Box as="dl" display="grid" gap={3}>
            {TRUST.filter((t) => t.group === group).map((t) => (
              <div key={t.figure}>
                <Box as="dt" fontWeight="700">
                  {t.figure}
                </Box>
                <dd>{capital(t.within)}.</dd>
                <Box as="dd" color="soft" fontSize="s">
                  {t.against ? `Compared with ${t.against}.` : 'There is nothing here to compare it with.'}
                </Box>
              </div>
            ))}
          </Box>
        </Part>
      ))}
    </>
  );
}
