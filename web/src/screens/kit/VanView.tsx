import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import {
  axleShares,
  checkLoad,
  handsIn,
  loadingOf,
  loadMinutes,
  packedByHand,
  packPlanOf,
  vehicleProblem,
  type Crate,
  type Packed,
  type Road,
  type Vehicle,
} from '@kavrell/core/kit';
import { passageTroubles } from '@kavrell/core/places';
import { formatCount } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Facts, Look, Part, Why } from '../../ui/parts.tsx';
import { Severity } from '../../ui/Severity.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { useHeavy } from '../../workers/useHeavy.ts';
import { ByHand } from './ByHand.tsx';
import { LoadSteps } from './LoadSteps.tsx';
import { SparesPart } from './SparesPart.tsx';
import { useKit } from './useKit.ts';
import { VanReady } from './VanReady.tsx';
import { VanTables } from './VanTables.tsx';

/** Looked at at once, then better: the picture improves while one looks at it. */
const BUDGETS_MS = [120, 1500] as const;
const NB = '\u00a0';

/** Pieces in a vehicle: packed in the order in which they come off, by hand where somebody knows better, step by step for whoever loads. */
export function VanView() {
  const { rows, me } = usePlanned();
  const [vehicleId, setVehicle] = useState('');
  const [road, setRoad] = useState<Road>('out');
  const vehicle = rows.vehicles.find((v) => v.id === vehicleId) ?? rows.vehicles[0];
  const isOwner = me.role === 'owner';
  return (
    <>
      <Flex gap={2} wrap="wrap" mb={3}>
        {rows.vehicles.length > 1 ? (
          <Choice
            aria-label="Which vehicle is packed"
            style={{ width: 'auto', maxWidth: '100%' }}
            value={vehicle?.id ?? ''}
            onChange={(e) => setVehicle(e.target.value)}
          >
            {rows.vehicles.map((v) => (
              <option key={v.id} value={v.id}>
                all of it into {v.name}
              </option>
            ))}
          </Choice>
        ) : null}
        {vehicle && rows.crates.length > 0 ? (
          <Choice
            aria-label="For which road"
            style={{ width: 'auto', maxWidth: '100%' }}
            value={road}
            onChange={(e) => setRoad(e.target.value as Road)}
          >
            <option value="out">out: by stops, what comes off first at the door</option>
            <option value="home">home: all comes off at once</option>
          </Choice>
        ) : null}
      </Flex>
      <VanLoad vehicle={vehicle} road={road} />
      {isOwner ? <VanTables /> : null}
      {vehicle ? <VanReady vehicle={vehicle} isOwner={isOwner} /> : null}
    </>
  );
}

/** How the pieces stand, or why nobody can say. */
function VanLoad({ vehicle, road }: { vehicle: Vehicle | undefined; road: Road }) {
  const { rows } = usePlanned();
  const problem = vehicle ? vehicleProblem(vehicle) : '';
  const plan = useMemo(
    () => (vehicle && problem === '' && rows.crates.length > 0 ? packPlanOf(vehicle, rows.crates, road) : null),
    [vehicle, problem, rows.crates, road],
  );
  const hands = useMemo(
    () => (vehicle && road === 'out' ? handsIn(vehicle, rows.crates) : []),
    [vehicle, rows.crates, road],
  );
  const packed = usePacked(hands.length > 0 ? null : plan);
  const stood = useMemo(() => (plan && hands.length > 0 ? packedByHand(plan, hands) : packed), [plan, hands, packed]);
  const loading = useMemo(() => (stood ? loadingOf(stood, rows.crates) : null), [stood, rows.crates]);
  const findings = useMemo(() => {
    const nameOf = (id: string) => rows.crates.find((c) => c.id === id)?.name ?? id;
    return plan && stood && hands.length > 0 ? checkLoad(plan, stood.placed, nameOf) : [];
  }, [plan, stood, hands, rows.crates]);
  const kit = useKit(null);
  const passages = useMemo(
    () => passageTroubles(rows.placeFacts, rows.crates.filter((c) => c.kind === 'cart').map(asCart)),
    [rows.placeFacts, rows.crates],
  );
  if (!vehicle || rows.crates.length === 0)
    return (
      <Box color="soft" mb={3}>
        A vehicle and the pieces that go into it: then they are packed here, what comes off first nearest to the door.
      </Box>
    );
  if (problem)
    return (
      <Box role="status" mb={3}>
        <Severity level="danger">{problem}</Severity> Mend its measures below.
      </Box>
    );
  if (!loading || !plan || !stood)
    return (
      <Box color="soft" mb={3} role="status">
        Packing …
      </Box>
    );
  const count = loading.order.length;
  return (
    <>
      <Box as="p" fontSize="l" fontWeight="700" role="status" mb={2} data-packed>
        {loading.leftOut.length === 0
          ? count === 1
            ? 'The one piece is in'
            : `All ${formatCount(count, 'piece')} are in`
          : `${count} of ${formatCount(rows.crates.length, 'piece')} are in`}
        : {Math.round(loading.fill * 100)}
        {NB}% full, {Math.round(loading.massKg)}
        {NB}kg of {vehicle.payloadKg}
        {NB}kg, about {loadMinutes(vehicle, count)}
        {NB}min to load
      </Box>
      {loading.leftOut.length > 0 ? (
        <Box mb={2}>
          <Look>Not in</Look>: {loading.leftOut.map((c) => c.name).join(', ')}
        </Box>
      ) : null}
      {findings.map((f) => (
        <Box key={f.key} mb={1} role="status" data-load-finding>
          <Severity level="danger">{f.words}</Severity>
        </Box>
      ))}
      {passages.map((words) => (
        <Box key={words} mb={1} data-passage>
          <Look>{words}</Look>
        </Box>
      ))}
      <LoadSteps vehicle={vehicle} loading={loading} />
      {road === 'out' ? <ByHand vehicle={vehicle} plan={plan} stood={stood} /> : null}
      <Sheet>
        <Facts rows={axleRows(vehicle, axleShares(plan, stood.placed))} />
        <Why
          lines={[
            'What comes off at a later stop never stands before or above what comes off earlier. Each piece stands on something with 70 % of its base at the least, and bears what it may.',
            hands.length > 0
              ? 'It stands as somebody put it by hand: each piece is checked by the same rules.'
              : loading.proven
                ? 'No larger volume is possible.'
                : 'Improved for a second and a half of a usual machine; that no more would go in is not proven.',
            vehicle.loadMin !== null && vehicle.loadPieces > 0
              ? `Loading at the pace of last time: ${formatCount(vehicle.loadPieces, 'piece')} in ${vehicle.loadMin} min.`
              : 'Loading at three minutes a piece (typical, two people), until it was measured once.',
          ]}
        />
        {loading.leftOut.length > 0 ? <SparesPart matches={kit.matches} leftOut={loading.leftOut.length} /> : null}
        <Part title="Care">
          Strap what can move; the plate and the papers of the vehicle say what it and each axle may carry. Weigh it
          when it is near that. Two people lift what is heavy or long; a ramp holds what its plate says.
        </Part>
      </Sheet>
    </>
  );
}

/** A cart among the pieces, as doors and lifts of places ask for it. */
const asCart = (c: Crate) => ({
  ...{ name: c.name, widthM: Math.min(c.widthMm, c.depthMm) / 1000 },
  ...{ heightM: c.heightMm / 1000, loadedKg: c.massKg },
});

const axleRows = (v: Vehicle, { frontKg, rearKg }: { frontKg: number; rearKg: number }) =>
  [
    ['Front axle, of the load', `${Math.round(frontKg)}${NB}kg of ${v.frontAxleKg}${NB}kg`],
    ['Rear axle, of the load', `${Math.round(rearKg)}${NB}kg of ${v.rearAxleKg}${NB}kg`],
  ] as const;

/** The packing as it gets better: a quick one first, the good one when it is there. */
function usePacked(plan: ReturnType<typeof packPlanOf> | null): Packed | null {
  const [quick, good] = BUDGETS_MS;
  const first = useHeavy(plan, plan && ((work) => work.pack({ ...plan, budgetMs: quick })));
  // What the quick one proves needs no better one.
  const better = useHeavy(
    first,
    plan && first && !first.proven ? (work) => work.pack({ ...plan, budgetMs: good }) : null,
    plan,
  );
  return better ?? first;
}
