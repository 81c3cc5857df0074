import { usePlanWords } from './usePlanWords.ts';
import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useRef } from 'react';
import { direction } from '@kavrell/core/geometry';
import { cableOf, itemLine, sizeOf, sourceNumbers, type Catalogue, type Sensor } from '@kavrell/core/light';
import type { Room } from '@kavrell/core/places';
import { Button } from '../../ui/Button.tsx';
import { useElementWidth } from '../../ui/width.ts';
import type { Contour } from '../../workers/contour.ts';
import { planKeys } from './planKeys.ts';
import { spotOf, type Side } from './stage.ts';
import { StageGround, gridStep } from './StageGround.tsx';
import { ItemMark, LightLayer, ReachLayer, SnapLines, WordsLayer } from './StageLayers.tsx';
import type { PlanEditing } from './usePlan.ts';
import { usePlanDrag } from './usePlanDrag.ts';
import { useViewport } from './useViewport.ts';

const INK = 'var(--chakra-colors-text)';

interface Props {
  editing: PlanEditing;
  room: Room | null;
  catalogue: Catalogue;
  cameras: readonly Sensor[];
  side: Side;
  selectedId: string | null;
  onSelect: (id: string | null) => void;
  contours: readonly Contour[];
  /** Where the sun falls on the floor through windows. */
  patches: readonly { x: number; y: number }[][];
  /** Things that a finding names. */
  named: ReadonlySet<string>;
  onDelete: (id: string) => void;
  height: number;
}

/** The plan to scale: moved by mouse, thumb or arrow keys, turned by its handle; every thing can be reached and read without seeing it. */
export function PlanStage(props: Props) {
  const { editing, room, catalogue, cameras, side, selectedId, onSelect, contours, patches, named, onDelete, height } =
    props;
  const { plan } = editing;
  const place = useRef<HTMLDivElement>(null);
  const svg = useRef<SVGSVGElement>(null);
  const width = useElementWidth(place);
  const [w, d] = sizeOf(plan, room);
  const tall = room && !room.outside ? room.heightM : Math.max(4, ...plan.items.map((i) => i.zM + 1));
  const depth = side === 'top' ? d : tall;
  const viewport = useViewport(svg, { widthM: w, depthM: depth, width, height, key: `${side} ${room?.id ?? ''}` });
  const { view, px, zoom, show } = viewport;
  const unitM = 11 * px;
  const { drag, lines, grab, pan, turn, move, drop } = usePlanDrag(svg, viewport, { editing, side, tall, onSelect });
  const focus = (id: string) => svg.current?.querySelector<SVGGElement>(`[data-item="${id}"]`)?.focus();

  const { items } = plan;
  const numbers = useMemo(() => sourceNumbers({ items }), [items]);
  const { labels, figures } = usePlanWords({ plan, side, tall, selectedId, px, unitM, contours, w, d });
  const first = selectedId ?? plan.items[0]?.id ?? null;
  const selected = plan.items.find((i) => i.id === selectedId);
  const handle =
    selected && side === 'top' ? { at: spotOf(selected, side, tall), way: direction(selected.turnDeg) } : null;
  const cable = selected?.kind === 'source' && side === 'top' ? cableOf(selected, { room }) : null;
  return (
    <Box position="relative" ref={place}>
      <svg
        ref={svg}
        width={Math.max(1, width)}
        height={height}
        viewBox={`${view.x} ${view.y} ${view.w} ${height * px}`}
        role="group"
        aria-label={`Plan, ${side === 'top' ? 'from above' : 'from the side'}`}
        style={{
          display: 'block',
          touchAction: 'none',
          userSelect: 'none',
          cursor: drag.current?.kind === 'pan' ? 'grabbing' : 'default',
        }}
        onPointerDown={pan}
        onPointerMove={move}
        onPointerUp={drop}
        onPointerCancel={drop}
        data-stage={side}
      >
        <StageGround room={room} widthM={w} depthM={depth} side={side} grid={gridStep(view.w)} unitM={unitM} px={px} />
        {side === 'top' ? <LightLayer contours={contours} patches={patches} /> : null}
        <clipPath id="plan-room">
          <rect x={0} y={0} width={w} height={depth} />
        </clipPath>
        {cable ? (
          <path
            d={`M${cable.spots.map(({ x, y }) => `${x} ${y}`).join('L')}`}
            fill="none"
            stroke={INK}
            strokeWidth={1.2}
            strokeDasharray="2 4"
            vectorEffect="non-scaling-stroke"
            pointerEvents="none"
          />
        ) : null}
        <ReachLayer items={plan.items} cameras={cameras} side={side} tall={tall} farM={w + d} selectedId={selectedId} />
        <SnapLines lines={lines} view={view} heightM={height * px} />
        {plan.items.map((item) => {
          const spot = spotOf(item, side, tall);
          return (
            <g
              key={item.id}
              data-item={item.id}
              role="button"
              tabIndex={item.id === first ? 0 : -1}
              aria-label={itemLine(item, catalogue)}
              aria-pressed={item.id === selectedId}
              transform={`translate(${spot.x} ${spot.y})`}
              style={{ cursor: 'grab' }}
              onPointerDown={(e) => grab(e, item)}
              onKeyDown={(e) => planKeys(e, item, { editing, side, onSelect, onDelete, focus })}
              onFocus={() => item.id !== selectedId && drag.current === null && onSelect(item.id)}
            >
              <ItemMark
                item={item}
                side={side}
                px={px}
                catalogue={catalogue}
                selected={item.id === selectedId}
                named={named.has(item.id)}
                number={numbers.get(item.id)}
              />
            </g>
          );
        })}
        <WordsLayer labels={labels} figures={figures} px={px} selectedId={selectedId} />
        {handle ? (
          <circle
            cx={handle.at.x + handle.way.x * 34 * px}
            cy={handle.at.y + handle.way.y * 34 * px}
            r={6 * px}
            fill="var(--chakra-colors-page)"
            stroke="var(--chakra-colors-accent)"
            strokeWidth={2}
            vectorEffect="non-scaling-stroke"
            style={{ cursor: 'crosshair' }}
            data-turn
            onPointerDown={(e) => selected && turn(e, selected.id)}
          />
        ) : null}
      </svg>
      <Flex position="absolute" right={0} bottom={0} gap={1}>
        <Button size="small" aria-label="Closer" onClick={() => zoom(1 / 1.3)}>
          +
        </Button>
        <Button size="small" aria-label="Further" onClick={() => zoom(1.3)}>
          −
        </Button>
        <Button size="small" onClick={() => show(null)}>
          All
        </Button>
      </Flex>
    </Box>
  );
}
