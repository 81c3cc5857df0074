import type { Person } from '@kavrell/core/people';
import { useFileUrl } from '../../platform/files.ts';
import type { Column } from '../../ui/column.ts';
import { choiceColumn, flagColumn, minutesColumn, textColumn, moneyColumn } from '../../ui/columns.tsx';

const KINDS = [
  ['crew', 'crew'],
  ['talent', 'in the picture'],
  ['client', 'client'],
  ['guest', 'guest, not called'],
] as const;

/** Who it is, at a glance: their face where there is a photograph, else their initials. */
function FaceMark({ person }: { person: Person }) {
  const url = useFileUrl(person.productionId, person.photoHash);
  return url ? (
    <img className="face" src={url} alt="" loading="lazy" />
  ) : (
    <span className="initials" data-initials={initialsOf(person.name)} aria-hidden="true" />
  );
}

/** First letters of the first and last name, for a mark beside it. */
export const initialsOf = (name: string): string => {
  const words = name.trim().split(/\s+/).filter(Boolean);
  return [words[0], ...(words.length > 1 ? [words.at(-1)] : [])]
    .map((w) => [...(w ?? '')][0] ?? '')
    .join('')
    .toUpperCase();
};

interface Said {
  /** When somebody is called on the open day, elapsed minutes; null who is not on it. */
  callMin: (personId: string) => number | null;
  /** The same in words. */
  called: (personId: string) => string;
  currency: string;
}

/** Everything of a person that is edited in the table; what is too narrow for it stands in the side sheet. */
export const peopleColumns = ({ callMin, called, currency }: Said): Column<Person>[] => [
  {
    ...textColumn<Person>('name', 'Name', 'minmax(170px, 1fr)'),
    render: (p) => (
      <>
        <FaceMark person={p} />
        <span>{p.name}</span>
      </>
    ),
  },
  { ...textColumn<Person>('shortName', 'Short name', '110px'), extra: 1 },
  { ...choiceColumn<Person>('kind', 'Kind', '120px', KINDS), extra: 2 },
  { ...textColumn<Person>('role', 'Role', 'minmax(150px, 1.2fr)'), extra: 1 },
  { ...textColumn<Person>('department', 'Department', '120px'), extra: 4 },
  {
    id: 'call',
    header: 'Call',
    width: '80px',
    end: true,
    value: (p) => callMin(p.id),
    render: (p) => <span>{called(p.id)}</span>,
  },
  { ...flagColumn<Person>('minor', 'Age', '100px', 'under 18', '18 or over'), extra: 3 },
  { ...textColumn<Person>('phone', 'Phone', '150px'), extra: 2 },
  { ...textColumn<Person>('email', 'Mail', '160px'), extra: 5 },
  { ...textColumn<Person>('comms', 'Radio', '90px'), extra: 4 },
  {
    ...choiceColumn<Person>('sees', 'Their sheet shows', '170px', [
      ['own', 'nobody’s numbers'],
      ['phones', 'phones of others'],
      ['all', 'phones and diets'],
    ]),
    extra: 6,
  },
  { ...textColumn<Person>('diet', 'Diet', '110px'), extra: 3 },
  { ...textColumn<Person>('notes', 'Notes', 'minmax(140px, 1fr)'), extra: 4 },
  { ...textColumn<Person>('emergency', 'Call in need', '150px'), extra: 5 },
  { ...minutesColumn<Person>('travelMin', 'Way to set', '100px'), extra: 5 },
  { ...moneyColumn<Person>('dayRateMinor', 'Day rate', '120px', currency, { optional: true }), extra: 6 },
  {
    id: 'away',
    header: 'Can’t on',
    width: '140px',
    extra: 6,
    value: (p) => p.away.join(', '),
    edit: { get: (p) => p.away.join(', '), set: (t) => ({ away: t.split(/[\s,;]+/).filter(Boolean) }) },
  },
  { ...textColumn<Person>('permits', 'May', '140px'), extra: 6 },
];
