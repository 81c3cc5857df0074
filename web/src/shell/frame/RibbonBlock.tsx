import type { DOMAttributes } from 'react';
import { codesOf, isOnce, type DayBlock } from '@kavrell/core/day';

const CHAR_PX = 6.6;

/** What a block may be called, longest first: the first that fits is written, or none. */
function labelsOf(block: DayBlock): string[] {
  const [row] = block.rows;
  if (block.kind === 'call') return ['Load-in', 'In'];
  if (block.kind === 'strike') return ['Wrap'];
  if (block.kind === 'change')
    return [block.title.replace(/^Move to .*$/, 'Move'), block.title.split(/[ ,]/)[0] ?? ''].filter(
      (l) => !/^(Repos|Turn)/.test(l),
    );
  if (!row?.scene || row.programme) return [block.title, block.title.split(' ')[0] ?? ''];
  const codes = codesOf(block.rows);
  return [`${codes} ${row.scene.title}`, row.scene.title, codes, row.scene.number];
}

interface Props {
  block: DayBlock;
  /** Where it stands in the strip, px. */
  x: number;
  width: number;
  top: number;
  height: number;
  /** It lies over one that began before: it is drawn lower, without a word. */
  over: boolean;
  words: string;
  /** Its middle is pointed at, or nothing any more. */
  point: (x: number | null) => void;
  open: () => void;
  /** How far it is pulled just now, px; null: it is not. */
  pulledPx: number | null;
  /** What pulls it, where it may be moved. */
  hand: DOMAttributes<SVGGElement> | null;
}

/** One stretch of the day in the ribbon: work, a change-over, load-in or wrap. */
export function RibbonBlock({
  block,
  x,
  width,
  top,
  height: blockHeight,
  over,
  words,
  point,
  open,
  pulledPx,
  hand,
}: Props) {
  const work = block.kind === 'work';
  const once = block.rows.some((r) => r.pinnedStartMin !== null || isOnce(r));
  const label = labelsOf(block).find((l) => width > l.length * CHAR_PX + 8);
  const drop = over ? blockHeight / 2 : 0;
  return (
    <g
      role="link"
      tabIndex={work ? 0 : -1}
      aria-label={words}
      {...hand}
      {...(hand ? { 'aria-keyshortcuts': 'Alt+ArrowLeft Alt+ArrowRight' } : {})}
      data-ribbon-block={block.rows[0]?.itemId}
      transform={pulledPx === null ? undefined : `translate(${pulledPx} 0)`}
      style={{ cursor: hand ? 'grab' : 'pointer', touchAction: hand ? 'pan-y' : undefined }}
      onPointerEnter={() => point(x + width / 2)}
      onFocus={() => point(x + width / 2)}
      onBlur={() => point(null)}
      onClick={open}
      onKeyDown={(e) => {
        hand?.onKeyDown?.(e);
        if (e.key === 'Enter') open();
      }}
    >
      <rect
        x={x}
        y={work ? top + drop : top + 5}
        width={width}
        height={work ? blockHeight - drop : blockHeight - 10}
        rx={2}
        fill={once ? 'var(--chakra-colors-tape)' : work ? 'var(--chakra-colors-raised)' : 'var(--chakra-colors-page)'}
        opacity={work ? 1 : 0.72}
        stroke={once ? 'none' : 'var(--chakra-colors-edge)'}
        strokeWidth={work ? 1 : 0.5}
      />
      {label && !over ? (
        <text
          x={x + 4}
          y={top + blockHeight / 2 + 4.5}
          fontSize={12}
          fontWeight={work ? 650 : 400}
          fill={
            once ? 'var(--chakra-colors-on-tape)' : work ? 'var(--chakra-colors-text)' : 'var(--chakra-colors-soft)'
          }
        >
          {label}
        </text>
      ) : null}
    </g>
  );
}
