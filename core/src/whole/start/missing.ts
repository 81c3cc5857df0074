import type { Day, DayPlan } from '../../plan/day/index.ts';
import { consentsNeeded } from '../../rooms/people/index.ts';
import { spotOf } from '../../rooms/places/index.ts';
import type { ProductionRows } from '../productions/index.ts';
import { formatCount, formatDate, formatMinuteOfDay } from '../../base/units/index.ts';

/** Something a call sheet needs, whether it is there, and where it is said. */
export interface Missing {
  key: string;
  title: string;
  /** What is known, or what is not. */
  words: string;
  done: boolean;
  /** The screen on which it is said, and the row there. */
  screen: 'brief' | 'places' | 'people' | 'scenes' | 'day' | 'call-sheet';
  rowId: string | null;
}

export type MissingRows = Pick<
  ProductionRows,
  'days' | 'places' | 'people' | 'engagements' | 'shots' | 'consents' | 'frozenSheets'
>;

/** What is still missing for the call sheet of a day, in the order one says it; `plan` is that day’s. Null: there is no day yet. */
export function stillMissing(rows: MissingRows, day: Day | null, plan: DayPlan | null): Missing[] {
  const list: Missing[] = [];
  const add = (
    key: string,
    title: string,
    done: boolean,
    words: string,
    where: Missing['screen'] | [Missing['screen'], string | null],
  ) => {
    const [screen, rowId] = typeof where === 'string' ? [where, null] : where;
    list.push({ key, title, done, words, screen, rowId });
  };
  add(
    'when',
    'When',
    day !== null,
    day ? formatDate(day.date, { long: true }) : 'no date yet',
    day ? ['brief', day.id] : 'brief',
  );

  const visited = new Set(plan?.rows.map((r) => r.placeId));
  if (day?.basePlaceId) visited.add(day.basePlaceId);
  const here = rows.places.filter((p) => visited.has(p.id));
  const places = here.length ? here : rows.places.slice(0, 1);
  const without = (has: (p: (typeof places)[number]) => boolean) => places.filter((p) => !has(p));
  const said = (lack: readonly { name: string }[], all: string, none: string) =>
    places.length === 0 ? none : lack.length ? `not said: ${lack.map((p) => p.name).join(', ')}` : all;
  const at = (lack: readonly { id: string }[]) => lack[0]?.id ?? places[0]?.id ?? null;
  const names = places.map((p) => p.name).join(', ');
  const address = without((p) => p.address !== '');
  add('where', 'Where', places.length > 0 && address.length === 0, said(address, names, 'no place yet'), [
    'places',
    at(address),
  ]);
  const spot = without((p) => spotOf(p) !== null);
  add(
    'spot',
    'Where the sun stands',
    places.length > 0 && spot.length === 0,
    said(spot, 'positions are known', 'no position yet'),
    ['places', at(spot)],
  );
  const hospital = without((p) => p.hospital !== '');
  add('hospital', 'Nearest hospital', places.length > 0 && hospital.length === 0, said(hospital, 'said', 'not said'), [
    'places',
    at(hospital),
  ]);
  const parking = without((p) => p.parking !== '');
  add('parking', 'Parking', places.length > 0 && parking.length === 0, said(parking, 'said', 'not said'), [
    'places',
    at(parking),
  ]);
  const contact = without((p) => p.contact !== '');
  add('contact', 'Contact there', places.length > 0 && contact.length === 0, said(contact, 'said', 'not said'), [
    'places',
    at(contact),
  ]);

  const called = rows.people.filter((p) => rows.engagements.some((e) => e.dayId === day?.id && e.personId === p.id));
  const unreached = called.filter((p) => p.phone === '' && p.email === '');
  add(
    'who',
    'Who',
    called.length > 0 && unreached.length === 0,
    called.length === 0
      ? rows.people.length && day
        ? `nobody is called on day ${day.number} yet`
        : 'nobody yet'
      : unreached.length
        ? `${formatCount(called.length, 'person', 'people')}; can’t be reached: ${unreached.map((p) => p.shortName).join(', ')}`
        : `${formatCount(called.length, 'person', 'people')}, all can be reached`,
    ['people', unreached[0]?.id ?? null],
  );
  const lines = plan?.rows.length ?? 0;
  const first = plan?.rows[0];
  const last = plan?.rows.at(-1);
  add(
    'order',
    'What happens',
    lines > 0,
    first && last && day
      ? `${formatCount(lines, 'line')}, ${formatMinuteOfDay(first.startMin, day)} to ${formatMinuteOfDay(last.endMin, day)}`
      : 'nothing on the day yet',
    day ? 'day' : 'scenes',
  );
  add(
    'weather',
    'Weather',
    day !== null && day.forecast !== null,
    day?.forecast ? `said by ${day.forecast.source}` : 'nobody has said it',
    'call-sheet',
  );
  const needs = consentsNeeded(rows.people, rows.shots, rows.consents);
  if (needs.length > 0) {
    const signed = needs.filter((n) => n.state === 'signed').length;
    add('consents', 'Consents', signed === needs.length, `${signed} of ${needs.length} signed`, 'people');
  }
  const frozen = rows.frozenSheets.some((f) => f.dayId === day?.id);
  add('frozen', 'The sheet itself', frozen, frozen ? 'frozen' : 'not frozen yet', 'call-sheet');
  return list;
}
