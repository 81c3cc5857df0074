import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import { LIGHT_PARTS, surroundingsOf } from '@kavrell/core/productions';
import { isDrawn, type Setup } from '@kavrell/core/light';
import { usePlanned } from '../../app/production.tsx';
import { useSome } from '../../platform/some.ts';
import { SmallPlan } from '../../shared/light/SmallPlan.tsx';

/** All setups as small plans side by side: one looks for a light by its picture, not by its number. A press opens it. */
export function SetupPictures({ open }: { open: (setup: Setup) => void }) {
  const { rows, day } = usePlanned();
  const own = useSome(rows, LIGHT_PARTS);
  const rooms = useMemo(() => new Map(own.setups.map((s) => [s.id, surroundingsOf(own, s, day).room])), [own, day]);
  return (
    <Box
      as="ul"
      display="grid"
      gridTemplateColumns="repeat(auto-fill, minmax(170px, 1fr))"
      gap={3}
      mb={5}
      aria-label="Setups as pictures"
    >
      {rows.setups.map((s) => (
        <li key={s.id}>
          <Box
            as="button"
            w="100%"
            p={2}
            textAlign="left"
            border="1px solid"
            borderColor="hairline"
            borderRadius="r"
            bg="panel"
            _hover={{ borderColor: 'edge' }}
            onClick={() => open(s)}
            data-setup={s.code}
          >
            <Box h="112px" display="grid" placeItems="center">
              {isDrawn(s.plan) ? (
                <SmallPlan plan={s.plan} room={rooms.get(s.id) ?? null} name={`${s.code} ${s.name}`} />
              ) : (
                <Box color="soft" fontSize="s">
                  not drawn yet
                </Box>
              )}
            </Box>
            <Box overflowWrap="anywhere" mt={1}>
              <strong>{s.code}</strong> {s.name}
            </Box>
            <Box color="soft" fontSize="s">
              {rows.shots
                .filter((x) => x.setupId === s.id && !x.dropped)
                .map((x) => x.code)
                .join(', ') || 'no shot yet'}
            </Box>
          </Box>
        </li>
      ))}
    </Box>
  );
}
