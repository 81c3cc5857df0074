import { once } from 'node:events';
import { Readable, type Writable } from 'node:stream';
import { finished } from 'node:stream/promises';
import type { Response } from 'express';
import { ZipFile } from 'yazl';
import { attach } from './send.ts';

/** A file of a ZIP: its text, or its bytes as they are made. */
export interface ZipEntry {
  name: string;
  content: string | (() => AsyncIterable<Uint8Array>);
}

/** Writes files as one ZIP while they are made, one after the other: nothing is held whole. Bytes are not packed again: pictures and sounds are already. */
export async function writeZip(into: Writable, entries: readonly ZipEntry[]): Promise<void> {
  const zip = new ZipFile();
  let reading: Readable | null = null;
  zip.outputStream.pipe(into);
  for (const { name: inside, content } of entries) {
    if (typeof content === 'string') zip.addBuffer(Buffer.from(content), inside);
    // Opened when its turn comes: a set of long recordings would else be open all at once.
    else
      zip.addReadStreamLazy(inside, { compress: false }, (ready) => {
        reading = Readable.from(content());
        reading.on('error', (error) => into.destroy(error));
        ready(null, reading);
      });
  }
  zip.end();
  try {
    await finished(into);
  } finally {
    // Whoever went away in the middle leaves no recording open.
    (reading as Readable | null)?.destroy();
  }
}

/** Sends files as one ZIP while they are made. */
export async function sendZip(res: Response, name: string, entries: readonly ZipEntry[]): Promise<void> {
  attach(res, 'application/zip', name);
  const sent = once(res, 'close');
  // Who goes away in the middle is no fault of ours.
  await writeZip(res, entries).catch((error: NodeJS.ErrnoException) => {
    if (error.code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
  });
  await sent;
}
