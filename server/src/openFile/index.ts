import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, rm } from 'node:fs/promises';
import path from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Request } from 'express';
import { MAX_OPEN_BYTES, eraseProduction, openFileIn, openFileOut } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import { fileName, sendZip } from '../platform/documents/index.ts';
import { HttpProblem } from '../platform/problems.ts';
import type { Router } from '../platform/routing.ts';
import { bringIn } from './bring.ts';
import { erase } from './erase.ts';
import { serveForgetting } from './forget.ts';
import { openFileEntries } from './parts.ts';
import { ZipIn } from './zipIn.ts';

export { keepHouse } from './erase.ts';
export { keepingHouse } from './keepingHouse.ts';

/** The body of a request as a file beside the data; whoever stops in the middle leaves nothing. */
async function received(context: Context, req: Request): Promise<string> {
  const folder = path.join(context.config.dataRoot, 'incoming');
  await mkdir(folder, { recursive: true, mode: 0o700 });
  const file = path.join(folder, `${randomUUID()}.zip`);
  let bytes = 0;
  const meter = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      if (bytes > MAX_OPEN_BYTES)
        done(new HttpProblem(413, 'large', `A file of a production may have ${MAX_OPEN_BYTES / 1e9} GB at most.`));
      else done(null, chunk);
    },
  });
  try {
    await pipeline(req, meter, createWriteStream(file, { mode: 0o600 }));
  } catch (error) {
    await rm(file, { force: true });
    throw error instanceof HttpProblem
      ? error
      : new HttpProblem(400, 'openFile', 'The file came only in part. Nothing was brought in; send it again.');
  }
  return file;
}

export function serveOpenFile(router: Router, context: Context): void {
  serveForgetting(router, context);
  router.serve(openFileOut, async ({ params, res }) => {
    const { title, entries } = await openFileEntries(context, params.productionId);
    await sendZip(res, `${fileName(title)}.kavrell.zip`, entries);
    return undefined;
  });
  router.serve(openFileIn, async ({ params, req, me }) => {
    const file = await received(context, req);
    try {
      const zip = await ZipIn.open(file);
      try {
        return await bringIn(context, zip, params.ids, me.actor);
      } finally {
        zip.close();
      }
    } finally {
      await rm(file, { force: true });
    }
  });
  router.serve(eraseProduction, async ({ params, body, me }) => {
    const row = await context.models.productions.findOne({ where: { id: params.productionId } });
    if (!row) throw new HttpProblem(404, 'production', 'There is no such production any more.');
    if (row.deletedAt === null)
      throw new HttpProblem(
        409,
        'notDeleted',
        'Only what was deleted before can be deleted for good. Delete it first.',
      );
    if (body.title.trim() !== row.title)
      throw new HttpProblem(
        400,
        'title',
        'What you typed is not its title. Nothing was deleted; type it as it stands there.',
      );
    return erase(context, row.id, me.actor);
  });
}
