import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import type { DayLine, LineClip, PlacedClip } from '@kavrell/core/dayline';
import type { Day } from '@kavrell/core/day';
import type { LineSound } from '@kavrell/core/lineup';
import { useProduction } from '../../app/production.tsx';
import { timecodeAt } from '../../shared/roll/console.ts';
import { Button } from '../../ui/Button.tsx';
import { Tape } from '../../ui/icons.tsx';
import { useWide } from '../../ui/wide.ts';
import {
  ACROSS,
  LANE_PX,
  LINE_PX,
  across,
  creases,
  folded,
  moved,
  silhouette,
  takeBands,
  threadsOf,
  unfolded,
  withRoom,
  zoomed,
  type View,
} from './mapDrawing.ts';
import { laneSaid, meansSaid } from './words.ts';

const NAMES_PX = 22;
const STEP = 0.25;
/** A letter of a take’s name takes so many units across. */
const LETTER = 12;
const LETTER_NARROW = 30;
const NO_PEAKS: readonly number[] = [];
const percent = (units: number) => `${(units / ACROSS) * 100}%`;

interface Props {
  day: Day;
  line: DayLine;
  sounds: ReadonlyMap<string, LineSound>;
  whole: View;
  view: View;
  setView: (view: View) => void;
  selectedId: string | null;
  select: (clipId: string) => void;
}

/** The day in lanes by device: how loud each clip is, its takes behind it, and threads between what hears the same. Keys go from clip to clip; + and − look nearer. */
export function LineMap({ day, line, sounds, whole, view, setView, selectedId, select }: Props) {
  const { production, rows } = useProduction();
  const place = useRef<HTMLDivElement>(null);
  const dragged = useRef<{ x: number; view: View } | null>(null);
  const bands = useMemo(() => takeBands([...line.placed, ...line.unplaced], rows), [line, rows]);
  const wide = useWide();
  const named = withRoom(bands, view, wide ? LETTER : LETTER_NARROW);
  const byId = new Map(line.placed.map((c) => [c.clip.id, c]));
  const laneOf = new Map(line.devices.map((d, i) => [d.id, i]));
  const top = (deviceId: string) => NAMES_PX + (laneOf.get(deviceId) ?? 0) * LANE_PX;
  const height = NAMES_PX + line.devices.length * LANE_PX + 8;
  const selected = byId.get(selectedId ?? '');
  const middleMs = selected
    ? (selected.startMs + selected.endMs) / 2
    : unfolded(view.fold, (view.fromMs + view.toMs) / 2);
  const nearer = (factor: number) => setView(zoomed(view, factor, middleMs, whole));
  const show = (c: PlacedClip | undefined) => {
    if (!c) return;
    select(c.clip.id);
    if (across(c.endMs, view) < 0 || across(c.startMs, view) > ACROSS)
      setView(moved(view, folded(view.fold, (c.startMs + c.endMs) / 2) - (view.fromMs + view.toMs) / 2, whole));
    place.current?.querySelector<HTMLElement>(`[data-clip="${c.clip.id}"]`)?.focus();
  };
  const onKeyDown = (e: KeyboardEvent) => {
    const { key } = e;
    const own = selected && line.placed.filter((c) => c.deviceId === selected.deviceId);
    const at = own && selected ? own.indexOf(selected) : -1;
    if (key === '+' || key === '=') nearer(0.5);
    else if (key === '-') nearer(2);
    else if (key === '0') setView(whole);
    else if (e.shiftKey && (key === 'ArrowLeft' || key === 'ArrowRight'))
      setView(moved(view, (key === 'ArrowLeft' ? -STEP : STEP) * (view.toMs - view.fromMs), whole));
    else if (key === 'ArrowRight') show(own ? own[at + 1] : line.placed[0]);
    else if (key === 'ArrowLeft') show(own?.[at - 1]);
    else if ((key === 'ArrowUp' || key === 'ArrowDown') && selected)
      show(nearest(line, selected, key === 'ArrowUp' ? -1 : 1));
    else return;
    e.preventDefault();
    e.stopPropagation();
  };
  const drag = (e: PointerEvent<HTMLDivElement>) => {
    const held = dragged.current;
    if (!held) return;
    const width = e.currentTarget.getBoundingClientRect().width || 1;
    setView(moved(held.view, ((held.x - e.clientX) / width) * (held.view.toMs - held.view.fromMs), whole));
  };
  return (
    <Box mb={4}>
      <Flex gap={2} mb={2} wrap="wrap" align="center">
        <Button size="small" onClick={() => setView(whole)}>
          Whole day
        </Button>
        <Button size="small" onClick={() => nearer(0.5)} aria-label="Nearer">
          +
        </Button>
        <Button size="small" onClick={() => nearer(2)} aria-label="Farther">
          −
        </Button>
        <Box color="soft" fontSize="s" className="mono" aria-live="polite">
          {timecodeAt(production, day, unfolded(view.fold, view.fromMs))} to{' '}
          {timecodeAt(production, day, unfolded(view.fold, view.toMs))}; time between takes is folded away
        </Box>
      </Flex>
      <Flex>
        <Box flex="none" w={{ base: '58px', md: '112px' }} pt={`${NAMES_PX}px`}>
          {line.devices.map((d) => (
            <Box key={d.id} h={`${LANE_PX}px`} overflow="hidden">
              <Tape letter={d.name} />
              <Box color="soft" fontSize="s" lineHeight="1.1" mt="2px">
                {laneSaid(
                  line.placed.filter((c) => c.deviceId === d.id),
                  line.unplaced.filter((c) => c.deviceId === d.id).length,
                )}
              </Box>
            </Box>
          ))}
        </Box>
        <Box
          ref={place}
          position="relative"
          flex="1"
          minW={0}
          overflow="hidden"
          style={{ height, touchAction: 'pan-y' }}
          role="group"
          aria-label="Map of the day in sound and picture"
          onKeyDown={onKeyDown}
          onPointerDown={(e) => (dragged.current = { x: e.clientX, view })}
          onPointerMove={drag}
          onPointerUp={() => (dragged.current = null)}
          onPointerLeave={() => (dragged.current = null)}
          data-map
        >
          {bands.map((b) => (
            <Box
              key={b.take.id}
              position="absolute"
              bg="raised"
              bottom={0}
              style={{
                ...{ top: NAMES_PX - 4, left: percent(across(b.fromMs, view)) },
                width: percent(across(b.toMs, view) - across(b.fromMs, view)),
              }}
            />
          ))}
          {[...named].map((b) => (
            <Box
              key={b.take.id}
              position="absolute"
              top={0}
              fontSize="s"
              fontWeight="700"
              whiteSpace="nowrap"
              style={{ left: percent(Math.max(0, across(b.fromMs, view))) }}
            >
              {b.code}
            </Box>
          ))}
          <svg
            width="100%"
            height={height}
            viewBox={`0 0 ${ACROSS} ${height}`}
            preserveAspectRatio="none"
            aria-hidden="true"
            style={{ position: 'absolute', inset: 0, pointerEvents: 'none' }}
          >
            {creases(view).map((x) => (
              <path
                key={x}
                d={`M${x} ${NAMES_PX}V${height}`}
                stroke="currentColor"
                opacity="0.35"
                strokeDasharray="1 5"
                vectorEffect="non-scaling-stroke"
              />
            ))}
            <Threads line={line} view={view} top={top} byId={byId} selectedId={selectedId} />
            {line.placed.map((c) => (
              <path
                key={c.clip.id}
                d={silhouette(c, sounds.get(c.clip.id)?.peaks ?? NO_PEAKS, view, top(c.deviceId))}
                fill="currentColor"
                opacity={c.clip.id === selectedId ? 0.75 : 0.4}
              />
            ))}
          </svg>
          {[...line.placed]
            .sort((a, b) => a.startMs - b.startMs)
            .map((c) => (
              <ClipMark
                key={c.clip.id}
                c={c}
                view={view}
                top={top(c.deviceId)}
                isSelected={c.clip.id === selectedId}
                isFirst={c === line.placed[0] && !selected}
                said={`${c.clip.name}, ${c.take ? `${bands.find((b) => b.take.id === c.take?.id)?.code}, ` : ''}placed by ${meansSaid(c)}, ${timecodeAt(production, day, c.startMs)}`}
                select={() => select(c.clip.id)}
              />
            ))}
          {line.unplaced.map((c) => (
            <UnplacedMark key={c.clip.id} c={c} view={view} top={top(c.deviceId)} select={() => select(c.clip.id)} />
          ))}
        </Box>
      </Flex>
    </Box>
  );
}

/** The clip of another lane that is nearest in time. */
function nearest(line: DayLine, from: PlacedClip, way: 1 | -1): PlacedClip | undefined {
  const order = line.devices.map((d) => d.id);
  for (let i = order.indexOf(from.deviceId) + way; i >= 0 && i < order.length; i += way) {
    const own = line.placed.filter((c) => c.deviceId === order[i]);
    const beside = (c: PlacedClip) => Math.abs(c.startMs - from.startMs);
    if (own.length > 0) return [...own].sort((a, b) => beside(a) - beside(b))[0];
  }
  return undefined;
}

/** A clip’s line in its lane: whole where it is sure, broken where it is only about there. */
function ClipMark({
  c,
  view,
  top,
  isSelected,
  isFirst,
  said,
  select,
}: {
  c: PlacedClip;
  view: View;
  top: number;
  isSelected: boolean;
  isFirst: boolean;
  said: string;
  select: () => void;
}) {
  const [from, to] = [across(c.startMs, view), across(c.endMs, view)];
  if (to < 0 || from > ACROSS) return null;
  return (
    <Box
      as="button"
      position="absolute"
      tabIndex={isSelected || isFirst ? 0 : -1}
      aria-label={said}
      aria-pressed={isSelected}
      title={said}
      h={`${LANE_PX - 6}px`}
      borderBottom={c.rough ? '2px dashed' : '2px solid'}
      borderColor={isSelected ? 'accent' : 'text'}
      minW="4px"
      style={{ left: percent(from), width: percent(to - from), top: top + LINE_PX - (LANE_PX - 8) }}
      onClick={select}
      onFocus={select}
      data-clip={c.clip.id}
    />
  );
}

/** A clip that is on no line, drawn where its take was; one of no take stands in the list alone. */
function UnplacedMark({ c, view, top, select }: { c: LineClip; view: View; top: number; select: () => void }) {
  if (!c.take) return null;
  const from = across(c.take.rolledAtMs, view);
  const to = across(c.take.rolledAtMs + (c.durationS ?? 5) * 1000, view);
  if (to < 0 || from > ACROSS) return null;
  const said = `${c.clip.name}, not placed; drawn where its take was logged`;
  return (
    <Box
      as="button"
      position="absolute"
      tabIndex={-1}
      aria-label={said}
      title={said}
      h="24px"
      minW="6px"
      borderBottom="3px dotted"
      borderColor="look"
      style={{ left: percent(from), width: percent(to - from), top: top + LINE_PX - 22 }}
      onClick={select}
      data-unplaced={c.clip.id}
    />
  );
}

/** A knot where both hear the same; a thread that leans is a clock that runs off. */
function Threads({
  line,
  view,
  top,
  byId,
  selectedId,
}: {
  line: DayLine;
  view: View;
  top: (deviceId: string) => number;
  byId: ReadonlyMap<string, PlacedClip>;
  selectedId: string | null;
}) {
  return line.edges.flatMap((edge) => {
    const [a, b] = [byId.get(edge.clipId), byId.get(edge.otherId)];
    if (!a || !b || edge.aside !== null) return [];
    const isMine = selectedId === edge.clipId || selectedId === edge.otherId;
    // What hangs on the tree alone, so that one can see through it; all of what is selected.
    if (!isMine && a.against !== edge.otherId && b.against !== edge.clipId) return [];
    const [y1, y2] = [top(a.deviceId) + LINE_PX, top(b.deviceId) + LINE_PX];
    return threadsOf(edge, a, b, view)
      .filter((t) => t.x1 > -5 && t.x1 < ACROSS + 5)
      .map((t) => (
        <g key={`${edge.key}${edge.means}${t.atMs}`} opacity={isMine ? 1 : 0.45}>
          <path
            d={`M${t.x1} ${y1}L${t.x2} ${y2}`}
            stroke={isMine ? 'var(--chakra-colors-accent)' : 'currentColor'}
            strokeWidth={isMine ? 1.6 : 1}
            strokeDasharray={edge.means === 'hand' ? '3 3' : undefined}
            vectorEffect="non-scaling-stroke"
          />
          {[
            [t.x1, y1],
            [t.x2, y2],
          ].map(([x, y]) => (
            // No length at all under a round cap is a dot that no stretching makes an egg of.
            <path
              key={y}
              d={`M${x} ${y}h0`}
              stroke={isMine ? 'var(--chakra-colors-accent)' : 'currentColor'}
              strokeWidth="5"
              strokeLinecap="round"
              vectorEffect="non-scaling-stroke"
            />
          ))}
        </g>
      ));
  });
}
