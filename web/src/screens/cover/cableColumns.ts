import { CABLE_KINDS, CABLE_STATES, CABLE_STATE_WORDS, type Cable } from '@kavrell/core/cover';
import type { Column } from '../../ui/column.ts';
import { choiceColumn, numberColumn, textColumn } from '../../ui/columns.tsx';

/** A cable as it is edited: its label, its two ends, what it is made of, who lays it. */
export const cableColumns = (people: readonly { id: string; shortName: string }[]): Column<Cable>[] => [
  textColumn('label', 'Label', '76px'),
  {
    ...choiceColumn<Cable>(
      'kind',
      'What',
      '92px',
      CABLE_KINDS.map((k) => [k, k] as const),
    ),
    extra: 2,
  },
  textColumn('fromWhat', 'From', 'minmax(110px, 1fr)'),
  { ...textColumn<Cable>('fromSocket', 'Socket there', '100px'), extra: 4 },
  textColumn('toWhat', 'To', 'minmax(110px, 1fr)'),
  { ...textColumn<Cable>('toSocket', 'Socket here', '100px'), extra: 3 },
  { ...textColumn<Cable>('connector', 'Connectors', '110px'), extra: 6 },
  { ...numberColumn<Cable>('lengthM', 'Length', '80px', { unit: 'm', optional: true }), extra: 7 },
  {
    ...choiceColumn<Cable>(
      'doerId',
      'Who',
      '96px',
      people.map((p) => [p.id, p.shortName] as const),
      'nobody',
    ),
    extra: 5,
  },
  {
    ...choiceColumn<Cable>(
      'state',
      'State',
      '120px',
      CABLE_STATES.map((s) => [s, CABLE_STATE_WORDS[s]] as const),
    ),
    extra: 1,
  },
];
