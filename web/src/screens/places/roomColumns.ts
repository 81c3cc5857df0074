import { CIRCUIT_KINDS, FEATURE_KINDS, FEATURE_WORDS, type Circuit, type Feature } from '@kavrell/core/places';
import type { Column } from '../../ui/column.ts';
import { choiceColumn, flagColumn, numberColumn, textColumn } from '../../ui/columns.tsx';

export const CIRCUIT_COLUMNS: Column<Circuit>[] = [
  textColumn('name', 'Circuit', 'minmax(90px, 1fr)'),
  {
    ...choiceColumn<Circuit>(
      'kind',
      'From',
      '100px',
      CIRCUIT_KINDS.map((k) => [k, k] as const),
    ),
    extra: 3,
  },
  { ...numberColumn<Circuit>('volts', 'Volts', '80px', { unit: 'V' }), extra: 2 },
  numberColumn('breakerA', 'Breaker', '76px', { unit: 'A', optional: true }),
  numberColumn('otherW', 'Else on it', '90px', { unit: 'W' }),
  { ...textColumn<Circuit>('otherWhat', 'What', 'minmax(90px, 1fr)'), extra: 1 },
  {
    id: 'residualCurrent',
    header: 'Residual current',
    width: '100px',
    value: (c) => (c.residualCurrent === null ? 'not looked' : c.residualCurrent ? 'guarded' : 'none'),
    edit: {
      get: (c) => (c.residualCurrent === null ? '' : c.residualCurrent ? 'yes' : 'no'),
      set: (t) => ({ residualCurrent: t === '' ? null : t === 'yes' }),
      options: [
        ['', 'not looked'],
        ['yes', 'guarded'],
        ['no', 'none'],
      ],
    },
  },
];

const metre = (
  key: 'x1' | 'y1' | 'x2' | 'y2' | 'bottomM' | 'topM',
  header: string,
  extra?: number,
): Column<Feature> => ({
  ...numberColumn<Feature>(key, header, '76px', { unit: 'm', digits: 2 }),
  ...(extra ? { extra } : {}),
});

/** What stands in a room’s walls, with the circuits its sockets may hang on. */
export const featureColumns = (circuits: readonly Circuit[]): Column<Feature>[] => [
  choiceColumn(
    'kind',
    'Kind',
    '120px',
    FEATURE_KINDS.map((k) => [k, FEATURE_WORDS[k]] as const),
  ),
  textColumn('name', 'Name', 'minmax(90px, 1fr)'),
  metre('x1', 'Across'),
  metre('y1', 'Down'),
  metre('x2', 'to across', 2),
  metre('y2', 'to down', 2),
  metre('bottomM', 'Sill', 1),
  metre('topM', 'Top', 1),
  {
    ...choiceColumn<Feature>(
      'circuitId',
      'Circuit',
      '100px',
      circuits.map((c) => [c.id, c.name] as const),
      '–',
    ),
    extra: 3,
  },
  { ...flagColumn<Feature>('reachable', 'From outside', '110px', 'reachable', 'no'), extra: 4 },
];
