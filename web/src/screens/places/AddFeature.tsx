import { Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { FEATURE_KINDS, FEATURE_WORDS, feature, type Circuit, type Feature, type Room } from '@kavrell/core/places';
import { newId } from '../../platform/id.ts';
import { Button } from '../../ui/Button.tsx';
import { TypedNumber } from '../../ui/TypedNumber.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Problem } from '../../ui/Problem.tsx';

const WALLS = ['top', 'right', 'bottom', 'left'] as const;

type Wall = (typeof WALLS)[number];

/** Sill and top of what is put on a wall. */
const HEIGHTS: Readonly<Record<Feature['kind'], [number, number]>> = {
  window: [0.9, 2.1],
  door: [0, 2],
  mirror: [0.5, 2],
  socket: [0.3, 0.3],
  block: [0, 0.9],
  water: [0, 0],
};

/** A stretch of a wall as places on the plan. */
function onWall(room: Room, wall: Wall, fromM: number, wideM: number): Pick<Feature, 'x1' | 'y1' | 'x2' | 'y2'> {
  const to = fromM + wideM;
  if (wall === 'top') return { x1: fromM, y1: 0, x2: to, y2: 0 };
  if (wall === 'bottom') return { x1: fromM, y1: room.depthM, x2: to, y2: room.depthM };
  if (wall === 'left') return { x1: 0, y1: fromM, x2: 0, y2: to };
  return { x1: room.widthM, y1: fromM, x2: room.widthM, y2: to };
}

export function AddFeature({
  room,
  circuits,
  add,
}: {
  room: Room;
  circuits: readonly Circuit[];
  add: (f: Feature) => void;
}) {
  const [kind, setKind] = useState<Feature['kind']>('window');
  const [wall, setWall] = useState<Wall>('top');
  const [from, setFrom] = useState('1');
  const [wide, setWide] = useState('1.5');
  const [problem, setProblem] = useState('');
  const put = () => {
    const at = onWall(
      room,
      wall,
      Number(from.replace(',', '.')),
      kind === 'socket' ? 0 : Number(wide.replace(',', '.')),
    );
    const deep = kind === 'block' || kind === 'water' ? 1 : 0;
    const inward =
      wall === 'top' ? [0, deep] : wall === 'bottom' ? [0, -deep] : wall === 'left' ? [deep, 0] : [-deep, 0];
    const f = {
      id: `${kind}-${newId().slice(-8)}`,
      kind,
      name: '',
      ...at,
      x2: at.x2 + (inward[0] ?? 0),
      y2: at.y2 + (inward[1] ?? 0),
      bottomM: HEIGHTS[kind][0],
      topM: HEIGHTS[kind][1],
      reachable: false,
      circuitId: kind === 'socket' ? (circuits[0]?.id ?? null) : null,
    };
    const checked = feature.safeParse(f);
    const long = wall === 'top' || wall === 'bottom' ? room.widthM : room.depthM;
    const trouble = !checked.success
      ? (checked.error.issues[0]?.message ?? '')
      : Number(from) + (kind === 'socket' ? 0 : Number(wide)) > long
        ? `That wall is ${long} m long.`
        : '';
    setProblem(trouble);
    if (!trouble) add(f);
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        put();
      }}
    >
      <Flex gap={2} wrap="wrap" align="end" mb={3}>
        <label>
          Add
          <Choice
            style={{ display: 'block', width: 150 }}
            value={kind}
            onChange={(e) => setKind(e.target.value as Feature['kind'])}
          >
            {FEATURE_KINDS.map((k) => (
              <option key={k} value={k}>
                {FEATURE_WORDS[k]}
              </option>
            ))}
          </Choice>
        </label>
        <label>
          on the wall
          <Choice
            style={{ display: 'block', width: 100 }}
            value={wall}
            onChange={(e) => setWall(e.target.value as Wall)}
          >
            {WALLS.map((x) => (
              <option key={x}>{x}</option>
            ))}
          </Choice>
        </label>
        <TypedNumber label="from, m" value={from} onChange={setFrom} />
        {kind === 'socket' ? null : <TypedNumber label="wide, m" value={wide} onChange={setWide} />}
        <Button type="submit">Put it in</Button>
        {problem ? <Problem>{problem}</Problem> : null}
      </Flex>
    </form>
  );
}
