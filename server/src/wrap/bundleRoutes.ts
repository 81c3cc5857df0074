import { rm } from 'node:fs/promises';
import { bundleZip, removeBundle, startBundle } from '@kavrell/contract';
import { BUNDLE_ROLE_WORDS, type Bundle } from '@kavrell/core/wrap';
import type { Context } from '../platform/context.ts';
import { attach } from '../platform/documents/index.ts';
import { HttpProblem } from '../platform/problems.ts';
import type { Router } from '../platform/routing.ts';
import { productionOf } from '../productions/index.ts';
import { bundlePaths } from './bundles.ts';

export function serveBundles(router: Router, context: Context): void {
  const { models, queue } = context;
  const bundleOf = async (productionId: string, id: string): Promise<Bundle> => {
    const bundle = await models.bundles.findOne({ where: { id, productionId } });
    if (!bundle) throw new HttpProblem(404, 'bundle', 'There is no such hand-over any more.');
    return bundle as Bundle;
  };
  router.serve(startBundle, async ({ params, body, me }) => {
    await productionOf(context, params.productionId);
    const open = await models.bundles.count({
      where: { productionId: params.productionId, state: ['waiting', 'running'] },
    });
    if (open > 0) throw new HttpProblem(409, 'busy', 'A hand-over is being made. Wait for it, or stop it first.');
    await models.bundles.create({
      ...{ id: body.id, productionId: params.productionId, version: 1, forRole: body.forRole, by: me.actor },
      ...{ state: 'waiting', totalFiles: 0, doneFiles: 0, inHand: '', sizeBytes: 0, listHash: '' },
      ...{ startedAtMs: null, endedAtMs: null, failure: null },
    });
    await queue.send({ kind: 'bundle' });
    return { id: body.id };
  });
  router.serve(removeBundle, async ({ params }) => {
    const bundle = await bundleOf(params.productionId, params.bundleId);
    await models.bundles.update(
      { state: 'cancelled', endedAtMs: Date.now(), inHand: '' },
      { where: { id: bundle.id } },
    );
    const { zip } = bundlePaths(context, { ...bundle, productionId: params.productionId });
    await rm(zip, { force: true });
    return { id: bundle.id };
  });
  router.serve(bundleZip, async ({ params, res }) => {
    const bundle = await bundleOf(params.productionId, params.bundleId);
    const { title } = await productionOf(context, params.productionId);
    const gone = new HttpProblem(404, 'bundle', 'This hand-over is not made yet, or was taken away. Make it again.');
    if (bundle.state !== 'done') throw gone;
    const { zip } = bundlePaths(context, { ...bundle, productionId: params.productionId });
    attach(res, 'application/zip', `${title} for ${BUNDLE_ROLE_WORDS[bundle.forRole]}.zip`);
    // By ranges too: a fetch that broke off goes on where it was.
    await new Promise<void>((done, fail) =>
      res.sendFile(zip, { dotfiles: 'allow', cacheControl: false }, (error) => {
        if (!error || res.headersSent) return done();
        res.removeHeader('content-disposition');
        fail(gone);
      }),
    );
    return undefined;
  });
}
