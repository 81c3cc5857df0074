import { RATES, rateName } from '@kavrell/core/timecode';
import { TRACKS_BUDGET, type ChildPool } from './pool/index.ts';

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

/** The tracks of a media file (its written path), read by a child process within a budget. Rejects as the pool does. */
export const tracksOf = (pool: ChildPool, file: string): Promise<Track[]> =>
  pool.run<Track[]>({ kind: 'tracks', file }, TRACKS_BUDGET);

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
