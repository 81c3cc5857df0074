import type { Scene, Shot } from '@kavrell/core/scenes';
import { MOVEMENTS, PRIORITIES, SIZES, SUPPORTS, shotMinutes } from '@kavrell/core/scenes';
import type { ShotState } from '@kavrell/core/roll';
import { STATE_WORDS } from '@kavrell/core/wrap';
import { formatMinutes, parseMinutes } from '@kavrell/core/units';
import type { ProductionRows } from '@kavrell/core/productions';
import { choiceColumn, numberColumn, textColumn } from '../../ui/columns.tsx';
import type { Column } from '../../ui/DataTable.tsx';
import { lettersOf, peopleOf } from './cells.ts';
import { ShotMark, Tapes } from '../../ui/icons.tsx';

const plain = (list: readonly string[]) => list.map((x) => [x, x] as const);

/** The columns of the shot table. */
export function shotColumns(rows: ProductionRows, states: ReadonlyMap<string, ShotState>): Column<Shot>[] {
  const people = new Map(rows.people.map((p) => [p.id, p.shortName]));
  const scenes = new Map(rows.scenes.map((s): [string, Scene] => [s.id, s]));
  const names = (s: Shot) => s.personIds.map((id) => people.get(id) ?? '?').join(', ');
  const stateOf = (s: Shot) => states.get(s.id) ?? 'planned';
  return [
    {
      id: 'state',
      header: '',
      width: '30px',
      value: (s) => STATE_WORDS[stateOf(s)],
      render: (s) => <ShotMark state={stateOf(s)} bare />,
    },
    { ...textColumn<Shot>('code', 'Shot', '48px'), value: (s) => s.code, render: (s) => <strong>{s.code}</strong> },
    textColumn('description', 'What', 'minmax(124px, 2fr)'),
    { ...choiceColumn<Shot>('size', 'Size', '56px', plain(SIZES), '–'), extra: 1 },
    {
      id: 'personIds',
      header: 'Who',
      width: 'minmax(76px, 0.6fr)',
      extra: 2,
      value: names,
      edit: { get: names, set: (text) => ({ personIds: peopleOf(text, rows.people) }) },
    },
    { ...textColumn<Shot>('lens', 'Lens', '104px'), extra: 3 },
    { ...choiceColumn<Shot>('support', 'Support', '84px', plain(SUPPORTS), '–'), extra: 6 },
    { ...choiceColumn<Shot>('movement', 'Move', '70px', plain(MOVEMENTS), '–'), extra: 7 },
    {
      id: 'cameras',
      header: 'Cameras',
      width: '88px',
      extra: 5,
      value: (s) => s.cameras.join(' '),
      render: (s) => <Tapes letters={s.cameras} />,
      edit: { get: (s) => s.cameras.join(' '), set: (text) => ({ cameras: lettersOf(text, rows.cameras) }) },
    },
    {
      ...choiceColumn<Shot>(
        'setupId',
        'Light',
        '50px',
        rows.setups.map((s) => [s.id, s.code] as const),
        'none',
      ),
      extra: 4,
    },
    { ...textColumn<Shot>('side', 'Side', '70px'), extra: 8 },
    { ...numberColumn<Shot>('takesPlanned', 'Takes', '54px'), extra: 4 },
    {
      id: 'minutes',
      header: 'Length',
      width: '68px',
      end: true,
      value: (s) => shotMinutes(s),
      render: (s) => <span>{formatMinutes(shotMinutes(s))}</span>,
      edit: {
        get: (s) => String(shotMinutes(s)),
        set: (text) => ({ minutesOverride: text.trim() === '' ? null : parseMinutes(text) }),
      },
    },
    { ...choiceColumn<Shot>('priority', 'Priority', '66px', plain(PRIORITIES)), extra: 3 },
    { id: 'scene', header: 'Scene', width: '110px', extra: 9, value: (s) => scenes.get(s.sceneId)?.title ?? '' },
  ];
}
