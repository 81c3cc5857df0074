import { Box, Flex } from '@chakra-ui/react';
import type { Day } from '@kavrell/core/day';
import { formatDate } from '@kavrell/core/units';
import { Button } from '../../ui/Button.tsx';

/** Rolling on another date than the day’s is asked about once. */
export function OtherDate({ date, day, roll, leave }: { date: string; day: Day; roll: () => void; leave: () => void }) {
  return (
    <Box role="alert" border="1px solid" borderColor="look" borderRadius="r" p={4} mb={4} data-other-date>
      <Box mb={3}>
        Today is {formatDate(date)}; this is day {day.number}, {formatDate(day.date)}. Takes are logged on day{' '}
        {day.number}, with today’s time.
      </Box>
      <Flex gap={2}>
        <Button look="primary" onClick={roll}>
          Roll on day {day.number}
        </Button>
        <Button onClick={leave}>Not yet</Button>
      </Flex>
    </Box>
  );
}
