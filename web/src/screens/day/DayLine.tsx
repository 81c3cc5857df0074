import { Box } from '@chakra-ui/react';
import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { memo, type ReactNode } from 'react';
import type { DayRow } from '@kavrell/core/day';
import type { ShotState } from '@kavrell/core/roll';
import { formatMinutes } from '@kavrell/core/units';
import { ShotMark, Tapes } from '../../ui/icons.tsx';
import { Tag } from '../../ui/parts.tsx';

const GRID = {
  display: 'grid',
  gridTemplateColumns: '64px minmax(180px, 1fr) 44px 104px 72px',
  alignItems: 'center',
  columnGap: '8px',
  px: '10px',
  borderBottom: '1px solid',
  borderColor: 'hairline',
} as const;

/** What lies between the lines: a change-over, a meal, waiting. */
export const SideLine = memo(function SideLine({
  start,
  title,
  minutes,
}: {
  start: string;
  title: string;
  minutes: number;
}) {
  return (
    <Box {...GRID} color="soft" minH="26px" fontSize="s">
      <span>{start}</span>
      <span>{title}</span>
      <span />
      <span />
      <Box as="span" textAlign="right">
        {formatMinutes(minutes)}
      </Box>
    </Box>
  );
});

interface Props {
  row: DayRow;
  start: string;
  selected: boolean;
  state: ShotState | null;
  select: () => void;
  trouble: boolean;
  windows: readonly string[];
  pinned: string | null;
  children: ReactNode;
}

/** One line of work, with what comes before it; dragged as one. */
export function DayLine({ row, start, selected, state, select, trouble, windows, pinned, children }: Props) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id: row.itemId });
  return (
    <div
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition, opacity: isDragging ? 0.6 : 1 }}
    >
      {children}
      <Box
        {...GRID}
        {...attributes}
        {...listeners}
        role="option"
        tabIndex={-1}
        id={`line-${row.itemId}`}
        aria-selected={selected}
        data-line={row.itemId}
        onClick={select}
        minH="38px"
        bg={selected ? 'raised' : 'transparent'}
        borderLeft="2px solid"
        borderLeftColor={selected ? 'text' : 'transparent'}
        cursor="grab"
        touchAction="manipulation"
        _hover={{ bg: selected ? 'raised' : 'panel' }}
      >
        <Box as="span" fontWeight="600" color={trouble ? 'look' : 'text'}>
          {start}
        </Box>
        <Box display="flex" alignItems="center" gap={2} minW={0}>
          {state ? <ShotMark state={state} bare /> : null}
          {row.shot ? <strong>{row.shot.code}</strong> : null}
          <Box
            as="span"
            overflow="hidden"
            textOverflow="ellipsis"
            whiteSpace="nowrap"
            fontWeight={row.shot ? 400 : 700}
            title={row.title}
          >
            {row.title}
          </Box>
          {row.shot?.priority === 'must' ? <Tag>must</Tag> : null}
          {row.shot?.happensOnce ? <Tag>once</Tag> : null}
          {pinned ? <Tag>fixed {pinned}</Tag> : windows.map((w) => <Tag key={w}>{w}</Tag>)}
        </Box>
        <Box as="span" color="soft" fontSize="s">
          {row.setup?.code}
        </Box>
        <span>
          <Tapes letters={row.cameras} />
        </span>
        <Box as="span" textAlign="right" fontWeight="600">
          {formatMinutes(row.minutes)}
        </Box>
      </Box>
    </div>
  );
}
