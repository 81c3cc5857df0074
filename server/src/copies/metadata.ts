import { open } from 'node:fs/promises';
import mediaInfoFactory, { type MediaInfo } from 'mediainfo.js';
import { RATES, formatLabel, rateName, timeOfDayFrames } from '@kavrell/core/timecode';

export interface MediaFacts {
  startTimecode: string | null;
  durationMs: number | null;
  rate: string | null;
}

let parser: Promise<MediaInfo<'object'>> | null = null;

interface Track {
  '@type': string;
  Duration?: number | string;
  FrameRate_Num?: number | string;
  FrameRate_Den?: number | string;
  FrameRate?: number | string;
  TimeCode_FirstFrame?: string;
  Delay?: number | string;
}

/** The canonical rate nearest to frames-a-second, drop-frame when the label was written with `;`. */
function rateOf(fps: number, drop: boolean): string | null {
  const found = Object.values(RATES).find((r) => r.drop === drop && Math.abs(r.num / r.den - fps) < 0.005);
  return found ? rateName(found) : null;
}

/** Containers that may hold picture or sound; what lies beside them on a card (indices, stills, notes) is not opened. */
const MEDIA = /\.(mov|mp4|m4v|mxf|mts|m2ts|avi|mkv|webm|wav|bwf|rf64|w64|aif|aiff|flac|mp3|m4a)$/i;

/** What a media file says of itself: start timecode, length, rate. Nulls where it says nothing; sound files start at their `bext` time reference. */
export async function readFacts(file: string, jobRate: string): Promise<MediaFacts> {
  if (!MEDIA.test(file)) return { startTimecode: null, durationMs: null, rate: null };
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
    const tracks = (result.media?.track ?? []) as unknown as Track[];
    const label = tracks.find((t) => t.TimeCode_FirstFrame)?.TimeCode_FirstFrame ?? null;
    const video = tracks.find((t) => t['@type'] === 'Video');
    const seconds = Number(tracks.find((t) => t.Duration !== undefined)?.Duration ?? NaN);
    const durationMs = Number.isFinite(seconds) ? seconds * 1000 : null;
    if (label || video) {
      const fps = Number(
        video?.FrameRate_Num && video.FrameRate_Den
          ? Number(video.FrameRate_Num) / Number(video.FrameRate_Den)
          : video?.FrameRate,
      );
      return { startTimecode: label, durationMs, rate: rateOf(fps, label?.includes(';') ?? false) };
    }
    const delayS = Number(tracks.find((t) => t['@type'] === 'Audio' && t.Delay !== undefined)?.Delay ?? NaN);
    const rate = RATES[jobRate];
    if (!Number.isFinite(delayS) || !rate) return { startTimecode: null, durationMs, rate: null };
    return { startTimecode: formatLabel(timeOfDayFrames(delayS * 1000, rate), rate), durationMs, rate: jobRate };
  } finally {
    await handle.close();
  }
}
