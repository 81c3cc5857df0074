import type { Camera } from '@kavrell/core/camera';
import { LINK_KINDS, LINK_WORDS, type Link } from '@kavrell/core/sound';
import type { Column } from '../../ui/column.ts';
import { choiceColumn, flagColumn, numberColumn, textColumn } from '../../ui/columns.tsx';

/** What goes through the air or by wire, as it is edited in its table. */
export const linkColumns = (cameras: readonly Camera[]): Column<Link>[] => [
  textColumn('name', 'Link', 'minmax(100px, 1fr)'),
  choiceColumn(
    'kind',
    'What',
    '110px',
    LINK_KINDS.map((k) => [k, LINK_WORDS[k]] as const),
  ),
  {
    ...numberColumn<Link>('frequencyMhz', 'Frequency', '120px', { unit: 'MHz', optional: true, digits: 3 }),
    render: (l) => (
      <span className="mono">
        {l.frequencyMhz === null ? (l.wired ? 'wired' : 'not tuned') : `${l.frequencyMhz.toFixed(3)} MHz`}
      </span>
    ),
  },
  { ...flagColumn<Link>('wired', 'By', '80px', 'wire', 'radio'), extra: 4 },
  { ...textColumn<Link>('reaches', 'Reaches', 'minmax(110px, 1fr)'), extra: 1 },
  {
    ...choiceColumn<Link>(
      'cameraId',
      'From',
      '70px',
      cameras.map((c) => [c.id, c.letter] as const),
      '–',
    ),
    extra: 3,
  },
  { ...numberColumn<Link>('delayMs', 'Delay', '80px', { unit: 'ms' }), extra: 2 },
  { ...numberColumn<Link>('distanceM', 'Distance', '90px', { unit: 'm', optional: true }), extra: 5 },
  { ...numberColumn<Link>('rangeM', 'Range', '80px', { unit: 'm', optional: true }), extra: 5 },
  { ...flagColumn<Link>('fixed', 'Tuning', '110px', 'can’t be tuned', 'free'), extra: 6 },
  { ...numberColumn<Link>('bandwidthKhz', 'Bandwidth', '110px', { unit: 'kHz' }), extra: 7 },
];
