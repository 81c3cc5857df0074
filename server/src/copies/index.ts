import path from 'node:path';
import { nextLabel, type CopyJob } from '@kavrell/core/copies';
import {
  cancelCopy,
  findMedia,
  lookIntoCopies,
  pauseCopy,
  readMediaRoots,
  resumeCopy,
  scanCard as scanCardRoute,
  sendToEditor,
  setMediaRoots,
  settleAlarms,
  startCopy,
  unloadCard,
} from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import { inChangeSet } from '../platform/db/index.ts';
import { newId } from '../platform/ids.ts';
import { HttpProblem } from '../platform/problems.ts';
import type { Router } from '../platform/routing.ts';
import { askToRead, foldersTold } from '../stations/told.ts';
import { cardOf } from './card.ts';
import { drivesOf } from './driveRows.ts';
import { refuseElsewhere, refuseOneDevice, type DriveHere } from './drives.ts';
import { driveHere } from './here.ts';
import { enqueueCopy } from './enqueue.ts';
import { findFolders } from './find.ts';
import { clipsToLookInto } from './look.ts';
import { servePapers } from './papers.ts';
import { mediaFolder } from './paths.ts';
import { serveReleases } from './release.ts';
import { describeRoots, setRoots } from './roots.ts';
import { askForSelects } from './selects.ts';

async function jobOf({ models }: Context, productionId: string, id: string): Promise<CopyJob> {
  const row = await models.copyJobs.findOne({ where: { id, productionId } });
  if (!row) throw new HttpProblem(404, 'job', 'There is no such copy job in this production.');
  return row;
}

export function serveCopies(router: Router, context: Context): void {
  serveReleases(router, context);
  servePapers(router, context);
  serveJobs(router, context);
  serveCards(router, context);
  const roots = async () => ({ roots: await describeRoots(context), allowed: context.config.mediaAllowed });
  router.serve(readMediaRoots, roots);
  router.serve(setMediaRoots, async ({ body }) => {
    await setRoots(context, body.roots);
    return roots();
  });
  router.serve(findMedia, async ({ params }) => ({
    found: await findFolders(context, params.productionId, await foldersTold(context)),
    roots: await describeRoots(context),
  }));
}

/** Copies: begun, paused, gone on with, cancelled. */
function serveJobs(router: Router, context: Context): void {
  const { models, queue } = context;
  router.serve(startCopy, async ({ params, body, me }) => {
    const known = await models.copyJobs.findOne({
      where: { id: body.id, productionId: params.productionId },
    });
    if (known) return known;
    const card = await cardOf(context, params.productionId, body.cardId);
    const drives = await drivesOf(context, params.productionId, [...new Set(body.driveIds)]);
    if (drives.length !== new Set(body.driveIds).size)
      throw new HttpProblem(404, 'drive', 'One of these drives is not in this production.');
    refuseElsewhere(card, drives);
    if (card.station === '') {
      if (body.kind === 'copy') await mediaFolder(context, card.path);
      const here: DriveHere[] = [];
      // One after the other: two that carry one mark must not both be taken on.
      for (const drive of drives) here.push(await driveHere(context, drive, me.name));
      if (body.kind === 'copy') refuseOneDevice(here);
    }
    const started = await enqueueCopy(context, {
      id: body.id,
      productionId: params.productionId,
      cardId: card.id,
      driveIds: body.driveIds,
      kind: body.kind,
      verifySource: body.verifySource,
      by: me.name,
      station: card.station,
    });
    if (!started)
      throw new HttpProblem(
        409,
        'busy',
        `Card ${card.label} is being copied already. Wait for that job, resume it, or cancel it.`,
      );
    return jobOf(context, params.productionId, body.id);
  });

  router.serve(cancelCopy, async ({ params }) => {
    // What it did not come to is no longer on its way.
    await models.copyFiles.destroy({
      where: { jobId: params.jobId, productionId: params.productionId, state: 'waiting' },
    });
    await models.copyJobs.update(
      { state: 'cancelled', endedAtMs: Date.now() },
      { where: { id: params.jobId, productionId: params.productionId, state: ['waiting', 'running', 'paused'] } },
    );
    return jobOf(context, params.productionId, params.jobId);
  });

  router.serve(pauseCopy, async ({ params }) => {
    await models.copyJobs.update(
      { state: 'paused' },
      { where: { id: params.jobId, productionId: params.productionId, state: ['waiting', 'running'] } },
    );
    return jobOf(context, params.productionId, params.jobId);
  });

  router.serve(resumeCopy, async ({ params }) => {
    await models.copyJobs.update(
      { state: 'waiting' },
      { where: { id: params.jobId, productionId: params.productionId, state: 'paused' } },
    );
    await queue.send({ kind: 'copy' });
    return jobOf(context, params.productionId, params.jobId);
  });
}

/** Cards: read, their alarms settled, looked into, taken out of their camera. */
function serveCards(router: Router, context: Context): void {
  const { models, db, queue } = context;
  router.serve(scanCardRoute, async ({ params }) => {
    const card = await cardOf(context, params.productionId, params.cardId);
    if (card.station === '') await queue.send({ kind: 'scan', cardId: card.id });
    else await askToRead(context, card.station, card.id);
    return { queued: true as const };
  });

  router.serve(settleAlarms, async ({ params, me }) => {
    const card = await cardOf(context, params.productionId, params.cardId);
    const open = card.alarms.filter((a) => a.settledBy === null).length;
    const alarms = card.alarms.map((a) => ({ ...a, settledBy: a.settledBy ?? me.name }));
    if (open > 0) await models.cards.update({ alarms }, { where: { id: card.id } });
    return { settled: open };
  });

  router.serve(lookIntoCopies, async ({ params }) => {
    const card = await cardOf(context, params.productionId, params.cardId);
    const { here, notHere } = await clipsToLookInto(context, card.id);
    if (here.length > 0) await queue.send({ kind: 'look', cardId: card.id });
    return { toLookInto: here.length, notHere };
  });

  router.serve(sendToEditor, ({ params, body, me }) => askForSelects(context, params.productionId, body, me.name));

  router.serve(unloadCard, async ({ params, me }) => {
    const { productionId } = params;
    const card = await cardOf(context, productionId, params.cardId);
    const nextCard = await inChangeSet(db, { changeSetId: null, actor: me.actor }, async (transaction) => {
      await models.cards.update({ unloaded: true }, { where: { id: card.id }, transaction });
      const state = await models.deviceStates.findOne({
        where: { productionId, card: card.label },
        transaction,
      });
      if (!state || !card.cameraId) return null;
      if (state.rollingSinceMs !== null)
        throw new HttpProblem(409, 'rolling', `Card ${card.label} is in a camera that is rolling. Cut first.`);
      const labels = new Set(
        (
          await models.cards.findAll({
            where: { productionId },
            attributes: ['label'],
            transaction,
          })
        ).map((c) => c.label),
      );
      let label = nextLabel(card.label);
      while (labels.has(label)) label = nextLabel(label);
      await models.cards.create(
        {
          id: newId(),
          productionId,
          version: 1,
          label,
          cameraId: card.cameraId,
          path: path.join(path.dirname(card.path), label),
          unloaded: false,
          whereabouts: '',
          faults: null,
          simulated: card.simulated,
          notCopied: [],
          station: '',
          seen: null,
          alarms: [],
        },
        { transaction },
      );
      await models.deviceStates.update(
        { card: label, cardUsedBytes: 0, batteryUsedMin: 0, clipNumber: 0, clip: null },
        { where: { cameraId: card.cameraId }, transaction },
      );
      return label;
    });
    await queue.send({ kind: 'scan', cardId: card.id });
    return { nextCard };
  });
}
