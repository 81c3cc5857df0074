import { Box } from '@chakra-ui/react';
import type { ReactNode } from 'react';

export interface ShareRow {
  name: string;
  /** Of the whole that the longest bar stands for, 0 to 1. */
  share: number;
  words: ReactNode;
}

/** Parts of a whole, longest first as they come: each with its name, its figure, and a bar from where the one before ends, so that they are seen to add up. */
export function Shares({ rows, whole = 1 }: { rows: readonly ShareRow[]; whole?: number }) {
  // Where some parts take away, those that add come to more than the whole: the picture holds them all.
  const added = rows.reduce((t, r) => t + Math.max(0, r.share), 0);
  const full = Math.max(whole, added) || 1;
  const percent = (share: number) => `${(100 * Math.max(0, share / full)).toFixed(2)}%`;
  const before = rows.map((_, i) => rows.slice(0, i).reduce((t, r) => t + Math.max(0, r.share), 0));
  return (
    <Box
      as="dl"
      display="grid"
      gridTemplateColumns="minmax(0, 1.4fr) minmax(60px, 1fr) auto"
      columnGap={3}
      rowGap={1}
      alignItems="center"
    >
      {rows.map((r, i) => (
        <Box key={r.name} display="contents">
          <Box as="dt" color="soft" overflowWrap="anywhere">
            {r.name}
          </Box>
          <Box h="8px" bg="hairline" position="relative" aria-hidden="true" data-share={r.name}>
            <Box
              position="absolute"
              top={0}
              bottom={0}
              minW="1px"
              bg="text"
              style={{ left: percent(before[i] ?? 0), width: percent(r.share) }}
            />
          </Box>
          <Box as="dd" textAlign="right" fontWeight="600">
            {r.words}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
