import { RATES, formatLabel, timeOfDayFrames } from '@kavrell/core/timecode';
import type { ChildPool } from '../platform/pool/index.ts';
import { figureOf, labelOf, rateOfTrack, tracksOf } from '../platform/mediaInfo.ts';

export interface MediaFacts {
  startTimecode: string | null;
  durationMs: number | null;
  rate: string | null;
}

export const NO_FACTS: MediaFacts = { startTimecode: null, durationMs: null, rate: null };

/** Containers that may hold picture or sound; what lies beside them on a card (indices, stills, notes) is not opened. */
const MEDIA = /\.(mov|mp4|m4v|mxf|mts|m2ts|avi|mkv|webm|wav|bwf|rf64|w64|aif|aiff|flac|mp3|m4a)$/i;

/** What a media file (its written path) says of itself: start timecode, length, rate. Nulls where it says nothing; sound files start at their `bext` time reference. */
export async function readFacts(pool: ChildPool, file: string, jobRate: string): Promise<MediaFacts> {
  if (!MEDIA.test(file)) return NO_FACTS;
  const tracks = await tracksOf(pool, file);
  const label = labelOf(tracks);
  const video = tracks.find((t) => t['@type'] === 'Video');
  const seconds = figureOf(tracks.find((t) => t.Duration !== undefined)?.Duration);
  const durationMs = seconds === null ? null : seconds * 1000;
  if (label || video) return { startTimecode: label, durationMs, rate: rateOfTrack(video, label) };
  const delayS = figureOf(tracks.find((t) => t['@type'] === 'Audio' && t.Delay !== undefined)?.Delay);
  const rate = RATES[jobRate];
  if (delayS === null || !rate) return { startTimecode: null, durationMs, rate: null };
  return { startTimecode: formatLabel(timeOfDayFrames(delayS * 1000, rate), rate), durationMs, rate: jobRate };
}
