import { alongWalls, apart, onWalls, stretchesCross, type Spot } from '../../base/geometry/index.ts';
import type { Feature, Room } from '../places/index.ts';
import type { SourceItem } from './plan.ts';

export interface CablePath {
  socketId: string;
  /** Metres: along the walls, over the floor to the stand, up to the lamp, and a tenth for slack. */
  lengthM: number;
  /** Corners on the plan from socket to lamp. */
  spots: Spot[];
  /** Doors it runs across. */
  doors: string[];
}

const SLACK = 1.1;
/** Going round the other way is worth so much more cable to stay off a door. */
const DETOUR = 1.6;

/** The four corners of a room, by how far along the walls they lie. */
const cornersAlong = (room: Room) => [0, room.widthM, room.widthM + room.depthM, 2 * room.widthM + room.depthM];

/** Spots along the walls from one place to another, one way round. */
function wallWay(
  room: Room,
  from: number,
  to: number,
  clockwise: boolean,
): { spots: Spot[]; lengthM: number; passed: [number, number] } {
  const round = 2 * (room.widthM + room.depthM);
  const forward = (((to - from) % round) + round) % round;
  const lengthM = clockwise ? forward : round - forward === round ? 0 : round - forward;
  const way = (c: number) => (((clockwise ? c - from : from - c) % round) + round) % round;
  const corners = cornersAlong(room)
    .filter((c) => way(c) > 1e-9 && way(c) < lengthM - 1e-9)
    .sort((a, b) => way(a) - way(b));
  return {
    spots: [from, ...corners, to].map((c) => onWalls(room.widthM, room.depthM, c)),
    lengthM,
    passed: clockwise ? [from, lengthM] : [to, lengthM],
  };
}

/** The nearest way of a cable from a circuit's sockets to a lamp: along the walls, then straight over the floor. Null without a socket. */
export function cablePath(item: SourceItem, room: Room): CablePath | null {
  const sockets = room.features.filter(
    (f) => f.kind === 'socket' && f.circuitId !== null && f.circuitId === item.circuitId,
  );
  const doors = room.features.filter((f) => f.kind === 'door');
  const lamp = { x: item.xM, y: item.yM };
  const paths = sockets.flatMap((socket) => waysFrom(socket, lamp, item.zM, room, doors));
  const best = [...paths].sort(
    (a, b) => a.lengthM * (a.doors.length ? DETOUR : 1) - b.lengthM * (b.doors.length ? DETOUR : 1),
  );
  return best[0] ?? null;
}

function waysFrom(socket: Feature, lamp: Spot, heightM: number, room: Room, doors: readonly Feature[]): CablePath[] {
  const start = { x: socket.x1, y: socket.y1 };
  if (room.outside) return [finish(socket.id, [start, lamp], heightM, doors, [])];
  const from = alongWalls(room.widthM, room.depthM, start);
  const to = alongWalls(room.widthM, room.depthM, lamp);
  return [true, false].map((clockwise) => {
    const way = wallWay(room, from, to, clockwise);
    const round = 2 * (room.widthM + room.depthM);
    const along = doors.filter((d) => {
      const middle = alongWalls(room.widthM, room.depthM, { x: (d.x1 + d.x2) / 2, y: (d.y1 + d.y2) / 2 });
      return (((middle - way.passed[0]) % round) + round) % round < way.passed[1];
    });
    return finish(
      socket.id,
      [start, ...way.spots.slice(1), lamp],
      heightM,
      doors,
      along.map((d) => d.id),
    );
  });
}

function finish(
  socketId: string,
  spots: Spot[],
  heightM: number,
  doors: readonly Feature[],
  along: string[],
): CablePath {
  const flat = spots.slice(1).reduce((sum, s, i) => sum + apart(spots[i] as Spot, s), 0);
  const crossed = doors.filter((d) =>
    spots
      .slice(1)
      .some(
        (s, i) =>
          i === spots.length - 2 && stretchesCross(spots[i] as Spot, s, { x: d.x1, y: d.y1 }, { x: d.x2, y: d.y2 }),
      ),
  );
  return {
    socketId,
    lengthM: (flat + heightM) * SLACK,
    spots,
    doors: [...new Set([...along, ...crossed.map((d) => d.id)])],
  };
}

/** Lengths cables come in, metres. */
export const CABLE_LENGTHS_M = [5, 10, 15, 20, 25, 50];
export const nextCable = (m: number): number => CABLE_LENGTHS_M.find((c) => c >= m) ?? Math.ceil(m / 25) * 25;
