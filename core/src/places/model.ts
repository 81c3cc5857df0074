import { z } from 'zod';
import { id, line, minutes, recordBase, requiredLine } from '../records/index.ts';

export const placeFields = z.object({
  name: requiredLine('The place’s name', 80),
  latitude: z
    .number({ error: 'Latitude is a number of degrees.' })
    .min(-90, 'Latitude runs from −90 to 90°.')
    .max(90, 'Latitude runs from −90 to 90°.'),
  longitude: z
    .number({ error: 'Longitude is a number of degrees.' })
    .min(-180, 'Longitude runs from −180 to 180°.')
    .max(180, 'Longitude runs from −180 to 180°.'),
  address: line('The address', 300),
  parking: line('Parking', 200),
  walkMin: minutes('The walk from the car', 240),
  power: line('Power', 300),
  hospital: line('The nearest hospital', 200),
  contact: line('The contact', 160),
  notes: line('Notes', 600),
  confirmed: z.boolean(),
});
export const place = placeFields.extend(recordBase);
export type Place = z.infer<typeof place>;

export const moveFields = z.object({
  fromPlaceId: id,
  toPlaceId: id,
  loadOutMin: minutes('Load-out', 600),
  travelMin: minutes('Travel', 1440),
  loadInMin: minutes('Load-in', 600),
});
export const move = moveFields.extend(recordBase);
export type Move = z.infer<typeof move>;

/** Minutes of a whole move: load-out, travel, load-in. */
export function moveMin(m: Pick<Move, 'loadOutMin' | 'travelMin' | 'loadInMin'>): number {
  return m.loadOutMin + m.travelMin + m.loadInMin;
}
