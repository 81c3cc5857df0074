import { LIGHT_VIEWS, NoSetupYet, SetupsList } from './LightViews.tsx';
import { Box, Flex } from '@chakra-ui/react';
import { pathOf, lightPlanPdf, lightPlanSvg } from '@kavrell/contract';
import type { Setup } from '@kavrell/core/light';
import { usePlanned } from '../../app/production.tsx';
import { StalePart } from '../../app/Stale.tsx';
import { useKeptView } from '../../platform/kept.ts';
import { useKeysOf } from '../../platform/keys.ts';
import { Button, LinkButton } from '../../ui/Button.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet } from '../../ui/sheet.tsx';
import { Tabbed, Views } from '../../ui/Views.tsx';
import { AsBuiltPart } from './AsBuiltPart.tsx';
import { FromBook } from './FromBook.tsx';
import { KitView } from './KitView.tsx';
import { NeedsView } from './NeedsView.tsx';
import { PlanView } from './PlanView.tsx';
import { SetupPart } from './SetupPart.tsx';
import { useSetupEdits } from './useSetupEdits.ts';

const KEYS = [
  { keys: 'Tab, N, Shift N', does: 'into the plan; the next thing on it, the one before' },
  { keys: 'arrows', does: 'move the chosen thing 5 cm; with Shift 50 cm' },
  { keys: '[ ]', does: 'turn it 5°' },
  { keys: 'Page ↑ ↓', does: 'raise or lower it 10 cm' },
  { keys: 'Delete', does: 'take it off the plan (Ctrl Z brings it back)' },
  { keys: 'Alt while dragging', does: 'without catching on the grid' },
];

/** Light on paper: plans in metres with their readings, what they need and what must be looked at. */
export function LightScreen() {
  const { me, production, rows } = usePlanned();
  const [selectedId, select] = useHashSelection();
  const [lastId, setLastId] = useKeptId('light-setup');
  const [view, setView] = useKeptView('light', LIGHT_VIEWS);
  useKeysOf('Light', KEYS);
  const [place] = rows.places;
  const setup =
    rows.setups.find((s) => s.id === selectedId) ?? rows.setups.find((s) => s.id === lastId) ?? rows.setups[0];
  const openSetup = (s: Setup) => {
    setLastId(s.id);
    select(s.id);
  };
  const edits = useSetupEdits(setup, (id) => {
    if (id) setLastId(id);
    select(id);
  });
  const { variant } = edits;
  const views = me.role === 'owner' ? LIGHT_VIEWS : LIGHT_VIEWS.filter(([v]) => v !== 'book');
  const fromBook = (
    <FromBook
      code={edits.nextCode}
      open={(id) => {
        setLastId(id);
        select(id);
        setView('plan');
      }}
    />
  );
  const add = () => {
    setView('plan');
    edits.add();
  };
  const used = setup ? rows.shots.filter((s) => s.setupId === setup.id) : [];
  const params = setup ? { productionId: production.id, setupId: setup.id } : null;

  if (!setup) return <NoSetupYet view={view} fromBook={fromBook} place={place} add={add} setView={setView} />;
  return (
    <>
      <Flex align="center" gap={2} wrap="wrap" mb={3}>
        <Box as="h1" fontSize="xl" mr={2} minW={0} overflowWrap="anywhere">
          {view === 'plan' ? `${setup.code}  ${setup.name}` : 'Light'}
        </Box>
        <Flex ml="auto" gap={2} wrap="wrap">
          <Views label="Light" views={views} open={view} onOpen={setView} />
          <Button size="small" look="primary" onClick={add}>
            Add a setup
          </Button>
        </Flex>
      </Flex>
      {view === 'plan' ? (
        <>
          <Flex gap={1} wrap="wrap" mb={2}>
            <Tabbed
              label="Setups"
              views={rows.setups.map((s) => ({ key: s.id, words: s.code, title: s.name }))}
              open={setup.id}
              onOpen={(id) => {
                const next = rows.setups.find((s) => s.id === id);
                if (next) openSetup(next);
              }}
            />
            <Flex ml="auto" gap={1} wrap="wrap">
              <Button size="small" onClick={() => variant(false)}>
                Variant
              </Button>
              <Button size="small" onClick={() => variant(true)}>
                Other side
              </Button>
              {params ? (
                <>
                  <LinkButton size="small" href={pathOf(lightPlanPdf, params)} target="_blank" rel="noreferrer">
                    PDF
                  </LinkButton>
                  <LinkButton size="small" href={pathOf(lightPlanSvg, params)} target="_blank" rel="noreferrer">
                    SVG
                  </LinkButton>
                </>
              ) : null}
            </Flex>
          </Flex>
          <PlanView setup={setup} />
          <Sheet>
            <StalePart id={setup.id} table="setups" />
            <AsBuiltPart setup={setup} />
            <SetupPart setup={setup} edits={edits} used={used} />
          </Sheet>
        </>
      ) : view === 'setups' ? (
        <SetupsList openSetup={openSetup} setView={setView} selectedId={selectedId} setup={setup} used={used} />
      ) : view === 'needs' ? (
        <NeedsView />
      ) : view === 'book' ? (
        fromBook
      ) : (
        <KitView />
      )}
    </>
  );
}

/** The setup that was open last in this window. */
function useKeptId(name: string): [string | null, (id: string) => void] {
  return [sessionStorage.getItem(`kavrell-${name}`), (id) => sessionStorage.setItem(`kavrell-${name}`, id)];
}
