import { CRATE_DEFAULTS, VEHICLE_DEFAULTS } from '@kavrell/core/kit';
import type { DemoPlan, MakeRow } from './plan.ts';

/** What goes into the van: name, size in mm, kg, and at which stop it comes off: 1 the foundry, 2 the tower. */
const CRATES: readonly (readonly [string, number, number, number, number, number])[] = [
  ['Camera case A', 560, 460, 270, 16, 1],
  ['Camera case B', 560, 460, 270, 16, 1],
  ['Lens case', 620, 500, 300, 22, 1],
  ['Tubes', 1250, 300, 250, 14, 1],
  ['Panels', 800, 600, 300, 28, 1],
  ['Fresnels', 700, 500, 500, 34, 1],
  ['Stands, foundry', 1400, 350, 350, 42, 1],
  ['Sandbags', 500, 400, 300, 60, 1],
  ['Cable case', 600, 400, 400, 36, 1],
  ['Sound cart', 700, 500, 1000, 38, 1],
  ['Monitor case', 700, 300, 500, 15, 1],
  ['Tripods', 1200, 300, 300, 18, 2],
  ['Stands, tower', 1100, 250, 250, 16, 2],
  ['Tower bag', 600, 350, 350, 11, 2],
  ['Water and food', 600, 400, 350, 24, 2],
];

/** Where the bell’s copies sleep, and what its cameras run on: one bag rides in the van until the evening, so that the van alone would take two of them. */
export function keepingOf(
  row: MakeRow,
  largePacksRun: string | null,
): Pick<DemoPlan, 'keepPlaces' | 'readers' | 'packs' | 'chargers' | 'crates' | 'vehicles'> {
  const place = (position: number, name: string, kind: DemoPlan['keepPlaces'][number]['kind'], within = '') =>
    row({ name, kind, within, position });
  return {
    keepPlaces: [
      place(1, 'Oda’s van', 'vehicle'),
      place(2, 'Card wallet', 'bag', 'Oda’s van'),
      place(3, 'Sunniva', 'person'),
      place(4, 'Sunniva’s bag', 'bag', 'Sunniva'),
      place(5, 'Harbour hotel', 'building'),
      place(6, 'Hotel safe', 'building', 'Harbour hotel'),
    ],
    readers: [
      row({ name: 'Reader 1', bytesPerS: 320e6, position: 1 }),
      row({ name: 'Reader 2', bytesPerS: null, position: 2 }),
    ],
    packs: [
      row({
        name: 'Large pack',
        fits: 'plate',
        count: 8,
        empty: 3,
        chargeMin: 190,
        cameraId: largePacksRun,
        position: 1,
      }),
      row({ name: 'Small pack', fits: 'slot', count: 6, empty: 2, chargeMin: 110, cameraId: null, position: 2 }),
    ],
    chargers: [
      row({ name: 'Twin charger', fits: 'plate', slots: 2, unattended: false, position: 1 }),
      row({ name: 'Slot charger', fits: 'slot', slots: 2, unattended: false, position: 2 }),
    ],
    vehicles: [row({ ...VEHICLE_DEFAULTS, name: 'Oda’s van', position: 1 })],
    crates: CRATES.map(([name, widthMm, depthMm, heightMm, massKg, stop], i) =>
      row({ ...CRATE_DEFAULTS, name, widthMm, depthMm, heightMm, massKg, stop, position: i + 1 }),
    ),
  };
}
