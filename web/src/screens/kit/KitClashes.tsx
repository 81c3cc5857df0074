import { Box } from '@chakra-ui/react';
import { bookingClashes } from '@kavrell/core/kitNeeds';
import { formatDate } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { useHouseId, useOwnKit } from '../../shared/kit/house.ts';
import { Look } from '../../ui/parts.tsx';

/** What of the own list this job takes along and another has on the same dates. */
export function KitClashes() {
  const house = useHouseId();
  return house.id ? <Clashes houseId={house.id} /> : null;
}

function Clashes({ houseId }: { houseId: string }) {
  const { rows } = usePlanned();
  const { pieces, bookings } = useOwnKit(houseId);
  const taken = new Set(rows.kitLines.map((l) => l.pieceId));
  const clashes = bookingClashes(
    pieces.filter((p) => taken.has(p.id)),
    bookings,
  );
  return (
    <>
      {clashes.map((c) => (
        <Box key={`${c.pieceId}${c.fromDate}`} role="status" mb={3} data-clash>
          <Look>Promised twice</Look>: {c.name} from {formatDate(c.fromDate)} to {formatDate(c.toDate)} (
          {c.titles.join(', ')}).
        </Box>
      ))}
    </>
  );
}
