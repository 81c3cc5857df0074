import { Box, Flex } from '@chakra-ui/react';
import { Suspense, useEffect, useState, type ReactNode } from 'react';
import { useNavigate, useParams } from 'react-router';
import { dateOf } from '@kavrell/core/time';
import { formatClock, formatDate } from '@kavrell/core/units';
import { useNow } from '../../platform/clock.ts';
import { useCommand } from '../../platform/keys.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { undo } from '../../platform/undo.ts';
import { Button } from '../../ui/Button.tsx';
import { Loading } from '../../ui/parts.tsx';
import { SheetPlace, hold, openSheet, useSheet } from '../../ui/sheet.tsx';
import { Guard } from '../../app/Trouble.tsx';
import { screenLink } from '../../app/links.ts';
import { usePlanned } from '../../app/production.tsx';
import { fetchOtherScreens } from '../screens.ts';
import { DayRibbon } from './DayRibbon.tsx';
import { Finder } from './Finder.tsx';
import { HeldSheet } from './HeldSheet.tsx';
import { Ledger } from './Ledger.tsx';
import { PhoneRail, Rail } from './Rail.tsx';
import { useLow, useWide } from '../../ui/wide.ts';
import { useOthers } from './useOthers.ts';
import { useShrinking } from './shrinking.ts';
import { PhoneSheet } from './PhoneSheet.tsx';
import { Playing } from './PlayDay.tsx';
import { FoldButton, FoldedSheet, SheetEdge, useSheetEdge } from './SheetEdge.tsx';

function Clock() {
  const { production, day } = usePlanned();
  const now = useNow(production, 1000);
  const clock = usePreferences((s) => s.clock);
  const zone = day?.timeZone ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
  const parts = new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).formatToParts(now);
  const part = (type: string) => Number(parts.find((p) => p.type === type)?.value ?? 0);
  const today = dateOf(now, zone);
  const simulated = production.simulatedNowOffsetMs !== null;
  return (
    <Box
      as="button"
      w="120px"
      px={4}
      textAlign="right"
      flex="none"
      hideBelow="md"
      onClick={() => hold(simulated ? 'clock' : 'settings')}
    >
      <Box fontSize="l" fontWeight="700" lineHeight="1.2">
        {formatClock(part('hour'), part('minute'), clock)}
      </Box>
      <Box color={simulated ? 'look' : 'soft'} fontSize="12px" lineHeight="1.2">
        {simulated ? 'simulated time' : day && today !== day.date ? formatDate(today) : 'local time'}
      </Box>
    </Box>
  );
}

function Chooser() {
  const { production, rows, day } = usePlanned();
  const navigate = useNavigate();
  const { screen = 'day' } = useParams();
  return (
    <Box w={{ base: 'auto', md: '168px' }} flex={{ base: 1, md: 'none' }} px={3} minW={0}>
      <Box
        as="button"
        display="block"
        fontWeight="700"
        maxW="100%"
        overflow="hidden"
        textOverflow="ellipsis"
        whiteSpace="nowrap"
        title={production.title}
        onClick={() => void navigate('/')}
        aria-label={`${production.title}: choose a production`}
      >
        {production.title}
      </Box>
      {rows.days.length ? (
        <Box asChild color="soft" bg="transparent" border="0" p={0} fontSize="s" maxW="100%">
          <select
            aria-label="Day"
            value={day?.number}
            onChange={(e) => void navigate(screenLink(production.id, Number(e.target.value), screen))}
          >
            {rows.days.map((d) => (
              <option key={d.id} value={d.number}>
                {formatDate(d.date)} · {d.number} of {rows.days.length}
              </option>
            ))}
          </select>
        </Box>
      ) : (
        <Box color="soft" fontSize="s">
          no day yet
        </Box>
      )}
    </Box>
  );
}

/** Ribbon, rail, screen, side sheet, ledger: what stands around every screen. */
export function Frame({ path, title, children }: { path: string; title: string; children: ReactNode }) {
  const { production, me, rows } = usePlanned();
  const wide = useWide();
  const low = useLow();
  const [finding, setFinding] = useState(false);
  const [place, setPlace] = useState<HTMLElement | null>(null);
  const held = useSheet((s) => s.held);
  const open = useSheet((s) => s.open);

  useEffect(() => {
    document.title = `${title} · ${production.title} · Kavrell`;
    openSheet(false);
  }, [title, production.title, path]);
  useEffect(fetchOtherScreens, []);

  useCommand('frame.find', () => setFinding(true));
  useCommand('frame.keys', () => hold('keys'));
  useCommand('frame.settings', () => hold('settings'));
  useCommand('frame.emergency', () => hold('emergency'));
  useCommand('frame.make', () => hold('make'));
  useCommand('frame.got', () => hold('got'));
  useCommand('frame.kept', () => hold('kept'));
  useCommand(
    'frame.close',
    () => {
      hold(null);
      openSheet(false);
    },
    { typing: true },
  );
  useCommand('frame.undo', () => void undo.run(production.id, me.name), { enabled: me.role === 'owner' });
  useCommand('frame.redo', () => void undo.run(production.id, me.name, true), { enabled: me.role === 'owner' });

  useOthers(production.id, me, rows.cards);

  const folded = usePreferences((s) => s.sheetFolded);
  const setPreferences = usePreferences((s) => s.set);
  const edge = useSheetEdge();
  const bars = useShrinking(path);
  useCommand('frame.fold', () => setPreferences({ sheetFolded: !folded }), { enabled: wide });
  const sheetShown = held !== null || (wide ? !folded : open);
  return (
    <Box
      display="grid"
      h="100dvh"
      gridTemplateRows={wide ? '64px minmax(0, 1fr) 36px' : 'auto minmax(0, 1fr) 36px auto'}
      gridTemplateColumns={wide ? `168px minmax(0, 1fr) ${sheetShown ? edge.width : '36px'}` : 'minmax(0, 1fr)'}
    >
      <FrameHeader wide={wide} low={low} />
      {wide ? <Rail /> : null}
      <Box
        as="main"
        id="screen"
        {...(wide ? {} : bars.on)}
        overflow="auto"
        p={{ base: 3, md: 5 }}
        minW={0}
        position="relative"
      >
        <SheetPlace.Provider value={place}>
          <Guard name={path}>
            <Suspense fallback={<Loading what="the screen" />}>{children}</Suspense>
          </Guard>
        </SheetPlace.Provider>
      </Box>
      {wide && !sheetShown ? <FoldedSheet unfold={() => setPreferences({ sheetFolded: false })} /> : null}
      {wide && sheetShown ? <SheetEdge edge={edge} /> : null}
      {wide ? (
        <Box
          as="aside"
          aria-label="Side sheet"
          display={sheetShown ? 'block' : 'none'}
          bg="panel"
          borderLeft="1px solid"
          borderColor="hairline"
          p={4}
          overflowY="auto"
          overflowWrap="anywhere"
          gridColumn={3}
          gridRow={2}
        >
          {held === null ? <FoldButton fold={() => setPreferences({ sheetFolded: true })} /> : null}
          <SheetInside setPlace={setPlace} />
        </Box>
      ) : (
        <PhoneSheet open={sheetShown}>
          <SheetInside setPlace={setPlace} />
        </PhoneSheet>
      )}
      <Box gridColumn="1 / -1" minW={0}>
        <Guard name="ledger" what="The ledger" small>
          <Ledger />
        </Guard>
      </Box>
      {wide ? null : <PhoneRail path={path} shrunk={bars.shrunk} />}
      {me.role === 'owner' ? <Playing /> : null}
      {finding ? <Finder close={() => setFinding(false)} /> : null}
    </Box>
  );
}

/** What is held over the screen’s sheet, or the place for that. */
function SheetInside({ setPlace }: { setPlace: (place: HTMLElement | null) => void }) {
  const held = useSheet((s) => s.held);
  return (
    <>
      <Guard name={`sheet ${held}`} what="This sheet">
        <HeldSheet />
      </Guard>
      <Box ref={setPlace} display={held ? 'none' : 'block'} />
    </>
  );
}

/** The jobs, the day as a ribbon, the emergency, the clock. */
function FrameHeader({ wide, low }: { wide: boolean; low: boolean }) {
  return (
    <Flex
      as="header"
      gridColumn="1 / -1"
      borderBottom="1px solid"
      borderColor="hairline"
      bg="panel"
      align="center"
      minW={0}
      wrap={wide || low ? 'nowrap' : 'wrap'}
    >
      <Chooser />
      <Box flex="1" minW={0} order={wide || low ? 0 : 3} flexBasis={wide || low ? 'auto' : '100%'}>
        <Guard name="ribbon" what="The ribbon" small>
          <DayRibbon />
        </Guard>
      </Box>
      <Button look="quiet" command="frame.emergency" onClick={() => hold('emergency')} minH="44px" px={2}>
        Emergency
      </Button>
      <Clock />
      {wide ? null : (
        <Button look="quiet" onClick={() => hold('settings')} minH="44px">
          Settings
        </Button>
      )}
    </Flex>
  );
}
