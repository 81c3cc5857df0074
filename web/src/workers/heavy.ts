import { wrap, type Remote } from 'comlink';
import type { Heavy } from './heavy.worker.ts';

let remote: Remote<Heavy> | null = null;

/** What takes longer than a frame, done beside the page: palettes of pictures, scripts, waveforms. */
export function heavy(): Remote<Heavy> {
  remote ??= wrap<Heavy>(new Worker(new URL('./heavy.worker.ts', import.meta.url), { type: 'module' }));
  return remote;
}
