import { InputError } from '../errors/index.ts';
import { readBext, type Bext } from './bext.ts';
import { readIxml, type Ixml } from './ixml.ts';

/** Bytes that can be read at any place: a file, a slice of memory. `read` may answer fewer bytes at the end. */
export interface Bytes {
  size: number;
  read(at: number, length: number): Uint8Array;
}

/** A `Bytes` over memory. */
export function bytesOf(data: Uint8Array): Bytes {
  return { size: data.length, read: (at, length) => data.subarray(at, at + length) };
}

export interface WavFormat {
  encoding: 'pcm' | 'float';
  /** Bits of one stored sample: 8, 16, 24, 32, or 64 (float only). */
  bits: 8 | 16 | 24 | 32 | 64;
  channels: number;
  sampleRate: number;
}

export interface Wav {
  format: WavFormat;
  /** Sample frames (one sample of each channel) that can be read. */
  frames: number;
  /** Where the first one lies, in bytes. */
  dataAt: number;
  bext: Bext | null;
  ixml: Ixml | null;
  /** What is wrong with the file but was got round, in words. */
  notes: string[];
}

const MAX_NOTE_CHUNK = 16 * 1024 * 1024;
const UNKNOWN_SIZE = 0xffffffff;

const refuse = (code: string, message: string): never => {
  throw new InputError(`wav.${code}`, message);
};

/** The bytes as a view; refuses when the file ends within them. */
function view(bytes: Bytes, at: number, length: number, what: string): DataView {
  const got = bytes.read(at, length);
  if (got.length < length) refuse('short', `The file ends in the middle of ${what}.`);
  return new DataView(got.buffer, got.byteOffset, length);
}

const tag = (v: DataView, at: number) => String.fromCharCode(...[0, 1, 2, 3].map((i) => v.getUint8(at + i)));
const shown = (four: string) => four.replace(/[^\x20-\x7e]/g, '?');

/** KSDATAFORMAT_SUBTYPE_*: the last 14 bytes of a sub-format that is a plain format code. */
const SUBTYPE = [0x00, 0x00, 0x00, 0x00, 0x10, 0x00, 0x80, 0x00, 0x00, 0xaa, 0x00, 0x38, 0x9b, 0x71];

function readFormat(bytes: Bytes, at: number, size: number): WavFormat {
  if (size < 16) refuse('format', 'The file does not say what kind of samples it holds.');
  const v = view(bytes, at, Math.min(size, 40), 'its format');
  let code = v.getUint16(0, true);
  if (code === 0xfffe) {
    if (v.byteLength < 40) refuse('format', 'The extended format of this file is cut short.');
    if (SUBTYPE.some((byte, i) => v.getUint8(26 + i) !== byte)) {
      refuse('codec', 'The samples of this file are in a coding of its own; only plain PCM and float can be read.');
    }
    code = v.getUint16(24, true);
  }
  const channels = v.getUint16(2, true);
  const sampleRate = v.getUint32(4, true);
  const blockBytes = v.getUint16(12, true);
  const bits = v.getUint16(14, true);
  const sampleBytes = channels > 0 ? blockBytes / channels : 0;
  if (code !== 1 && code !== 3) {
    refuse('codec', `The samples of this file are compressed (format ${code}); only plain PCM and float can be read.`);
  }
  if (channels === 0) refuse('channels', 'The file says that it has no channel.');
  if (sampleRate === 0) refuse('sampleRate', 'The file says that it has no samples a second.');
  if (!Number.isInteger(sampleBytes) || bits === 0 || bits > sampleBytes * 8) {
    refuse(
      'format',
      `The file says ${bits} bits in blocks of ${blockBytes} bytes for ${channels} channels: that does not fit.`,
    );
  }
  const encoding = code === 3 ? 'float' : 'pcm';
  const stored = sampleBytes * 8;
  if (!(encoding === 'float' ? [32, 64] : [8, 16, 24, 32]).includes(stored)) {
    refuse('bits', `Samples of ${stored} bits (${encoding}) can’t be read.`);
  }
  return { encoding, bits: stored as WavFormat['bits'], channels, sampleRate };
}

/**
 * Reads the head of a WAV file: RIFF or RF64 (EBU Tech 3306), PCM of 8/16/24/32 bits or float, plain or
 * extensible, with its `bext` and iXML. Never reads beyond the file. A recording that was cut off (a length of
 * nought or beyond the file's end) is opened as far as it goes, and `notes` says so.
 *
 * Throws `InputError` `wav.*` in words for what is no WAV or can't be read.
 */
export function openWav(bytes: Bytes): Wav {
  if (bytes.size < 12) refuse('short', 'The file is too short to be a WAV file.');
  const head = view(bytes, 0, 12, 'its head');
  const kind = tag(head, 0);
  if (!['RIFF', 'RF64', 'BW64'].includes(kind) || tag(head, 8) !== 'WAVE') {
    refuse('kind', `This is not a WAV file: it begins with “${shown(kind)}”.`);
  }
  const notes: string[] = [];
  let format: WavFormat | null = null;
  let data: { at: number; size: number } | null = null;
  let longDataSize: number | null = null;
  let bext: Bext | null = null;
  let ixml: Ixml | null = null;

  for (let at = 12; at + 8 <= bytes.size;) {
    const chunk = view(bytes, at, 8, 'a chunk');
    const id = tag(chunk, 0);
    let size = chunk.getUint32(4, true);
    const left = bytes.size - at - 8;
    if (id === 'data' && size === UNKNOWN_SIZE && longDataSize !== null) size = longDataSize;
    const have = Math.min(size, left);
    if (id === 'ds64' && kind !== 'RIFF' && have >= 24) {
      longDataSize = Number(view(bytes, at + 16, 8, 'its long sizes').getBigUint64(0, true));
    } else if (id === 'fmt ' && !format) {
      format = readFormat(bytes, at + 8, have);
    } else if (id === 'data' && !data) {
      data = { at: at + 8, size };
      if (size > left || (size === 0 && left > 0)) {
        notes.push('The recording was cut off: its length was never written. It is read to the end of the file.');
        data.size = left;
        break;
      }
    } else if ((id === 'bext' || id === 'iXML') && have <= MAX_NOTE_CHUNK) {
      const content = bytes.read(at + 8, have);
      if (id === 'bext') bext = readBext(content, notes);
      else ixml = readIxml(content, notes);
    } else if (size > left) {
      notes.push(`The part “${shown(id)}” says it is longer than the file.`);
      break;
    }
    at += 8 + size + (size & 1);
  }
  if (!format) refuse('format', 'The file does not say what kind of samples it holds.');
  if (!data) refuse('data', 'The file holds no samples.');
  const { channels, bits } = format!;
  return {
    format: format!,
    frames: Math.floor(data!.size / ((channels * bits) / 8)),
    dataAt: data!.at,
    bext,
    ixml,
    notes,
  };
}

/** One stored sample, −1…1, of a view at a byte. */
function sampler({ encoding, bits }: WavFormat): (v: DataView, at: number) => number {
  if (encoding === 'float') return bits === 64 ? (v, at) => v.getFloat64(at, true) : (v, at) => v.getFloat32(at, true);
  switch (bits) {
    case 8:
      return (v, at) => (v.getUint8(at) - 128) / 128;
    case 16:
      return (v, at) => v.getInt16(at, true) / 32768;
    case 24:
      return (v, at) => ((v.getInt8(at + 2) << 16) | v.getUint16(at, true)) / 8388608;
    default:
      return (v, at) => v.getInt32(at, true) / 2147483648;
  }
}

/**
 * Reads `into.length` samples of one channel (0-based) from sample frame `from`, scaled to −1…1, and answers how
 * many there were. Samples that are not finite numbers (damaged float files) are read as 0.
 */
export function readSamples(bytes: Bytes, wav: Wav, channel: number, from: number, into: Float32Array): number {
  const { channels, bits } = wav.format;
  if (!Number.isInteger(channel) || channel < 0 || channel >= channels) {
    refuse(
      'channel',
      `The file has ${channels} ${channels === 1 ? 'channel' : 'channels'}; there is no channel ${channel + 1}.`,
    );
  }
  const width = bits / 8;
  const step = channels * width;
  const count = Math.max(0, Math.min(into.length, wav.frames - from));
  if (count === 0) return 0;
  const block = bytes.read(wav.dataAt + from * step, count * step);
  const got = Math.floor(block.length / step);
  if (bits === 16 && wav.format.encoding === 'pcm' && block.byteOffset % 2 === 0) {
    const samples = new Int16Array(block.buffer, block.byteOffset, got * channels);
    for (let i = 0, j = channel; i < got; i += 1, j += channels) into[i] = samples[j]! / 32768;
    return got;
  }
  const at = sampler(wav.format);
  const v = new DataView(block.buffer, block.byteOffset, block.length);
  for (let i = 0; i < got; i += 1) {
    const value = at(v, i * step + channel * width);
    into[i] = Number.isFinite(value) ? value : 0;
  }
  return got;
}
