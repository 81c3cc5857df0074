import { open } from 'node:fs/promises';
import {
  cancelLineUp,
  clipPicture,
  clipSound,
  exportLineUp,
  liveCutZip,
  pauseLineUp,
  readLineEvidence,
  readLineSounds,
  restoreLineUp,
  resumeLineUp,
  startLineUp,
  takeSoundZip,
  withdrawLineUp,
} from '@kavrell/contract';
import type { LineScope } from '@kavrell/core/dayline';
import { wavHead } from '@kavrell/core/formats';
import { LINE_RATE, type ExportFile, type LineRun, type LineSound } from '@kavrell/core/lineup';
import { foldTakes } from '@kavrell/core/roll';
import type { Response } from 'express';
import { dayIn } from '../callsheet/index.ts';
import type { Context } from '../platform/context.ts';
import { attach, sendZip } from '../platform/documents/index.ts';
import { newId } from '../platform/ids.ts';
import { HttpProblem } from '../platform/problems.ts';
import type { Router } from '../platform/routing.ts';
import { loadRows } from '../productions/load.ts';
import { lineFiles, lineOf, liveCutOf } from './exports.ts';
import { clipsOf } from './sources.ts';
import { evidenceOf, isRead, soundBase, soundsOf, touchSound, type StoredSound } from './store.ts';
import { takeSoundFiles } from './takeSound.ts';

const TYPES: Readonly<Record<string, string>> = {
  ...{ otio: 'application/json; charset=utf-8', json: 'application/json; charset=utf-8' },
  ...{ csv: 'text/csv; charset=utf-8', edl: 'text/plain; charset=utf-8' },
};
const BYTES_A_SAMPLE = 2;

export function serveLineUp(router: Router, context: Context): void {
  serveRuns(router, context);
  serveSounds(router, context);
  serveExports(router, context);
}

function serveRuns(router: Router, context: Context): void {
  const { models, queue } = context;
  const runOf = async (productionId: string, id: string): Promise<LineRun> => {
    const run = await models.lineRuns.findOne({ where: { id, productionId } });
    if (!run) throw new HttpProblem(404, 'run', 'There is no such line-up in this production.');
    return run;
  };
  router.serve(startLineUp, async ({ params, body, me }) => {
    const rows = await loadRows(context, params.productionId);
    const day = dayIn(rows, params.dayId);
    const open = rows.lineRuns.find((r) => r.dayId === day.id && ['waiting', 'running', 'paused'].includes(r.state));
    if (open) throw new HttpProblem(409, 'busy', 'A line-up of this day is under way. Wait for it, or stop it first.');
    if (clipsOf(rows, day.id).length === 0)
      throw new HttpProblem(409, 'nothing', 'There is no clip of this day yet: read its cards under Copies first.');
    const run: LineRun = {
      ...{ id: newId(), productionId: params.productionId, version: 1, dayId: day.id, by: me.name, state: 'waiting' },
      ...{ again: body.again, fromCards: body.fromCards, totalFiles: 0, doneFiles: 0, totalPairs: 0, donePairs: 0 },
      ...{ inHand: '', notHere: 0, startedAtMs: null, endedAtMs: null, failure: null },
      ...{ withdrawnAtMs: null, withdrawnBy: null },
    };
    await models.lineRuns.create({ ...run });
    await queue.send({ kind: 'lineup' });
    return run;
  });
  /** Goes from some states to another; what is in none of them stays as it is. */
  const move = async (
    { productionId, runId }: { productionId: string; runId: string },
    from: LineRun['state'][],
    values: Partial<LineRun>,
  ): Promise<LineRun> => {
    await models.lineRuns.update(values, { where: { id: runId, productionId, state: from } });
    return runOf(productionId, runId);
  };
  router.serve(pauseLineUp, ({ params }) => move(params, ['waiting', 'running'], { state: 'paused', inHand: '' }));
  router.serve(resumeLineUp, async ({ params }) => {
    const run = await move(params, ['paused'], { state: 'waiting' });
    await queue.send({ kind: 'lineup' });
    return run;
  });
  router.serve(cancelLineUp, ({ params }) =>
    move(params, ['waiting', 'running', 'paused'], { state: 'cancelled', inHand: '', endedAtMs: Date.now() }),
  );
  const ended: LineRun['state'][] = ['done', 'failed', 'cancelled'];
  router.serve(withdrawLineUp, ({ params, me }) =>
    move(params, ended, { withdrawnAtMs: Date.now(), withdrawnBy: me.name }),
  );
  router.serve(restoreLineUp, ({ params }) => move(params, ended, { withdrawnAtMs: null, withdrawnBy: null }));
}

function serveSounds(router: Router, context: Context): void {
  const soundOf = async (productionId: string, clipId: string): Promise<StoredSound> => {
    const [sound] = await soundsOf(context, productionId, clipId);
    if (!sound) throw new HttpProblem(404, 'sound', 'This clip was not read yet: line up first.');
    return sound;
  };
  router.serve(readLineSounds, async ({ params }) =>
    (await soundsOf(context, params.productionId)).map(({ claps: _, timecode: __, ...s }): LineSound => s),
  );
  router.serve(readLineEvidence, async ({ params }) => {
    const find = await context.models.lineFinds.findOne({
      where: { id: params.findId, productionId: params.productionId },
    });
    const found = find && (await evidenceOf(context, find.id));
    if (!found) throw new HttpProblem(404, 'evidence', 'There is nothing more to show of this.');
    return found;
  });
  router.serve(clipPicture, async ({ params, res }) => {
    const sound = await soundOf(params.productionId, params.clipId);
    if (!sound.picture) throw new HttpProblem(404, 'picture', 'There is no picture of this clip.');
    await new Promise<void>((done, fail) =>
      res.sendFile(
        `${soundBase(context, sound.key)}.jpg`,
        { headers: { 'content-type': 'image/jpeg' }, maxAge: '1h', dotfiles: 'allow' },
        (error) => (error ? fail(new HttpProblem(404, 'picture', 'There is no picture of this clip.')) : done()),
      ),
    );
    return undefined;
  });
  router.serve(clipSound, async ({ params, res }) => {
    const sound = await soundOf(params.productionId, params.clipId);
    if (sound.unread !== null) throw new HttpProblem(404, 'sound', sound.unread);
    if (!isRead(context, sound.key))
      throw new HttpProblem(404, 'sound', 'What was read of this clip was swept away: line up again.');
    await touchSound(context, sound.key);
    const file = await open(`${soundBase(context, sound.key)}.s16`, 'r');
    try {
      const { size } = await file.stat();
      const from = Math.min(size, Math.round((params.fromMs / 1000) * LINE_RATE) * BYTES_A_SAMPLE);
      const bytes = Buffer.alloc(
        Math.max(0, Math.min(size - from, Math.round((params.lengthMs / 1000) * LINE_RATE) * BYTES_A_SAMPLE)),
      );
      await file.read(bytes, 0, bytes.length, from);
      const format = { encoding: 'pcm', bits: 16, channels: 1, sampleRate: LINE_RATE } as const;
      res.setHeader('content-type', 'audio/wav');
      res.end(Buffer.concat([wavHead(format, bytes.length / BYTES_A_SAMPLE), bytes]));
    } finally {
      await file.close();
    }
    return undefined;
  });
}

function serveExports(router: Router, context: Context): void {
  const send = async (res: Response, title: string, files: readonly ExportFile[], name: string) => {
    const [first, ...more] = files;
    if (!first)
      throw new HttpProblem(409, 'nothing', 'Nothing of this is on the line yet: there is nothing to export.');
    if (more.length > 0)
      return sendZip(
        res,
        `${title} ${name}.zip`,
        files.map((f) => ({ name: f.name, content: f.text })),
      );
    attach(res, TYPES[first.name.split('.').at(-1) ?? ''] ?? 'text/plain; charset=utf-8', `${title} ${first.name}`);
    res.end(first.text);
    return undefined;
  };
  router.serve(exportLineUp, async ({ params, res }) => {
    const rows = await loadRows(context, params.productionId);
    const day = dayIn(rows, params.dayId);
    const made = await lineOf(context, rows, day);
    const { kind, of, id } = params;
    const scope: LineScope = of === 'take' ? { of, takeId: id } : of === 'scene' ? { of, sceneId: id } : { of: 'day' };
    const live = kind === 'all' ? liveCutOf(made, rows, day).map((f) => ({ ...f, name: `live cut/${f.name}` })) : [];
    const files = [...lineFiles(made, kind, scope), ...live];
    await send(res, rows.production.title, files, `day ${day.number} ${kind === 'all' ? 'line' : kind}`);
    return undefined;
  });
  router.serve(liveCutZip, async ({ params, res }) => {
    const rows = await loadRows(context, params.productionId);
    const day = dayIn(rows, params.dayId);
    const files = liveCutOf(await lineOf(context, rows, day), rows, day);
    await send(res, rows.production.title, files, `day ${day.number} live cut`);
    return undefined;
  });
  router.serve(takeSoundZip, async ({ params, res }) => {
    const rows = await loadRows(context, params.productionId);
    const take = foldTakes(rows.takeEvents).find((t) => t.id === params.takeId);
    if (!take) throw new HttpProblem(404, 'take', 'There is no such take in this production.');
    const day = dayIn(rows, take.dayId);
    const { line } = await lineOf(context, rows, day);
    const isResampled = params.how === 'resampled';
    const entries = await takeSoundFiles(context, line, { takeId: take.id, zone: day.timeZone, isResampled });
    await sendZip(res, `${rows.production.title} take ${take.number} sound.zip`, entries);
    return undefined;
  });
}
