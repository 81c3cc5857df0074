import { once } from 'node:events';
import { Readable } from 'node:stream';
import type { Response } from 'express';
import { ZipFile } from 'yazl';
import { attach } from '../platform/documents/index.ts';

/** A file of a ZIP: its text, or its bytes as they are made. */
export interface ZipEntry {
  name: string;
  content: string | (() => AsyncIterable<Uint8Array>);
}

/** Sends files as one ZIP while they are made, one after the other: nothing is held whole. */
export async function sendZip(res: Response, name: string, entries: readonly ZipEntry[]): Promise<void> {
  const zip = new ZipFile();
  let reading: Readable | null = null;
  attach(res, 'application/zip', name);
  const sent = once(res, 'close');
  zip.outputStream.pipe(res);
  for (const { name: inside, content } of entries) {
    if (typeof content === 'string') zip.addBuffer(Buffer.from(content), inside);
    // Opened when its turn comes: a set of long recordings would else be open all at once.
    else
      zip.addReadStreamLazy(inside, { compress: false }, (ready) => {
        reading = Readable.from(content());
        reading.on('error', (error) => res.destroy(error));
        ready(null, reading);
      });
  }
  zip.end();
  await sent;
  // Whoever went away in the middle leaves no recording open.
  (reading as Readable | null)?.destroy();
}
