import { isDeepStrictEqual } from 'node:util';
import type { CopyJob } from '@kavrell/core/copies';
import type { Context } from '../platform/context.ts';
import { inChangeSet } from '../platform/db/index.ts';
import { newId } from '../platform/ids.ts';
import { productionOf } from '../productions/index.ts';
import type { Desk, Order } from './desk.ts';
import { drivesOf } from './driveRows.ts';

const LEASE_S = 15;

/** The desk of a machine over the tables: it gives out jobs of that machine only, and takes word of the jobs that `holder` holds. */
export function deskOf(context: Context, station: string, holder: string): Desk {
  const { db, models } = context;
  return {
    async claim() {
      const [rows] = await db.query(
        `UPDATE copy_jobs SET state = 'running', lease_holder = $1, lease_until = now() + make_interval(secs => $2), started_at_ms = coalesce(started_at_ms, $3), done_bytes = 0
         WHERE id = (SELECT id FROM copy_jobs WHERE station = $4 AND (state = 'waiting' OR (state = 'running' AND lease_until < now())) ORDER BY created_at FOR UPDATE SKIP LOCKED LIMIT 1)
         RETURNING id`,
        { bind: [holder, LEASE_S, Date.now(), station] },
      );
      const [found] = rows as { id: string }[];
      return found ? orderOf(context, found.id) : null;
    },
    async beat(jobId, { doneBytes, places }) {
      const [, result] = await db.query(
        `UPDATE copy_jobs SET done_bytes = $1, places = $2, lease_until = now() + make_interval(secs => $3) WHERE id = $4 AND lease_holder = $5 AND state = 'running' RETURNING id`,
        { bind: [doneBytes, JSON.stringify(places), LEASE_S, jobId, holder] },
      );
      return (result as { rowCount: number }).rowCount === 1;
    },
    async end(jobId, { failure, progress }) {
      await models.copyJobs.update(
        { state: failure ? 'failed' : 'verified', endedAtMs: Date.now(), ...progress, failure },
        { where: { id: jobId, state: 'running' } },
      );
      const job = await models.copyJobs.findOne({ where: { id: jobId } });
      // What was copied is looked into where its copies are.
      if (job?.kind === 'copy' && station === context.config.station)
        await context.queue.send({ kind: 'look', cardId: job.cardId });
    },
    takeOn: (driveId, volume) =>
      inChangeSet(db, { changeSetId: null, actor: 'machine' }, async (transaction) => {
        await models.drives.update({ volume }, { where: { id: driveId }, transaction });
      }),
    saveSpace: (driveId, space) =>
      inChangeSet(db, { changeSetId: null, actor: 'machine' }, async (transaction) => {
        await models.drives.update({ space }, { where: { id: driveId }, transaction });
      }),
    async list(jobId, rows) {
      const job = await jobOf(context, jobId);
      await models.copyFiles.bulkCreate(
        rows.map((r) => ({
          ...r,
          ...{ id: newId(), version: 1, productionId: job.productionId, jobId, cardId: job.cardId },
        })),
        { ignoreDuplicates: true },
      );
    },
    async listed(jobId, { files, bytes, absent }) {
      // Of a job that was begun before, the rows are there already.
      for (const { driveId, reason } of absent)
        await models.copyFiles.update(
          { state: 'failed', failure: reason },
          { where: { jobId, driveId, state: 'waiting' } },
        );
      // Last: windows that hear of the job’s total read the list of its files, which is whole by then.
      await models.copyJobs.update({ totalFiles: files, totalBytes: bytes }, { where: { id: jobId } });
    },
    async settle(jobId, rows) {
      await db.query(
        `WITH settled AS (
         UPDATE copy_files f SET state = o.state, hash = coalesce(o.hash, f.hash), read_from = o."readFrom", failure = o.failure, damage = o.damage, saved_as = o."savedAs",
           verified_at = CASE WHEN o.state = 'verified' THEN now() END
         FROM jsonb_to_recordset($2::jsonb) AS o("driveId" uuid, path text, state text, hash text, "readFrom" text, failure text, damage jsonb, "savedAs" text)
         WHERE f.job_id = $1 AND f.drive_id = o."driveId" AND f.path = o.path RETURNING f.production_id, f.id, f.version)
         SELECT count(pg_notify('kavrell', json_build_object('p', production_id, 't', 'copyFiles', 'i', id, 'v', version, 'c', null)::text)) FROM settled`,
        { bind: [jobId, JSON.stringify(rows)] },
      );
    },
    async failDrive(jobId, driveId, reason) {
      await db.query(
        `UPDATE copy_files SET state = 'failed', failure = $1 WHERE job_id = $2 AND drive_id = $3 AND state <> 'verified'`,
        { bind: [reason, jobId, driveId] },
      );
    },
    async dropWaiting(jobId, driveId) {
      await models.copyFiles.destroy({ where: { jobId, driveId, state: 'waiting' } });
    },
    clipsOf: (cardId) => models.clips.findAll({ where: { cardId }, attributes: ['path', 'sizeBytes'] }),
    cardAt: (cardId) => cardAt(context, cardId),
    async saveClips(cardId, rows) {
      const card = await models.cards.findOne({ where: { id: cardId } });
      if (!card) return;
      await db.query(
        `INSERT INTO clips (id, production_id, card_id, version, name, path, size_bytes, start_timecode, duration_ms, rate)
         SELECT r.id, $1, $2, 1, r.name, r.path, r."sizeBytes", r."startTimecode", r."durationMs", r.rate
         FROM jsonb_to_recordset($3::jsonb) AS r(id uuid, name text, path text, "sizeBytes" double precision, "startTimecode" text, "durationMs" double precision, rate text)
         ORDER BY r.path
         ON CONFLICT (card_id, path) DO UPDATE SET size_bytes = excluded.size_bytes, start_timecode = excluded.start_timecode, duration_ms = excluded.duration_ms, rate = excluded.rate
         WHERE clips.size_bytes <> excluded.size_bytes`,
        { bind: [card.productionId, cardId, JSON.stringify(rows)] },
      );
    },
    async saveCard(cardId, { notCopied, seen, alarms, leftOut }) {
      if (leftOut.length > 0) await models.clips.destroy({ where: { cardId, path: leftOut } });
      const card = await models.cards.findOne({ where: { id: cardId } });
      if (!card) return;
      const { atMs: _now, ...sight } = seen;
      const { atMs: _then, ...before } = card.seen ?? { atMs: 0 };
      // Not by its text: the database orders keys its own way.
      if (isDeepStrictEqual([notCopied, alarms, sight], [card.notCopied, card.alarms, before])) return;
      await models.cards.update({ notCopied, seen, alarms }, { where: { id: cardId } });
    },
  };
}

async function jobOf({ models }: Context, id: string): Promise<CopyJob> {
  const job = await models.copyJobs.findOne({ where: { id } });
  if (!job) throw new Error('This job is not there any more.');
  return job;
}

/** A job with all that its machine must know. */
async function orderOf(context: Context, jobId: string): Promise<Order | null> {
  const { models } = context;
  const job = await jobOf(context, jobId);
  const card = await models.cards.findOne({ where: { id: job.cardId } });
  if (!card) {
    await models.copyJobs.update(
      { state: 'failed', endedAtMs: Date.now(), failure: 'The card of this job is not there any more.' },
      { where: { id: jobId } },
    );
    return null;
  }
  const [drives, allDrives, cardFolders] = await Promise.all([
    drivesOf(context, job.productionId, job.driveIds),
    models.drives.findAll({ where: { productionId: job.productionId, deletedAt: null } }),
    models.cards.findAll({ where: { deletedAt: null, station: card.station }, attributes: ['label', 'path'] }),
  ]);
  return { job, card, drives, allDrives, cardFolders };
}

/** A card with what is known of it: its clips, its release, and the other cards and cameras that its name may be mistaken for. */
async function cardAt(context: Context, cardId: string): ReturnType<Desk['cardAt']> {
  const { models } = context;
  const card = await models.cards.findOne({ where: { id: cardId, deletedAt: null } });
  if (!card) return null;
  const inProduction = { productionId: card.productionId };
  const [production, known, releases, others, cameras] = await Promise.all([
    productionOf(context, card.productionId),
    models.clips.findAll({ where: { cardId }, attributes: ['path', 'sizeBytes'] }),
    models.releases.findAll({ where: { ...inProduction, withdrawnAtMs: null }, attributes: ['atMs', 'cardId'] }),
    models.cards.findAll({ where: { ...inProduction, deletedAt: null }, attributes: ['id', 'label', 'seen'] }),
    models.cameras.findAll({ where: { ...inProduction, deletedAt: null }, attributes: ['id', 'letter'] }),
  ]);
  const released = new Set(releases.map((r) => r.cardId));
  return {
    others: others.map((o) => ({ ...o, isReleased: released.has(o.id) })),
    ...{ card, known, leaveOut: production.keepPolicy.leaveOut, rate: production.rate },
    ...{
      release: releases.find((r) => r.cardId === cardId) ?? null,
      letters: cameras.map((c) => [c.id, c.letter]),
    },
  };
}
