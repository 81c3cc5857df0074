import { Box, Flex } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { useNavigate, useParams } from 'react-router';
import { callSheetPdf, frozenSheetPdf, pathOf, readSheets } from '@kavrell/contract';
import { msToMinute } from '@kavrell/core/time';
import { formatDate } from '@kavrell/core/units';
import { call } from '../../platform/api.ts';
import { useNow } from '../../platform/clock.ts';
import { useLive } from '../../platform/live.ts';
import { useOutbox } from '../../platform/outbox.ts';
import { forget } from '../../platform/session.ts';
import { Trouble } from '../../app/Trouble.tsx';
import { screenLink } from '../../app/links.ts';
import { Button, LinkButton } from '../../ui/Button.tsx';
import { Empty, Loading } from '../../ui/parts.tsx';
import { SheetFace } from './SheetFace.tsx';

const MINUTE_MS = 60_000;
/** A reader’s sheet goes by the real clock. */
const REAL = { simulatedNowOffsetMs: null };

/** What a reader of the call sheet has: the sheet of each day, and nothing of the plan behind it. */
export function ReaderPage({ productionId }: { productionId: string }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const { day: number = '0' } = useParams();
  useLive(productionId);
  // With no network the sheet comes from this device's keeping, without an error.
  const online = useOutbox((s) => s.online);
  const now = useNow(REAL, MINUTE_MS);
  const { data, error, isPending, refetch } = useQuery({
    queryKey: ['rows', productionId, 'sheets'],
    queryFn: () => call(readSheets, { params: { productionId } }),
    refetchInterval: 5 * MINUTE_MS,
  });
  useEffect(() => {
    if (data) document.title = `Call sheet · ${data.title} · Kavrell`;
  }, [data]);
  if (isPending) return <Loading what="the sheet" />;
  if (!data) return <Trouble error={error} again={() => void refetch()} />;
  const day = data.days.find((d) => d.content.dayNumber === Number(number)) ?? data.days[0];
  const old = error !== null || !online;
  return (
    <Box maxW="960px" mx="auto" px={4} py={6} as="main">
      <Flex gap={3} align="baseline" wrap="wrap" mb={4}>
        <Box as="h1" fontSize="xl" fontWeight="700" overflowWrap="anywhere">
          {data.title}
        </Box>
        <Button ml="auto" look="quiet" onClick={() => void forget(client)}>
          Sign out
        </Button>
      </Flex>
      {old ? (
        <Box role="status" color="look" mb={4}>
          No network: this is as it was at {new Date(data.atMs).toLocaleString()}, and may be old.
        </Box>
      ) : null}
      {!day ? (
        <Empty title="No day yet">The sheet appears here as soon as a day is planned.</Empty>
      ) : (
        <>
          <Flex gap={3} wrap="wrap" mb={4} justify="space-between">
            <Flex gap={2} wrap="wrap" role="group" aria-label="Days">
              {data.days.map((d) => (
                <Button
                  key={d.dayId}
                  aria-pressed={d === day}
                  look={d === day ? 'on' : 'plain'}
                  onClick={() => void navigate(screenLink(productionId, d.content.dayNumber, 'call-sheet'))}
                >
                  {formatDate(d.content.date, { long: true })}
                </Button>
              ))}
            </Flex>
            <LinkButton
              look="primary"
              target="_blank"
              rel="noreferrer"
              href={
                day.sheetId
                  ? pathOf(frozenSheetPdf, { productionId, sheetId: day.sheetId })
                  : pathOf(callSheetPdf, { productionId, dayId: day.dayId })
              }
            >
              Open as PDF
            </LinkButton>
          </Flex>
          <Box mb={4} data-frozen={day.revision ?? 'none'}>
            {day.revision === null
              ? 'Nothing has gone out for this day yet: this is a draft, and will change.'
              : `Version ${day.revision}.`}
          </Box>
          <SheetFace sheet={day.content} nowMin={msToMinute(day.content.date, day.content.timeZone, now)} />
        </>
      )}
    </Box>
  );
}
