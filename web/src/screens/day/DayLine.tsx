import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { memo } from 'react';
import type { ShotState } from '@kavrell/core/scenes';
import { formatMinutes } from '@kavrell/core/units';
import { ShotMark, Tapes } from '../../ui/icons.tsx';

/** What lies between the lines: a change-over, a meal, waiting. */
export interface Between {
  start: string;
  title: string;
  minutes: number;
}

export function SideLine({ start, title, minutes }: Between) {
  return (
    <div className="day-side">
      <span>{start}</span>
      <span>{title}</span>
      <span />
      <span />
      <span className="end">{formatMinutes(minutes)}</span>
    </div>
  );
}

/** What a line shows: plain values, so that a line that did not change is not drawn again. */
export interface LineFacts {
  code: string | null;
  title: string;
  start: string;
  minutes: number;
  light: string;
  cameras: readonly string[];
  state: ShotState | null;
  tags: readonly string[];
  trouble: boolean;
  before: readonly Between[];
  /** Of a programme: nobody moves it. */
  programme: boolean;
}

/** One line of work, with what comes before it; dragged as one. Plain classes: a long day has a hundred of these. */
export function DayLine({
  id,
  facts,
  selected,
  present,
  select,
}: {
  id: string;
  facts: LineFacts;
  selected: boolean;
  /** It is due now. */
  present: boolean;
  select: (id: string) => void;
}) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id,
    disabled: { draggable: facts.programme },
  });
  return (
    <div
      ref={setNodeRef}
      className="day-item"
      style={{ transform: CSS.Translate.toString(transform), transition, opacity: isDragging ? 0.6 : 1 }}
    >
      {facts.before.map((b) => (
        <SideLine key={b.title} {...b} />
      ))}
      <div
        {...attributes}
        {...listeners}
        role="option"
        tabIndex={-1}
        id={`line-${id}`}
        aria-selected={selected}
        data-line={id}
        className={`day-line${facts.programme ? ' programme' : ''}${present ? ' present' : ''}`}
        {...(present ? { 'aria-current': 'time' } : {})}
        onClick={() => select(id)}
      >
        <LineFace facts={facts} />
      </div>
    </div>
  );
}

const LineFace = memo(
  function LineFace({ facts }: { facts: LineFacts }) {
    return (
      <>
        <span className={facts.trouble ? 'start look' : 'start'}>{facts.start}</span>
        <span className="what">
          {facts.state ? <ShotMark state={facts.state} bare /> : null}
          {facts.code ? <strong>{facts.code}</strong> : null}
          <span className="words" style={{ fontWeight: facts.code ? 400 : 700 }} title={facts.title}>
            {facts.title}
          </span>
          {facts.tags.map((t) => (
            <span key={t} className="tag narrow-off">
              {t}
            </span>
          ))}
        </span>
        <span className="soft narrow-off">{facts.light}</span>
        <span className="narrow-off">
          <Tapes letters={facts.cameras} />
        </span>
        <span className="end">{formatMinutes(facts.minutes)}</span>
      </>
    );
  },
  (a, b) => JSON.stringify(a.facts) === JSON.stringify(b.facts),
);
