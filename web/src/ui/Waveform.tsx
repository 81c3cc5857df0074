import { useEffect, useRef } from 'react';
import type WaveSurfer from 'wavesurfer.js';
import { useShownTheme } from '../platform/theme.ts';

interface Drawing {
  peaks: readonly number[];
  durationS: number;
  heightPx: number;
}

/** How loud a track is along its length, from the peaks kept with it; the sound itself is not read for it. Where nothing can draw (no canvas, or the drawer never fetched) there is no wave, and all else works. */
export function Waveform({ peaks, durationS, heightPx }: Drawing) {
  const place = useRef<HTMLDivElement>(null);
  const theme = useShownTheme((s) => s.shown);
  useEffect(() => {
    const box = place.current;
    if (!box || peaks.length === 0 || !document.createElement('canvas').getContext('2d')) return;
    let drawn: WaveSurfer | null = null;
    let gone = false;
    import('wavesurfer.js').then(
      (m) => {
        if (!gone)
          drawn = m.default.create({
            container: box,
            height: heightPx,
            peaks: [Float32Array.from(peaks, (p) => p / 255)],
            duration: Math.max(0.1, durationS),
            waveColor: getComputedStyle(box).color,
            interact: false,
            cursorWidth: 0,
            hideScrollbar: true,
          });
      },
      () => undefined,
    );
    return () => {
      gone = true;
      drawn?.destroy();
    };
  }, [peaks, durationS, heightPx, theme]);
  return (
    <div
      ref={place}
      aria-hidden="true"
      style={{ height: heightPx, opacity: 0.55, pointerEvents: 'none' }}
      data-waveform
    />
  );
}
