import { Box, Table } from '@chakra-ui/react';
import { Fragment } from 'react';
import type { EstimateLine } from '@kavrell/core/jobMoney';
import { SECTIONS, SECTION_WORDS } from '@kavrell/core/money';
import { formatMoney } from '@kavrell/core/units';
import { Button } from '../../ui/Button.tsx';
import { Look, Tag } from '../../ui/parts.tsx';

/** The lines of an estimate under their parts; a press on one says why. */
export function EstimateLines({
  lines,
  currency,
  chosenKey,
  choose,
}: {
  lines: readonly EstimateLine[];
  currency: string;
  chosenKey: string | null;
  choose: (key: string) => void;
}) {
  const sections = SECTIONS.map((s) => ({ section: s, own: lines.filter((l) => l.section === s) })).filter(
    (s) => s.own.length > 0,
  );
  return (
    <Table.Root w="100%" aria-label="Lines of the estimate" css={{ '& td': { verticalAlign: 'middle' } }}>
      <Table.Header>
        <Table.Row color="soft" fontSize="s">
          <Table.ColumnHeader textAlign="left">What</Table.ColumnHeader>
          <Table.ColumnHeader textAlign="right" pr={2}>
            How many
          </Table.ColumnHeader>
          <Table.ColumnHeader textAlign="right" pr={2} display={{ base: 'none', md: 'table-cell' }}>
            Each
          </Table.ColumnHeader>
          <Table.ColumnHeader textAlign="right">Net</Table.ColumnHeader>
        </Table.Row>
      </Table.Header>
      <Table.Body>
        {sections.map(({ section, own }) => (
          <Fragment key={section}>
            <Table.Row>
              <Table.Cell colSpan={4} pt={4} pb={1} fontWeight="700">
                <Box display="flex" justifyContent="space-between">
                  <span>{SECTION_WORDS[section]}</span>
                  <span>
                    {formatMoney(
                      own.reduce((sum, l) => sum + (l.netMinor ?? 0), 0),
                      currency,
                    )}
                  </span>
                </Box>
              </Table.Cell>
            </Table.Row>
            {own.map((l) => (
              <Table.Row
                key={l.key}
                data-line={l.words}
                bg={l.key === chosenKey ? 'panel' : undefined}
                borderTop="1px solid"
                borderColor="hairline"
              >
                <Table.Cell py={1} overflowWrap="anywhere">
                  <Button
                    look="quiet"
                    size="small"
                    textAlign="left"
                    whiteSpace="normal"
                    px={1}
                    aria-pressed={l.key === chosenKey}
                    onClick={() => choose(l.key)}
                  >
                    {l.words}
                  </Button>{' '}
                  {l.own ? <Tag>own</Tag> : null}{' '}
                  {l.planMinor !== null || (l.from === 'typed' && l.section) ? <Tag>by hand</Tag> : null}
                </Table.Cell>
                <Table.Cell textAlign="right" pr={2} whiteSpace="nowrap">
                  {l.quantity}
                  {l.unit ? ` ${l.unit}` : ''}
                </Table.Cell>
                <Table.Cell textAlign="right" pr={2} whiteSpace="nowrap" display={{ base: 'none', md: 'table-cell' }}>
                  {l.unitMinor === null ? '' : formatMoney(l.unitMinor, currency)}
                </Table.Cell>
                <Table.Cell textAlign="right" whiteSpace="nowrap">
                  {l.netMinor === null ? <Look>no price</Look> : formatMoney(l.netMinor, currency)}
                </Table.Cell>
              </Table.Row>
            ))}
          </Fragment>
        ))}
      </Table.Body>
    </Table.Root>
  );
}
