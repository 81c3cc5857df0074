import { InputError } from '../errors/index.ts';
import { writeBext, type Bext } from './bext.ts';
import { writeIxml, type Ixml } from './ixml.ts';
import type { WavFormat } from './wav.ts';

const ascii = (text: string) => Uint8Array.from(text, (c) => c.charCodeAt(0));

function chunk(id: string, content: Uint8Array): Uint8Array {
  const out = new Uint8Array(8 + content.length + (content.length & 1));
  out.set(ascii(id));
  new DataView(out.buffer).setUint32(4, content.length, true);
  out.set(content, 8);
  return out;
}

function formatChunk({ encoding, bits, channels, sampleRate }: WavFormat): Uint8Array {
  const extensible = channels > 2 || (encoding === 'pcm' && bits > 16);
  const out = new Uint8Array(extensible ? 40 : 16);
  const v = new DataView(out.buffer);
  const code = encoding === 'float' ? 3 : 1;
  v.setUint16(0, extensible ? 0xfffe : code, true);
  v.setUint16(2, channels, true);
  v.setUint32(4, sampleRate, true);
  v.setUint32(8, (sampleRate * channels * bits) / 8, true);
  v.setUint16(12, (channels * bits) / 8, true);
  v.setUint16(14, bits, true);
  if (extensible) {
    v.setUint16(16, 22, true);
    v.setUint16(18, bits, true);
    v.setUint16(24, code, true);
    out.set([0, 0, 0, 0, 0x10, 0, 0x80, 0, 0, 0xaa, 0, 0x38, 0x9b, 0x71], 26);
  }
  return chunk('fmt ', out);
}

/**
 * The head of a WAV file of `frames` sample frames: everything before the samples, which follow it at once. Above
 * 4 GiB it is an RF64 head (EBU Tech 3306). An odd number of data bytes wants one zero byte after them.
 */
export function wavHead(format: WavFormat, frames: number, about: { bext?: Bext; ixml?: Ixml } = {}): Uint8Array {
  if (!Number.isSafeInteger(frames) || frames < 0) {
    throw new InputError('wav.frames', 'The number of samples is a whole number from 0 up.', ['frames']);
  }
  const dataBytes = (frames * format.channels * format.bits) / 8;
  const parts = [
    ...(about.bext ? [chunk('bext', writeBext(about.bext))] : []),
    formatChunk(format),
    ...(about.ixml ? [chunk('iXML', writeIxml(about.ixml))] : []),
  ];
  const small = 4 + parts.reduce((sum, p) => sum + p.length, 0) + 8 + dataBytes + (dataBytes & 1);
  const long = small + 36 > 0xffffffff;
  if (long) {
    const sizes = new Uint8Array(28);
    const v = new DataView(sizes.buffer);
    v.setBigUint64(0, BigInt(small + 36), true);
    v.setBigUint64(8, BigInt(dataBytes), true);
    v.setBigUint64(16, BigInt(frames), true);
    parts.unshift(chunk('ds64', sizes));
  }
  const out = new Uint8Array(12 + parts.reduce((sum, p) => sum + p.length, 0) + 8);
  const v = new DataView(out.buffer);
  out.set(ascii(long ? 'RF64' : 'RIFF'));
  v.setUint32(4, long ? 0xffffffff : small, true);
  out.set(ascii('WAVE'), 8);
  let at = 12;
  for (const part of parts) {
    out.set(part, at);
    at += part.length;
  }
  out.set(ascii('data'), at);
  v.setUint32(at + 4, long ? 0xffffffff : dataBytes, true);
  return out;
}

/** Samples −1…1 of each channel as the file's bytes, interleaved, rounded to nearest and held at full scale. */
export function packSamples(format: WavFormat, channels: readonly Float32Array[]): Uint8Array {
  const { encoding, bits } = format;
  const count = channels[0]?.length ?? 0;
  if (channels.length !== format.channels || channels.some((c) => c.length !== count)) {
    throw new InputError('wav.channels', `Give ${format.channels} channels of one length.`, ['channels']);
  }
  const width = bits / 8;
  const out = new Uint8Array(count * channels.length * width);
  const v = new DataView(out.buffer);
  const full = 2 ** (bits - 1);
  let at = 0;
  for (let i = 0; i < count; i += 1) {
    for (const samples of channels) {
      const value = samples[i]!;
      if (encoding === 'float') {
        if (bits === 64) v.setFloat64(at, value, true);
        else v.setFloat32(at, value, true);
      } else {
        const whole = Math.max(-full, Math.min(full - 1, Math.round(value * full)));
        if (bits === 8) v.setUint8(at, whole + 128);
        else if (bits === 16) v.setInt16(at, whole, true);
        else if (bits === 24) {
          v.setInt16(at, whole & 0xffff, true);
          v.setInt8(at + 2, whole >> 16);
        } else v.setInt32(at, whole, true);
      }
      at += width;
    }
  }
  return out;
}
