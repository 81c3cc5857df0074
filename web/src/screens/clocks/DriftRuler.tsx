import type { ClockState } from '@kavrell/core/clocks';
import { offsetSaid } from '@kavrell/core/clocks';

/**
 * How far a clock may have run off, on a ruler that ends at its tolerance each way: a mark when it is known, a bar from the middle
 * when only the worst case is. Beyond the end it becomes an arrow.
 */
export function DriftRuler({ state }: { state: ClockState }) {
  const { driftMs, ppm, toleranceMs, readingMs } = state;
  const known = readingMs ?? (ppm && ppm.from !== 'stated' ? driftMs : null);
  const worst = driftMs === null ? null : Math.abs(driftMs);
  if (known === null && worst === null) return null;
  const x = (ms: number) => 60 + Math.max(-1.06, Math.min(1.06, ms / toleranceMs)) * 50;
  const beyond = known !== null && Math.abs(known) > toleranceMs;
  const said =
    known !== null
      ? offsetSaid(known)
      : `${offsetSaid(worst ?? 0).replace(/ (ahead|behind)$/, '')} at worst, either way`;
  return (
    <svg width="120" height="22" viewBox="0 0 120 22" role="img" aria-label={said} style={{ flex: 'none' }}>
      <title>{said}</title>
      <g stroke="currentColor" fill="none">
        <path d="M10 17H110" opacity="0.5" />
        <path d="M10 11V17M110 11V17M60 8V17" opacity="0.7" />
        <path d="M35 14V17M85 14V17" opacity="0.5" />
      </g>
      {known === null && worst !== null ? (
        <rect x={x(-worst)} y="9" width={x(worst) - x(-worst)} height="5" fill="currentColor" opacity="0.45" />
      ) : null}
      {known === null ? null : beyond ? (
        <path d={known > 0 ? 'M106 3 116 10 106 17z' : 'M14 3 4 10 14 17z'} fill="var(--chakra-colors-look)" />
      ) : (
        <path d={`M${x(known)} 17 l-4.5 -12 h9 z`} fill="currentColor" />
      )}
    </svg>
  );
}
