import { Box, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { readCalendar, setCalendar } from '@kavrell/contract';
import { call, wordsOf } from '../../platform/api.ts';
import { copied } from '../../platform/clipboard.ts';
import { tell } from '../../platform/notices.ts';
import { queries } from '../../platform/queries.ts';
import { Button } from '../../ui/Button.tsx';

/** A link that a calendar subscribes to: days of all jobs, and what is due. */
export function CalendarLink() {
  const { data } = useQuery({ queryKey: ['calendar'], queryFn: () => call(readCalendar, { params: {} }) });
  if (!data) return null;
  const set = (on: boolean) =>
    void call(setCalendar, { params: {}, body: { on } }).then(
      (now) => {
        queries.setQueryData(['calendar'], now);
        if (!on) tell('The calendar is withdrawn: whoever had its link sees nothing more.');
      },
      (e: unknown) => tell(wordsOf(e)),
    );
  const url = data.path === null ? null : `${window.location.origin}${data.path}`;
  return (
    <Box mt={5} data-calendar>
      {url === null ? (
        <Button
          size="small"
          onClick={() => set(true)}
          title="For your own calendar program: days of all jobs, and what is due"
        >
          Make a calendar to subscribe to
        </Button>
      ) : (
        <>
          <Box overflowWrap="anywhere" fontSize="s" className="mono">
            {url}
          </Box>
          <Box color="soft" fontSize="s">
            Whoever has this link sees your days and what is due. A calendar elsewhere reaches it only where this server
            can be reached.
          </Box>
          <Flex gap={2} mt={1}>
            <Button
              size="small"
              onClick={() =>
                void copied(url).then((isThere) =>
                  tell(
                    isThere
                      ? 'The link of the calendar is on the clipboard.'
                      : 'This browser does not give the clipboard away: mark the link and copy it.',
                  ),
                )
              }
            >
              Copy the link
            </Button>
            <Button size="small" onClick={() => set(false)}>
              Withdraw it
            </Button>
          </Flex>
        </>
      )}
    </Box>
  );
}
