/** A clock's difference in words: `1 h ahead`, `12.4 s behind`, `30 ms ahead`. Exact to a tenth of the unit. */
export function offsetSaid(offsetMs: number): string {
  const size = Math.abs(offsetMs);
  const side = offsetMs < 0 ? 'behind' : 'ahead';
  if (size < 999.5) return `${size.toFixed(size < 10 ? 1 : 0)}\u00a0ms ${side}`;
  if (size < 59_950) return `${(size / 1000).toFixed(1)}\u00a0s ${side}`;
  const whole = Math.round(size / 1000);
  const parts = [
    [Math.floor(whole / 3600), 'h'],
    [Math.floor(whole / 60) % 60, 'min'],
    [whole % 60, 's'],
  ] as const;
  return `${parts
    .filter(([n]) => n > 0)
    .map(([n, unit]) => `${n}\u00a0${unit}`)
    .join(' ')} ${side}`;
}
