import { Box } from '@chakra-ui/react';
import { useRef } from 'react';
import { skylineAt, type SkylinePoint, type SunStep } from '@kavrell/core/places';
import { LOW_SUN_DEG } from '@kavrell/core/sun';
import { useElementWidth } from '../../ui/width.ts';

const HEIGHT = 190;
const FOOT = 22;
const LOWEST = -6;
const INK = 'var(--chakra-colors-text)';
const SOFT = 'var(--chakra-colors-soft)';

/** The sun’s way by bearing and height, hours along it, hills and houses before it. */
export function SunChart({
  steps,
  skyline,
  minute,
  say,
}: {
  steps: readonly SunStep[];
  skyline: readonly SkylinePoint[];
  minute: number;
  say: (m: number) => string;
}) {
  const place = useRef<HTMLDivElement>(null);
  const width = useElementWidth(place);
  const top = Math.max(20, ...steps.map((s) => s.altitudeDeg)) + 4;
  const x = (bearing: number) => (bearing / 360) * width;
  const y = (altitude: number) => (HEIGHT - FOOT) * (1 - (altitude - LOWEST) / (top - LOWEST));
  // The way is cut where it passes north, so that no line runs across the whole chart.
  let before: SunStep | null = null;
  let path = '';
  for (const s of steps) {
    if (s.altitudeDeg >= LOWEST) {
      const joined = before && before.altitudeDeg >= LOWEST && Math.abs(before.azimuthDeg - s.azimuthDeg) < 180;
      path += `${joined ? 'L' : 'M'}${x(s.azimuthDeg).toFixed(1)} ${y(s.altitudeDeg).toFixed(1)}`;
    }
    before = s;
  }
  const hills = Array.from({ length: 73 }, (_, i) => i * 5).map(
    (b) => `${x(b).toFixed(1)} ${y(skylineAt(skyline, b % 360)).toFixed(1)}`,
  );
  const now = steps.reduce<SunStep | null>(
    (best, s) => (best && Math.abs(best.minute - minute) <= Math.abs(s.minute - minute) ? best : s),
    null,
  );
  const hours = steps.filter((s) => s.minute % 120 === 0 && s.altitudeDeg > 0);
  return (
    <Box ref={place}>
      <svg
        width={Math.max(1, width)}
        height={HEIGHT}
        role="img"
        aria-label={
          now ? `Sun at ${say(minute)}: ${now.altitudeDeg.toFixed(0)}° high at ${now.azimuthDeg.toFixed(0)}°` : 'Sun'
        }
      >
        <rect
          x={0}
          y={y(LOW_SUN_DEG)}
          width={width}
          height={Math.max(0, y(0) - y(LOW_SUN_DEG))}
          fill={SOFT}
          opacity={0.13}
        />
        <path d={path} fill="none" stroke={INK} strokeWidth={2} />
        <path
          d={`M0 ${y(LOWEST)}L${hills.join('L')}L${width} ${y(LOWEST)}Z`}
          fill="var(--chakra-colors-raised)"
          stroke={SOFT}
          strokeWidth={1}
        />
        {[0, 90, 180, 270, 360].map((b) => (
          <text
            key={b}
            x={Math.min(width - 10, Math.max(10, x(b)))}
            y={HEIGHT - 6}
            fontSize={12}
            textAnchor="middle"
            fill={SOFT}
          >
            {['N', 'E', 'S', 'W', 'N'][b / 90]}
          </text>
        ))}
        {hours.map((s) => (
          <g key={s.minute}>
            <circle cx={x(s.azimuthDeg)} cy={y(s.altitudeDeg)} r={2.5} fill={INK} />
            <text x={x(s.azimuthDeg)} y={y(s.altitudeDeg) - 7} fontSize={11} textAnchor="middle" fill={SOFT}>
              {say(s.minute)}
            </text>
          </g>
        ))}
        {now && now.altitudeDeg > LOWEST ? (
          <circle
            cx={x(now.azimuthDeg)}
            cy={y(now.altitudeDeg)}
            r={8}
            fill={now.up ? INK : 'none'}
            stroke={INK}
            strokeWidth={2}
          />
        ) : null}
        <text x={4} y={y(LOW_SUN_DEG) - 3} fontSize={11} fill={SOFT}>
          low sun under {LOW_SUN_DEG}°
        </text>
      </svg>
    </Box>
  );
}
