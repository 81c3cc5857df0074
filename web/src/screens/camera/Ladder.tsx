import { Box } from '@chakra-ui/react';
import type { Ladder as Rungs } from '@kavrell/core/exposure';
import { formatLux } from '@kavrell/core/units';

const MOST_STOPS = 8;

/** The stops from the light to the sensor, rung by rung: to the left takes light, to the right gives. */
export function Ladder({ ladder, lightLux }: { ladder: Rungs; lightLux: number }) {
  const base = ladder.overStops - ladder.rungs.reduce((t, r) => t + r.stops, 0);
  const all = [
    { key: 'light', words: formatLux(lightLux), stops: base },
    ...ladder.rungs,
    { key: 'sum', words: 'at the sensor', stops: ladder.overStops },
  ];
  return (
    <Box as="ol" display="grid" rowGap="6px" data-ladder aria-label="Stops from the light to the sensor">
      {all.map((r) => {
        const wide = Math.min(1, Math.abs(r.stops) / MOST_STOPS) * 50;
        const last = r.key === 'sum';
        return (
          <Box
            as="li"
            key={r.key}
            display="grid"
            gridTemplateColumns="minmax(110px, 150px) 1fr 92px"
            gap={3}
            alignItems="center"
            borderTop={last ? '1px solid' : undefined}
            borderColor="hairline"
            pt={last ? 2 : 0}
          >
            <Box fontWeight={last ? 700 : 400}>{r.words}</Box>
            <Box position="relative" h="16px" bg="panel" aria-hidden>
              <Box position="absolute" left="50%" top={0} bottom={0} w="1px" bg="edge" />
              <Box
                position="absolute"
                top="3px"
                bottom="3px"
                bg={last && Math.abs(r.stops) > 1 / 3 ? 'look' : 'text'}
                style={r.stops >= 0 ? { left: '50%', width: `${wide}%` } : { right: '50%', width: `${wide}%` }}
              />
            </Box>
            <Box textAlign="right" fontWeight={last ? 700 : 400} whiteSpace="nowrap">
              {Math.abs(r.stops) < 0.05 ? '0' : `${r.stops > 0 ? '+' : '−'}${Math.abs(r.stops).toFixed(1)}`}
              {'\u00a0'}stops
            </Box>
          </Box>
        );
      })}
    </Box>
  );
}
