import { Box, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { custodyCsv, custodyPdf, keepLabelsPdf, listHandOvers, pathOf } from '@kavrell/contract';
import { dateOf } from '@kavrell/core/time';
import { formatDate, formatInstant } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { call, wordsOf } from '../../platform/api.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { LinkButton } from '../../ui/Button.tsx';
import { Look } from '../../ui/parts.tsx';

const SHOWN = 12;

/** Who had what: every hand-over, the newest first, and the papers about it. */
export function HandOvers() {
  const { production, rows, day } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const params = { productionId: production.id };
  // A move bumps the version of its row: then the list is read anew.
  const seen = [...rows.drives, ...rows.cards].map((r) => r.version).join();
  const { data, error } = useQuery({
    queryKey: ['custody', production.id, seen],
    queryFn: () => call(listHandOvers, { params }),
    placeholderData: (before) => before,
  });
  const when = (atMs: number) =>
    day
      ? `${formatDate(dateOf(atMs, day.timeZone))} ${formatInstant(atMs, day, clock)}`
      : new Date(atMs).toISOString().slice(0, 10);
  return (
    <Box as="section" aria-label="Hand-overs" mb={5}>
      <Flex gap={2} wrap="wrap" align="baseline" mb={2}>
        <Box as="h2" fontSize="m" fontWeight="700" mr={2}>
          Hand-overs
        </Box>
        <LinkButton href={pathOf(custodyPdf, params)} target="_blank" rel="noreferrer">
          Custody, PDF
        </LinkButton>
        <LinkButton href={pathOf(custodyCsv, params)} download>
          CSV
        </LinkButton>
        <LinkButton href={pathOf(keepLabelsPdf, params)} target="_blank" rel="noreferrer">
          Labels, PDF
        </LinkButton>
      </Flex>
      {error && !data ? <Look>{wordsOf(error)}</Look> : null}
      <Box as="ol" listStyleType="none" display="grid" gap={1}>
        {(data ?? []).slice(0, SHOWN).map((m, i) => (
          <Box as="li" key={`${m.atMs}${m.what}${i}`} overflowWrap="anywhere">
            <Box as="span" color="soft">
              {when(m.atMs)}, {m.by}:
            </Box>{' '}
            {m.what} {m.from ? `from ${m.from} ` : ''}to {m.to || 'nowhere said'}
          </Box>
        ))}
      </Box>
      {data && data.length === 0 ? <Box color="soft">Nothing changed hands yet.</Box> : null}
      {data && data.length > SHOWN ? <Box color="soft">{data.length - SHOWN} more in the papers.</Box> : null}
    </Box>
  );
}
