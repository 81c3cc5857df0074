import type { Picture } from '@kavrell/core/look';
import { Board } from '../../shared/scenes/Board.tsx';
import { frozenCodes } from '@kavrell/core/callsheet';
import type { Scene, Shot } from '@kavrell/core/scenes';
import { ANGLES, MOVEMENTS, PRIORITIES, SHOT_ROLES, SIZES, SUPPORTS, shotMinutes } from '@kavrell/core/scenes';
import type { StaleMark } from '@kavrell/core/stale';
import type { ShotState } from '@kavrell/core/scenes';
import { STATE_WORDS } from '@kavrell/core/wrap';
import { formatMinutes, parseMinutes } from '@kavrell/core/units';
import type { ProductionRows } from '@kavrell/core/productions';
import { choiceColumn, numberColumn, textColumn } from '../../ui/columns.tsx';
import type { Column } from '../../ui/column.ts';
import { lettersOf, peopleOf, tagsOf, windowsOf, windowWords } from '../../shared/scenes/cells.ts';
import { ShotMark, Tapes } from '../../ui/icons.tsx';

const plain = (list: readonly string[]) => list.map((x) => [x, x] as const);

/** What the columns of shots lean on. */
export const COLUMN_PARTS = [
  'frozenSheets',
  'people',
  'scenes',
  'setups',
  'cameras',
  'deliverables',
  'asks',
  'pictures',
] as const;

/** The number of a shot: on a sheet that went out it stays; stale ones are marked. */
const codeColumn = (frozen: ReadonlySet<string>, stale: ReadonlyMap<string, StaleMark>): Column<Shot> => ({
  ...textColumn<Shot>('code', 'Shot', '48px'),
  edit: {
    own: true,
    get: (s) => s.code,
    set: (text, s) => {
      if (frozen.has(s.code) && text.trim().toUpperCase() !== s.code)
        throw new Error(`${s.code} is on a sheet that went out: its number stays.`);
      return { code: text.trim().toUpperCase() };
    },
  },
  value: (s) => s.code,
  render: (s) => (
    <>
      <strong>{s.code}</strong>
      {stale.has(s.id) ? (
        <span className="look" title="Stale: something it leans on has changed" data-stale={s.id}>
          !
        </span>
      ) : null}
    </>
  ),
});

/** The board of each shot, small: for lists in which some have one. */
const boardColumn = (boards: ReadonlyMap<string, Picture>): Column<Shot> => ({
  id: 'board',
  header: 'Board',
  width: '84px',
  extra: 5,
  value: (s) => (boards.has(s.id) ? 'yes' : ''),
  render: (s) => {
    const picture = boards.get(s.id);
    return picture ? (
      <div style={{ width: '72px' }}>
        <Board picture={picture} alt={`Board of ${s.code}`} />
      </div>
    ) : null;
  },
});

/** What the words over some columns mean. */
const HINTS: Readonly<Record<string, string>> = {
  operatorId: 'who takes it, where that is not the camera’s own operator',
  side: 'the side the camera stands on; a change of it is a turnaround',
  role: 'what the editor needs it for',
  beforeSceneId: 'it must be had before that scene',
  deliverableIds: 'marks of the deliverables it is cut into',
  markIds: 'marks of what the client wants to see, and this shot shows',
  centreSafe: 'what happens is held in the middle, so that a narrower cut keeps it',
  faceNeeded: 'the face must be read: focus and light are checked for it',
  effort: '0 to 3: what it takes out of people; an order can be sought that has the hard ones early',
  fallback: 'what is shot where it can’t be had',
};

const tagged = (ids: readonly string[], list: readonly { id: string; tag: string }[]) =>
  ids.flatMap((id) => list.find((t) => t.id === id)?.tag ?? []).join(', ');

const flag = (id: 'faceNeeded' | 'happensOnce' | 'centreSafe', header: string, extra: number): Column<Shot> => ({
  ...choiceColumn<Shot>(id, header, '60px', [
    ['true', 'yes'],
    ['false', 'no'],
  ]),
  extra,
  value: (s) => (s[id] ? 'yes' : 'no'),
  edit: {
    get: (s) => String(s[id]),
    set: (text) => ({ [id]: text === 'true' || text === 'yes' }),
    options: [
      ['true', 'yes'],
      ['false', 'no'],
    ],
  },
});

/** What a shot is bound to: who claims it, what it comes before, the pieces and marks it serves. */
function boundColumns(rows: Pick<ProductionRows, (typeof COLUMN_PARTS)[number]>): Column<Shot>[] {
  const marks = rows.asks.filter((a) => a.kind === 'mark');
  return [
    { ...choiceColumn<Shot>('angle', 'Angle', '84px', plain(ANGLES), '–'), extra: 11 },
    {
      ...choiceColumn<Shot>('role', 'Use', '84px', plain(SHOT_ROLES), '–'),
      extra: 10,
    },
    {
      ...choiceColumn<Shot>(
        'operatorId',
        'Claimed by',
        '76px',
        rows.people.map((p) => [p.id, p.shortName] as const),
        'nobody',
      ),
      extra: 9,
    },
    {
      ...choiceColumn<Shot>(
        'beforeSceneId',
        'Before',
        '76px',
        rows.scenes.map((s) => [s.id, `${s.number} ${s.title}`] as const),
        'any time',
      ),
      extra: 12,
    },
    {
      id: 'deliverableIds',
      header: 'Pieces',
      width: '90px',
      extra: 13,
      value: (s) => tagged(s.deliverableIds, rows.deliverables),
      edit: {
        get: (s) => tagged(s.deliverableIds, rows.deliverables),
        set: (text) => ({ deliverableIds: tagsOf(text, rows.deliverables) }),
      },
    },
    {
      id: 'markIds',
      header: 'Must be seen',
      width: '90px',
      extra: 14,
      value: (s) => tagged(s.markIds, marks),
      edit: { get: (s) => tagged(s.markIds, marks), set: (text) => ({ markIds: tagsOf(text, marks) }) },
    },
  ];
}

/** The columns of the shot table. */
export function shotColumns(
  rows: Pick<ProductionRows, (typeof COLUMN_PARTS)[number]>,
  states: ReadonlyMap<string, ShotState>,
  stale: ReadonlyMap<string, StaleMark>,
): Column<Shot>[] {
  const people = new Map(rows.people.map((p) => [p.id, p.shortName]));
  const scenes = new Map(rows.scenes.map((s): [string, Scene] => [s.id, s]));
  const names = (s: Shot) => s.personIds.map((id) => people.get(id) ?? '?').join(', ');
  const frozen = frozenCodes(rows.frozenSheets);
  const minutesOf = (s: Shot) => shotMinutes(s, scenes.get(s.sceneId)?.style);
  const stateOf = (s: Shot) => states.get(s.id) ?? 'planned';
  const boards = new Map(
    rows.pictures.flatMap((p) => (p.role === 'board' && p.shotId ? [[p.shotId, p] as const] : [])),
  );
  const columns: Column<Shot>[] = [
    {
      id: 'state',
      header: '',
      width: '30px',
      value: (s) => STATE_WORDS[stateOf(s)],
      render: (s) => <ShotMark state={stateOf(s)} bare />,
    },
    codeColumn(frozen, stale),
    ...(boards.size > 0 ? [boardColumn(boards)] : []),
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
    {
      ...textColumn<Shot>('side', 'From', '70px'),
      extra: 8,
    },
    { ...numberColumn<Shot>('takesPlanned', 'Takes', '54px'), extra: 4 },
    {
      id: 'minutes',
      header: 'Length',
      width: '68px',
      end: true,
      value: (s) => Math.round(minutesOf(s) * 100) / 100,
      render: (s) => <span>{formatMinutes(minutesOf(s))}</span>,
      edit: {
        get: (s) => String(Math.round(minutesOf(s) * 100) / 100),
        set: (text) => ({ minutesOverride: text.trim() === '' ? null : parseMinutes(text) }),
      },
    },
    { ...choiceColumn<Shot>('priority', 'Priority', '66px', plain(PRIORITIES)), extra: 3 },
    ...boundColumns(rows),
    { ...numberColumn<Shot>('fps', 'Rate', '64px', { unit: 'fps', optional: true }), extra: 15 },
    { ...textColumn<Shot>('sound', 'Sound', '110px'), extra: 16 },
    flag('faceNeeded', 'Face', 17),
    flag('happensOnce', 'Once', 18),
    flag('centreSafe', 'Centre-safe', 19),
    {
      ...numberColumn<Shot>('effort', 'Effort', '54px'),
      extra: 20,
    },
    {
      id: 'windows',
      header: 'Window',
      width: '96px',
      extra: 21,
      value: (s) => windowWords(s.windows),
      edit: { get: (s) => windowWords(s.windows), set: (text) => ({ windows: windowsOf(text) }) },
    },
    { ...textColumn<Shot>('fallback', 'Fallback', '120px'), extra: 22 },
    { ...textColumn<Shot>('reason', 'Why', '120px'), extra: 23 },
    { id: 'scene', header: 'Scene', width: '110px', extra: 9, value: (s) => scenes.get(s.sceneId)?.title ?? '' },
  ];
  return columns.map((c) => (HINTS[c.id] ? { ...c, hint: HINTS[c.id] } : c));
}
