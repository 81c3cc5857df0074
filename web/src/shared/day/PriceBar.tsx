import { Box } from '@chakra-ui/react';
import type { Price } from '@kavrell/core/day';
import { formatAgainst, formatMinutes } from '@kavrell/core/units';
import { Look } from '../../ui/parts.tsx';

const more = (m: number) => `${m > 0 ? '+' : '−'}${formatMinutes(Math.abs(m))}`;

/** What letting go here would cost, while it is still held. It lies over the page: a list that moved under the hand would be let go at the wrong line. */
export function PriceBar({ price }: { price: Price }) {
  return (
    <Box
      position="fixed"
      left="50%"
      bottom="52px"
      transform="translateX(-50%)"
      zIndex={4}
      pointerEvents="none"
      bg="raised"
      border="1px solid"
      borderColor="edge"
      borderRadius="r"
      px={3}
      py={2}
      role="status"
      data-price
    >
      {Math.abs(price.wrapMin) < 0.5
        ? 'The same planned wrap'
        : `Planned wrap ${formatAgainst(price.wrapMin, { late: 'later', early: 'earlier', even: 'the same' })}`}
      {Math.abs(price.changeMin) < 0.5 ? '' : `, change-overs ${more(price.changeMin)}`}
      {Math.abs(price.waitingMin) < 0.5 ? '' : `, waiting ${more(price.waitingMin)}`}
      {price.breaks.length > 0 ? (
        <>
          . <Look>{price.breaks.length === 1 ? 'One rule' : `${price.breaks.length} rules`} would break.</Look>
        </>
      ) : null}
    </Box>
  );
}
