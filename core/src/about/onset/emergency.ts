import { spotOf, type Place, type PlaceFact } from '../../rooms/places/index.ts';
import type { Person } from '../../rooms/people/index.ts';

/** What one reads out on the telephone in an emergency. '' : nobody has said. */
export interface EmergencyCard {
  place: string;
  address: string;
  /** The way in for whoever comes. */
  wayIn: string;
  hospital: string;
  exits: string;
  /** As degrees, to be read out figure by figure. */
  coordinates: string;
  contact: string;
  firstAid: string[];
  /** What is missing, to be asked before the day. */
  missing: string[];
}

const COORDINATE_DIGITS = 5;
const FIRST_AID = /first[\s-]?aid|medic|paramedic/i;

/** The emergency card of a place: where we are as one says it, the way in, hospital, exits, who gives first aid. Nothing is guessed: what nobody said is listed as missing. */
export function emergencyCard(
  place: Place | null,
  facts: readonly PlaceFact[],
  people: readonly Pick<Person, 'name' | 'role' | 'department'>[],
): EmergencyCard {
  const spot = spotOf(place);
  const of = (topic: PlaceFact['topic']) =>
    facts
      .filter((f) => f.placeId === place?.id && f.topic === topic && f.words !== '')
      .map((f) => f.words)
      .join('; ');
  const degrees = (value: number, plus: string, minus: string) =>
    `${Math.abs(value).toFixed(COORDINATE_DIGITS)}°\u00a0${value < 0 ? minus : plus}`;
  const card = {
    place: place?.name ?? '',
    address: place?.address ?? '',
    wayIn: place?.directions || of('loading') || of('passage'),
    hospital: place?.hospital || of('hospital'),
    exits: of('exits'),
    coordinates: spot ? `${degrees(spot.latitude, 'N', 'S')}, ${degrees(spot.longitude, 'E', 'W')}` : '',
    contact: place?.contact ?? '',
    firstAid: people.filter((p) => FIRST_AID.test(`${p.role} ${p.department}`)).map((p) => p.name),
  };
  const missing = [
    card.address ? '' : 'the address as one says it',
    card.wayIn ? '' : 'the way in for an ambulance',
    card.hospital ? '' : 'the nearest hospital',
    card.exits ? '' : 'the exits',
    card.coordinates ? '' : 'the position',
    card.firstAid.length > 0 ? '' : 'who gives first aid',
  ].filter(Boolean);
  return { ...card, missing };
}
