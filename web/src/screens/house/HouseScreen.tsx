import { Box, Flex } from '@chakra-ui/react';
import { useEffect, useState, type ReactNode } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { Me } from '@kavrell/contract';
import { formatCount } from '@kavrell/core/units';
import { ProductionProvider, usePlanned } from '../../app/production.tsx';
import { Guard, Trouble } from '../../app/Trouble.tsx';
import { useCommand } from '../../platform/keys.ts';
import { useOutbox } from '../../platform/outbox.ts';
import { undo } from '../../platform/undo.ts';
import { useHouseId } from '../../shared/kit/house.ts';
import { Loading } from '../../ui/parts.tsx';
import { SheetPlace } from '../../ui/sheet.tsx';
import { Views } from '../../ui/Views.tsx';
import { OwnKit } from './OwnKit.tsx';
import { RatesBook } from './RatesBook.tsx';
import { SenderView } from './SenderView.tsx';

/** What one owns, on whatever job it is: it stands apart from all productions and outlives them. */
export function HouseScreen({ me }: { me: Me }) {
  const house = useHouseId();
  if (house.error) return <Trouble error={house.error} again={house.again} />;
  if (!house.id) return <Loading what="what you own" />;
  return (
    <ProductionProvider me={me} productionId={house.id} dayNumber={null}>
      <HousePage />
    </ProductionProvider>
  );
}

const VIEWS = [
  ['kit', 'Kit'],
  ['rates', 'Rates'],
  ['sender', 'On quotes and invoices'],
] as const;
type View = (typeof VIEWS)[number][0];
const OF: Readonly<Record<View, () => ReactNode>> = {
  kit: () => <OwnKit />,
  rates: () => <RatesBook />,
  sender: () => <SenderView />,
};

function HousePage() {
  const { production, me } = usePlanned();
  const [place, setPlace] = useState<HTMLElement | null>(null);
  // The view stands in the address: who comes from a job for one of them finds that one open.
  const [asked, setAsked] = useSearchParams();
  const view = VIEWS.find(([v]) => v === asked.get('view'))?.[0] ?? 'kit';
  const setView = (next: View) => setAsked({ view: next }, { replace: true });
  const waiting = useOutbox((s) => s.entries.length);
  const refused = useOutbox((s) => s.refused.length);
  useEffect(() => {
    document.title = 'Own kit · Kavrell';
  }, []);
  useCommand('frame.undo', () => void undo.run(production.id, me.name));
  useCommand('frame.redo', () => void undo.run(production.id, me.name, true));
  return (
    <Box
      maxW="1400px"
      mx="auto"
      px={{ base: 3, md: 6 }}
      py={5}
      display="grid"
      gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 320px' }}
      gap={6}
    >
      <Box as="main" minW={0}>
        <Flex justify="space-between" align="center" mb={3} gap={3}>
          <Link to="/">All productions</Link>
          <Box color="soft" role="status">
            {refused > 0
              ? `${formatCount(refused, 'change')} not taken: open a production, and press the words at its foot`
              : waiting > 0
                ? `${formatCount(waiting, 'change')} waiting to be sent`
                : 'All saved'}
          </Box>
        </Flex>
        <SheetPlace.Provider value={place}>
          <Flex justify="flex-end" mb={3}>
            <Views label="What is yours" views={VIEWS} open={view} onOpen={setView} />
          </Flex>
          <Guard name="own kit">{OF[view]()}</Guard>
        </SheetPlace.Provider>
      </Box>
      <Box as="aside" aria-label="Side sheet" minW={0} overflowWrap="anywhere" ref={setPlace} />
    </Box>
  );
}
