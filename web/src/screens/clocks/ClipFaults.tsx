import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import { faultsFromClips } from '@kavrell/core/clocks';
import type { Day } from '@kavrell/core/day';
import { formatCount } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { Tape } from '../../ui/icons.tsx';
import { Look } from '../../ui/parts.tsx';

/** What the clips on the cards say about each camera's clock, against the take log. */
export function ClipFaults({ day }: { day: Day }) {
  const { production, rows, facts } = useProduction();
  const faults = useMemo(
    () =>
      faultsFromClips(rows.cameras, facts?.takes ?? [], rows.clips, { rate: production.rate, timeZone: day.timeZone }),
    [rows.cameras, facts?.takes, rows.clips, production.rate, day.timeZone],
  );
  return (
    <Box as="section" mt={6} aria-label="What the clips say">
      <Box as="h2" fontSize="l" mb={2}>
        What the clips say
      </Box>
      {faults.length === 0 ? (
        <Box color="soft" maxW="70ch">
          Once a card is read in, the label of each clip is laid against the take log: a wrong zone, rate, drop flag or
          date is named here, before anyone edits.
        </Box>
      ) : (
        <Box as="ul" display="grid" gap={3}>
          {faults.map(({ camera, clips, fault, pairs }) => (
            <Box as="li" key={camera.id} display="flex" gap={3} alignItems="baseline" data-fault={fault.cause}>
              <Tape letter={camera.letter} />
              <Box minW={0}>
                {fault.cause === 'none' ? <span>{fault.words}</span> : <Look>{fault.words}</Look>}{' '}
                <Box as="span" color="soft">
                  {formatCount(clips, 'clip')}
                  {fault.sure ? '' : ', not sure'}
                </Box>
                {fault.cause === 'none' || !pairs[0] ? null : (
                  <Box fontSize="s" color="soft" overflowWrap="anywhere">
                    {pairs[0].clip}: <span className="mono">{pairs[0].found}</span>, by the log{' '}
                    <span className="mono">{pairs[0].expected}</span>
                  </Box>
                )}
              </Box>
            </Box>
          ))}
        </Box>
      )}
    </Box>
  );
}
