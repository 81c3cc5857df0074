import { Box, Flex, Table } from '@chakra-ui/react';
import type { PaperContent } from '@kavrell/core/money';
import { formatDate, formatMoney } from '@kavrell/core/units';

const addressOf = (who: PaperContent['payer'] | PaperContent['sender']) =>
  [who.name, ...who.address.split('\n'), [who.postcode, who.city].filter(Boolean).join(' '), who.country].filter(
    Boolean,
  );

/** A paper before it is issued, as it would stand: the PDF says the same. */
export function PaperDrawn({ content: c, title }: { content: PaperContent; title: string }) {
  const say = (minor: number) => formatMoney(minor, c.currency, { cents: true });
  const sum = (name: string, minor: number, bold = false) => (
    <Flex key={name} justify="flex-end" gap={4} fontWeight={bold ? '700' : undefined}>
      <span>{name}</span>
      <Box minW="110px" textAlign="right">
        {say(minor)}
      </Box>
    </Flex>
  );
  return (
    <Box
      as="article"
      aria-label={`${title}, not issued yet`}
      border="1px solid"
      borderColor="hairline"
      bg="panel"
      p={{ base: 3, md: 6 }}
      maxW="820px"
      data-paper-drawn
    >
      <Flex justify="space-between" gap={4} wrap="wrap" mb={5}>
        {[c.payer, c.sender].map((who, i) => (
          <Box
            key={i}
            color={i === 0 ? undefined : 'soft'}
            textAlign={i === 0 ? 'left' : 'right'}
            overflowWrap="anywhere"
          >
            {addressOf(who).map((l, j) => (
              <Box key={`${j}${l}`}>{l}</Box>
            ))}
          </Box>
        ))}
      </Flex>
      <Box as="h2" fontSize="xl">
        {title}
      </Box>
      <Box color="soft" mb={3}>
        {c.title}
        {c.fromDate
          ? `, ${formatDate(c.fromDate, { year: true })}${c.toDate !== c.fromDate && c.toDate ? ` to ${formatDate(c.toDate, { year: true })}` : ''}`
          : ''}
      </Box>
      <Table.Root w="100%" aria-label="Lines of the paper">
        <Table.Body>
          {c.lines.map((l, i) => (
            <Table.Row key={`${i}${l.words}`} borderTop="1px solid" borderColor="hairline">
              <Table.Cell py={1} overflowWrap="anywhere">
                {l.words}
              </Table.Cell>
              <Table.Cell
                textAlign="right"
                pr={2}
                color="soft"
                whiteSpace="nowrap"
                display={{ base: 'none', md: 'table-cell' }}
              >
                {l.unit ? `${l.quantityMilli / 1000} ${l.unit} × ${say(l.unitMinor)}` : ''}
              </Table.Cell>
              <Table.Cell textAlign="right" whiteSpace="nowrap">
                {say(l.netMinor)}
              </Table.Cell>
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
      <Box mt={3}>
        {sum('Net', c.netMinor)}
        {c.taxes.filter((t) => t.taxBp > 0).map((t) => sum(`Tax ${t.taxBp / 100}\u00a0%`, t.taxMinor))}
        {c.roundingMinor === 0 ? null : sum('Rounded by', c.roundingMinor)}
        {sum('In all', c.grossMinor, true)}
      </Box>
      {c.texts.map((t) => (
        <Box key={t.head} mt={4}>
          <Box fontWeight="700">{t.head}</Box>
          <Box as="ul" listStyleType="disc" pl={5}>
            {t.lines.map((l) => (
              <li key={l}>{l}</li>
            ))}
          </Box>
        </Box>
      ))}
      {c.payments.length > 0 ? (
        <Box mt={4}>
          <Box fontWeight="700">Payments</Box>
          {c.payments.map((p) => (
            <Flex key={p.words} justify="space-between" gap={3}>
              <span>
                {p.words}
                {p.onDate ? `, ${formatDate(p.onDate, { year: true })}` : ''}
              </span>
              <span>{say(p.minor)}</span>
            </Flex>
          ))}
        </Box>
      ) : null}
    </Box>
  );
}
