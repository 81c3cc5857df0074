import ical from 'ical-generator';
import type { SheetContent, SheetPerson } from '@kavrell/core/callsheet';
import { minuteToMs } from '@kavrell/core/time';
import { formatMinuteOfDay } from '@kavrell/core/units';

/** A person’s day for their calendar: from call to release, where, and the way to the sheet. The same event is replaced by each version. */
export function personCalendar(
  sheet: SheetContent,
  person: SheetPerson,
  revision: number,
  dayId: string,
  url: string,
): string {
  const at = (m: number) => new Date(minuteToMs(sheet.date, sheet.timeZone, m));
  const time = (m: number) => formatMinuteOfDay(m, { date: sheet.date, timeZone: sheet.timeZone });
  const place = sheet.places.find((p) => p.id === person.placeId) ?? sheet.places[0];
  const end = person.kind === 'crew' ? sheet.wrapMin : (person.releaseMin ?? person.callMin + 60);
  const calendar = ical({ name: sheet.production.title, prodId: { company: 'Kavrell', product: 'call sheet' } });
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
  return calendar.toString();
}
