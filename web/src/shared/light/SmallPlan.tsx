import { memo } from 'react';
import { featureMarks, itemMarks, sizeOf, sourceNumbers, type LightPlan } from '@kavrell/core/light';
import type { Room } from '@kavrell/core/places';
import { PlanMarks } from './PlanMarks.tsx';

/** Symbols are drawn this large against the plan’s width: in a small picture they must be told apart, not measured. */
const SYMBOL_SHARE = 1 / 26;

/** A plan of light as a small picture, to know a setup by: its room, what stands in it, the numbers of its lamps. */
export const SmallPlan = memo(function SmallPlan({
  plan,
  room,
  name,
}: {
  plan: LightPlan;
  room: Room | null;
  /** Read aloud in place of the picture. */
  name: string;
}) {
  const [widthM, depthM] = sizeOf(plan, room);
  const unitM = widthM * SYMBOL_SHARE;
  const margin = unitM;
  const numbers = sourceNumbers(plan);
  return (
    <svg
      viewBox={`${-margin} ${-margin} ${widthM + 2 * margin} ${depthM + 2 * margin}`}
      width="100%"
      height="100%"
      preserveAspectRatio="xMidYMid meet"
      role="img"
      aria-label={`Plan of ${name}`}
      data-small-plan
    >
      <rect
        width={widthM}
        height={depthM}
        fill="none"
        stroke="var(--chakra-colors-soft)"
        strokeWidth={room && !room.outside ? 2 : 1}
        vectorEffect="non-scaling-stroke"
        {...(room && !room.outside ? {} : { strokeDasharray: '5 4' })}
      />
      {room?.features.map((f) => (
        <PlanMarks key={f.id} marks={featureMarks(f, unitM)} stroke="var(--chakra-colors-soft)" />
      ))}
      {plan.items.map((i) => (
        <g key={i.id} transform={`translate(${i.xM} ${i.yM})`}>
          <PlanMarks marks={itemMarks(i, unitM)} />
          {i.kind === 'source' || i.kind === 'camera' ? (
            <text
              y={unitM * 0.42}
              fontSize={unitM * 1.2}
              fontWeight={700}
              textAnchor="middle"
              fill={i.kind === 'source' && !i.on ? 'var(--chakra-colors-text)' : 'var(--chakra-colors-page)'}
            >
              {i.kind === 'source' ? numbers.get(i.id) : i.letter}
            </text>
          ) : null}
        </g>
      ))}
    </svg>
  );
});
