import { PERSON_DEFAULTS, shortNameFor, type Person } from '@kavrell/core/people';
import { usePlanned } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { tableEdits } from '../../ui/edits.ts';

/** Adding and editing people; `select` takes who was added in hand. */
export function usePeopleEdits(select: (id: string) => void) {
  const { production, rows } = usePlanned();
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
  return { add, edits: { ...edits, onEdit } };
}
