import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, open, rename, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { MAX_FILE_BYTES, type FILE_TYPES } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import { ChildLost, OverBudget, PICTURE_BUDGET, WorkFailed, type PictureFacts } from '../platform/pool/index.ts';
import { HttpProblem } from '../platform/problems.ts';
import { sniff } from './sniff.ts';

export interface StoredFile {
  hash: string;
  sizeBytes: number;
  mediaType: (typeof FILE_TYPES)[number];
}

/** Where a stored file lies: two letters of its hash keep folders small. */
export function filePath(context: Context, hash: string): string {
  return path.join(context.config.filesRoot, hash.slice(0, 2), hash);
}

/** Where the small version of a picture lies, which documents use. */
const smallPath = (context: Context, hash: string): string => `${filePath(context, hash)}.small.jpg`;

/** Decodes a picture whole and makes its small version; refuses in words what can't be. */
async function makeSmall(context: Context, file: string, small: string): Promise<void> {
  try {
    await context.pool.run<PictureFacts>({ kind: 'picture', file, small }, PICTURE_BUDGET);
  } catch (error) {
    if (error instanceof OverBudget)
      throw new HttpProblem(
        413,
        'large',
        `This picture can’t be decoded here. ${error.message} Nothing was stored; save it smaller.`,
      );
    if (error instanceof WorkFailed || error instanceof ChildLost) throw new HttpProblem(400, 'picture', error.message);
    throw error;
  }
}

/** The small version of a stored picture; null when it can't be made: a broken picture never ends a document. */
export async function smallPicture(context: Context, hash: string): Promise<string | null> {
  const small = smallPath(context, hash);
  if (await exists(small)) return small;
  try {
    await makeSmall(context, filePath(context, hash), small);
    return small;
  } catch (error) {
    if (!(error instanceof HttpProblem)) throw error;
    context.log.warn({ hash, words: error.message }, 'a stored picture can’t be decoded');
    return null;
  }
}

const exists = (file: string): Promise<boolean> =>
  stat(file).then(
    () => true,
    () => false,
  );

/** Counts, hashes and stops what is too large, while it runs through. */
function meter(hash: ReturnType<typeof createHash>): Transform & { bytes: number } {
  const through = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      through.bytes += chunk.length;
      if (through.bytes > MAX_FILE_BYTES) {
        done(
          new HttpProblem(
            413,
            'large',
            `A file may have ${MAX_FILE_BYTES / 1e6} MB at most. Nothing was stored; make it smaller and drop it again.`,
          ),
        );
        return;
      }
      hash.update(chunk);
      done(null, chunk);
    },
  }) as Transform & { bytes: number };
  through.bytes = 0;
  return through;
}

/**
 * Stores a stream of bytes by content: written beside, hashed while it runs, told by its first bytes, renamed when whole.
 * The production may then name it. Refuses in words what is neither still nor sound, and what is too large.
 */
export async function storeFile(
  context: Context,
  productionId: string,
  body: Readable,
  by: string,
): Promise<StoredFile> {
  const { filesRoot } = context.config;
  await mkdir(filesRoot, { recursive: true, mode: 0o700 });
  const part = path.join(filesRoot, `${randomUUID()}.part`);
  const hash = createHash('sha256');
  const through = meter(hash);
  try {
    await pipeline(body, through, createWriteStream(part));
    const file = await open(part, 'r+');
    const head = Buffer.alloc(12);
    const { bytesRead } = await file.read(head, 0, 12, 0);
    await file.sync();
    await file.close();
    const mediaType = sniff(head.subarray(0, bytesRead));
    if (!mediaType)
      throw new HttpProblem(
        400,
        'fileType',
        'This is neither a picture (JPEG, PNG, WebP) nor a sound (WAV, MP3, M4A). Nothing was stored.',
      );
    const stored: StoredFile = { hash: hash.digest('hex'), sizeBytes: through.bytes, mediaType };
    const target = filePath(context, stored.hash);
    await mkdir(path.dirname(target), { recursive: true, mode: 0o700 });
    if (mediaType.startsWith('image/')) await makeSmall(context, part, smallPath(context, stored.hash));
    await rename(part, target);
    await context.db.transaction(async (transaction) => {
      await context.db.query(
        'INSERT INTO files (hash, size_bytes, media_type) VALUES ($1, $2, $3) ON CONFLICT (hash) DO NOTHING',
        {
          bind: [stored.hash, stored.sizeBytes, mediaType],
          transaction,
        },
      );
      await context.db.query(
        'INSERT INTO production_files (production_id, hash, added_by) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING',
        { bind: [productionId, stored.hash, by], transaction },
      );
    });
    return stored;
  } finally {
    await rm(part, { force: true });
  }
}

/** The kind of a file that this production has, or null when it has none of that address. */
export async function mediaTypeOf({ db }: Context, productionId: string, hash: string): Promise<string | null> {
  const [rows] = await db.query(
    'SELECT media_type FROM files JOIN production_files USING (hash) WHERE production_id = $1 AND hash = $2',
    { bind: [productionId, hash] },
  );
  return (rows as { media_type: string }[])[0]?.media_type ?? null;
}
