/** Share of the ribbon's width that each squeezed night gets. */
const NIGHT_SHARE = 0.07;

/**
 * From minutes of the day to x: the working hours get most of the width, what lies before and after is squeezed
 * to the ends. Monotonic, so that order in time is order in x.
 */
export function ribbonScale(
  width: number,
  workFromMin: number,
  workToMin: number,
): { fromMin: number; toMin: number; x: (minute: number) => number; minuteAt: (x: number) => number } {
  const fromMin = Math.min(0, workFromMin);
  const toMin = Math.max(1440, workToMin);
  const left = workFromMin > fromMin ? width * NIGHT_SHARE : 0;
  const right = workToMin < toMin ? width * NIGHT_SHARE : 0;
  const knots: [number, number][] = [
    [fromMin, 0],
    [workFromMin, left],
    [workToMin, width - right],
    [toMin, width],
  ];
  const along = (from: 0 | 1, value: number) => {
    const to = from === 0 ? 1 : 0;
    for (let i = 1; i < knots.length; i += 1) {
      const [a, b] = [knots[i - 1], knots[i]] as [[number, number], [number, number]];
      if (value <= b[from] || i === knots.length - 1) {
        const span = b[from] - a[from];
        return span === 0
          ? a[to]
          : a[to] + ((Math.min(Math.max(value, a[from]), b[from]) - a[from]) / span) * (b[to] - a[to]);
      }
    }
    return 0;
  };
  return { fromMin, toMin, x: (minute) => along(0, minute), minuteAt: (x) => along(1, x) };
}
