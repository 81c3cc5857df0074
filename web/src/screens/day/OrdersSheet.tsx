import { Box } from '@chakra-ui/react';
import type { DayRow, Order } from '@kavrell/core/day';
import { Look, Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';

interface Props {
  listed: Order;
  lines: readonly DayRow[];
  say: (minute: number) => string;
  /** Words about lines with the names people use. */
  named: (words: string) => string;
  nameOf: (id: string) => string;
}

/** Beside the orders of a day: what holds them, and how they are timed and sought. */
export function OrdersSheet({ listed, lines, say, named, nameOf }: Props) {
  return (
    <Sheet>
      <Part title="What holds the order">
        <Box as="ul" display="grid" gap={2}>
          {listed.violations.map((v) => (
            <li key={v.message}>
              <Look>{named(v.message)}</Look>
            </li>
          ))}
          {lines
            .filter((r) => r.pinnedStartMin !== null)
            .map((r) => (
              <li key={r.itemId}>
                {nameOf(r.itemId)} is fixed at {say(r.pinnedStartMin ?? 0)}.
              </li>
            ))}
        </Box>
      </Part>
      <Why
        lines={[
          'All orders are timed by the same rules: change-overs before each line, meals where they cost least, windows and fixed starts.',
          'Up to 15 lines every set is looked at and the earliest wrap is proven; beyond, a seeded search: the same order on any machine.',
          'People first: least time between anybody’s first and last shot that is not their own. Demanding first: least effort × start.',
        ]}
      />
    </Sheet>
  );
}
