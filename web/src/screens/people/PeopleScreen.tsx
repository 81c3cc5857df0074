import { Box, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import { PERSON_DEFAULTS, personFields, shortNameFor, type Person } from '@kavrell/core/people';
import { callsOfDay } from '@kavrell/core/crew';
import { shotsNaming } from '@kavrell/core/scenes';
import { formatDate, formatMinuteOfDay, formatMoney, parseMoney } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { useKept } from '../../platform/kept.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { choiceColumn, flagColumn, minutesColumn, textColumn } from '../../ui/columns.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import type { Column } from '../../ui/column.ts';
import { tableEdits } from '../../ui/edits.ts';
import { RowFields } from '../../ui/RowFields.tsx';
import { Empty, Facts, Look, Part, ScreenHead } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet } from '../../ui/sheet.tsx';
import { Views } from '../../ui/Views.tsx';
import { useBookedTwice } from '../../shared/people/booked.ts';
import { ConsentsView } from './ConsentsView.tsx';
import { CrewLinks } from './CrewLinks.tsx';
import { HoursView } from './HoursView.tsx';
import { LoadView } from './LoadView.tsx';

const KINDS = [
  ['crew', 'crew'],
  ['talent', 'in the picture'],
  ['client', 'client'],
  ['guest', 'guest, not called'],
] as const;

const VIEWS = [
  ['all', 'Everybody'],
  ['load', 'Who does what'],
  ['hours', 'Hours, rest'],
  ['consents', 'Consents'],
] as const;
type View = (typeof VIEWS)[number][0];

/** Who is in it, on which day, and when they are called. */
export function PeopleScreen() {
  const { production, rows, day, timed } = usePlanned();
  const clock = usePreferences((s) => s.clock);
  const [selectedId, select] = useHashSelection();
  const [view, setView] = useKept<View>('people', ['all', 'load', 'hours', 'consents']);
  const calls = useMemo(
    () => (timed ? new Map(callsOfDay(timed, rows.engagements, rows.people).map((c) => [c.person.id, c])) : new Map()),
    [timed, rows.engagements, rows.people],
  );
  const columns = useMemo<Column<Person>[]>(
    () => [
      textColumn('name', 'Name', 'minmax(140px, 1fr)'),
      { ...textColumn<Person>('shortName', 'Short name', '110px'), extra: 1 },
      { ...choiceColumn<Person>('kind', 'Kind', '120px', KINDS), extra: 2 },
      { ...textColumn<Person>('role', 'Role', 'minmax(150px, 1.2fr)'), extra: 1 },
      { ...textColumn<Person>('department', 'Department', '120px'), extra: 4 },
      {
        id: 'call',
        header: 'Call',
        width: '80px',
        end: true,
        value: (p) => calls.get(p.id)?.callMin ?? null,
        render: (p) => (
          <span>{day && calls.has(p.id) ? formatMinuteOfDay(calls.get(p.id)?.callMin ?? 0, day, clock) : '–'}</span>
        ),
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
      {
        id: 'dayRateMinor',
        header: 'Day rate',
        width: '120px',
        end: true,
        extra: 6,
        value: (p) => p.dayRateMinor,
        render: (p) => <span>{p.dayRateMinor === null ? '–' : formatMoney(p.dayRateMinor, production.currency)}</span>,
        edit: {
          get: (p) => (p.dayRateMinor === null ? '' : String(p.dayRateMinor / 100)),
          set: (t) => ({ dayRateMinor: t.trim() === '' ? null : parseMoney(t) }),
        },
      },
      {
        id: 'away',
        header: 'Can’t on',
        width: '140px',
        extra: 6,
        value: (p) => p.away.join(', '),
        edit: { get: (p) => p.away.join(', '), set: (t) => ({ away: t.split(/[\s,;]+/).filter(Boolean) }) },
      },
      { ...textColumn<Person>('permits', 'May', '140px'), extra: 6 },
    ],
    [calls, day, clock, production.currency],
  );
  const edits = tableEdits<Person>(
    production.id,
    'people',
    (p) => p.name,
    'person',
    (values, before) => ({
      ...PERSON_DEFAULTS,
      ...values,
      shortName:
        values.shortName ||
        shortNameFor(
          String(values.name),
          [...rows.people, ...before].map((p) => String(p.shortName)),
        ),
    }),
  );
  /** A short name that was made of the name follows it when it is written anew. */
  const onEdit: typeof edits.onEdit = (people, values, column) => {
    const [only] = people;
    const others = rows.people.filter((p) => p.id !== only?.id).map((p) => p.shortName);
    const follows =
      people.length === 1 &&
      only &&
      typeof values.name === 'string' &&
      only.shortName === shortNameFor(only.name, others);
    const shortName = follows ? { shortName: shortNameFor(String(values.name), others) } : {};
    edits.onEdit(people, { ...values, ...shortName }, column);
  };
  const add = () => {
    const id = newId();
    const n = rows.people.length + 1;
    void change(production.id, 'Added a person', [
      {
        op: 'insert',
        table: 'people',
        id,
        values: {
          ...PERSON_DEFAULTS,
          name: `Person ${n}`,
          shortName: shortNameFor(
            `Person ${n}`,
            rows.people.map((p) => p.shortName),
          ),
        },
      },
    ]);
    select(id);
  };
  const twice = useBookedTwice(rows.days.map((d) => d.date));
  const person = rows.people.find((p) => p.id === selectedId);
  const call = person ? calls.get(person.id) : undefined;
  const naming = person ? shotsNaming(person, rows.shots) : [];
  const toggle = (dayId: string, number: number) => {
    if (!person) return;
    const found = rows.engagements.find((e) => e.dayId === dayId && e.personId === person.id);
    void change(production.id, `${person.shortName} ${found ? 'not ' : ''}on day ${number}`, [
      found
        ? { op: 'delete', table: 'engagements', row: found }
        : {
            op: 'insert',
            table: 'engagements',
            values: { dayId, personId: person.id, callOffsetMin: 15, callMin: null },
          },
    ]);
  };
  return (
    <>
      <ScreenHead title="People">
        <Views label="People" views={VIEWS} open={view} onOpen={setView} />
        <Button look="primary" onClick={add}>
          Add a person
        </Button>
      </ScreenHead>
      {view === 'consents' ? (
        <ConsentsView />
      ) : rows.people.length === 0 ? (
        <Empty title="Nobody yet" action={<Button onClick={add}>Add a person</Button>}>
          Crew come at the general call; people in the picture are called when they are needed. The short name is the
          word you type in a shot’s line: “ilse”.
        </Empty>
      ) : view === 'load' ? (
        <LoadView />
      ) : view === 'hours' ? (
        <HoursView />
      ) : (
        <DataTable
          name="People"
          rows={rows.people}
          columns={columns}
          fields={personFields}
          identity="name"
          selectedId={selectedId}
          onSelect={(p) => select(p?.id ?? null)}
          {...edits}
          onEdit={onEdit}
        />
      )}
      {view === 'all' ? (
        <Sheet>
          {person ? (
            <>
              <Part>
                <h2>{person.name}</h2>
                <div>{person.role}</div>
              </Part>
              <Part title="Days">
                <Flex gap={2} wrap="wrap">
                  {rows.days.map((d) => {
                    const on = rows.engagements.some((e) => e.dayId === d.id && e.personId === person.id);
                    return (
                      <Button
                        key={d.id}
                        aria-pressed={on}
                        look={on ? 'on' : 'plain'}
                        onClick={() => toggle(d.id, d.number)}
                      >
                        {formatDate(d.date)}
                      </Button>
                    );
                  })}
                </Flex>
                {twice
                  .filter((t) => t.name === person.name)
                  .map((t) => (
                    <Box key={`${t.production}${t.date}`} mt={2}>
                      <Look>
                        Also on “{t.production}” on {formatDate(t.date)}: booked twice.
                      </Look>
                    </Box>
                  ))}
              </Part>
              {call && day ? (
                <Part title={`Day ${day.number}`}>
                  <Facts
                    rows={[
                      ['Call', formatMinuteOfDay(call.callMin, day, clock)],
                      [
                        'First needed',
                        call.firstNeedMin === null ? '–' : formatMinuteOfDay(call.firstNeedMin, day, clock),
                      ],
                      ['Last needed', call.releaseMin === null ? '–' : formatMinuteOfDay(call.releaseMin, day, clock)],
                      ['Why', call.why],
                    ]}
                  />
                </Part>
              ) : null}
              {naming.length > 0 ? (
                <Part title="Named in shots">
                  <Box mb={2}>
                    {naming.map((s) => s.code).join(', ')} {naming.length === 1 ? 'names' : 'name'} {person.shortName}{' '}
                    but {naming.length === 1 ? 'it does' : 'they do'} not have them.
                  </Box>
                  <Button
                    size="small"
                    onClick={() =>
                      void change(
                        production.id,
                        `${person.shortName} into ${naming.map((s) => s.code).join(', ')}`,
                        naming.map((row) => ({
                          op: 'update',
                          table: 'shots',
                          row,
                          values: { personIds: [...row.personIds, person.id] },
                        })),
                      )
                    }
                  >
                    Put {person.shortName} in
                  </Button>
                </Part>
              ) : null}
              {person.minor ? (
                <Part title="Care">
                  Under 18: agreed hours and breaks, and a guardian or chaperone; the law of the place decides.
                </Part>
              ) : null}
              <RowFields row={person} columns={columns} fields={personFields} onEdit={onEdit} />
              <Part>
                Mail, notes, rates and whom to call are shown to you only. Phones and diets of others stand on the
                personal sheets of those for whom you say so (“Their sheet shows”).
              </Part>
            </>
          ) : null}
          <CrewLinks />
        </Sheet>
      ) : null}
    </>
  );
}
