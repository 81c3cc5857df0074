import { Box } from '@chakra-ui/react';
import type { Placed, Vehicle } from '@kavrell/core/kit';

/** Seen from above by so much; the picture is turned about the upright. */
const ELEVATION = Math.PI / 6;

interface Corner {
  x: number;
  y: number;
}
type Solid = Pick<Placed, 'x' | 'y' | 'z' | 'dx' | 'dy' | 'dz'>;

/** Where a point of the hold lies on paper, and how far from the eye it is. */
function projector(turn: number, v: Vehicle) {
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const at = (x: number, y: number, z: number): Corner & { far: number } => {
    const [cx, cy] = [x - v.widthMm / 2, y - v.depthMm / 2];
    const [rx, ry] = [cx * cos - cy * sin, cx * sin + cy * cos];
    return { x: rx, y: -z * Math.cos(ELEVATION) - ry * Math.sin(ELEVATION), far: ry };
  };
  return { at, cos, sin };
}

/** The faces of a solid that are seen: the top and two sides, as lists of corners. */
function facesOf(
  s: Solid,
  { at, cos, sin }: ReturnType<typeof projector>,
): { kind: 'top' | 'side' | 'end'; corners: Corner[] }[] {
  const [x1, y1, z1] = [s.x + s.dx, s.y + s.dy, s.z + s.dz];
  // The eye is at −y after the turn: of each pair the side that looks there.
  const endY = cos > 0 ? s.y : y1;
  const sideX = sin > 0 ? s.x : x1;
  return [
    { kind: 'top', corners: [at(s.x, s.y, z1), at(x1, s.y, z1), at(x1, y1, z1), at(s.x, y1, z1)] },
    { kind: 'end', corners: [at(s.x, endY, s.z), at(x1, endY, s.z), at(x1, endY, z1), at(s.x, endY, z1)] },
    { kind: 'side', corners: [at(sideX, s.y, s.z), at(sideX, y1, s.z), at(sideX, y1, z1), at(sideX, s.y, z1)] },
  ];
}

const points = (corners: readonly Corner[]) => corners.map((c) => `${c.x.toFixed(0)},${c.y.toFixed(0)}`).join(' ');

/** What is drawn first: what another stands on or hides, never after it. */
function behindFirst(solids: readonly (Solid & { id: string })[], { cos, sin }: ReturnType<typeof projector>) {
  const hides = (a: Solid, b: Solid): boolean => {
    // `a` is drawn after `b` when it is above it, or nearer to the eye along x or y.
    if (a.z >= b.z + b.dz) return true;
    if (b.z >= a.z + a.dz) return false;
    const nearY = cos > 0 ? a.y + a.dy <= b.y : a.y >= b.y + b.dy;
    const nearX = sin > 0 ? a.x + a.dx <= b.x : a.x >= b.x + b.dx;
    const farY = cos > 0 ? b.y + b.dy <= a.y : b.y >= a.y + a.dy;
    const farX = sin > 0 ? b.x + b.dx <= a.x : b.x >= a.x + a.dx;
    return (nearY && !farX) || (nearX && !farY);
  };
  const left = [...solids];
  const order: typeof left = [];
  while (left.length > 0) {
    const at = left.findIndex((one) => left.every((other) => other === one || !hides(one, other)));
    order.push(...left.splice(Math.max(0, at), 1));
  }
  return order;
}

export interface VanPictureProps {
  vehicle: Vehicle;
  placed: readonly (Placed & { name: string })[];
  chosenId: string | null;
  turnDeg: number;
  words: string;
  /** A piece was pressed. */
  onChoose?: (id: string) => void;
}

/** The hold with what is in it so far, turned as one likes: drawn, so that it is there without any graphics card. */
export function VanPicture({ vehicle, placed, chosenId, turnDeg, words, onChoose }: VanPictureProps) {
  const p = projector((turnDeg * Math.PI) / 180, vehicle);
  const hold: Solid = { x: 0, y: 0, z: 0, dx: vehicle.widthMm, dy: vehicle.depthMm, dz: vehicle.heightMm };
  const corners = [0, hold.dx].flatMap((x) => [0, hold.dy].flatMap((y) => [0, hold.dz].map((z) => p.at(x, y, z))));
  const [left, top] = [Math.min(...corners.map((c) => c.x)), Math.min(...corners.map((c) => c.y))];
  const [width, height] = [Math.max(...corners.map((c) => c.x)) - left, Math.max(...corners.map((c) => c.y)) - top];
  const edge = Math.max(width, height) / 300;
  const floor = [p.at(0, 0, 0), p.at(hold.dx, 0, 0), p.at(hold.dx, hold.dy, 0), p.at(0, hold.dy, 0)];
  const door = [0, vehicle.doorWidthMm].map((d) => d + (vehicle.widthMm - vehicle.doorWidthMm) / 2);
  return (
    <Box maxW="620px" mb={3}>
      <svg
        viewBox={`${left - edge * 4} ${top - edge * 4} ${width + edge * 8} ${height + edge * 8}`}
        role="img"
        aria-label={words}
        width="100%"
        style={{ maxHeight: '46vh' }}
      >
        <polygon points={points(floor)} className="van-floor" strokeWidth={edge} />
        {behindFirst(placed, p).map((b) => (
          <g
            key={b.id}
            className={b.id === chosenId ? 'van-piece on' : 'van-piece'}
            data-piece={b.id}
            onClick={() => onChoose?.(b.id)}
          >
            {facesOf(b, p).map((f) => (
              <polygon key={f.kind} points={points(f.corners)} className={`van-${f.kind}`} strokeWidth={edge} />
            ))}
          </g>
        ))}
        <polygon
          points={points([
            p.at(door[0]!, 0, 0),
            p.at(door[1]!, 0, 0),
            p.at(door[1]!, 0, vehicle.doorHeightMm),
            p.at(door[0]!, 0, vehicle.doorHeightMm),
          ])}
          className="van-door"
          strokeWidth={edge * 1.5}
        />
      </svg>
    </Box>
  );
}
