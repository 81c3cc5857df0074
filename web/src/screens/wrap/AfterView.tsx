import { Box } from '@chakra-ui/react';
import type { Day } from '@kavrell/core/day';
import { HoursNoted } from './HoursNoted.tsx';
import { KitVerdicts } from './KitVerdicts.tsx';
import { ReportsGiven } from './ReportsGiven.tsx';

/** What one notes while one remembers: hours, what was given, what was found of things. */
export function AfterView({ day }: { day: Day }) {
  return (
    <Box maxW="760px" display="grid" gap={4}>
      <HoursNoted day={day} />
      <ReportsGiven key={day.id} day={day} />
      <KitVerdicts day={day} />
    </Box>
  );
}
