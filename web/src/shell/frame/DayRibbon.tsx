import type { ribbonScale } from './scale.ts';
import { useRibbonDrawn } from './useRibbonDrawn.tsx';
import { Box } from '@chakra-ui/react';
import { useId, useRef, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { type DayBlock } from '@kavrell/core/day';
import { msToMinute } from '@kavrell/core/time';
import { formatMinuteOfDay, formatMinutes } from '@kavrell/core/units';
import { useNow } from '../../platform/clock.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { useWide } from '../../ui/wide.ts';
import { useElementWidth } from '../../ui/width.ts';
import { screenLink } from '../../app/links.ts';
import { usePlanned, useProduction } from '../../app/production.tsx';
import { PriceBar } from '../../shared/day/PriceBar.tsx';
import { RibbonBlock } from './RibbonBlock.tsx';
import { isMovable, useBlockMove } from './useBlockMove.ts';

/** Sizes in px: on narrow screens the ribbon shrinks to a line. */
const WIDE_SIZE = { height: 64, top: 10, block: 26, foot: 16 };
const NARROW_SIZE = { height: 38, top: 5, block: 18, foot: 0 };

/** The day itself as a strip: its sky, the plan above, what happened below, and now. */
export function DayRibbon() {
  const { day, production } = useProduction();
  const ref = useRef<HTMLDivElement>(null);
  const width = useElementWidth(ref);
  const clock = usePreferences((s) => s.clock);
  const navigate = useNavigate();
  const now = useNow(production, 30000);
  const gradient = useId();
  const { height, top, block: blockHeight, foot } = useWide() ? WIDE_SIZE : NARROW_SIZE;
  const [pointed, setPointed] = useState<{ block: DayBlock; x: number } | null>(null);

  const { plan, blocks, place, first, last, scale, sun, sky, times, stops, happened } = useRibbonDrawn(
    width,
    now,
    top,
    blockHeight,
  );

  const { me } = usePlanned();
  // Where the day is ordered its blocks are pulled; elsewhere they lead there.
  const mayMove = useLocation().pathname.endsWith('/day') && me.role === 'owner';
  const middleOf = (b: DayBlock) => scale.x((b.startMin + b.endMin) / 2);
  const { held, drag, onKeyDown } = useBlockMove(plan, blocks, middleOf, mayMove);

  if (!day) return <Box ref={ref} h={`${height}px`} />;
  const nowMin = msToMinute(day.date, day.timeZone, now);
  const isToday = nowMin >= scale.fromMin && nowMin <= scale.toMin;
  const say = (minute: number) => formatMinuteOfDay(minute, day, clock);
  const words = (b: DayBlock) =>
    `${b.title}, ${say(b.startMin)} to ${say(b.endMin)}, ${formatMinutes(b.endMin - b.startMin)}`;
  const hourWidth = scale.x(12 * 60 + 60) - scale.x(12 * 60);
  const every = hourWidth > 46 ? 1 : hourWidth > 24 ? 2 : 3;
  const hours = Array.from(
    { length: Math.floor(last / 60) - Math.ceil(first / 60) + 1 },
    (_, i) => Math.ceil(first / 60) + i,
  ).filter((h) => h % every === 0);
  const summary = plan
    ? `The day from ${say(day.callMin)} to ${say(plan.wrapMin)}${times?.setMin ? `, sunset ${say(times.setMin)}` : ''}`
    : 'The day';

  return (
    <Box
      ref={ref}
      position="relative"
      h={`${height}px`}
      minW={0}
      overflow="hidden"
      onPointerLeave={() => setPointed(null)}
    >
      {width > 0 ? (
        <svg width={width} height={height} role="group" aria-label={summary} style={{ display: 'block' }}>
          <defs>
            <linearGradient id={gradient}>{stops}</linearGradient>
          </defs>
          <rect width={width} height={height} fill={sky.length ? `url(#${gradient})` : 'var(--chakra-colors-panel)'} />
          <rect y={height - foot} width={width} height={foot} fill="var(--chakra-colors-page)" opacity={0.72} />
          {(foot ? hours : []).map((h) => (
            <HourMark key={h} hour={h} scale={scale} height={height} foot={foot} />
          ))}
          {blocks.map((block, i) => {
            if (block.kind === 'wait') return null;
            const x = scale.x(block.startMin);
            const w = Math.max(1, scale.x(block.endMin) - x - 1);
            const isWork = (b: DayBlock) => b.kind === 'work';
            const pulled = held?.block.rows[0]?.itemId === block.rows[0]?.itemId && isWork(block) ? held : null;
            return (
              <RibbonBlock
                // A line that is moved stays the same block, and keeps the focus.
                key={isWork(block) ? block.rows[0]?.itemId : `${block.kind}${block.startMin}`}
                {...{ block, x, width: w, top, height: blockHeight, words: words(block) }}
                pulledPx={pulled?.dx ?? null}
                hand={mayMove && isMovable(block) ? { ...drag(block), onKeyDown: (e) => onKeyDown(e, block) } : null}
                // Of lines of a programme that lie over each other the later ones are drawn lower.
                over={isWork(block) && blocks.slice(0, i).some((b) => isWork(b) && b.endMin > block.startMin)}
                point={(at) => setPointed(at === null ? null : { block, x: at })}
                open={() =>
                  void navigate(`${screenLink(production.id, day.number, 'day')}#${block.rows[0]?.itemId ?? ''}`)
                }
              />
            );
          })}
          {held ? (
            <rect
              x={held.before ? scale.x(held.before.startMin) - 2 : scale.x(plan?.wrapMin ?? last)}
              y={2}
              width={3}
              height={height - foot - 4}
              fill="var(--chakra-colors-accent)"
              data-lands
            />
          ) : null}
          <path d={happened.kept} fill="var(--chakra-colors-text)" />
          <path d={happened.noGood} fill="var(--chakra-colors-text)" opacity={0.45} />
          <path d={happened.rolling} fill="var(--chakra-colors-rolling)" />
          {place && !sun && !sky.length ? (
            <text x={6} y={height - foot - 2} fontSize={11} fill="var(--chakra-colors-soft)" data-no-sky>
              Nobody has said where {place.name.slice(0, 24)} is: no sun here yet
            </text>
          ) : null}
          {plan ? (
            <line
              x1={scale.x(day.wantedWrapMin)}
              x2={scale.x(day.wantedWrapMin)}
              y1={4}
              y2={height - foot}
              stroke="var(--chakra-colors-text)"
              strokeDasharray="2 3"
            />
          ) : null}
          {isToday ? (
            <g transform={`translate(${scale.x(nowMin).toFixed(1)} 0)`}>
              <line y2={height} stroke="var(--chakra-colors-accent)" strokeWidth={2} />
              <path d="M-5 0H5L0 7z" fill="var(--chakra-colors-accent)" />
            </g>
          ) : null}
        </svg>
      ) : null}
      {held?.price ? <PriceBar price={held.price} /> : null}
      {pointed && !held ? <PointedWords pointed={pointed} width={width} words={words} /> : null}
    </Box>
  );
}

function HourMark({
  hour,
  scale,
  height,
  foot,
}: {
  hour: number;
  scale: ReturnType<typeof ribbonScale>;
  height: number;
  foot: number;
}) {
  const clock = usePreferences((s) => s.clock);

  return (
    <g transform={`translate(${scale.x(hour * 60).toFixed(1)} 0)`}>
      <line y1={height - foot} y2={height - foot + 5} stroke="var(--chakra-colors-soft)" />
      <text x={3} y={height - 4} fontSize={11} fill="var(--chakra-colors-soft)">
        {clock === '24' ? String(hour % 24).padStart(2, '0') : `${hour % 12 || 12}${hour % 24 < 12 ? 'a' : 'p'}`}
      </text>
    </g>
  );
}

/** The block under the pointer in words. */
function PointedWords({
  pointed,
  width,
  words,
}: {
  pointed: { block: DayBlock; x: number };
  width: number;
  words: (b: DayBlock) => string;
}) {
  return (
    <Box
      position="absolute"
      bottom="0"
      h="16px"
      lineHeight="16px"
      fontSize="12px"
      px={2}
      bg="raised"
      whiteSpace="nowrap"
      pointerEvents="none"
      style={
        pointed.x < width / 2 ? { left: Math.max(0, pointed.x - 40) } : { right: Math.max(0, width - pointed.x - 40) }
      }
    >
      {words(pointed.block)}
    </Box>
  );
}
