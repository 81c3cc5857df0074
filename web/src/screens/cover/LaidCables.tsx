import { Box, Flex } from '@chakra-ui/react';
import { CABLE_STATES, CABLE_STATE_WORDS, cableCounts, type Cable, type CableState } from '@kavrell/core/cover';
import { useProduction } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { CableMap } from './CableMap.tsx';

/** One press on a cable: what comes after its present state. */
const NEXT: Readonly<Record<CableState, CableState>> = { '': 'laid', laid: 'tested', tested: 'struck', struck: '' };

const PRESS: Readonly<Record<CableState, string>> = {
  '': 'Laid',
  laid: 'Tested',
  tested: 'Taken up',
  struck: 'Lay again',
};

/** The cables of a place in the order of laying, each a press further. */
export function LaidCables({ own }: { own: Cable[] }) {
  const { production } = useProduction();
  const counts = cableCounts(own);
  const advance = (cable: Cable) =>
    void change(production.id, `${cable.label}: ${CABLE_STATE_WORDS[NEXT[cable.state]]}`, [
      { op: 'update', table: 'cables', row: cable, values: { state: NEXT[cable.state] } },
    ]);
  return (
    <>
      <Box mb={2} data-cable-counts>
        {CABLE_STATES.filter((s) => counts[s] > 0)
          .map((s) => `${counts[s]} ${CABLE_STATE_WORDS[s]}`)
          .join(', ')}
        .
      </Box>
      <Box as="ol" listStyleType="none" display="grid" gap={1} mb={4} aria-label="In the order of laying">
        {own.map((c) => (
          <Flex as="li" key={c.id} gap={3} align="center" data-cable={c.label}>
            <Box className="mono" fontWeight="700" minW="44px">
              {c.label}
            </Box>
            <Box flex={1} minW={0} overflowWrap="anywhere">
              {c.fromWhat}
              {c.fromSocket ? `, ${c.fromSocket}` : ''} → {c.toWhat}
              {c.toSocket ? `, ${c.toSocket}` : ''}
              <Box as="span" color="soft">
                {' '}
                {CABLE_STATE_WORDS[c.state]}
              </Box>
            </Box>
            <Button minH="44px" minW="96px" look={c.state === 'tested' ? 'on' : 'plain'} onClick={() => advance(c)}>
              {PRESS[c.state]}
            </Button>
          </Flex>
        ))}
      </Box>
      <CableMap cables={own} />
    </>
  );
}
