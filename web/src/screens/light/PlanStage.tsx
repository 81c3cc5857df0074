import { Box, Flex } from '@chakra-ui/react';
import { memo, useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { kelvinToHex } from '@kavrell/core/colour';
import { direction, normalTurn, turnTo } from '@kavrell/core/geometry';
import {
  cableOf,
  itemLine,
  lampOf,
  nameOf,
  placeOf,
  sizeOf,
  sourceNumbers,
  wedge,
  type Catalogue,
  type LightPlan,
  type PlanItem,
  type Sensor,
} from '@kavrell/core/light';
import type { Room } from '@kavrell/core/places';
import { formatLux } from '@kavrell/core/units';
import { Button } from '../../ui/Button.tsx';
import { useElementWidth } from '../../ui/width.ts';
import type { Contour } from '../../workers/heavy.worker.ts';
import { NorthMark, PlanMarks, RoomMark } from '../../shared/light/PlanMarks.tsx';
import { marksIn, placeFigures, placeLabels, snapped, spotOf, type Side, type Window } from './stage.ts';
import type { PlanEditing } from './usePlan.ts';

const NUDGE_M = 0.05;
const FAR_NUDGE_M = 0.5;
const TURN_DEG = 5;
const NARROWEST_M = 1.5;
const WIDEST_M = 120;
const MARGIN_M = 0.7;
const INK = 'var(--chakra-colors-text)';
const SOFT = 'var(--chakra-colors-soft)';
const HAIR = 'var(--chakra-colors-hairline)';

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
  const width = useElementWidth(place);
  const [w, d] = sizeOf(plan, room);
  const tall = room && !room.outside ? room.heightM : Math.max(4, ...plan.items.map((i) => i.zM + 1));
  const depth = side === 'top' ? d : tall;
  const fit = useMemo<Window>(() => {
    const wide = Math.max(w + 2 * MARGIN_M, ((depth + 2 * MARGIN_M) * Math.max(1, width)) / height);
    return {
      x: (w - wide) / 2,
      y: -MARGIN_M - ((wide * height) / Math.max(1, width) - depth - 2 * MARGIN_M) / 2,
      w: wide,
    };
  }, [w, depth, width, height]);
  const [own, setOwn] = useState<Window | null>(null);
  useEffect(() => setOwn(null), [side, room?.id]);
  const view = own ?? fit;
  const px = view.w / Math.max(1, width);
  const unitM = 11 * px;

  const svg = useRef<SVGSVGElement>(null);
  const metres = (e: { clientX: number; clientY: number }) => {
    const box = svg.current?.getBoundingClientRect();
    return { x: view.x + (e.clientX - (box?.left ?? 0)) * px, y: view.y + (e.clientY - (box?.top ?? 0)) * px };
  };
  const zoom = (by: number, at?: { x: number; y: number }) => {
    const wide = Math.min(WIDEST_M, Math.max(NARROWEST_M, view.w * by));
    const c = at ?? { x: view.x + view.w / 2, y: view.y + (height * px) / 2 };
    const k = wide / view.w;
    setOwn({ x: c.x - (c.x - view.x) * k, y: c.y - (c.y - view.y) * k, w: wide });
  };
  // React listens to the wheel passively; a plan under the pointer must not scroll the page as well.
  const onWheel = useRef<(e: WheelEvent) => void>(() => undefined);
  onWheel.current = (e) => {
    e.preventDefault();
    zoom(e.deltaY > 0 ? 1.12 : 1 / 1.12, metres(e));
  };
  useEffect(() => {
    const { current } = svg;
    const hear = (e: WheelEvent) => onWheel.current(e);
    current?.addEventListener('wheel', hear, { passive: false });
    return () => current?.removeEventListener('wheel', hear);
  }, []);

  type Drag =
    | { kind: 'item'; id: string; dx: number; dy: number; moved: boolean }
    | { kind: 'turn'; id: string }
    | { kind: 'pan'; from: Window; x: number; y: number; moved: boolean };
  const drag = useRef<Drag | null>(null);
  const [lines, setLines] = useState<{ x: number | null; y: number | null }>({ x: null, y: null });
  const itemOf = (id: string) => plan.items.find((i) => i.id === id);
  const replace = (id: string, values: object): LightPlan => ({
    ...plan,
    items: plan.items.map((i) => (i.id === id ? ({ ...i, ...values } as PlanItem) : i)),
  });

  const grab = (e: PointerEvent, item: PlanItem) => {
    e.stopPropagation();
    if (e.button !== 0) return;
    svg.current?.setPointerCapture(e.pointerId);
    const at = metres(e);
    const spot = spotOf(item, side, tall);
    drag.current = { kind: 'item', id: item.id, dx: spot.x - at.x, dy: spot.y - at.y, moved: false };
    onSelect(item.id);
  };
  const move = (e: PointerEvent) => {
    const { current: held } = drag;
    if (!held) return;
    const at = metres(e);
    if (held.kind === 'pan') {
      held.moved ||= Math.hypot(e.clientX - held.x, e.clientY - held.y) > 4;
      setOwn({ ...held.from, x: held.from.x - (e.clientX - held.x) * px, y: held.from.y - (e.clientY - held.y) * px });
      return;
    }
    const item = itemOf(held.id);
    if (!item) return;
    if (held.kind === 'turn') {
      const turn = turnTo(placeOf(item), { x: at.x, y: at.y, z: item.zM });
      const turnDeg = e.altKey ? Math.round(turn) : normalTurn(Math.round(turn / TURN_DEG) * TURN_DEG);
      editing.show(replace(item.id, { turnDeg }));
      return;
    }
    const [x, y] = [at.x + held.dx, at.y + held.dy];
    const before = spotOf(item, side, tall);
    if (!held.moved && Math.hypot(x - before.x, y - before.y) < 4 * px) return;
    held.moved = true;
    const others = plan.items.filter((i) => i.id !== item.id).map((i) => spotOf(i, side, tall));
    const to = e.altKey ? { x, y, lineX: null, lineY: null } : snapped(x, y, others);
    setLines({ x: to.lineX, y: to.lineY });
    editing.show(
      replace(
        item.id,
        side === 'top' ? { xM: to.x, yM: to.y } : { xM: to.x, zM: Math.max(0, Math.round((tall - to.y) * 100) / 100) },
      ),
    );
  };
  const drop = () => {
    const { current: held } = drag;
    drag.current = null;
    setLines({ x: null, y: null });
    if (!held) return;
    if (held.kind === 'pan') {
      if (!held.moved) onSelect(null);
      return;
    }
    const item = itemOf(held.id);
    if (item && (held.kind === 'turn' || held.moved))
      editing.keep(`${held.kind === 'turn' ? 'turned' : 'moved'} ${nameOf(item)}`);
  };

  const focus = (id: string) => svg.current?.querySelector<SVGGElement>(`[data-item="${id}"]`)?.focus();
  const keys = (e: KeyboardEvent, item: PlanItem) => {
    const far = e.shiftKey ? FAR_NUDGE_M : NUDGE_M;
    const arrows: Record<string, [number, number]> = {
      ArrowLeft: [-far, 0],
      ArrowRight: [far, 0],
      ArrowUp: [0, -far],
      ArrowDown: [0, far],
    };
    const arrow = arrows[e.key];
    const tidy = (v: number) => Math.round(v * 1000) / 1000;
    if (arrow && !e.altKey && !e.ctrlKey && !e.metaKey) {
      const [x, y] = arrow;
      editing.item(
        `moved ${nameOf(item)}`,
        item.id,
        side === 'top'
          ? { xM: tidy(item.xM + x), yM: tidy(item.yM + y) }
          : { xM: tidy(item.xM + x), zM: Math.max(0, tidy(item.zM - y)) },
        true,
      );
    } else if (e.key === '[' || e.key === ']')
      editing.item(
        `turned ${nameOf(item)}`,
        item.id,
        { turnDeg: normalTurn(item.turnDeg + (e.key === ']' ? TURN_DEG : -TURN_DEG)) },
        true,
      );
    else if (e.key === 'PageUp' || e.key === 'PageDown')
      editing.item(
        `raised ${nameOf(item)}`,
        item.id,
        { zM: Math.max(0, tidy(item.zM + (e.key === 'PageUp' ? 0.1 : -0.1))) },
        true,
      );
    else if (e.key === 'Delete') onDelete(item.id);
    else if (e.key === 'n' || e.key === 'N') {
      const i = plan.items.indexOf(item);
      const next = plan.items[(i + (e.shiftKey ? -1 : 1) + plan.items.length) % plan.items.length];
      if (next) {
        onSelect(next.id);
        requestAnimationFrame(() => focus(next.id));
      }
    } else if (e.key === 'Enter' || e.key === ' ') onSelect(item.id);
    else if (e.key === 'Escape') onSelect(null);
    else return;
    e.preventDefault();
    e.stopPropagation();
  };

  const numbers = useMemo(() => sourceNumbers(plan), [plan.items]);
  const labels = useMemo(() => {
    const symbols = plan.items.map((i) => ({ id: i.id, ...spotOf(i, side, tall) }));
    const chosen = plan.items.filter((i) => i.id === selectedId);
    const rest = plan.items.filter((i) => i.id !== selectedId && (i.kind !== 'camera' || i.name !== ''));
    const wanted = [...chosen, ...rest].map((i) => ({
      id: i.id,
      ...spotOf(i, side, tall),
      words:
        i.kind === 'source'
          ? `${nameOf(i)}, ${i.on ? `${Math.round(i.level * 100)} %` : 'off'}`
          : i.kind === 'camera'
            ? `${i.letter}, ${i.focalMm} mm`
            : nameOf(i),
    }));
    return placeLabels(wanted, symbols, px, unitM);
  }, [plan.items, side, tall, selectedId, px, unitM]);
  const figures = useMemo(() => {
    if (side !== 'top') return [];
    const symbols = plan.items.map((i) => ({ id: i.id, ...spotOf(i, side, tall) }));
    return placeFigures(
      contours.map((c) => ({ words: formatLux(c.lux), x: c.at[0], y: c.at[1] })),
      labels,
      symbols,
      { w, d },
      px,
      unitM,
    );
  }, [contours, labels, plan.items, side, tall, w, d, px, unitM]);
  const first = selectedId ?? plan.items[0]?.id ?? null;
  const selected = plan.items.find((i) => i.id === selectedId);
  const handle =
    selected && side === 'top' ? { at: spotOf(selected, side, tall), way: direction(selected.turnDeg) } : null;
  const cable = selected?.kind === 'source' && side === 'top' ? cableOf(selected, { room }) : null;
  const grid = gridStep(view.w);

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
        onPointerDown={(e) => {
          svg.current?.setPointerCapture(e.pointerId);
          drag.current = { kind: 'pan', from: view, x: e.clientX, y: e.clientY, moved: false };
        }}
        onPointerMove={move}
        onPointerUp={drop}
        onPointerCancel={drop}
        data-stage={side}
      >
        <Ground room={room} widthM={w} depthM={depth} side={side} grid={grid} unitM={unitM} px={px} />
        {side === 'top' ? (
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
        ) : null}
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
        {side === 'top'
          ? plan.items.map((i) =>
              i.kind === 'camera' ? (
                <g key={`${i.id}-view`} clipPath="url(#plan-room)" pointerEvents="none">
                  <g transform={`translate(${i.xM} ${i.yM})`}>
                    <PlanMarks marks={wedge(i, cameras, w + d)} stroke={i.id === selectedId ? INK : SOFT} />
                  </g>
                </g>
              ) : null,
            )
          : plan.items.map((i) =>
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
        {lines.x !== null ? (
          <path
            d={`M${lines.x} ${view.y}v${height * px}`}
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
              onKeyDown={(e) => keys(e, item)}
              onFocus={() => item.id !== selectedId && drag.current === null && onSelect(item.id)}
            >
              <circle r={22 * px} fill="transparent" stroke="none" />
              {item.id === selectedId ? (
                <circle
                  r={19 * px}
                  fill="none"
                  stroke="var(--chakra-colors-accent)"
                  strokeWidth={2}
                  vectorEffect="non-scaling-stroke"
                />
              ) : null}
              {named.has(item.id) && item.id !== selectedId ? (
                <circle
                  r={17 * px}
                  fill="none"
                  stroke="var(--chakra-colors-look)"
                  strokeWidth={1.4}
                  strokeDasharray="3 3"
                  vectorEffect="non-scaling-stroke"
                />
              ) : null}
              <Symbol item={item} side={side} unitM={unitM} catalogue={catalogue} />
              {item.kind === 'source' || item.kind === 'camera' ? (
                <text
                  y={item.kind === 'camera' ? 4.6 * px : 4.2 * px}
                  fontSize={(item.kind === 'camera' ? 13 : 12) * px}
                  fontWeight={700}
                  textAnchor="middle"
                  fill={item.kind === 'source' ? (item.on ? '#111' : INK) : 'var(--chakra-colors-page)'}
                  pointerEvents="none"
                >
                  {item.kind === 'source' ? numbers.get(item.id) : item.letter}
                </text>
              ) : null}
            </g>
          );
        })}
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
            onPointerDown={(e) => {
              e.stopPropagation();
              svg.current?.setPointerCapture(e.pointerId);
              if (selected) drag.current = { kind: 'turn', id: selected.id };
            }}
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
        <Button size="small" onClick={() => setOwn(null)}>
          All
        </Button>
      </Flex>
    </Box>
  );
}

/** Metres between grid lines, so that there are a dozen or two. */
function gridStep(wideM: number): number {
  return [0.25, 0.5, 1, 2, 5, 10].find((s) => wideM / s <= 26) ?? 20;
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

const Ground = memo(function Ground({
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
