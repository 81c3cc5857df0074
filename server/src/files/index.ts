import { getFile, putFile } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import { HttpProblem } from '../platform/problems.ts';
import type { Router } from '../platform/routing.ts';
import { productionOf } from '../productions/index.ts';
import { filePath, mediaTypeOf, storeFile } from './store.ts';

export { filePath, smallPicture, storeFile, type StoredFile } from './store.ts';
export { sniff } from './sniff.ts';

export function serveFiles(router: Router, context: Context): void {
  router.serve(putFile, async ({ params, req, me }) => {
    await productionOf(context, params.productionId);
    return storeFile(context, params.productionId, req, me.actor);
  });
  router.serve(getFile, async ({ params, res }) => {
    const mediaType = await mediaTypeOf(context, params.productionId, params.hash);
    if (!mediaType) throw new HttpProblem(404, 'file', 'There is no such file in this production.');
    // The address is the content: it can never change. The type is ours, so that no browser guesses another.
    await new Promise<void>((done, fail) =>
      res.sendFile(
        filePath(context, params.hash),
        {
          headers: {
            'content-type': mediaType,
            'x-content-type-options': 'nosniff',
            'cache-control': 'private, max-age=31536000, immutable',
          },
          cacheControl: false,
          dotfiles: 'allow',
        },
        (error) => (error ? fail(error) : done()),
      ),
    );
    return undefined;
  });
}
