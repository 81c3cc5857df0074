import { memo } from 'react';
import { kelvinToHex } from '@kavrell/core/colour';
import { lampOf, wedge, type Catalogue, type PlanItem, type Sensor } from '@kavrell/core/light';
import { PlanMarks } from '../../shared/light/PlanMarks.tsx';
import type { Contour } from '../../workers/contour.ts';
import { marksIn, type Placed, type Side, type Window } from './stage.ts';

const INK = 'var(--chakra-colors-text)';
const SOFT = 'var(--chakra-colors-soft)';

/** Lines of equal light and where the sun falls on the floor. */
export function LightLayer({
  contours,
  patches,
}: {
  contours: readonly Contour[];
  patches: readonly { x: number; y: number }[][];
}) {
  return (
    <g pointerEvents="none">
      {patches.map((p, i) => (
        <path key={i} d={`M${p.map(({ x, y }) => `${x} ${y}`).join('L')}Z`} fill={SOFT} opacity={0.22} />
      ))}
      {contours.map((c) => (
        <g key={c.lux}>
          <path
            d={c.d}
            fill="none"
            stroke={SOFT}
            strokeWidth={1}
            vectorEffect="non-scaling-stroke"
            opacity={0.75}
            clipPath="url(#plan-room)"
          />
        </g>
      ))}
    </g>
  );
}

/** What reaches from things: the view of each camera from above, stands from the side. */
export function ReachLayer({
  items,
  cameras,
  side,
  tall,
  farM,
  selectedId,
}: {
  items: readonly PlanItem[];
  cameras: readonly Sensor[];
  side: Side;
  tall: number;
  farM: number;
  selectedId: string | null;
}) {
  return (
    <>
      {side === 'top'
        ? items.map((i) =>
            i.kind === 'camera' ? (
              <g key={`${i.id}-view`} clipPath="url(#plan-room)" pointerEvents="none">
                <g transform={`translate(${i.xM} ${i.yM})`}>
                  <PlanMarks marks={wedge(i, cameras, farM)} stroke={i.id === selectedId ? INK : SOFT} />
                </g>
              </g>
            ) : null,
          )
        : items.map((i) =>
            'standKey' in i && i.standKey ? (
              <path
                key={`${i.id}-stand`}
                d={`M${i.xM} ${tall - i.zM}V${tall}`}
                stroke={SOFT}
                strokeWidth={1.2}
                vectorEffect="non-scaling-stroke"
                pointerEvents="none"
              />
            ) : null,
          )}
    </>
  );
}

/** Lines that a dragged thing holds to: those of others. */
export function SnapLines({
  lines,
  view,
  heightM,
}: {
  lines: { x: number | null; y: number | null };
  view: Window;
  heightM: number;
}) {
  return (
    <>
      {lines.x !== null ? (
        <path
          d={`M${lines.x} ${view.y}v${heightM}`}
          stroke={SOFT}
          strokeWidth={1}
          vectorEffect="non-scaling-stroke"
          strokeDasharray="2 3"
        />
      ) : null}
      {lines.y !== null ? (
        <path
          d={`M${view.x} ${lines.y}h${view.w}`}
          stroke={SOFT}
          strokeWidth={1}
          vectorEffect="non-scaling-stroke"
          strokeDasharray="2 3"
        />
      ) : null}
    </>
  );
}

const Symbol = memo(function Symbol({
  item,
  side,
  unitM,
  catalogue,
}: {
  item: PlanItem;
  side: Side;
  unitM: number;
  catalogue: Catalogue;
}) {
  const tint = item.kind === 'source' ? kelvinToHex(lampOf(item, catalogue)?.colourK ?? 5600) : undefined;
  return <PlanMarks marks={marksIn(item, side, unitM)} tint={tint} />;
});

/** One thing as it is drawn: its ring when it is chosen or named by a finding, its mark, its number or letter. */
export function ItemMark({
  item,
  side,
  px,
  catalogue,
  selected,
  named,
  number,
}: {
  item: PlanItem;
  side: Side;
  px: number;
  catalogue: Catalogue;
  selected: boolean;
  named: boolean;
  /** Of a source: its number on the plan. */
  number: number | undefined;
}) {
  return (
    <>
      <circle r={22 * px} fill="transparent" stroke="none" />
      {selected ? (
        <circle
          r={19 * px}
          fill="none"
          stroke="var(--chakra-colors-accent)"
          strokeWidth={2}
          vectorEffect="non-scaling-stroke"
        />
      ) : null}
      {named && !selected ? (
        <circle
          r={17 * px}
          fill="none"
          stroke="var(--chakra-colors-look)"
          strokeWidth={1.4}
          strokeDasharray="3 3"
          vectorEffect="non-scaling-stroke"
        />
      ) : null}
      <Symbol item={item} side={side} unitM={11 * px} catalogue={catalogue} />
      {item.kind === 'source' || item.kind === 'camera' ? (
        <text
          y={item.kind === 'camera' ? 4.6 * px : 4.2 * px}
          fontSize={(item.kind === 'camera' ? 13 : 12) * px}
          fontWeight={700}
          textAnchor="middle"
          fill={item.kind === 'source' ? (item.on ? '#111' : INK) : 'var(--chakra-colors-page)'}
          pointerEvents="none"
        >
          {item.kind === 'source' ? number : item.letter}
        </text>
      ) : null}
    </>
  );
}

/** Names of things and figures of light, each where it covers nothing. */
export function WordsLayer({
  labels,
  figures,
  px,
  selectedId,
}: {
  labels: readonly Placed[];
  figures: readonly { words: string; x: number; y: number }[];
  px: number;
  selectedId: string | null;
}) {
  return (
    <g pointerEvents="none" aria-hidden>
      {figures.map((f) => (
        <text
          key={f.words}
          x={f.x}
          y={f.y}
          fontSize={11 * px}
          textAnchor="middle"
          fill={SOFT}
          stroke="var(--chakra-colors-page)"
          strokeWidth={3 * px}
          paintOrder="stroke"
        >
          {f.words}
        </text>
      ))}
      {labels.map((l) => (
        <text
          key={l.id}
          x={l.x}
          y={l.y}
          fontSize={12.5 * px}
          textAnchor={l.anchor}
          fontWeight={l.id === selectedId ? 700 : 400}
          fill={INK}
          stroke="var(--chakra-colors-page)"
          strokeWidth={3 * px}
          paintOrder="stroke"
        >
          {l.words}
        </text>
      ))}
    </g>
  );
}
