import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, rm } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ClipFacts } from '@kavrell/core/camera';
import { MAX_TEST_CLIP_BYTES } from '@kavrell/contract';
import { figureOf, labelOf, rateOfTrack, tracksOf } from '../platform/mediaInfo.ts';
import type { ChildPool } from '../platform/pool/index.ts';
import { HttpProblem } from '../platform/problems.ts';

/** Takes a clip into a file of its own, reads what it says, and leaves nothing behind. Refuses in words what is no clip and what is too large. */
export async function readClip(pool: ChildPool, body: Readable): Promise<ClipFacts> {
  const dir = path.join(os.tmpdir(), 'kavrell-clips');
  await mkdir(dir, { recursive: true });
  const file = path.join(dir, randomUUID());
  let bytes = 0;
  const meter = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      if (bytes > MAX_TEST_CLIP_BYTES)
        done(
          new HttpProblem(
            413,
            'large',
            `A test clip may have ${MAX_TEST_CLIP_BYTES / 1e6} MB at most: two seconds are enough. Nothing was changed.`,
          ),
        );
      else done(null, chunk);
    },
  });
  try {
    await pipeline(body, meter, createWriteStream(file));
    if (bytes === 0) throw new HttpProblem(400, 'clip', 'The file is empty. Nothing was changed.');
    const tracks = await tracksOf(pool, file).catch((error: unknown) => {
      throw new HttpProblem(
        400,
        'clip',
        `This file can’t be read as a clip. ${(error as Error).message} Nothing was changed.`,
      );
    });
    const video = tracks.find((t) => t['@type'] === 'Video');
    if (!video)
      throw new HttpProblem(
        400,
        'clip',
        'There is no moving picture in this file, so it says nothing of a camera. Nothing was changed.',
      );
    const audio = tracks.filter((t) => t['@type'] === 'Audio');
    const whole = tracks.find((t) => t['@type'] === 'General');
    const label = labelOf(tracks);
    const bits = figureOf(video.BitRate) ?? figureOf(whole?.OverallBitRate);
    return {
      rate: rateOfTrack(video, label),
      widthPx: figureOf(video.Width),
      heightPx: figureOf(video.Height),
      codec: [video.Format, video.Format_Profile].filter(Boolean).join(' ') || null,
      rateMbps: bits === null ? null : bits / 1e6,
      gamma: video.transfer_characteristics ?? null,
      audioChannels: audio.length === 0 ? 0 : audio.reduce((t, a) => t + (figureOf(a.Channels) ?? 0), 0),
      sampleRateHz: figureOf(audio[0]?.SamplingRate),
      bitDepth: figureOf(video.BitDepth),
      startTimecode: label,
      durationS: figureOf(video.Duration) ?? figureOf(whole?.Duration),
    };
  } finally {
    await rm(file, { force: true });
  }
}
