import { PlacesSide } from './PlacesSide.tsx';
import { Box, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import { PLACE_DEFAULTS, placeFields, recheck, spotOf, type Place } from '@kavrell/core/places';
import { tell } from '../../platform/notices.ts';
import { zoneAt } from '../../platform/zone.ts';
import { usePlanned } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { useKeptView } from '../../platform/kept.ts';
import { useKeysOf } from '../../platform/keys.ts';
import { change } from '../../platform/rows.ts';
import { useHashSelection } from '../../ui/selection.ts';
import { Button } from '../../ui/Button.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { tableEdits } from '../../ui/edits.ts';
import { Empty } from '../../ui/parts.tsx';
import { openSheet } from '../../ui/sheet.tsx';
import { Tabbed, Views } from '../../ui/Views.tsx';
import { PlacesMap } from '../../shared/places/PlacesMap.tsx';
import { photosOf } from './PlacePhotos.tsx';
import { MovesView } from './MovesView.tsx';
import { placeColumns } from './placeColumns.tsx';
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

/** Where it is shot: scouted, measured, its sun, its power, and the minutes between. */
export function PlacesScreen() {
  const { production, rows, day } = usePlanned();
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
  const columns = useMemo(
    () => placeColumns(rows.places, known, (id) => photosOf(id, rows.placeFacts, rows.pictures)[0]?.picture),
    [known, rows.places, rows.placeFacts, rows.pictures],
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
            <Box mb={3}>
              <Tabbed
                label="Which place"
                size="lg"
                views={rows.places.map((p) => ({ key: p.id, words: p.name, title: p.name }))}
                open={place.id}
                onOpen={selectQuietly}
              />
            </Box>
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
        <>
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
          <PlacesMap places={rows.places} moves={rows.moves} selectedId={selectedId} select={select} />
        </>
      )}
      {view === 'places' || view === 'walk' ? <PlacesSide place={place} columns={columns} onEdit={onEdit} /> : null}
    </>
  );

  /** On the phone the sheet would cover the walk: the place changes, the sheet stays down. */
  function selectQuietly(id: string) {
    select(id);
    openSheet(false);
  }
}
