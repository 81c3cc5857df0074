import { readSamples, type Bytes, type Wav } from '@kavrell/core/formats';
import { LtcDecoder, LtcReporter } from '@kavrell/core/ltc';

/** Channels are looked into in so many stretches of so many seconds. */
const STRETCHES = 8;
const STRETCH_S = 4;
const FRAME_S = 0.05;
/** Below this a channel holds nothing. */
const SILENT = 10 ** (-80 / 20);
/** So many words of a stretch make timecode of it. */
const LEAST_WORDS = 20;

/** Timecode that was read from a channel: the label there at a file time. */
export interface ChannelTimecode {
  /** From 1. */
  channel: number;
  label: string;
  atS: number;
  /** The likeliest rate, and all that the signal allows. */
  rate: string;
  possibleRates: string[];
}
export interface ChannelsFound {
  /** The channel with the sound in it, from 0. */
  sound: number;
  timecode: ChannelTimecode | null;
}

/** Which channel holds the sound (the one whose loudness moves most) and which, if any, holds timecode (loud, and it does not move). */
export function lookIntoChannels(bytes: Bytes, wav: Wav): ChannelsFound {
  const { channels, sampleRate } = wav.format;
  const stretch = new Float32Array(Math.round(STRETCH_S * sampleRate));
  const fromOf = (s: number) => Math.floor((Math.max(0, wav.frames - stretch.length) * s) / (STRETCHES - 1));
  const frame = Math.round(FRAME_S * sampleRate);
  let best = { channel: 0, moves: -1 };
  let timecode: ChannelTimecode | null = null;
  for (let channel = 0; channel < channels; channel += 1) {
    const levels: number[] = [];
    for (let s = 0; s < STRETCHES; s += 1) {
      const from = fromOf(s);
      const got = readSamples(bytes, wav, channel, from, stretch);
      // Two looks tell: one may lie in a gap.
      if (timecode === null && (s === 0 || s === STRETCHES / 2))
        timecode = timecodeIn(stretch.subarray(0, got), sampleRate, from, channel);
      for (let at = 0; at + frame <= got; at += frame) {
        let power = 0;
        for (let i = at; i < at + frame; i += 1) power += (stretch[i] as number) ** 2;
        levels.push(Math.sqrt(power / frame));
      }
    }
    if (timecode?.channel === channel + 1) continue;
    const loud = levels.filter((l) => l > SILENT);
    const logs = loud.map((l) => 20 * Math.log10(l));
    const mean = logs.reduce((sum, l) => sum + l, 0) / Math.max(1, logs.length);
    const spread = Math.sqrt(logs.reduce((sum, l) => sum + (l - mean) ** 2, 0) / Math.max(1, logs.length));
    const moves = loud.length === 0 ? 0 : spread * (loud.length / levels.length);
    // A little more is no reason to leave the first one.
    if (best.moves < 0 || moves > best.moves + 0.5) best = { channel, moves };
  }
  return { sound: best.channel, timecode };
}

function timecodeIn(
  samples: Float32Array,
  sampleRate: number,
  fromSample: number,
  channel: number,
): ChannelTimecode | null {
  const decoder = new LtcDecoder(sampleRate);
  const words = [...decoder.push(samples).words, ...decoder.end().words].filter((w) => w.direction === 'forward');
  const [first] = words;
  if (!first || words.length < LEAST_WORDS) return null;
  const reporter = new LtcReporter();
  for (const word of words) reporter.add(word);
  const { rate, possibleRates } = reporter.report(sampleRate);
  if (rate === null) return null;
  return {
    ...{ channel: channel + 1, label: first.label, rate, possibleRates },
    atS: (fromSample + first.startSample) / sampleRate,
  };
}
