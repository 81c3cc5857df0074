import { create } from 'zustand';
import { framesPerWord, ltcSource, samplesPerWord } from '@kavrell/core/ltc';
import { formatLabel, type Rate } from '@kavrell/core/timecode';

/** Sound is handed over in blocks of this length, and this far ahead: a tab in the background wakes once a second. */
const BLOCK_S = 0.5;
const AHEAD_S = 2.5;
const LEVEL = 0.5;

interface LtcOutState {
  sending: { firstLabel: string; sampleRate: number } | null;
  trouble: string | null;
}
export const useLtcOut = create<LtcOutState>(() => ({ sending: null, trouble: null }));

let stopRunning: (() => void) | null = null;

/**
 * Sends linear timecode to this computer's sound output, from the encoder that also makes the files. `framesAt` gives
 * the exact frame (with its fraction) that is on `afterMs` from now. It runs free on the sound card's clock from then on.
 */
export async function startLtcOut(rate: Rate, framesAt: (afterMs: number) => number): Promise<void> {
  stopLtcOut();
  if (typeof AudioContext === 'undefined') {
    useLtcOut.setState({ trouble: 'This browser has no sound output to send timecode to.' });
    return;
  }
  const context = new AudioContext({ latencyHint: 'playback' });
  try {
    await context.resume();
  } catch {
    useLtcOut.setState({ trouble: 'The sound output could not be opened. Is another program holding it?' });
    return;
  }
  const { sampleRate } = context;
  const startAt = context.currentTime + 0.2;
  const delayMs = (0.2 + (context.outputLatency || context.baseLatency || 0)) * 1000;
  const exact = framesAt(delayMs) / framesPerWord(rate);
  const firstWord = Math.floor(exact);
  const startFrames = firstWord * framesPerWord(rate);
  const offset = (exact - firstWord) * samplesPerWord({ rate, sampleRate });
  const fill = ltcSource({ rate, sampleRate, startFrames, amplitude: LEVEL });
  const blockSamples = Math.round(BLOCK_S * sampleRate);
  let made = 0;
  const send = () => {
    while (made * blockSamples < (context.currentTime - startAt + AHEAD_S) * sampleRate) {
      const buffer = context.createBuffer(1, blockSamples, sampleRate);
      const samples = new Float32Array(blockSamples);
      fill(offset + made * blockSamples, samples);
      buffer.copyToChannel(samples, 0);
      const node = context.createBufferSource();
      node.buffer = buffer;
      node.connect(context.destination);
      node.start(startAt + (made * blockSamples) / sampleRate);
      made += 1;
    }
  };
  send();
  const timer = setInterval(send, 250);
  stopRunning = () => {
    clearInterval(timer);
    void context.close();
  };
  useLtcOut.setState({ trouble: null, sending: { firstLabel: formatLabel(startFrames, rate), sampleRate } });
}

export function stopLtcOut(): void {
  stopRunning?.();
  stopRunning = null;
  useLtcOut.setState({ sending: null, trouble: null });
}
