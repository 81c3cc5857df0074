import type { DemoPlan, MakeRow } from './plan.ts';

/** Where the bell’s copies sleep, and what its cameras run on: one bag rides in the van until the evening, so that the van alone would take two of them. */
export function keepingOf(
  row: MakeRow,
  largePacksRun: string | null,
): Pick<DemoPlan, 'keepPlaces' | 'readers' | 'packs' | 'chargers'> {
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
  };
}
