import type { Picture } from '@kavrell/core/look';
import { TOPICS, parsePosition, spotOf, type Place } from '@kavrell/core/places';
import type { Column } from '../../ui/column.ts';
import { choiceColumn, flagColumn, minutesColumn, textColumn } from '../../ui/columns.tsx';
import { Look } from '../../ui/parts.tsx';
import { Photo } from './PlacePhotos.tsx';

const positionWords = (p: Place): string => {
  const spot = spotOf(p);
  return spot ? `${spot.latitude.toFixed(5)}, ${spot.longitude.toFixed(5)}` : '';
};

/** What is known of places: `known` says how many topics were scouted, and how many must be looked at again. */
export const placeColumns = (
  places: readonly Place[],
  known: ReadonlyMap<string, { known: number; again: number }>,
  /** What it looks like, where somebody has photographed it. */
  photoOf: (placeId: string) => Picture | undefined,
): Column<Place>[] => [
  {
    ...textColumn<Place>('name', 'Place', 'minmax(96px, 1.2fr)'),
    render: (p) => {
      const photo = photoOf(p.id);
      return (
        <>
          {photo ? (
            <span className="thumb">
              <Photo picture={photo} alt="" />
            </span>
          ) : null}
          <span>{p.name}</span>
        </>
      );
    },
  },
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
      places.map((p) => [p.id, p.name] as const),
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
];
