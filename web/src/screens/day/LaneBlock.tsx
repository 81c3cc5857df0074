import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import type { CSSProperties } from 'react';
import { isOnce, type DayRow } from '@kavrell/core/day';

/** A line of the day in its band: pressed it is in hand, dragged it comes to stand elsewhere in the order. */
export function LaneBlock({
  row,
  style,
  title,
  isDone,
  isPresent,
  isSelected,
  select,
}: {
  row: DayRow;
  style: CSSProperties;
  title: string;
  isDone: boolean;
  isPresent: boolean;
  isSelected: boolean;
  select: (id: string) => void;
}) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: row.itemId,
    disabled: { draggable: row.programme !== null },
  });
  const look = [
    'lane-bar work',
    isOnce(row) || row.pinnedStartMin !== null ? 'once' : '',
    isDone ? 'done' : '',
    isPresent ? 'present' : '',
    isSelected ? 'own' : '',
  ];
  return (
    <div
      ref={setNodeRef}
      {...attributes}
      {...listeners}
      role="option"
      tabIndex={-1}
      id={`line-${row.itemId}`}
      aria-selected={isSelected}
      aria-label={title}
      {...(isPresent ? { 'aria-current': 'time' as const } : {})}
      data-line={row.itemId}
      title={title}
      className={look.filter(Boolean).join(' ')}
      style={{ ...style, transform: CSS.Translate.toString(transform), transition, zIndex: isDragging ? 3 : undefined }}
      onClick={() => select(row.itemId)}
    >
      <span>{row.shot?.code ?? row.title}</span>
    </div>
  );
}
