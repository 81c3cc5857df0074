import { Box, Flex } from '@chakra-ui/react';
import { formatCount, formatMinuteOfDay } from '@kavrell/core/units';
import { usePreferences } from '../../platform/preferences.ts';
import { clockWords, useHouse } from '../../platform/house.ts';
import { useDisk } from '../../platform/health.ts';
import { useOutbox } from '../../platform/outbox.ts';
import { hold, useSheet } from '../../ui/sheet.tsx';
import { shareSaid, useDayOdds, wrapsOf } from '../../app/odds.ts';
import { useProduction } from '../../app/production.tsx';

/** The three answers, always; each opens its reasons. Then what has been saved. */
export function Ledger() {
  const { answers, day } = useProduction();
  const odds = useDayOdds();
  const clock = usePreferences((s) => s.clock);
  const likely =
    odds && day
      ? `${shareSaid(odds.byShare)} in time, 95\u00a0% by ${formatMinuteOfDay(wrapsOf(odds, day).p95, day, clock)}`
      : '';
  const held = useSheet((s) => s.held);
  const waiting = useOutbox((s) => s.entries.length);
  const refused = useOutbox((s) => s.refused.length);
  const ofOthers = useOutbox((s) => s.held.length);
  const online = useOutbox((s) => s.online);
  const kept = useOutbox((s) => s.kept);
  const signedOut = useOutbox((s) => s.signedOut);
  const clockOff = useHouse((s) => clockWords(s.clockOffsetMs) !== null);
  const disk = useDisk();
  const status = refused
    ? `${formatCount(refused, 'change')} not taken`
    : signedOut
      ? `Signed out${waiting ? ` · ${waiting} waiting` : ''}`
      : !kept && waiting
        ? `${waiting} not kept on this device`
        : !online
          ? waiting
            ? `Offline · ${waiting} waiting`
            : 'Offline'
          : waiting
            ? `Saving ${waiting} …`
            : disk
              ? disk.short
              : clockOff
                ? 'Clock of this device is off'
                : ofOthers
                  ? `Yours saved · ${ofOthers} of others ${ofOthers === 1 ? 'waits' : 'wait'} here`
                  : 'All saved';
  return (
    <Flex
      as="footer"
      h="36px"
      borderTop="1px solid"
      borderColor="hairline"
      bg="panel"
      fontSize="s"
      overflow="hidden"
      role="contentinfo"
      aria-label="The three answers"
    >
      {answers.map((a) => (
        <Box
          as="button"
          key={a.question}
          display="flex"
          alignItems="center"
          gap={2}
          px={4}
          h="36px"
          minW={0}
          whiteSpace="nowrap"
          overflow="hidden"
          borderRight="1px solid"
          borderColor="hairline"
          aria-pressed={held === a.question}
          bg={held === a.question ? 'raised' : 'transparent'}
          onClick={() => hold(a.question)}
          data-answer={a.question}
        >
          <Box as="span" color="soft" hideBelow="md">
            {a.title}
          </Box>
          <Box as="strong" color={a.look ? 'look' : 'text'}>
            {a.figure}
          </Box>
          <Box as="span" hideBelow="md" minW={0} whiteSpace="normal" textAlign="left" lineHeight="15px">
            {a.question === 'make' && likely ? `${a.rest} · ${likely}` : a.rest}
          </Box>
        </Box>
      ))}
      <Box
        as="button"
        ml="auto"
        px={4}
        h="36px"
        whiteSpace="nowrap"
        color={refused || !online || !kept || signedOut || clockOff || disk ? 'look' : 'soft'}
        onClick={() => hold('waiting')}
        aria-live="polite"
        data-status={refused ? 'refused' : online ? (waiting ? 'saving' : 'saved') : 'offline'}
      >
        {status}
      </Box>
    </Flex>
  );
}
