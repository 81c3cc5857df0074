import { memo } from 'react';
import { smallPlan, type LightPlan } from '@kavrell/core/light';
import type { Room } from '@kavrell/core/places';
import { PlanMarks } from './PlanMarks.tsx';

/** A plan of light as a small picture in the theme’s ink. */
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
  const { widthM, depthM, unitM, isInside, parts } = smallPlan(plan, room);
  return (
    <svg
      viewBox={`${-unitM} ${-unitM} ${widthM + 2 * unitM} ${depthM + 2 * unitM}`}
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
        strokeWidth={isInside ? 2 : 1}
        vectorEffect="non-scaling-stroke"
        {...(isInside ? {} : { strokeDasharray: '5 4' })}
      />
      {parts.map((p) => (
        <g key={p.id} transform={`translate(${p.xM} ${p.yM})`}>
          <PlanMarks marks={p.marks} {...(p.isRoom ? { stroke: 'var(--chakra-colors-soft)' } : {})} />
          {p.label ? (
            <text
              y={unitM * 0.42}
              fontSize={unitM * 1.2}
              fontWeight={700}
              textAnchor="middle"
              fill={p.onInk ? 'var(--chakra-colors-page)' : 'var(--chakra-colors-text)'}
            >
              {p.label}
            </text>
          ) : null}
        </g>
      ))}
    </svg>
  );
});
