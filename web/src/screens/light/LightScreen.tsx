import { Box, Flex } from '@chakra-ui/react';
import { pathOf, lightPlanPdf, lightPlanSvg } from '@kavrell/contract';
import { type Setup } from '@kavrell/core/light';
import { usePlanned } from '../../app/production.tsx';
import { StalePart } from '../../app/Stale.tsx';
import { useKeptView } from '../../platform/kept.ts';
import { useKeysOf } from '../../platform/keys.ts';
import { Button, LinkButton } from '../../ui/Button.tsx';
import { Empty, Facts, Part } from '../../ui/parts.tsx';
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
import { SetupPictures } from './SetupPictures.tsx';
import { SetupsView } from './SetupsView.tsx';

const VIEWS = [
  ['plan', 'Plan'],
  ['setups', 'All setups'],
  ['needs', 'Needed'],
  ['kit', 'Kit'],
  ['book', 'From the book'],
] as const;
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
  const [view, setView] = useKeptView('light', VIEWS);
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
  const views = me.role === 'owner' ? VIEWS : VIEWS.filter(([v]) => v !== 'book');
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

  if (!setup)
    return (
      <>
        {view === 'kit' || view === 'book' ? null : (
          <Sheet>
            <Part>
              Of a setup that is drawn, its light, its power, what to look out for and its minutes stand here.
            </Part>
          </Sheet>
        )}
        <Box as="h1" fontSize="xl" mb={3}>
          Light
        </Box>
        {view === 'kit' ? (
          <KitView />
        ) : view === 'book' ? (
          fromBook
        ) : (
          <Empty
            title="No light setup yet"
            action={
              place ? (
                <>
                  <Button look="primary" onClick={add}>
                    Add a setup
                  </Button>
                  {me.role === 'owner' ? <Button onClick={() => setView('book')}>One of a former job</Button> : null}
                </>
              ) : null
            }
          >
            {place
              ? 'A setup is drawn in metres: “L1, founder’s bench: 300 W through a 1.2 m frame, black flag at 0.6 m”. Its light, power, ballast and minutes are worked out as you move things.'
              : 'Add a place first: a setup stands somewhere.'}
          </Empty>
        )}
      </>
    );
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
        <>
          <SetupPictures
            open={(s) => {
              openSetup(s);
              setView('plan');
            }}
          />
          <SetupsView
            selectedId={selectedId}
            onSelect={(id) => id && openSetup(rows.setups.find((s) => s.id === id) ?? setup)}
          />
          <Sheet>
            <Part>
              <h2>
                {setup.code} {setup.name}
              </h2>
              <Box>{setup.notes}</Box>
              <Facts rows={[['Used by', used.map((s) => s.code).join(' ') || 'no shot yet']]} />
              <Button size="small" mt={3} onClick={() => setView('plan')}>
                Open its plan
              </Button>
            </Part>
          </Sheet>
        </>
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
