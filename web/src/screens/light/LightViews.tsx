import type { ReactNode } from 'react';
import { Box } from '@chakra-ui/react';
import type { Setup } from '@kavrell/core/light';
import type { Place } from '@kavrell/core/places';
import type { Shot } from '@kavrell/core/scenes';
import { usePlanned } from '../../app/production.tsx';
import { Button } from '../../ui/Button.tsx';
import { Part, Empty, Facts } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { KitView } from './KitView.tsx';
import { SetupPictures } from './SetupPictures.tsx';
import { SetupsView } from './SetupsView.tsx';

/** The views of Light. */
export const LIGHT_VIEWS = [
  ['plan', 'Plan'],
  ['setups', 'All setups'],
  ['needs', 'Needed'],
  ['kit', 'Kit'],
  ['book', 'From the book'],
] as const;
type LightView = (typeof LIGHT_VIEWS)[number][0];

/** Light without any setup: its kit, a setup of a former job, or the first of its own. */
export function NoSetupYet({
  view,
  fromBook,
  place,
  add,
  setView,
}: {
  view: LightView;
  fromBook: ReactNode;
  place: Place | undefined;
  add: () => void;
  setView: (next: LightView) => void;
}) {
  const { me } = usePlanned();

  return (
    <>
      {view === 'kit' || view === 'book' ? null : (
        <Sheet>
          <Part>Of a setup that is drawn, its light, its power, what to look out for and its minutes stand here.</Part>
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
}

/** All setups, as pictures and as a table. */
export function SetupsList({
  openSetup,
  setView,
  selectedId,
  setup,
  used,
}: {
  openSetup: (s: Setup) => void;
  setView: (next: LightView) => void;
  selectedId: string | null;
  setup: Setup;
  used: Shot[];
}) {
  const { rows } = usePlanned();

  return (
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
  );
}
