import { Box, Flex } from '@chakra-ui/react';
import type { Call } from '@kavrell/core/crew';
import { personFields, type Person } from '@kavrell/core/people';
import { shotsNaming } from '@kavrell/core/scenes';
import { formatDate, formatMinuteOfDay } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import { change } from '../../platform/rows.ts';
import { useBookedTwice } from '../../shared/people/booked.ts';
import { Button } from '../../ui/Button.tsx';
import type { Column } from '../../ui/column.ts';
import { Facts, Look, Part } from '../../ui/parts.tsx';
import { RowFields } from '../../ui/RowFields.tsx';
import { ForgetPart } from './ForgetPart.tsx';
import { FacePhoto } from './FacePhoto.tsx';
import type { usePeopleEdits } from './usePeopleEdits.ts';

interface Props {
  person: Person;
  call: Call | undefined;
  columns: readonly Column<Person>[];
  onEdit: ReturnType<typeof usePeopleEdits>['edits']['onEdit'];
}

/** The side sheet of a person: their days, when they are called and why, shots that name them, and every field. */
export function PersonSheet({ person, call, columns, onEdit }: Props) {
  const { me, production, rows, day } = usePlanned();
  const clock = usePreferences((s) => s.clock);
  const twice = useBookedTwice(rows.days.map((d) => d.date));
  const naming = shotsNaming(person, rows.shots);
  const toggle = (dayId: string, number: number) => {
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
      <Part>
        <h2>{person.name}</h2>
        <div>{person.role}</div>
        <FacePhoto person={person} />
      </Part>
      <Part title="Days">
        <Flex gap={2} wrap="wrap">
          {rows.days.map((d) => {
            const on = rows.engagements.some((e) => e.dayId === d.id && e.personId === person.id);
            return (
              <Button key={d.id} aria-pressed={on} look={on ? 'on' : 'plain'} onClick={() => toggle(d.id, d.number)}>
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
              ['First needed', call.firstNeedMin === null ? '–' : formatMinuteOfDay(call.firstNeedMin, day, clock)],
              ['Last needed', call.releaseMin === null ? '–' : formatMinuteOfDay(call.releaseMin, day, clock)],
              ['Why', call.why],
            ]}
          />
        </Part>
      ) : null}
      {naming.length > 0 ? (
        <Part title="Named in shots">
          <Box mb={2}>
            {naming.map((s) => s.code).join(', ')} {naming.length === 1 ? 'names' : 'name'} {person.shortName} but{' '}
            {naming.length === 1 ? 'it does' : 'they do'} not have them.
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
      {me.role === 'owner' ? <ForgetPart key={person.id} person={person} /> : null}
      <Part>
        Mail, notes, rates, the photograph and whom to call are shown to you only. Phones and diets of others stand on
        the personal sheets of those for whom you say so (“Their sheet shows”).
      </Part>
    </>
  );
}
