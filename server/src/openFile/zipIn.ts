import { createHash } from 'node:crypto';
import type { Readable } from 'node:stream';
import { openPromise, type Entry, type ZipFile } from 'yauzl';
import { HttpProblem } from '../platform/problems.ts';

/** More parts than the largest production has. */
const MOST_ENTRIES = 100_000;
/** A part of text: the largest table of a large job has some 30 MB. */
const MOST_TEXT_BYTES = 400_000_000;
/** All of it unpacked. */
const MOST_BYTES = 8_000_000_000;
/** What unpacks to so many times its size is made to fill a machine; rows of a table pack to a thirtieth. */
const MOST_RATIO = 200;
const SMALL_BYTES = 1_000_000;

const refused = (words: string): HttpProblem => new HttpProblem(400, 'openFile', `${words} Nothing was brought in.`);

/** Opens a ZIP that somebody gave: its list is read and judged before anything of it is unpacked. */
export class ZipIn {
  private readonly zip: ZipFile;
  private readonly entries: ReadonlyMap<string, Entry>;
  private constructor(zip: ZipFile, entries: ReadonlyMap<string, Entry>) {
    this.zip = zip;
    this.entries = entries;
  }

  static async open(file: string): Promise<ZipIn> {
    const zip = await openPromise(file, {
      ...{ lazyEntries: true, autoClose: false, strictFileNames: true, validateEntrySize: true },
    }).catch(() => {
      throw refused('This is no whole ZIP file: it may have come only in part.');
    });
    try {
      return new ZipIn(zip, await listed(zip));
    } catch (error) {
      zip.close();
      throw error;
    }
  }

  has = (name: string): boolean => this.entries.has(name);
  names = (): string[] => [...this.entries.keys()];
  close = (): void => this.zip.close();

  async stream(name: string): Promise<Readable> {
    const entry = this.entries.get(name);
    if (!entry) throw refused(`The part “${name}” is missing in the file.`);
    return this.zip.openReadStreamPromise(entry);
  }

  /** A part as JSON; what its bytes hash to is handed along. */
  async json(name: string): Promise<{ value: unknown; hash: string }> {
    const entry = this.entries.get(name);
    if (entry && entry.uncompressedSize > MOST_TEXT_BYTES)
      throw refused(`The part “${name}” is larger than any can be.`);
    const parts: Buffer[] = [];
    const hash = createHash('sha256');
    try {
      for await (const part of await this.stream(name)) {
        parts.push(part as Buffer);
        hash.update(part as Buffer);
      }
      return { value: JSON.parse(Buffer.concat(parts).toString('utf8')) as unknown, hash: hash.digest('hex') };
    } catch (error) {
      if (error instanceof HttpProblem) throw error;
      throw refused(`The part “${name}” can’t be read: the file is damaged.`);
    }
  }
}

async function listed(zip: ZipFile): Promise<Map<string, Entry>> {
  if (zip.entryCount > MOST_ENTRIES) throw refused(`The file has ${zip.entryCount} parts, more than any production.`);
  const entries = new Map<string, Entry>();
  let bytes = 0;
  await new Promise<void>((done, fail) => {
    zip.on('error', (error: Error) =>
      fail(
        /relative path|absolute path|invalid characters/.test(error.message)
          ? refused('A name in the file leads out of it.')
          : refused('The list of parts in the file can’t be read: it is damaged, or came only in part.'),
      ),
    );
    zip.on('end', done);
    zip.on('entry', (entry: Entry) => {
      bytes += entry.uncompressedSize;
      const { uncompressedSize: size, compressedSize: packed } = entry;
      const problem = entry.isEncrypted()
        ? `The part “${entry.fileName}” is locked with a password.`
        : entries.has(entry.fileName)
          ? `The part “${entry.fileName}” is in it twice.`
          : bytes > MOST_BYTES || (size > SMALL_BYTES && size > packed * MOST_RATIO)
            ? 'It would unpack to far more than a production has.'
            : null;
      if (problem !== null) {
        fail(refused(problem));
        return;
      }
      if (!entry.fileName.endsWith('/')) entries.set(entry.fileName, entry);
      zip.readEntry();
    });
    zip.readEntry();
  });
  return entries;
}
