import { percent, MapDrawn, TakeBand } from './MapDrawn.tsx';
import { NAMES_PX, MapBar, LaneNames } from './MapBar.tsx';
import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import type { DayLine, LineClip, PlacedClip } from '@kavrell/core/dayline';
import type { Day } from '@kavrell/core/day';
import type { LineSound } from '@kavrell/core/lineup';
import { useProduction } from '../../app/production.tsx';
import { timecodeAt } from '../../shared/roll/console.ts';
import { useWide } from '../../ui/wide.ts';
import {
  ACROSS,
  LANE_PX,
  LINE_PX,
  across,
  folded,
  moved,
  takeBands,
  unfolded,
  withRoom,
  zoomed,
  type View,
} from './mapDrawing.ts';
import { meansSaid } from './words.ts';

const STEP = 0.25;
/** A letter of a take’s name takes so many units across. */
const LETTER = 12;
const LETTER_NARROW = 30;

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
      <MapBar setView={setView} whole={whole} nearer={nearer} day={day} view={view} />
      <Flex>
        <LaneNames line={line} />
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
            <TakeBand key={b.take.id} band={b} view={view} />
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
          <MapDrawn
            height={height}
            view={view}
            line={line}
            top={top}
            byId={byId}
            selectedId={selectedId}
            sounds={sounds}
          />
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
