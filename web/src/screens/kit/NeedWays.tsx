import { Box, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import { catalogueOf } from '@kavrell/core/light';
import { bestWay, waysToGet, type KitMatch, type KitWay } from '@kavrell/core/kitNeeds';
import { KIT_SOURCE_WORDS } from '@kavrell/core/kit';
import { formatDate } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { UNKNOWN_KIT, useHouseId, useOwnKit, type OwnKit } from '../../shared/kit/house.ts';
import { Button } from '../../ui/Button.tsx';
import { Part } from '../../ui/parts.tsx';
import { wayOp } from './kitEdits.ts';

/** How what is needed can be got: what is one’s own first, then what does instead and what that costs in the picture, then from others. */
export function NeedWays({ match }: { match: KitMatch }) {
  const house = useHouseId();
  return house.id ? <Ways match={match} houseId={house.id} /> : <WaysFrom match={match} {...UNKNOWN_KIT} />;
}

function Ways({ match, houseId }: { match: KitMatch; houseId: string }) {
  return <WaysFrom match={match} {...useOwnKit(houseId)} />;
}

function WaysFrom({ match, pieces, bookings, known }: { match: KitMatch } & OwnKit) {
  const { production, rows } = usePlanned();
  const dates = rows.days.map((d) => d.date).sort();
  const [fromDate = ''] = dates;
  const toDate = dates.at(-1) ?? '';
  const ways = useMemo(
    () =>
      fromDate === ''
        ? []
        : waysToGet(match.need, {
            ...{ get: match.get, fromDate, toDate, productionId: production.id, pieces, bookings },
            ...{ lenses: rows.lenses, cameras: rows.cameras, catalogue: catalogueOf(rows.lightKit) },
          }),
    [match, fromDate, toDate, production.id, pieces, bookings, rows.lenses, rows.cameras, rows.lightKit],
  );
  // While nobody knows what one owns, nothing is said to be the cheapest.
  const best = known ? bestWay(ways) : null;
  const take = (way: KitWay) =>
    void change(production.id, `${match.need.what}: ${KIT_SOURCE_WORDS[way.source]}`, [
      wayOp(rows.kitLines, match, way),
    ]);
  if (match.get === 0 || ways.length === 0) return null;
  return (
    <Part title="Ways to get it">
      {known ? null : (
        <Box color="soft" mb={2}>
          What of it is your own is not known here now; the other ways are.
        </Box>
      )}
      <Box as="ul" listStyleType="none" display="grid" gap={2}>
        {ways.map((way) => (
          <Flex as="li" key={way.key} gap={2} align="center" justify="space-between" data-way={way.key}>
            <Box minW={0} overflowWrap="anywhere">
              {way === best ? <strong>{way.words}</strong> : way.words}
              <Box color="soft" fontSize="s">
                {[
                  way === best ? 'the cheapest that works' : way.works ? '' : 'only if somebody says yes',
                  way.byDate ? `begin by ${formatDate(way.byDate)}` : '',
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </Box>
            </Box>
            <Button size="small" onClick={() => take(way)} aria-label={`${way.words}: take this way`}>
              Take it
            </Button>
          </Flex>
        ))}
      </Box>
    </Part>
  );
}
