import { CablesBench } from './CablesBench.tsx';
import { LaidCables } from './LaidCables.tsx';
import { Box, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import { buildOrder, cablesOf, doubledLabels, rebuiltAt } from '@kavrell/core/cover';
import { formatCount } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { useKept } from '../../platform/kept.ts';
import { change } from '../../platform/rows.ts';
import { Button, LinkButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Look, Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
const NOWHERE = 'nowhere';

/** Cable ends with their labels: made from the plan, laid in order, checked off, taken up, laid again at another place. */
export function CablesView() {
  const { production, rows, day, me } = useProduction();
  const places = useMemo(() => [...rows.places.map((p) => p.id), NOWHERE], [rows.places]);
  const [kept, setPlace] = useKept<string>(`plugged:${production.id}`, ['', ...places]);
  const chosen = kept || day?.basePlaceId || places[0] || NOWHERE;
  const placeId = chosen === NOWHERE ? null : chosen;
  const own = useMemo(() => buildOrder(rows.cables.filter((c) => c.placeId === placeId)), [rows.cables, placeId]);
  const doubled = doubledLabels(rows.cables);
  const drafts = useMemo(
    () =>
      cablesOf({
        ...{ cameras: rows.cameras, boxes: rows.soundBoxes, sources: rows.soundSources, routes: rows.soundRoutes },
        ...{ links: rows.links, things: rows.sharedThings, cables: own, placeId },
        labels: rows.cables.map((c) => c.label),
      }),
    [
      rows.cameras,
      rows.soundBoxes,
      rows.soundSources,
      rows.soundRoutes,
      rows.links,
      rows.sharedThings,
      rows.cables,
      own,
      placeId,
    ],
  );
  const insert = (label: string, list: readonly ReturnType<typeof cablesOf>[number][]) =>
    void change(
      production.id,
      label,
      list.map((values) => ({ op: 'insert', table: 'cables', id: newId(), values })),
    );
  const empty = rows.places.filter((p) => p.id !== placeId && !rows.cables.some((c) => c.placeId === p.id));
  const nameOf = (id: string) => rows.places.find((p) => p.id === id)?.name ?? 'no place in particular';
  return (
    <>
      <Flex gap={2} wrap="wrap" align="center" mb={3}>
        <Choice
          style={{ width: 'auto', maxWidth: '100%' }}
          aria-label="At which place"
          value={chosen}
          onChange={(e) => setPlace(e.target.value)}
        >
          {places.map((p) => (
            <option key={p} value={p}>
              {nameOf(p)}
            </option>
          ))}
        </Choice>
        {me.role === 'owner' ? (
          <Button
            look={own.length === 0 && drafts.length > 0 ? 'primary' : 'plain'}
            disabled={drafts.length === 0}
            onClick={() => insert('Cables made from the plan', drafts)}
          >
            {drafts.length === 0
              ? 'All of the plan is in it'
              : `Make ${formatCount(drafts.length, 'cable')} from the plan`}
          </Button>
        ) : null}
        {own.length > 0 && empty.length > 0 ? (
          <Choice
            style={{ width: 'auto', maxWidth: '100%' }}
            aria-label="Lay all of it again at"
            value=""
            onChange={(e) => {
              insert(`Cables to lay again at ${nameOf(e.target.value)}`, rebuiltAt(own, e.target.value));
              setPlace(e.target.value);
            }}
          >
            <option value="">Lay all of it again at …</option>
            {empty.map((p) => (
              <option key={p.id} value={p.id}>
                {p.name}
              </option>
            ))}
          </Choice>
        ) : null}
        <LinkButton href={`/api/productions/${production.id}/cable-labels.pdf`} target="_blank" rel="noreferrer">
          Labels on paper
        </LinkButton>
      </Flex>
      {doubled.length > 0 ? (
        <Box mb={2}>
          <Look>{doubled.join(', ')} on different cables</Look>: whoever follows the label finds the wrong end. Give one
          another.
        </Box>
      ) : null}
      {own.length > 0 ? <LaidCables own={own} /> : null}
      <CablesBench own={own} placeId={placeId} />
      <Sheet>
        <Why
          lines={[
            'From the plan: each line of the patch, wired links, circuits and networks to what hangs on them, cameras to their switcher. What goes by radio comes from its receiver. Made once: what a cable came from stays with it.',
            'Laid power first, then network, pictures, sound, timecode, comms, control; taken up the other way round.',
          ]}
        />
        <Part title="Care">
          Cables across ways are covered or hung; power away from water; what is fixed is done by whoever may. Local
          codes, the venue and licensed people decide.
        </Part>
      </Sheet>
    </>
  );
}
