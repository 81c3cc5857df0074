import { parseArgs } from 'node:util';
import { InputError } from '@kavrell/core/errors';
import { openWav, readSamples, type Bytes, type Wav } from '@kavrell/core/formats';
import {
  LtcDecoder,
  LtcReporter,
  pairOf,
  type LtcFound,
  type LtcRejected,
  type LtcReport,
  type LtcWord,
} from '@kavrell/core/ltc';
import { parseRate, rateSaid, RATES, type Rate } from '@kavrell/core/timecode';
import { Usage, type Exit, type Streams } from './exit.ts';
import { openFile } from './files.ts';

const HELP = 'kavrell ltc decode FILE [--channel N] [--rate R] [--json]';
const BLOCK = 1 << 18;

interface Decoded extends LtcFound {
  /** From 1. */
  channel: number;
  report: LtcReport;
}

function decodeChannel(bytes: Bytes, wav: Wav, channel: number): Decoded {
  const decoder = new LtcDecoder(wav.format.sampleRate);
  const reporter = new LtcReporter();
  const words: LtcWord[] = [];
  const rejected: LtcRejected[] = [];
  const take = (found: LtcFound) => {
    for (const word of found.words) {
      reporter.add(word);
      words.push(word);
    }
    rejected.push(...found.rejected);
  };
  const block = new Float32Array(BLOCK);
  for (let at = 0; at < wav.frames;) {
    const got = readSamples(bytes, wav, channel - 1, at, block);
    if (got === 0) break;
    take(decoder.push(block.subarray(0, got)));
    at += got;
  }
  take(decoder.end());
  return { channel, words, rejected, report: reporter.report(wav.format.sampleRate) };
}

/** The channel asked for, else the first that holds timecode. */
function decodeFile(bytes: Bytes, wav: Wav, asked: number | null): Decoded {
  const { channels } = wav.format;
  if (asked !== null && asked > channels) {
    throw new Usage(
      `The file has ${channels} ${channels === 1 ? 'channel' : 'channels'}; there is no channel ${asked}.`,
    );
  }
  const order = Array.from({ length: channels }, (_, i) => i + 1);
  if (asked !== null) order.unshift(...order.splice(asked - 1, 1));
  let first: Decoded | null = null;
  for (const channel of order) {
    const decoded = decodeChannel(bytes, wav, channel);
    first ??= decoded;
    if (decoded.words.length > 0) return decoded;
  }
  return first!;
}

const seconds = (samples: number, rate: number) => `${(samples / rate).toFixed(3)} s`;

function* lines({ channel, words, rejected, report }: Decoded, wav: Wav, pairRate: Rate | null): Generator<string> {
  const { sampleRate } = wav.format;
  yield `${words.length} words in channel ${channel}, ${rejected.length} not believed`;
  if (report.rate && report.wordsPerSecond !== null) {
    const off = report.speedPpm ?? 0;
    const speed =
      Math.abs(off) < 5000
        ? `${off >= 0 ? '+' : '−'}${Math.abs(off).toFixed(0)} ppm`
        : `${off >= 0 ? '+' : '−'}${Math.abs(off / 1e4).toFixed(1)} %`;
    yield `rate ${pairRate ? rateSaid(pairRate) : rateSaid(RATES[report.rate]!)} (${report.wordsPerSecond.toFixed(4)} words a second, ${speed})`;
    yield `it could also be ${report.possibleRates
      .filter((r) => r !== report.rate)
      .map((r) => rateSaid(RATES[r]!))
      .join(', ')}: the signal alone does not tell`;
  }
  for (const s of report.segments) {
    yield `${s.firstLabel} – ${s.lastLabel}  ${s.words} words${s.direction === 'reverse' ? ', backwards' : ''}, sample ${Math.round(s.startSample)} – ${Math.round(s.endSample)}`;
  }
  for (const b of report.breaks) {
    yield `${b.kind} at ${seconds(b.atSample, sampleRate)}: ${b.before} ▸ ${b.after}${b.gapSamples > 1 ? `, ${seconds(b.gapSamples, sampleRate)} without a word` : ''}`;
  }
  for (const r of rejected) yield `not believed at sample ${Math.round(r.startSample)}: ${r.reason}`;
}

/** `kavrell ltc decode`: 0 when there was timecode, 1 when there was none. */
export function decodeCommand(args: readonly string[], streams: Streams): Exit {
  const { values, positionals } = parseArgs({
    args: [...args],
    allowPositionals: true,
    options: { channel: { type: 'string' }, rate: { type: 'string' }, json: { type: 'boolean' } },
  });
  const [file, ...rest] = positionals;
  if (!file || rest.length > 0) throw new Usage(HELP);
  const asked = values.channel === undefined ? null : Number(values.channel);
  if (asked !== null && (!Number.isInteger(asked) || asked < 0)) {
    throw new Usage(`--channel ${values.channel}: channels count from 1; leave it out (or 0) to have it found.`);
  }
  const rate = values.rate === undefined ? null : parseRate(values.rate);
  const bytes = openFile(file);
  try {
    const wav = openWav(bytes);
    const decoded = decodeFile(bytes, wav, asked === 0 ? null : asked);
    const elsewhere =
      asked && decoded.channel !== asked
        ? [`Channel ${asked} holds no timecode; it was found in channel ${decoded.channel}.`]
        : [];
    const notes = [...wav.notes, ...elsewhere];
    if (values.json) {
      const { words, rejected, report, channel } = decoded;
      streams.out(
        `${JSON.stringify({
          file,
          sampleRate: wav.format.sampleRate,
          samples: wav.frames,
          channels: wav.format.channels,
          channel,
          notes,
          ...report,
          words: words.map((w) => ({
            ...w,
            sample: Math.round(w.startSample),
            ...(rate && pairOf(w, rate) ? { pair: pairOf(w, rate) } : {}),
          })),
          rejected,
        })}\n`,
      );
    } else {
      for (const note of notes) streams.err(note);
      for (const line of lines(decoded, wav, rate)) streams.out(`${line}\n`);
    }
    return decoded.words.length > 0 ? 0 : 1;
  } catch (error) {
    if (error instanceof InputError) throw new Usage(`${file}: ${error.message}`);
    throw error;
  } finally {
    bytes.close();
  }
}
