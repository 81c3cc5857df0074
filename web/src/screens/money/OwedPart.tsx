import { Box, Flex } from '@chakra-ui/react';
import type { Owed } from '@kavrell/core/jobMoney';
import { positionAfter } from '@kavrell/core/records';
import { dateOf } from '@kavrell/core/time';
import { formatMoney } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { productionNow } from '../../platform/clock.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';

/** Who is owed what, and who owes it. */
export function OwedPart({ owed, currency }: { owed: readonly Owed[]; currency: string }) {
  const { production, rows } = useProduction();
  const pay = (o: Owed) =>
    void change(production.id, `Paid ${o.who}`, [
      {
        ...{ op: 'insert' as const, table: 'payments' as const },
        values: {
          ...{
            way: 'out',
            paperId: null,
            personId: o.personId,
            name: o.who.slice(0, 120),
            amountMinor: o.minor,
            currency,
          },
          ...{ onDate: dateOf(productionNow(production), 'UTC'), note: '', position: positionAfter(rows.payments) },
        },
      },
    ]);
  return (
    <Box as="section" aria-label="Who is owed what" mb={6}>
      <Box as="h2" fontSize="m" mb={2}>
        Who is owed what
      </Box>
      {owed.length === 0 ? (
        <Box color="soft">Nobody is owed anything, as far as it is noted.</Box>
      ) : (
        <Box as="ul" display="grid" gap={3} maxW="560px">
          {owed.map((o) => (
            <Box as="li" key={`${o.who}${o.why.join('')}`} data-owed={o.who}>
              <Flex justify="space-between" gap={2} fontWeight="600">
                <Box overflowWrap="anywhere">
                  {o.minor > 0 ? `${o.who} gets` : o.personId === null ? `${o.who} owes you` : `${o.who} got too much`}
                </Box>
                <span>{formatMoney(Math.abs(o.minor), currency)}</span>
              </Flex>
              {o.why.map((w) => (
                <Box key={w} color="soft">
                  {w}
                </Box>
              ))}
              {o.minor > 0 && o.personId !== null ? (
                <Button size="small" mt={1} onClick={() => pay(o)}>
                  Paid today
                </Button>
              ) : null}
            </Box>
          ))}
        </Box>
      )}
    </Box>
  );
}
