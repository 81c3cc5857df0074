import { nameOf, type LightPlan } from '@kavrell/core/light';
import { formatLux } from '@kavrell/core/units';
import { useMemo } from 'react';
import type { Contour } from '../../workers/contour.ts';
import { spotOf, placeLabels, placeFigures, type Side } from './stage.ts';

/** Where the names of things and the figures of the lines of light stand, none on another. */
export function usePlanWords({
  plan,
  side,
  tall,
  selectedId,
  px,
  unitM,
  contours,
  w,
  d,
}: {
  plan: LightPlan;
  side: Side;
  tall: number;
  selectedId: string | null;
  px: number;
  unitM: number;
  contours: readonly Contour[];
  w: number;
  d: number;
}) {
  const labels = useMemo(() => {
    const symbols = plan.items.map((i) => ({ id: i.id, ...spotOf(i, side, tall) }));
    const chosen = plan.items.filter((i) => i.id === selectedId);
    const rest = plan.items.filter((i) => i.id !== selectedId && (i.kind !== 'camera' || i.name !== ''));
    const wanted = [...chosen, ...rest].map((i) => ({
      id: i.id,
      ...spotOf(i, side, tall),
      words:
        i.kind === 'source'
          ? `${nameOf(i)}, ${i.on ? `${Math.round(i.level * 100)} %` : 'off'}`
          : i.kind === 'camera'
            ? `${i.letter}, ${i.focalMm} mm`
            : nameOf(i),
    }));
    return placeLabels(wanted, symbols, px, unitM);
  }, [plan.items, side, tall, selectedId, px, unitM]);
  const figures = useMemo(() => {
    if (side !== 'top') return [];
    const symbols = plan.items.map((i) => ({ id: i.id, ...spotOf(i, side, tall) }));
    return placeFigures(
      contours.map((c) => ({ words: formatLux(c.lux), x: c.at[0], y: c.at[1] })),
      { labels, symbols },
      { w, d },
      px,
      unitM,
    );
  }, [contours, labels, plan.items, side, tall, w, d, px, unitM]);
  return { labels, figures };
}
