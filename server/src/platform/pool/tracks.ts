import { open } from 'node:fs/promises';
import { rawPath } from '@kavrell/copies';
import mediaInfoFactory, { type MediaInfo } from 'mediainfo.js';
import type { Track } from '../mediaInfo.ts';

let parser: Promise<MediaInfo<'object'>> | null = null;

/** The tracks of a media file (its written path), read in pieces as the parser asks for them: a large file is never held. */
export async function readTracks(file: string): Promise<Track[]> {
  parser ??= mediaInfoFactory({ format: 'object' });
  const info = await parser;
  const handle = await open(rawPath(file), 'r');
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
