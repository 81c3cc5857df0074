import { Canvas } from '@react-three/fiber';
import { useEffect, useMemo, useState, type PointerEvent } from 'react';
import { EdgesGeometry, BoxGeometry } from 'three';
import { colourNow } from '../../ui/colourNow.ts';
import type { VanPictureProps } from './VanPicture.tsx';

type Solid = VanPictureProps['placed'][number];
const M = 1 / 1000;
const DRAG_RAD_PER_PX = 0.01;

/** A box at its place in the hold: x across, y from the door inwards, z up; the middle of the floor is the middle of the picture. */
function Piece({
  solid,
  hold,
  fill,
  line,
  choose,
}: {
  solid: Pick<Solid, 'x' | 'y' | 'z' | 'dx' | 'dy' | 'dz'>;
  hold: { w: number; l: number };
  fill: string | null;
  line: string;
  choose?: () => void;
}) {
  const size = useMemo<[number, number, number]>(
    () => [solid.dx * M, solid.dz * M, solid.dy * M],
    [solid.dx, solid.dy, solid.dz],
  );
  const edges = useMemo(() => new EdgesGeometry(new BoxGeometry(...size)), [size]);
  useEffect(() => () => edges.dispose(), [edges]);
  const at: [number, number, number] = [
    (solid.x + solid.dx / 2) * M - hold.w / 2,
    (solid.z + solid.dz / 2) * M,
    -((solid.y + solid.dy / 2) * M - hold.l / 2),
  ];
  return (
    <group position={at}>
      {fill ? (
        <mesh
          onClick={(e) => {
            e.stopPropagation();
            choose?.();
          }}
        >
          <boxGeometry args={size} />
          <meshLambertMaterial color={fill} polygonOffset polygonOffsetFactor={1} polygonOffsetUnits={1} />
        </mesh>
      ) : null}
      <lineSegments geometry={edges}>
        <lineBasicMaterial color={line} />
      </lineSegments>
    </group>
  );
}

/** The hold with its pieces as solids, drawn only when something changes; turned by dragging as by the buttons. */
export function Van3d({ vehicle, placed, chosenId, turnDeg, onChoose }: VanPictureProps) {
  const [dragged, setDragged] = useState(0);
  const [from, setFrom] = useState<{ x: number; turn: number } | null>(null);
  const hold = { w: vehicle.widthMm * M, l: vehicle.depthMm * M, h: vehicle.heightMm * M };
  const far = Math.hypot(hold.w, hold.l, hold.h);
  const turn = (turnDeg * Math.PI) / 180 + dragged;
  const drag = {
    onPointerDown: (e: PointerEvent) => setFrom({ x: e.clientX, turn: dragged }),
    onPointerMove: (e: PointerEvent) => from && setDragged(from.turn + (e.clientX - from.x) * DRAG_RAD_PER_PX),
    onPointerUp: () => setFrom(null),
    onPointerLeave: () => setFrom(null),
  };
  const [fill, chosen, line, edge] = [colourNow('raised'), colourNow('accent'), colourNow('text'), colourNow('edge')];
  const arches =
    vehicle.archInMm > 0
      ? [0, vehicle.widthMm - vehicle.archInMm].map((x) => ({
          ...{ x, y: vehicle.archFromDoorMm, z: 0 },
          ...{ dx: vehicle.archInMm, dy: vehicle.archLongMm, dz: vehicle.archHighMm },
        }))
      : [];
  return (
    <Canvas
      frameloop="demand"
      orthographic
      camera={{ position: [0, far * 0.6, far], zoom: 1, near: 0.01, far: far * 4 }}
      onCreated={({ camera, size, invalidate }) => {
        camera.lookAt(0, hold.h / 2, 0);
        camera.zoom = Math.min(size.width, size.height) / (far * 0.86);
        camera.updateProjectionMatrix();
        invalidate();
      }}
      style={{ touchAction: 'pan-y', cursor: from ? 'grabbing' : 'grab' }}
      {...drag}
    >
      <ambientLight intensity={3.2} />
      <directionalLight position={[far, far * 1.5, far]} intensity={2.4} />
      <group rotation={[0, turn, 0]}>
        <Piece
          solid={{ x: 0, y: 0, z: 0, dx: vehicle.widthMm, dy: vehicle.depthMm, dz: vehicle.heightMm }}
          hold={hold}
          fill={null}
          line={edge}
        />
        {arches.map((a) => (
          <Piece key={a.x} solid={a} hold={hold} fill={edge} line={edge} />
        ))}
        {placed.map((p) => (
          <Piece
            key={p.id}
            solid={p}
            hold={hold}
            fill={p.id === chosenId ? chosen : fill}
            line={line}
            choose={() => onChoose?.(p.id)}
          />
        ))}
      </group>
    </Canvas>
  );
}
