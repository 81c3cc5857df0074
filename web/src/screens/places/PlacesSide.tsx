import type { tableEdits } from '../../ui/edits.ts';
import { placeFields, sunPlaceOf, type Place } from '@kavrell/core/places';
import { sunTimes } from '@kavrell/core/sun';
import { formatMinuteOfDay } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import type { Column } from '../../ui/column.ts';
import { Part, Facts } from '../../ui/parts.tsx';
import { RowFields } from '../../ui/RowFields.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { PlacePhotos, photosOf } from './PlacePhotos.tsx';
import { PlacesSummary } from './PlacesSummary.tsx';

/** The chosen place: its sun, its photographs, its fields. */
export function PlacesSide({
  place,
  columns,
  onEdit,
}: {
  place: Place | undefined;
  columns: Column<Place>[];
  onEdit: ReturnType<typeof tableEdits<Place>>['onEdit'];
}) {
  const { day, rows } = usePlanned();
  const clock = usePreferences((s) => s.clock);
  const at = sunPlaceOf(day, place);
  const sun = at && sunTimes(at);
  const say = (m: number | null | undefined) =>
    m === null || m === undefined || !day ? '–' : formatMinuteOfDay(m, day, clock);
  return (
    <Sheet>
      {place ? (
        <>
          <Part>
            <h2>{place.name}</h2>
            <div>{place.address}</div>
          </Part>
          <Part title={day ? `Sun on day ${day.number}` : 'Sun'}>
            <Facts
              rows={[
                ['First light', say(sun?.dawnMin)],
                ['Sunrise', say(sun?.riseMin)],
                ['Low sun until', say(sun?.lowSunEndMin)],
                ['Low sun from', say(sun?.lowSunStartMin)],
                ['Sunset', say(sun?.setMin)],
                ['Dark', say(sun?.duskMin)],
              ]}
            />
          </Part>
          <PlacePhotos photos={photosOf(place.id, rows.placeFacts, rows.pictures)} />
          <RowFields row={place} columns={columns} fields={placeFields} onEdit={onEdit} />
        </>
      ) : (
        <PlacesSummary />
      )}
    </Sheet>
  );
}
