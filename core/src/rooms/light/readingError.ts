import { distance } from '../../base/geometry/index.ts';
import { AMBIENT, SKY, SUN } from './emitters.ts';
import { CLOSE_STOPS, EXACT_STOPS, type Nearness } from './exact.ts';
import { entryOf, type Catalogue } from './library.ts';
import { lampOf } from './lamp.ts';
import type { LightPlan } from './plan.ts';
import type { FaceReading } from './reading.ts';
import { placeOf } from './space.ts';

/** What may be off in a reading, each cause by itself and all together, in stops to either side. */
export interface ReadingError {
  stops: number;
  causes: { words: string; stops: number }[];
}

/** How a plan was read: by the light kernel, closely or exactly, or quickly; and whether walls stand around it. */
export interface HowRead {
  how: Nearness | 'quick';
  around: 'open' | 'room';
}

/** A lamp’s figures as typical of their class, and as somebody measured them. Rules of thumb. */
export const KIT_STOPS = { typical: 1 / 3, own: 0.1 } as const;
/** Typical daylight by the sun’s height: cloud decides. */
export const DAYLIGHT_STOPS = 1;
/** The place’s own light, as it was typed. */
const TYPED_STOPS = 1 / 3;
/** How well people put things where the plan says, m. */
export const PLACING_M = 0.05;
/** What the quick reading leaves, in stops: nine of ten made-up plans are nearer to the exact one (`exact.test.ts`). In a room it takes what walls give back as even. */
export const QUICK_STOPS = { open: 0.3, room: 1.1 } as const;

const METHODS: Record<HowRead['how'], { words: string; stops: Record<HowRead['around'], number> }> = {
  exact: { words: 'method', stops: EXACT_STOPS },
  close: { words: 'read closely', stops: CLOSE_STOPS },
  quick: { words: 'read quickly', stops: QUICK_STOPS },
};

const asShare = (stops: number) => 2 ** stops - 1;
const asStops = (share: number) => Math.log2(1 + share);

/**
 * The error of the key side of a reading: what each source may be off by its figures and by where it really stands, weighed by what it gives,
 * what daylight and typed light may be off, and what the method leaves; put together in squares, as errors that know nothing of each other.
 * Null in the dark.
 */
export function readingError(
  reading: FaceReading,
  plan: Pick<LightPlan, 'items'>,
  catalogue: Catalogue,
  { how, around }: HowRead,
): ReadingError | null {
  const { keyLux } = reading;
  const face = plan.items.find((i) => i.id === reading.id);
  if (keyLux <= 0 || !face) return null;
  const squares = { kit: 0, placing: 0, daylight: 0, typed: 0 };
  const add = (cause: keyof typeof squares, lux: number, stops: number) =>
    (squares[cause] += ((lux / keyLux) * asShare(stops)) ** 2);
  for (const part of reading.parts) {
    if (part.id === SUN || part.id === SKY) add('daylight', part.keyLux, DAYLIGHT_STOPS);
    else if (part.id === AMBIENT) add('typed', part.keyLux, TYPED_STOPS);
    else {
      const item = plan.items.find((i) => i.id === part.id);
      if (item?.kind !== 'source') continue;
      const lamp = lampOf(item, catalogue);
      const own =
        (lamp !== null && lamp.measuredStops !== null) ||
        (entryOf(catalogue, item.fixtureKey, 'fixture')?.own ?? false);
      add('kit', part.keyLux, own ? KIT_STOPS.own : KIT_STOPS.typical);
      const farM = Math.max(PLACING_M * 2, distance(placeOf(item), placeOf(face)));
      add('placing', part.keyLux, 2 * Math.log2(farM / (farM - PLACING_M)));
    }
  }
  const method = METHODS[how];
  const all = Object.values(squares).reduce((a, b) => a + b, asShare(method.stops[around]) ** 2);
  const words = {
    kit: 'figures of the lamps',
    placing: `things ${PLACING_M * 100} cm beside their place`,
    daylight: 'daylight, typical for the sun’s height',
    typed: 'the place’s own light, as typed',
  } as const;
  return {
    stops: asStops(Math.sqrt(all)),
    causes: [
      ...(Object.keys(squares) as (keyof typeof squares)[])
        .filter((cause) => squares[cause] > 0)
        .map((cause) => ({ words: words[cause], stops: asStops(Math.sqrt(squares[cause])) })),
      { words: method.words, stops: method.stops[around] },
    ],
  };
}

/** The same as it is shown: `± 0.4 stop`, and why. */
export const errorSaid = ({ stops }: ReadingError): string =>
  `±\u00a0${stops < 0.1 ? stops.toFixed(2) : stops.toFixed(1)}\u00a0stop`;
export const errorWhy = ({ causes }: ReadingError): string =>
  causes.map((c) => `${c.words} ${c.stops.toFixed(2)}`).join(', ') + ': stops, put together in squares.';
