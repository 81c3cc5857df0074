import { Box, Flex, Table } from '@chakra-ui/react';
import { useMemo } from 'react';
import type { ActualLine } from '@kavrell/core/jobMoney';
import { SECTION_WORDS } from '@kavrell/core/money';
import { actualOfJob, SPENT_PARTS } from '@kavrell/core/productions';
import { formatMoney } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { useSome } from '../../platform/some.ts';
import { Empty, Figure, Look, Part, Why } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet } from '../../ui/sheet.tsx';
import { Unfold } from '../../ui/Unfold.tsx';
import { Expenses } from './Expenses.tsx';
import { OwedPart } from './OwedPart.tsx';
import { Payments } from './Payments.tsx';
import { useMoney } from './useMoney.ts';

/** What it really cost: hours as noted, receipts, mileage, money back; line by line against the estimate, and who is owed what. */
export function SpentView() {
  const { rows } = useProduction();
  const money = useMoney();
  const [chosenId] = useHashSelection();
  const own = useSome(rows, SPENT_PARTS);
  const { version, estimate, currency, nowMs, todayMs } = money;
  const actual = useMemo(() => actualOfJob(own, version, estimate, todayMs), [own, version, estimate, todayMs]);
  const say = (minor: number) => formatMoney(minor, currency);
  const known = actual.lines.filter((l) => l.actualMinor !== null);
  const more = actual.spentMinor - actual.foreseenMinor;
  return (
    <>
      <Flex gap={6} wrap="wrap" mb={4}>
        <Figure
          name="Stays, as far as known"
          look={actual.leavesMinor < 0}
          hint="Price with agreed changes, less what others got or will get as foreseen, and money back."
        >
          {say(actual.leavesMinor)}
        </Figure>
        <Figure
          name="An hour of yours"
          hint={actual.hoursArePlanned ? 'Some of your hours are only planned or typed.' : 'By your hours as noted.'}
        >
          {actual.leavesHourMinor === null ? '–' : say(actual.leavesHourMinor)}
        </Figure>
        <Figure name="Against the estimate" look={more > 0}>
          {known.length === 0
            ? '–'
            : more === 0
              ? 'as foreseen'
              : `${say(Math.abs(more))} ${more > 0 ? 'over' : 'under'}`}
        </Figure>
        {actual.refundsMinor > 0 ? <Figure name="Money back">{say(actual.refundsMinor)}</Figure> : null}
      </Flex>
      {actual.unreckoned.map((w) => (
        <Box key={w} role="status" mb={2}>
          <Look>In no sum</Look>: {w}
        </Box>
      ))}
      <OwedPart owed={actual.owed} currency={currency} />
      <Expenses lines={estimate.lines} nowMs={nowMs} />
      {known.length === 0 ? (
        <Empty title="Nothing is known yet">
          Hours come from Wrap, where who came and went is noted; receipts are photographed here, without a network too.
          Then each line of the estimate stands against what it came to.
        </Empty>
      ) : (
        <AgainstEstimate lines={known} open={actual.lines.length - known.length} currency={currency} />
      )}
      <Payments />
      {chosenId === null ? (
        <Sheet>
          <Why
            lines={[
              'Work: the minutes noted in Wrap by the same terms as in the estimate; days without noted hours as planned. Meals that are no work are taken off.',
              version.taxBp > 0
                ? 'You ask for tax, so the tax on a receipt is taken off its cost where it is written down.'
                : 'You ask for no tax, so receipts cost what was paid.',
              'What nobody said anything of counts as foreseen in what stays.',
            ]}
          />
          <Part title="Care">Which receipts count, and how long they are kept, follows the tax law of the place.</Part>
        </Sheet>
      ) : null}
    </>
  );
}

function AgainstEstimate({ lines, open, currency }: { lines: readonly ActualLine[]; open: number; currency: string }) {
  const say = (minor: number | null) => (minor === null ? 'no price' : formatMoney(minor, currency));
  return (
    <Box mb={6}>
      <Box as="h2" fontSize="m" mb={2}>
        Against the estimate
      </Box>
      <Table.Root w="100%" aria-label="Against the estimate">
        <Table.Header>
          <Table.Row color="soft" fontSize="s">
            {['What', 'Foreseen', 'Came to', 'More'].map((t, i) => (
              <Table.ColumnHeader
                key={t}
                textAlign={i === 0 ? 'left' : 'right'}
                pr={2}
                display={i === 1 ? { base: 'none', md: 'table-cell' } : undefined}
              >
                {t}
              </Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {lines.map((l) => {
            const more = (l.actualMinor ?? 0) - (l.estimateMinor ?? 0);
            return (
              <Table.Row key={l.key} borderTop="1px solid" borderColor="hairline" data-actual={l.words}>
                <Table.Cell py={1} overflowWrap="anywhere">
                  <Unfold words={`${l.words}${l.section === 'unforeseen' ? '' : ` · ${SECTION_WORDS[l.section]}`}`}>
                    {l.why.map((w) => (
                      <Box key={w} color="soft">
                        {w}
                      </Box>
                    ))}
                  </Unfold>
                </Table.Cell>
                <Table.Cell textAlign="right" pr={2} display={{ base: 'none', md: 'table-cell' }}>
                  {say(l.estimateMinor)}
                </Table.Cell>
                <Table.Cell textAlign="right" pr={2}>
                  {say(l.actualMinor)}
                </Table.Cell>
                <Table.Cell textAlign="right" pr={2}>
                  {more > 0 ? <Look>{say(more)}</Look> : more < 0 ? `−${say(-more)}` : '–'}
                </Table.Cell>
              </Table.Row>
            );
          })}
        </Table.Body>
      </Table.Root>
      {open > 0 ? (
        <Box color="soft" mt={2}>
          Of {open} more nothing is known yet.
        </Box>
      ) : null}
    </Box>
  );
}
