import { Box } from '@chakra-ui/react';
import { useRef } from 'react';
import type { Room } from '@kavrell/core/places';
import { useElementWidth } from '../../ui/width.ts';
import { NorthMark, RoomMark } from '../../shared/light/PlanMarks.tsx';

const MARGIN_M = 0.5;
const MOST_PX = 420;

/** A room from above, to scale, with the sun’s patches on its floor. */
export function RoomDrawing({
  room,
  patches = [],
  chosenId = null,
}: {
  room: Room;
  patches?: readonly { x: number; y: number }[][];
  chosenId?: string | null;
}) {
  const place = useRef<HTMLDivElement>(null);
  const width = Math.min(720, useElementWidth(place));
  const wide = room.widthM + 2 * MARGIN_M;
  const deep = room.depthM + 2 * MARGIN_M;
  const scale = Math.min(Math.max(1, width) / wide, MOST_PX / deep);
  const px = 1 / scale;
  return (
    <Box ref={place} my={2}>
      <svg
        width={wide * scale}
        height={deep * scale}
        viewBox={`${-MARGIN_M} ${-MARGIN_M} ${wide} ${deep}`}
        role="img"
        aria-label={`${room.name}, ${room.widthM} by ${room.depthM} metres`}
      >
        <rect
          width={room.widthM}
          height={room.depthM}
          fill="none"
          stroke="var(--chakra-colors-text)"
          strokeWidth={room.outside ? 1 : 3}
          vectorEffect="non-scaling-stroke"
          {...(room.outside ? { strokeDasharray: '6 5' } : {})}
        />
        {patches.map((p, i) => (
          <path
            key={i}
            d={`M${p.map(({ x, y }) => `${x} ${y}`).join('L')}Z`}
            fill="var(--chakra-colors-soft)"
            opacity={0.3}
            data-patch
          />
        ))}
        {room.features.map((f) => (
          <RoomMark
            key={f.id}
            feature={f}
            room={room}
            unitM={9 * px}
            px={px}
            stroke={f.id === chosenId ? 'var(--chakra-colors-accent)' : 'var(--chakra-colors-text)'}
          />
        ))}
        <NorthMark room={room} px={px} />
      </svg>
    </Box>
  );
}
