import { Box, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import {
  PLACE_DEFAULTS,
  TOPICS,
  parsePosition,
  placeFields,
  recheck,
  spotOf,
  sunPlaceOf,
  type Place,
} from '@kavrell/core/places';
import { tell } from '../../platform/notices.ts';
import { zoneAt } from '../../platform/zone.ts';
import { formatMinuteOfDay } from '@kavrell/core/units';
import { sunTimes } from '@kavrell/core/sun';
import { usePlanned } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { useKeptView } from '../../platform/kept.ts';
import { useKeysOf } from '../../platform/keys.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { change } from '../../platform/rows.ts';
import { useHashSelection } from '../../ui/selection.ts';
import { Button } from '../../ui/Button.tsx';
import { choiceColumn, flagColumn, minutesColumn, textColumn } from '../../ui/columns.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import type { Column } from '../../ui/column.ts';
import { tableEdits } from '../../ui/edits.ts';
import { RowFields } from '../../ui/RowFields.tsx';
import { Empty, Facts, Look, Part } from '../../ui/parts.tsx';
import { Sheet, openSheet } from '../../ui/sheet.tsx';
import { Views } from '../../ui/Views.tsx';
import { MovesView } from './MovesView.tsx';
import { RoomsView } from './RoomsView.tsx';
import { SunView } from './SunView.tsx';
import { WalkView } from './WalkView.tsx';

const VIEWS = [
  ['places', 'All places'],
  ['walk', 'Scouting walk'],
  ['rooms', 'Rooms, power'],
  ['sun', 'Sun'],
  ['moves', 'Moves, carts'],
] as const;
type View = (typeof VIEWS)[number][0];
/** Views that are about one place. */
const OF_PLACE: ReadonlySet<View> = new Set(['walk', 'rooms', 'sun']);
const KEYS = [{ keys: 'arrows, Enter', does: 'go through the table; edit a cell' }];

const positionWords = (p: Place): string => {
  const spot = spotOf(p);
  return spot ? `${spot.latitude.toFixed(5)}, ${spot.longitude.toFixed(5)}` : '';
};

/** Where it is shot: scouted, measured, its sun, its power, and the minutes between. */
export function PlacesScreen() {
  const { production, rows, day } = usePlanned();
  const clock = usePreferences((s) => s.clock);
  const [selectedId, select] = useHashSelection();
  const [view, setView] = useKeptView('places', VIEWS);
  useKeysOf('Places', KEYS);
  const date = day?.date ?? '';
  const known = useMemo(() => {
    const of = new Map<string, { known: number; again: number }>();
    for (const p of rows.places) {
      const facts = rows.placeFacts.filter((f) => f.placeId === p.id);
      of.set(p.id, {
        known: new Set(facts.map((f) => f.topic)).size,
        again: facts.filter((f) => date && recheck(f, date)).length,
      });
    }
    return of;
  }, [rows.places, rows.placeFacts, date]);
  const columns = useMemo<Column<Place>[]>(
    () => [
      textColumn('name', 'Place', 'minmax(96px, 1.2fr)'),
      {
        ...flagColumn<Place>('confirmed', 'Agreed', '110px', 'confirmed', 'not confirmed'),
        render: (p) => (p.confirmed ? <span>confirmed</span> : <Look>not confirmed</Look>),
      },
      {
        id: 'known',
        header: 'Scouted',
        width: '130px',
        value: (p) => known.get(p.id)?.known ?? 0,
        render: (p) => (
          <span>
            {known.get(p.id)?.known ?? 0} of {TOPICS.length}
            {known.get(p.id)?.again ? <Look>, {known.get(p.id)?.again} again</Look> : null}
          </span>
        ),
      },
      {
        ...choiceColumn<Place>(
          'backupPlaceId',
          'If it falls through',
          '150px',
          rows.places.map((p) => [p.id, p.name] as const),
          'nothing',
        ),
        extra: 5,
      },
      { ...minutesColumn<Place>('walkMin', 'Walk', '80px'), extra: 0.5 },
      { ...textColumn<Place>('power', 'Power', 'minmax(140px, 1fr)'), extra: 1 },
      { ...textColumn<Place>('directions', 'Way there', 'minmax(120px, 1fr)'), extra: 4 },
      { ...textColumn<Place>('parking', 'Parking', 'minmax(120px, 1fr)'), extra: 2 },
      { ...textColumn<Place>('address', 'Address', 'minmax(140px, 1fr)'), extra: 3 },
      { ...textColumn<Place>('contact', 'Contact', '130px'), extra: 4 },
      { ...textColumn<Place>('hospital', 'Hospital', '160px'), extra: 6 },
      {
        id: 'position',
        header: 'Position',
        width: '150px',
        extra: 7,
        value: positionWords,
        render: (p) => (spotOf(p) ? <span>{positionWords(p)}</span> : <Look>not said</Look>),
        edit: {
          get: positionWords,
          set: (text) => (text.trim() === '' ? { latitude: null, longitude: null } : parsePosition(text)),
        },
      },
      { ...textColumn<Place>('notes', 'Notes', 'minmax(180px, 1.5fr)'), extra: 3 },
    ],
    [known, rows.places],
  );
  const edits = tableEdits<Place>(
    production.id,
    'places',
    (p) => p.name,
    'place',
    (values) => ({ ...PLACE_DEFAULTS, ...values }),
  );
  /** A position says the zone of the days there too; worked out on this device. */
  const onEdit: typeof edits.onEdit = (places, values, column) => {
    const spot = spotOf({ latitude: null, longitude: null, ...values });
    if (!spot) {
      edits.onEdit(places, values, column);
      return;
    }
    const timeZone = zoneAt(spot.latitude, spot.longitude);
    const ids = new Set(places.map((p) => p.id));
    const days = rows.days.filter((d) => d.basePlaceId && ids.has(d.basePlaceId) && d.timeZone !== timeZone);
    void change(production.id, `Position of ${places.map((p) => p.name).join(', ')}`, [
      ...places.map((row) => ({ op: 'update' as const, table: 'places' as const, row, values })),
      ...days.map((row) => ({ op: 'update' as const, table: 'days' as const, row, values: { timeZone } })),
    ]);
    if (days.length > 0)
      tell(`${days.map((d) => `Day ${d.number}`).join(', ')}: the time zone there is ${timeZone} (worked out here).`);
  };
  const add = () => {
    const id = newId();
    void change(production.id, 'Added a place', [
      { op: 'insert', table: 'places', id, values: { ...PLACE_DEFAULTS, name: 'New place' } },
    ]);
    select(id);
  };
  const place = rows.places.find((p) => p.id === selectedId) ?? (OF_PLACE.has(view) ? rows.places[0] : undefined);
  const at = sunPlaceOf(day, place);
  const sun = at && sunTimes(at);
  const say = (m: number | null | undefined) =>
    m === null || m === undefined || !day ? '–' : formatMinuteOfDay(m, day, clock);
  return (
    <>
      <Flex align="center" gap={2} wrap="wrap" mb={3}>
        <Box as="h1" fontSize="xl" mr={2} minW={0} overflowWrap="anywhere">
          {place && OF_PLACE.has(view) ? place.name : 'Places'}
        </Box>
        <Flex ml="auto" gap={2} wrap="wrap">
          <Views label="Places" views={VIEWS} open={view} onOpen={setView} />
          <Button size="small" look="primary" onClick={add}>
            Add a place
          </Button>
        </Flex>
      </Flex>
      {rows.places.length === 0 ? (
        <Empty title="No place yet" action={<Button onClick={add}>Add a place</Button>}>
          A place has a position (for its sun), power, parking and a walk. “Founder’s bench, 11 × 8.4 m, one 16 A
          circuit” is enough to begin.
        </Empty>
      ) : view === 'moves' ? (
        <MovesView />
      ) : place && OF_PLACE.has(view) ? (
        <>
          {rows.places.length > 1 ? (
            <Flex gap={1} wrap="wrap" mb={3} role="tablist" aria-label="Which place">
              {rows.places.map((p) => (
                <Button
                  key={p.id}
                  size="small"
                  minH="40px"
                  role="tab"
                  aria-selected={p.id === place.id}
                  look={p.id === place.id ? 'on' : 'plain'}
                  maxW="100%"
                  overflow="hidden"
                  textOverflow="ellipsis"
                  onClick={() => selectQuietly(p.id)}
                >
                  {p.name}
                </Button>
              ))}
            </Flex>
          ) : null}
          {view === 'walk' ? (
            <WalkView place={place} />
          ) : view === 'rooms' ? (
            <RoomsView place={place} />
          ) : (
            <SunView place={place} />
          )}
        </>
      ) : (
        <DataTable
          name="Places"
          rows={rows.places}
          columns={columns}
          fields={placeFields}
          identity="name"
          selectedId={selectedId}
          onSelect={(p) => select(p?.id ?? null)}
          {...edits}
          onEdit={onEdit}
        />
      )}
      {view === 'places' || view === 'walk' ? (
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
              <RowFields row={place} columns={columns} fields={placeFields} onEdit={onEdit} />
            </>
          ) : (
            <Part>Choose a place to see its sun.</Part>
          )}
        </Sheet>
      ) : null}
    </>
  );

  /** On the phone the sheet would cover the walk: the place changes, the sheet stays down. */
  function selectQuietly(id: string) {
    select(id);
    openSheet(false);
  }
}
