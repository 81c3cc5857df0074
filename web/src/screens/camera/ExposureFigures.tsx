import { Box } from '@chakra-ui/react';
import { eiPrice, ndFor } from '@kavrell/core/exposure';
import { formatLux, formatStop } from '@kavrell/core/units';
import { Figure, Look } from '../../ui/parts.tsx';
import { Ladder } from './Ladder.tsx';
import { tidy } from './solving.ts';
import type { Exposure } from './useExposure.ts';

/** What comes out of an exposure: light wanted and given, its figures, and what mends a picture that is too dark. */
export function ExposureFigures({ exposure }: { exposure: Exposure }) {
  const { setting: s, ladder, ripple, price, natives, factor, short, open } = exposure;
  return (
    <>
      <Ladder ladder={ladder} lightLux={s.illuminanceLux} />
      <Box display="grid" gridTemplateColumns="repeat(auto-fill, minmax(150px, 1fr))" gap={3} mt={4} data-exposure>
        <Figure name="Light wanted" look={Math.abs(ladder.overStops) > 1 / 3}>
          {formatLux(ladder.askedLux)}
        </Figure>
        <Figure name="Over or under" look={Math.abs(ladder.overStops) > 1 / 3}>
          {Math.abs(ladder.overStops) < 0.05
            ? 'right'
            : `${Math.abs(ladder.overStops).toFixed(1)} stops ${ladder.overStops > 0 ? 'over' : 'under'}`}
        </Figure>
        <Figure name="Stop">{formatStop(s.tStop)}</Figure>
        <Figure name="Shutter" look={!ripple.safe}>
          {tidy(s.angleDeg)}°
        </Figure>
        <Figure name="EI price" look={price.stops > 1.5}>
          {Math.abs(price.stops) < 0.05
            ? 'native'
            : `${price.stops > 0 ? '+' : '−'}${Math.abs(price.stops).toFixed(1)} stops`}
        </Figure>
        <Figure name="Plays">{factor === 1 ? 'as shot' : `${factor.toFixed(1)} × slower`}</Figure>
      </Box>
      {short ? (
        <Box mt={3}>
          <Look>
            {Math.abs(s.ndStops).toFixed(1)} stops too dark without any filter: a wider stop, EI{' '}
            {Math.round(s.ei * 2 ** -s.ndStops)} ({eiPrice(s.ei * 2 ** -s.ndStops, natives).words}), or more light.
          </Look>
        </Box>
      ) : open === 'ndStops' && s.ndStops > 1 / 3 ? (
        <Box mt={3}>ND from the bag: {ndFor(s.ndStops)} stops.</Box>
      ) : null}
    </>
  );
}
