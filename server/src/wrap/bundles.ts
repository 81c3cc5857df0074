import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { mkdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import path from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Bundle } from '@kavrell/core/wrap';
import type { Context } from '../platform/context.ts';
import { writeZip, type ZipEntry } from '../platform/documents/index.ts';
import { loadRows } from '../productions/load.ts';
import { bundleFiles } from './bundleFiles.ts';
import { bundleFolder } from './bundleFolder.ts';

/** The list of what is in a hand-over, as `sha1sum` and `kavrell verify` read it. */
export const BUNDLE_LIST = 'hashes.sha1';

/** Where a hand-over lies while it is made, and when it is. */
export const bundlePaths = (context: Pick<Context, 'config'>, b: Pick<Bundle, 'id'> & { productionId: string }) => {
  const base = path.join(bundleFolder(context, b.productionId), b.id);
  return { parts: base, zip: `${base}.zip` };
};

/** Takes away every hand-over of a production that was made or is being made. */
export async function takeAwayBundles(context: Context, productionId: string): Promise<void> {
  await context.models.bundles.update(
    { state: 'cancelled', endedAtMs: Date.now(), inHand: '' },
    { where: { productionId, state: ['waiting', 'running', 'done'] } },
  );
  await rm(bundleFolder(context, productionId), { recursive: true, force: true });
}

/** Hand-overs that were asked for, one after the other. What was begun before a restart is taken up: files that are made stay made. */
export async function makeBundles(context: Context): Promise<void> {
  const { models, log } = context;
  for (;;) {
    const next = (await models.bundles.findOne({ where: { state: ['running', 'waiting'] }, order: ['id'] })) as
      (Bundle & { productionId: string }) | null;
    if (!next) return;
    try {
      await new Making(context, next).work();
    } catch (error) {
      log.error({ err: error, bundle: next.id }, 'a hand-over failed');
      await models.bundles.update(
        {
          ...{ state: 'failed', inHand: '', endedAtMs: Date.now() },
          failure: 'It came to an end by a fault of ours; nothing of the job is changed. Make it again.',
        },
        { where: { id: next.id, state: ['waiting', 'running'] } },
      );
    }
  }
}

/** So many files are made between two looks at whether somebody stopped it. */
const A_LOOK = 20;

class Making {
  private readonly context: Context;
  private readonly bundle: Bundle & { productionId: string };
  constructor(context: Context, bundle: Bundle & { productionId: string }) {
    this.context = context;
    this.bundle = bundle;
  }

  /** Writes how far it is; false when somebody stopped it. */
  private async note(values: Partial<Bundle>): Promise<boolean> {
    const { count } = await this.context.models.bundles.update(values, {
      where: { id: this.bundle.id, state: ['waiting', 'running'] },
    });
    return count > 0;
  }

  async work(): Promise<void> {
    const { context, bundle } = this;
    const { parts, zip } = bundlePaths(context, bundle);
    await mkdir(parts, { recursive: true, mode: 0o700 });
    const rows = await loadRows(context, bundle.productionId);
    const { files, page } = await bundleFiles(context, rows, bundle.forRole);
    const total = files.length + 2;
    if (!(await this.note({ state: 'running', startedAtMs: bundle.startedAtMs ?? Date.now(), totalFiles: total })))
      return;
    const sums: string[] = [];
    for (const [i, file] of files.entries()) {
      if (i % A_LOOK === 0 && !(await this.note({ doneFiles: i, inHand: file.name }))) {
        await rm(parts, { recursive: true, force: true });
        return;
      }
      sums.push(`${await laid(path.join(parts, file.name), file.make)}  ${file.name}`);
    }
    sums.push(`${await laid(path.join(parts, 'index.html'), async () => page(), true)}  index.html`);
    const list = `${sums.join('\n')}\n`;
    await writeFile(path.join(parts, BUNDLE_LIST), list, { mode: 0o600 });
    const entry = (name: string): ZipEntry => ({ name, content: () => createReadStream(path.join(parts, name)) });
    await this.note({ doneFiles: files.length, inHand: 'putting it together' });
    const half = `${zip}.part`;
    await writeZip(createWriteStream(half, { mode: 0o600 }), [
      ...['index.html', BUNDLE_LIST].map(entry),
      ...files.map((f) => entry(f.name)),
    ]);
    await rename(half, zip);
    await rm(parts, { recursive: true, force: true });
    const { size } = await stat(zip);
    const whole = await this.note({
      ...{ state: 'done', doneFiles: total, inHand: '', endedAtMs: Date.now(), sizeBytes: size },
      listHash: createHash('sha1').update(list).digest('hex'),
    });
    if (!whole) await rm(zip, { force: true });
  }
}

/** Makes a file unless it is made already, whole or not at all, and says its SHA-1. `again`: it is made anew in any case. */
async function laid(file: string, make: () => Promise<string | Buffer | Readable>, again = false): Promise<string> {
  const there = again ? null : await readFile(file).catch(() => null);
  if (there) return createHash('sha1').update(there).digest('hex');
  await mkdir(path.dirname(file), { recursive: true, mode: 0o700 });
  const made = await make();
  const half = `${file}.part`;
  const hash = createHash('sha1');
  if (typeof made === 'string' || Buffer.isBuffer(made)) {
    hash.update(made);
    await writeFile(half, made, { mode: 0o600 });
  } else
    await pipeline(
      made,
      async function* (source: AsyncIterable<Buffer>) {
        for await (const part of source) {
          hash.update(part);
          yield part;
        }
      },
      createWriteStream(half, { mode: 0o600 }),
    );
  await rename(half, file);
  return hash.digest('hex');
}
