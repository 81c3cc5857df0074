import { Box } from '@chakra-ui/react';
import type { BatteryLine } from '@kavrell/core/kitNeeds';
import type { DayPlan } from '@kavrell/core/day';

/** When each device is on over the day, and when its pack is changed: a bar while it is on, a knot at each change. */
export function PackBand({
  lines,
  plan,
  at,
}: {
  lines: readonly BatteryLine[];
  plan: DayPlan;
  at: (min: number) => string;
}) {
  const from = Math.min(plan.day.callMin, ...lines.flatMap((l) => l.on.map((s) => s.fromMin)));
  const to = Math.max(plan.wrapMin, ...lines.flatMap((l) => l.on.map((s) => s.toMin)));
  const share = (min: number) => `${((min - from) / Math.max(1, to - from)) * 100}%`;
  return (
    <Box mb={4} role="list" aria-label="Packs over the day">
      {lines.map((l) => (
        <Box key={l.id} role="listitem" display="grid" gridTemplateColumns="minmax(90px, 140px) minmax(0, 1fr)" gap={3}>
          <Box fontSize="s" overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap">
            {l.name}
          </Box>
          <Box position="relative" h="22px" borderBottom="1px solid" borderColor="hairline">
            {l.on.map((s) => (
              <Box
                key={s.fromMin}
                position="absolute"
                top="7px"
                h="8px"
                bg="edge"
                left={share(s.fromMin)}
                width={`max(2px, ${((s.toMin - s.fromMin) / Math.max(1, to - from)) * 100}%)`}
              />
            ))}
            {l.swaps.map((s) => (
              <Box
                key={s.atMin}
                position="absolute"
                top="4px"
                w="14px"
                h="14px"
                ml="-7px"
                left={share(s.atMin)}
                borderRadius="50%"
                border="2px solid"
                borderColor={s.whileOn ? 'look' : 'text'}
                bg="page"
                title={`${l.name}: another pack at ${at(s.atMin)}${s.whileOn ? ', while it is on' : ''}`}
              />
            ))}
          </Box>
        </Box>
      ))}
      <Box display="flex" justifyContent="space-between" pl="152px" color="soft" fontSize="s">
        <span>{at(from)}</span>
        <Box as="span" display="inline-flex" alignItems="center" gap={1}>
          <Box as="span" w="12px" h="12px" borderRadius="50%" border="2px solid" borderColor="text" /> another pack
        </Box>
        <span>{at(to)}</span>
      </Box>
    </Box>
  );
}
