import ical, { type ICalCalendar } from 'ical-generator';
import type { SheetContent, SheetPerson } from '@kavrell/core/callsheet';
import { minuteToMs } from '@kavrell/core/time';
import { formatMinuteOfDay } from '@kavrell/core/units';

/** A sheet with somebody who is on it. */
export interface PersonDay {
  sheet: SheetContent;
  person: SheetPerson;
  revision: number;
  dayId: string;
}

/** A person’s days for their calendar: from call to release, where, and the way to the sheet. The same event is replaced by each version. */
export function personCalendar(days: readonly PersonDay[], url: string): string {
  const calendar = ical({
    name: days[0]?.sheet.production.title ?? 'Kavrell',
    prodId: { company: 'Kavrell', product: 'call sheet' },
    ttl: 3600,
  });
  for (const day of days) addDay(calendar, day, url);
  return calendar.toString();
}

function addDay(calendar: ICalCalendar, { sheet, person, revision, dayId }: PersonDay, url: string): void {
  const at = (m: number) => new Date(minuteToMs(sheet.date, sheet.timeZone, m));
  const time = (m: number) => formatMinuteOfDay(m, { date: sheet.date, timeZone: sheet.timeZone });
  const place = sheet.places.find((p) => p.id === person.placeId) ?? sheet.places[0];
  const end = person.kind === 'crew' ? sheet.wrapMin : (person.releaseMin ?? person.callMin + 60);
  calendar.createEvent({
    id: `${dayId}.${person.id}@kavrell`,
    sequence: revision,
    start: at(person.callMin),
    end: at(Math.max(end, person.callMin + 15)),
    summary: `${sheet.production.title}: call ${time(person.callMin)}`,
    location: place ? [place.name, place.address].filter(Boolean).join(', ') : '',
    description: [
      `Day ${sheet.dayNumber} of ${sheet.ofDays}, version ${revision}.`,
      place?.parking ? `Parking: ${place.parking}${place.walkMin ? `, ${place.walkMin} min on foot` : ''}` : '',
      'Times are estimates; the sheet is the latest.',
    ]
      .filter(Boolean)
      .join('\n'),
    url,
  });
}
