import type { Swatch } from '@kavrell/core/look';

/** Colours side by side, each as wide as its share; ones put in by hand are equally wide. */
export function Swatches({ swatches, height }: { swatches: readonly Swatch[]; height: number }) {
  return (
    <span
      style={{ display: 'flex', height, width: '100%' }}
      role="img"
      aria-label={swatches.map((s) => s.hex).join(', ') || 'no colours'}
    >
      {swatches.map((s, i) => (
        <span
          key={`${i}${s.hex}`}
          style={{ background: s.hex, flex: `${Math.max(0.06, s.share || 1 / swatches.length)} 1 0` }}
        />
      ))}
    </span>
  );
}
