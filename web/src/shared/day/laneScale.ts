const HOUR_MIN = 60;
/** Of the hours, no more are written than this. */
const MOST_HOURS = 18;

/** From minutes of the day to shares of a band that shows it whole, and the full hours on it. */
export function laneScale(callMin: number, wrapMin: number) {
  const fromMin = Math.floor(callMin / 30) * 30;
  const toMin = Math.max(fromMin + HOUR_MIN, Math.ceil((wrapMin + 10) / 30) * 30);
  const share = (minute: number) => (Math.min(toMin, Math.max(fromMin, minute)) - fromMin) / (toMin - fromMin);
  const percent = (value: number) => `${(100 * value).toFixed(3)}%`;
  const every = HOUR_MIN * Math.ceil((toMin - fromMin) / HOUR_MIN / MOST_HOURS);
  const first = Math.ceil(fromMin / HOUR_MIN) * HOUR_MIN;
  return {
    fromMin,
    toMin,
    left: (minute: number) => percent(share(minute)),
    width: (from: number, to: number) => percent(share(to) - share(from)),
    hours: Array.from({ length: Math.floor((toMin - first) / every) + 1 }, (_, i) => first + i * every),
  };
}
