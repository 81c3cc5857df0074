import { useMemo, useState } from 'react';
import { moveFields, moveMin, placeFields, type Move, type Place } from '@kavrell/core/places';
import { formatMinutes, formatMinuteOfDay } from '@kavrell/core/units';
import { sunTimes } from '@kavrell/core/sun';
import { useProduction } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { change } from '../../platform/rows.ts';
import { useHashSelection } from '../../ui/selection.ts';
import { Button } from '../../ui/Button.tsx';
import { choiceColumn, flagColumn, minutesColumn, numberColumn, textColumn } from '../../ui/columns.tsx';
import { DataTable, type Column } from '../../ui/DataTable.tsx';
import { tableEdits } from '../../ui/edits.ts';
import { RowFields } from '../../ui/RowFields.tsx';
import { Empty, Facts, Look, Part, ScreenHead } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';

const NEW_PLACE: Omit<Place, 'id' | 'productionId' | 'version' | 'deletedAt'> = {
  name: 'New place',
  latitude: 50.33,
  longitude: -4.77,
  address: '',
  parking: '',
  walkMin: 0,
  power: '',
  hospital: '',
  contact: '',
  notes: '',
  confirmed: false,
};

/** Where it is shot, and the minutes between. */
export function PlacesScreen() {
  const { production, rows, day } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const [selectedId, select] = useHashSelection();
  const [movesOpen, setMovesOpen] = useState(false);
  const columns = useMemo<Column<Place>[]>(
    () => [
      textColumn('name', 'Place', 'minmax(150px, 1.2fr)'),
      {
        ...flagColumn<Place>('confirmed', 'Agreed', '110px', 'confirmed', 'not confirmed'),
        render: (p) => (p.confirmed ? <span>confirmed</span> : <Look>not confirmed</Look>),
      },
      minutesColumn('walkMin', 'Walk', '80px'),
      { ...textColumn<Place>('power', 'Power', 'minmax(140px, 1fr)'), extra: 1 },
      { ...textColumn<Place>('parking', 'Parking', 'minmax(120px, 1fr)'), extra: 2 },
      { ...textColumn<Place>('address', 'Address', 'minmax(140px, 1fr)'), extra: 3 },
      { ...textColumn<Place>('contact', 'Contact', '130px'), extra: 4 },
      { ...textColumn<Place>('hospital', 'Hospital', '160px'), extra: 5 },
      { ...numberColumn<Place>('latitude', 'Latitude', '100px', { unit: '°' }), extra: 6 },
      { ...numberColumn<Place>('longitude', 'Longitude', '100px', { unit: '°' }), extra: 6 },
      { ...textColumn<Place>('notes', 'Notes', 'minmax(180px, 1.5fr)'), extra: 2 },
    ],
    [],
  );
  const name = (id: string) => rows.places.find((p) => p.id === id)?.name ?? '?';
  const choices = rows.places.map((p) => [p.id, p.name] as const);
  const moveColumns = useMemo<Column<Move>[]>(
    () => [
      choiceColumn('fromPlaceId', 'From', 'minmax(140px, 1fr)', choices),
      choiceColumn('toPlaceId', 'To', 'minmax(140px, 1fr)', choices),
      minutesColumn('loadOutMin', 'Load-out', '90px'),
      minutesColumn('travelMin', 'Travel', '90px'),
      minutesColumn('loadInMin', 'Load-in', '90px'),
      {
        id: 'all',
        header: 'Whole move',
        width: '110px',
        end: true,
        value: (m) => moveMin(m),
        render: (m) => <strong>{formatMinutes(moveMin(m))}</strong>,
      },
    ],
    [rows.places],
  );
  const edits = tableEdits<Place>(production.id, 'places', (p) => p.name, 'place');
  const add = () => {
    const id = newId();
    void change(production.id, 'Added a place', [{ op: 'insert', table: 'places', id, values: NEW_PLACE }]);
    select(id);
  };
  const missing = rows.places.flatMap((a) =>
    rows.places
      .filter((b) => a.id !== b.id && !rows.moves.some((m) => m.fromPlaceId === a.id && m.toPlaceId === b.id))
      .map((b) => [a, b] as const),
  );
  const addMoves = () =>
    void change(
      production.id,
      'Added the missing moves',
      missing.map(([a, b]) => ({
        op: 'insert',
        table: 'moves',
        values: { fromPlaceId: a.id, toPlaceId: b.id, loadOutMin: 20, travelMin: 10, loadInMin: 12 },
      })),
    );
  const place = rows.places.find((p) => p.id === selectedId);
  const sun =
    place && day
      ? sunTimes({ date: day.date, timeZone: day.timeZone, latitude: place.latitude, longitude: place.longitude })
      : null;
  const say = (m: number | null | undefined) =>
    m === null || m === undefined || !day ? '–' : formatMinuteOfDay(m, day, clock);
  return (
    <>
      <ScreenHead title="Places">
        <Button onClick={() => setMovesOpen(!movesOpen)} aria-pressed={movesOpen}>
          {movesOpen ? 'Places' : 'Moves between places'}
        </Button>
        <Button look="primary" onClick={add}>
          Add a place
        </Button>
      </ScreenHead>
      {rows.places.length === 0 ? (
        <Empty title="No place yet" action={<Button onClick={add}>Add a place</Button>}>
          A place has a position (for its sun), power, parking and a walk. “Founder’s bench, 11 × 8.4 m, one 16 A
          circuit” is enough to begin.
        </Empty>
      ) : movesOpen ? (
        <DataTable
          name="Moves"
          rows={rows.moves}
          columns={moveColumns}
          fields={moveFields}
          actions={
            missing.length ? (
              <Button size="small" onClick={addMoves}>
                Add {missing.length} missing, at 42 min each
              </Button>
            ) : null
          }
          {...tableEdits<Move>(production.id, 'moves', (m) => `move from ${name(m.fromPlaceId)}`, 'move')}
        />
      ) : (
        <DataTable
          name="Places"
          rows={rows.places}
          columns={columns}
          fields={placeFields}
          selectedId={selectedId}
          onSelect={(p) => select(p?.id ?? null)}
          {...edits}
        />
      )}
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
            <Part title="Why">
              Position {place.latitude.toFixed(4)}°, {place.longitude.toFixed(4)}°; flat horizon; low sun is under 6°
              high. Hills and houses take sun away earlier.
            </Part>
            <RowFields row={place} columns={columns} fields={placeFields} onEdit={edits.onEdit} />
          </>
        ) : (
          <Part>Choose a place to see its sun.</Part>
        )}
      </Sheet>
    </>
  );
}
