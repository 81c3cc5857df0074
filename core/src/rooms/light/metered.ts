import type { z } from 'zod';
import { keyFrom } from './kitFile.ts';
import { lampOf } from './lamp.ts';
import { entryOf, type Catalogue, type lightKitFields } from './library.ts';
import type { SourceItem } from './plan.ts';
import type { FaceReading } from './reading.ts';

/** A lamp that gives less than this of what the meter reads can’t be told from the others. */
const LEAST_SHARE = 0.25;
/** Further off than this it is not the lamp: another level, gel or distance than the plan says. */
const MOST_STOPS = 2;

/** What was measured of a lamp, ready to be kept; or in words why it says nothing of it. */
export type Metered = { stops: number; values: z.infer<typeof lightKitFields> } | { problem: string };

/**
 * How far a lamp is off its figures, from what a meter says at the brighter side of a face: with only that lamp on, or with all of them, the
 * others taken as the plan reads them. What was measured before is measured anew, not added to.
 */
export function metered(
  reading: FaceReading,
  item: SourceItem,
  catalogue: Catalogue,
  { measuredLux, isAlone, note }: { measuredLux: number; isAlone: boolean; note: string },
): Metered {
  const lamp = lampOf(item, catalogue);
  const part = reading.parts.find((p) => p.id === item.id)?.keyLux ?? 0;
  if (!lamp || part <= 0) return { problem: 'Nothing of this lamp falls on that side: measure where it does.' };
  if (!(measuredLux > 0)) return { problem: 'Write what the meter says, in lux.' };
  if (!isAlone && part < LEAST_SHARE * reading.keyLux)
    return {
      problem:
        'Most of the light there is not this lamp’s: switch the others off, measure again, and say that it is alone.',
    };
  const others = isAlone ? 0 : reading.keyLux - part;
  const own = measuredLux - others;
  if (own <= 0)
    return { problem: 'The others alone give more than the meter says. Switch them off, and measure this lamp alone.' };
  const off = Math.log2(own / part);
  if (Math.abs(off) > MOST_STOPS)
    return {
      problem: `That is ${Math.abs(off).toFixed(1)}\u00a0stops ${off < 0 ? 'under' : 'over'} what the plan says: look at its level, gels, distance and aim first. Nothing was kept.`,
    };
  const stops = Math.round((off + (lamp.measuredStops ?? 0)) * 100) / 100;
  const withKeys = [...item.modifierKeys].filter(Boolean).sort().join('+');
  const names = [lamp.fixtureName, ...item.modifierKeys.flatMap((k) => entryOf(catalogue, k, 'modifier')?.name ?? [])];
  return {
    stops,
    values: {
      key: keyFrom(`measured ${item.fixtureKey} ${withKeys}`),
      name: `${names.join(', ')}, as measured`.slice(0, 80),
      data: { kind: 'measured', of: item.fixtureKey, withKeys, stops },
      notes: note.slice(0, 200),
    },
  };
}

/** What was measured of a lamp, as one says it: *yours measures 0.4 stop under its data*. */
export function measuredWords(stops: number): string {
  if (Math.abs(stops) < 0.05) return 'yours measures as its data says';
  return `yours measures ${Math.abs(stops).toFixed(1)}\u00a0stop ${stops < 0 ? 'under' : 'over'} its data`;
}
