import { Box, Flex } from '@chakra-ui/react';
import { pathOf, lightPlanPdf, lightPlanSvg } from '@kavrell/contract';
import { mirrored, PLAN_DEFAULTS, SETUP_DEFAULTS, sizeOf, type Setup } from '@kavrell/core/light';
import { usePlanned } from '../../app/production.tsx';
import { StalePart } from '../../app/Stale.tsx';
import { newId } from '../../platform/id.ts';
import { useKeptView } from '../../platform/kept.ts';
import { useKeysOf } from '../../platform/keys.ts';
import { tell } from '../../platform/notices.ts';
import { change } from '../../platform/rows.ts';
import { Button, LinkButton } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { setupFields } from '@kavrell/core/light';
import { Empty, Facts, Part } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet } from '../../ui/sheet.tsx';
import { Views } from '../../ui/Views.tsx';
import { KitView } from './KitView.tsx';
import { NeedsView } from './NeedsView.tsx';
import { PlanView } from './PlanView.tsx';
import { SetupsView } from './SetupsView.tsx';

const VIEWS = [
  ['plan', 'Plan'],
  ['setups', 'All setups'],
  ['needs', 'Needed'],
  ['kit', 'Kit'],
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
  const { production, rows } = usePlanned();
  const [selectedId, select] = useHashSelection();
  const [lastId, setLastId] = useKeptId('light-setup');
  const [view, setView] = useKeptView('light', VIEWS);
  useKeysOf('Light', KEYS);
  const [place] = rows.places;
  const setup =
    rows.setups.find((s) => s.id === selectedId) ?? rows.setups.find((s) => s.id === lastId) ?? rows.setups[0];
  const nextCode = () => {
    for (let n = rows.setups.length + 1; ; n += 1) if (!rows.setups.some((s) => s.code === `L${n}`)) return `L${n}`;
  };
  const openSetup = (s: Setup) => {
    setLastId(s.id);
    select(s.id);
  };
  const add = () => {
    if (!place) return;
    const id = newId();
    const where = setup?.placeId ?? place.id;
    const room = rows.rooms.find((r) => r.placeId === where);
    void change(production.id, 'Added a light setup', [
      {
        op: 'insert',
        table: 'setups',
        id,
        values: {
          ...SETUP_DEFAULTS,
          code: nextCode(),
          name: 'New setup',
          placeId: where,
          plan: { ...PLAN_DEFAULTS, roomId: room?.id ?? null },
        },
      },
    ]);
    setView('plan');
    setLastId(id);
    select(id);
  };
  const variant = (other: boolean) => {
    if (!setup) return;
    const id = newId();
    const [w] = sizeOf(setup.plan, rows.rooms.find((r) => r.id === setup.plan.roomId) ?? null);
    const code = nextCode();
    void change(production.id, `${code} from ${setup.code}`, [
      {
        op: 'insert',
        table: 'setups',
        id,
        values: {
          code,
          name: `${setup.name}${other ? ', other side' : ', variant'}`.slice(0, 80),
          placeId: setup.placeId,
          rigMin: null,
          notes: '',
          hands: setup.hands,
          fromSetupId: setup.id,
          plan: other ? mirrored(setup.plan, w) : setup.plan,
        },
      },
    ]);
    setLastId(id);
    select(id);
    tell(`${code} is made from ${setup.code} and keeps the link: what differs is its relight.`);
  };
  const remove = () => {
    if (!setup) return;
    void change(production.id, `Deleted ${setup.code}`, [{ op: 'delete', table: 'setups', row: setup }]);
    tell(`Deleted ${setup.code}. Ctrl+Z brings it back.`);
    select(null);
  };
  const save = (values: Record<string, unknown>) =>
    setup && void change(production.id, `${setup.code}: name`, [{ op: 'update', table: 'setups', row: setup, values }]);
  const used = setup ? rows.shots.filter((s) => s.setupId === setup.id) : [];
  const params = setup ? { productionId: production.id, setupId: setup.id } : null;

  if (!setup)
    return (
      <>
        <Box as="h1" fontSize="xl" mb={3}>
          Light
        </Box>
        {view === 'kit' ? (
          <KitView />
        ) : (
          <Empty
            title="No light setup yet"
            action={
              place ? (
                <Button look="primary" onClick={add}>
                  Add a setup
                </Button>
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
          <Views label="Light" views={VIEWS} open={view} onOpen={setView} />
          <Button size="small" look="primary" onClick={add}>
            Add a setup
          </Button>
        </Flex>
      </Flex>
      {view === 'plan' ? (
        <>
          <Flex gap={1} wrap="wrap" mb={2}>
            <Flex gap={1} wrap="wrap" role="tablist" aria-label="Setups">
              {rows.setups.map((s) => (
                <Button
                  key={s.id}
                  size="small"
                  role="tab"
                  aria-selected={s.id === setup.id}
                  title={s.name}
                  look={s.id === setup.id ? 'on' : 'plain'}
                  onClick={() => openSetup(s)}
                >
                  {s.code}
                </Button>
              ))}
            </Flex>
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
            <Part title="This setup">
              <FieldEdit label="Code" value={setup.code} fields={setupFields} set={(code) => ({ code })} save={save} />
              <FieldEdit label="Name" value={setup.name} fields={setupFields} set={(name) => ({ name })} save={save} />
              <FieldEdit
                label="Place"
                value={setup.placeId}
                fields={setupFields}
                set={(placeId) => ({ placeId, plan: { ...setup.plan, roomId: null } })}
                save={save}
                options={rows.places.map((p) => [p.id, p.name] as const)}
              />
              <FieldEdit
                label="Notes"
                value={setup.notes}
                fields={setupFields}
                set={(notes) => ({ notes })}
                save={save}
              />
              <Facts rows={[['Used by', used.map((s) => s.code).join(' ') || 'no shot yet']]} />
              <Button size="small" mt={3} onClick={remove}>
                Delete this setup
              </Button>
            </Part>
          </Sheet>
        </>
      ) : view === 'setups' ? (
        <>
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
