import { open } from 'node:fs/promises';
import mediaInfoFactory, { type MediaInfo } from 'mediainfo.js';
import { RATES, rateName } from '@kavrell/core/timecode';

let parser: Promise<MediaInfo<'object'>> | null = null;

type Figure = number | string | undefined;
/** What the parser says of one track; everything it knows comes as text or number. */
export interface Track {
  '@type': string;
  Duration?: Figure;
  FrameRate_Num?: Figure;
  FrameRate_Den?: Figure;
  FrameRate?: Figure;
  TimeCode_FirstFrame?: string;
  Delay?: Figure;
  Format?: string;
  Format_Profile?: string;
  Width?: Figure;
  Height?: Figure;
  BitRate?: Figure;
  OverallBitRate?: Figure;
  BitDepth?: Figure;
  Channels?: Figure;
  SamplingRate?: Figure;
  transfer_characteristics?: string;
}

/** The tracks of a media file, read in pieces as the parser asks for them: a large file is never held. */
export async function tracksOf(file: string): Promise<Track[]> {
  parser ??= mediaInfoFactory({ format: 'object' });
  const info = await parser;
  const handle = await open(file, 'r');
  try {
    const { size } = await handle.stat();
    const result = await info.analyzeData(size, async (length, offset) => {
      const bytes = new Uint8Array(length);
      const { bytesRead } = await handle.read(bytes, 0, length, offset);
      return bytes.subarray(0, bytesRead);
    });
    return (result.media?.track ?? []) as unknown as Track[];
  } finally {
    await handle.close();
  }
}

/** A figure of a track, or null when it is missing or none. */
export function figureOf(value: Figure): number | null {
  const n = Number(value ?? NaN);
  return Number.isFinite(n) ? n : null;
}

/** The canonical rate of a picture track, drop-frame when its label was written with `;`; null when it is none that Kavrell counts in. */
export function rateOfTrack(video: Track | undefined, label: string | null): string | null {
  if (!video) return null;
  const fps =
    video.FrameRate_Num && video.FrameRate_Den
      ? Number(video.FrameRate_Num) / Number(video.FrameRate_Den)
      : Number(video.FrameRate);
  const drop = label?.includes(';') ?? false;
  const found = Object.values(RATES).find((r) => r.drop === drop && Math.abs(r.num / r.den - fps) < 0.005);
  return found ? rateName(found) : null;
}

export const labelOf = (tracks: readonly Track[]): string | null =>
  tracks.find((t) => t.TimeCode_FirstFrame)?.TimeCode_FirstFrame ?? null;
