import { Box, Flex } from '@chakra-ui/react';
import { useState, type KeyboardEvent } from 'react';
import { dropZ, nextTop, turnsOf, type Packed, type PackPlan, type Placed, type Vehicle } from '@kavrell/core/kit';
import { usePlanned } from '../../app/production.tsx';
import { change, type Op } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Unfold } from '../../ui/Unfold.tsx';

const STEP_MM = 50;
/** Which way each key goes: across, and from the door inwards. */
const WAYS: Readonly<Record<string, readonly [dx: number, dy: number]>> = {
  ArrowLeft: [-STEP_MM, 0],
  ArrowRight: [STEP_MM, 0],
  ArrowUp: [0, STEP_MM],
  ArrowDown: [0, -STEP_MM],
};

/** A piece moved by hand: then all of them stand where they stand, until they are packed anew. What breaks a rule is told at once, above. */
export function ByHand({ vehicle, plan, stood }: { vehicle: Vehicle; plan: PackPlan; stood: Packed }) {
  const { production, rows, me } = usePlanned();
  const [chosenId, choose] = useState('');
  if (me.role !== 'owner') return null;
  const isByHand = rows.crates.some((c) => c.hand?.vehicleId === vehicle.id);
  const crate = rows.crates.find((c) => c.id === chosenId);
  const place = stood.placed.find((p) => p.id === chosenId);
  const put = (moved: Placed, label: string) => {
    const all = [...stood.placed.filter((p) => p.id !== moved.id), moved];
    const ops = all.flatMap(({ id, ...at }): Op[] => {
      const row = rows.crates.find((c) => c.id === id);
      // Once one is moved, all others stay where they are.
      if (!row || (row.hand?.vehicleId === vehicle.id && id !== moved.id)) return [];
      return [{ op: 'update', table: 'crates', row, values: { hand: { vehicleId: vehicle.id, ...at } } }];
    });
    void change(production.id, label, ops);
  };
  const shift = (dx: number, dy: number) => {
    if (!place || !crate) return;
    const moved = { ...place, x: place.x + dx, y: place.y + dy };
    put({ ...moved, z: dropZ(plan, stood.placed, moved) }, `${crate.name} moved by hand`);
  };
  const turn = () => {
    if (!place || !crate) return;
    const box = plan.boxes.find((b) => b.id === crate.id);
    const turns = box ? turnsOf(box) : [];
    const at = turns.findIndex(([dx, dy, dz]) => dx === place.dx && dy === place.dy && dz === place.dz);
    const [dx, dy, dz] = turns[(at + 1) % turns.length] ?? [place.dx, place.dy, place.dz];
    put({ ...place, dx, dy, dz }, `${crate.name} turned by hand`);
  };
  const lift = (up: boolean) => {
    if (!place || !crate) return;
    const z = up ? nextTop(stood.placed, place) : dropZ(plan, stood.placed, { ...place, z: 0 });
    put({ ...place, z }, `${crate.name} ${up ? 'up' : 'down'} by hand`);
  };
  const bringIn = () => {
    const box = plan.boxes.find((b) => b.id === chosenId);
    const [dx, dy, dz] = box ? (turnsOf(box)[0] ?? box.size) : [0, 0, 0];
    if (crate) put({ id: crate.id, x: 0, y: 0, z: 0, dx, dy, dz }, `${crate.name} put in by hand`);
  };
  const anew = () =>
    void change(
      production.id,
      'Packed anew',
      rows.crates
        .filter((c) => c.hand !== null)
        .map((row) => ({ op: 'update', table: 'crates', row, values: { hand: null } })),
    );
  const onKeyDown = (event: KeyboardEvent) => {
    const way = WAYS[event.key];
    if (!way) return;
    event.preventDefault();
    shift(...way);
  };
  return (
    <Box mb={4}>
      <Unfold words={isByHand ? 'It stands as you put it' : 'Move a piece by hand'}>
        <Flex gap={2} wrap="wrap" align="center" my={2}>
          <Choice
            aria-label="Which piece is moved"
            style={{ width: 'auto', maxWidth: '100%' }}
            value={chosenId}
            onChange={(e) => choose(e.target.value)}
          >
            <option value="">which piece?</option>
            {rows.crates.map((c) => (
              <option key={c.id} value={c.id}>
                {c.name}
              </option>
            ))}
          </Choice>
          {isByHand ? <Button onClick={anew}>Pack all of it anew</Button> : null}
        </Flex>
        {crate && !place ? <Button onClick={bringIn}>Put it in at the door</Button> : null}
        {crate && place ? (
          <Flex gap={2} wrap="wrap" align="center" role="group" aria-label={`Move ${crate.name}`} onKeyDown={onKeyDown}>
            <Button onClick={() => shift(-STEP_MM, 0)}>5 cm left</Button>
            <Button onClick={() => shift(STEP_MM, 0)}>5 cm right</Button>
            <Button onClick={() => shift(0, STEP_MM)}>5 cm deeper</Button>
            <Button onClick={() => shift(0, -STEP_MM)}>5 cm to the door</Button>
            <Button onClick={turn}>Turn it</Button>
            <Button onClick={() => lift(true)}>On top</Button>
            <Button onClick={() => lift(false)}>Down</Button>
            <Box color="soft">
              {Math.round(place.x / 10)} cm from the left, {Math.round(place.y / 10)} cm from the door,{' '}
              {Math.round(place.z / 10)} cm up
            </Box>
          </Flex>
        ) : null}
      </Unfold>
    </Box>
  );
}
