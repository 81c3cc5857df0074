import { memo } from 'react';
import type { Room } from '@kavrell/core/places';
import { NorthMark, RoomMark } from '../../shared/light/PlanMarks.tsx';
import type { Side } from './stage.ts';

const INK = 'var(--chakra-colors-text)';
const SOFT = 'var(--chakra-colors-soft)';
const HAIR = 'var(--chakra-colors-hairline)';

/** Metres between grid lines, so that there are a dozen or two. */
export function gridStep(wideM: number): number {
  return [0.25, 0.5, 1, 2, 5, 10].find((s) => wideM / s <= 26) ?? 20;
}

/** What stands still under a plan: the grid, the room and what is in its walls, north. */
export const StageGround = memo(function StageGround({
  room,
  widthM,
  depthM,
  side,
  grid,
  unitM,
  px,
}: {
  room: Room | null;
  widthM: number;
  depthM: number;
  side: Side;
  grid: number;
  unitM: number;
  px: number;
}) {
  const steps = (most: number) => Array.from({ length: Math.floor(most / grid - 1e-9) }, (_, i) => (i + 1) * grid);
  return (
    <g pointerEvents="none">
      <path
        d={
          steps(widthM)
            .map((x) => `M${x} 0V${depthM}`)
            .join('') +
          steps(depthM)
            .map((y) => `M0 ${y}H${widthM}`)
            .join('')
        }
        stroke={HAIR}
        strokeWidth={1}
        vectorEffect="non-scaling-stroke"
        fill="none"
      />
      <rect
        x={0}
        y={0}
        width={widthM}
        height={depthM}
        fill="none"
        stroke={INK}
        strokeWidth={room && !room.outside ? 3 : 1}
        vectorEffect="non-scaling-stroke"
        {...(room && !room.outside ? {} : { strokeDasharray: '6 5' })}
      />
      {side === 'top'
        ? (room?.features ?? []).map((f) => (
            <RoomMark key={f.id} feature={f} room={room as Room} unitM={unitM} px={px} />
          ))
        : null}
      {room && side === 'top' ? <NorthMark room={room} px={px} /> : null}
      <text x={0} y={depthM + 15 * px} fontSize={11 * px} fill={SOFT}>
        {`one square is ${grid} m`}
      </text>
    </g>
  );
});
