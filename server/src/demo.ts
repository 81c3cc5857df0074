import { mkdir, rm } from 'node:fs/promises';
import path from 'node:path';
import {
  bookRates,
  demoSender,
  finalBoard,
  lifeboat,
  morningTakes,
  ninthBell,
  rowMaker,
  type DemoClip,
  type DemoPlan,
} from '@kavrell/demo';
import { dateOf, midnightMs, minuteToMs } from '@kavrell/core/time';
import { bytesRecorded } from '@kavrell/core/camera';
import { cameraFrames, standInPpm } from '@kavrell/core/clocks';
import { formatLabel, parseRate } from '@kavrell/core/timecode';
import { writeChangeSet } from './changes/index.ts';
import { enqueueCopy } from './copies/enqueue.ts';
import { scanCard } from './copies/here.ts';
import { cameraHears, recorderHears, recordMov, recordWav } from './devices/record.ts';
import { houseId } from './kit/house.ts';
import { readConfig } from './platform/config.ts';
import type { Context } from './platform/context.ts';
import { connect, defineModels, inChangeSet } from './platform/db/index.ts';
import { newId } from './platform/ids.ts';
import { openQueue } from './platform/jobs/index.ts';
import { openPool } from './platform/pool/index.ts';
import { storePlan } from './productions/store.ts';
import { makeLog } from './platform/log.ts';
import { appendTakeEvents } from './roll/append.ts';

/** The demo day starts shortly before the pour. */
const NOW_MIN = 10 * 60 + 58;

/** Loads the demo productions that are not there; says what it loaded. */
async function load(context: Context, mediaRoot: string): Promise<string | null> {
  const said = [
    await loadNinthBell(context, mediaRoot),
    await loadPlan(context, lifeboat(newId, mediaRoot), 13 * 60 + 4),
    await loadPlan(context, finalBoard(newId), 10 * 60 + 50),
    await loadHouse(context),
  ].filter((words) => words !== null);
  return said.length ? said.join('; ') : null;
}

const isThere = async ({ models }: Context, title: string) =>
  (await models.productions.count({ where: { title, deletedAt: null } })) > 0;

/** A production that is a plan only, its clock set to a minute of its day. */
async function loadPlan(context: Context, plan: DemoPlan, nowMin: number): Promise<string | null> {
  const { title } = plan.production;
  if (await isThere(context, title)) return null;
  const day = plan.days[0];
  if (day) plan.production.simulatedNowOffsetMs = minuteToMs(day.date, day.timeZone, nowMin) - Date.now();
  for (const card of plan.cards) await mkdir(card.path, { recursive: true });
  await inChangeSet(context.db, { changeSetId: null, actor: 'demo' }, async (transaction) => {
    await storePlan(context, plan, transaction);
    await context.models.deviceStates.bulkCreate(deviceStates(plan, []), { transaction });
  });
  return `${title}: ${plan.shots.length} shots`;
}

/** What stands apart from all jobs: rates, and who sends quotes. */
async function loadHouse(context: Context): Promise<string | null> {
  const { models, db } = context;
  const productionId = await houseId(context, 'demo');
  if ((await models.senders.count({ where: { productionId, deletedAt: null } })) > 0) return null;
  const row = rowMaker(newId, productionId);
  const rates = bookRates(row);
  await inChangeSet(db, { changeSetId: null, actor: 'demo' }, async (transaction) => {
    await models.senders.create(demoSender(row), { transaction });
    await models.rates.bulkCreate(rates, { transaction });
  });
  return `a rates book: ${rates.length} rates`;
}

async function loadNinthBell(context: Context, mediaRoot: string): Promise<string | null> {
  const { models, db } = context;
  if (await isThere(context, 'The Ninth Bell')) return null;
  await rm(mediaRoot, { recursive: true, force: true });
  const plan = ninthBell(newId, mediaRoot);
  const day = plan.days[0];
  if (!day) throw new Error('The demo plan has no day.');
  plan.production.simulatedNowOffsetMs = minuteToMs(day.date, day.timeZone, NOW_MIN) - Date.now();
  const morning = morningTakes(plan, NOW_MIN, newId);

  await Promise.all(
    [0, 1].map(async (lane) => {
      for (const [i, clip] of morning.clips.entries()) if (i % 2 === lane) await writeClip(plan, clip, mediaRoot);
    }),
  );
  await inChangeSet(db, { changeSetId: null, actor: 'demo' }, async (transaction) => {
    await storePlan(context, plan, transaction);
    await models.deviceStates.bulkCreate(deviceStates(plan, morning.clips), { transaction });
  });
  await redraft(context, plan);
  await appendTakeEvents(context, plan.production.id, morning.events);
  for (const card of plan.cards) await scanCard(context, card.id);

  const copy = async (label: string, drives: number) => {
    const cardId = plan.cards.find((c) => c.label === label)?.id;
    if (cardId)
      await enqueueCopy(context, {
        id: newId(),
        productionId: plan.production.id,
        cardId,
        driveIds: plan.drives.slice(0, drives).map((d) => d.id),
        kind: 'copy',
        station: '',
        verifySource: false,
        by: '',
      });
  };
  await copy('A001', 2);
  await copy('B001', 1);
  return `The Ninth Bell: ${plan.shots.length} shots, ${morning.clips.length} clips`;
}

/** What the last draft changed after the shots were thought out: their scenes' marks say so. */
async function redraft(context: Context, plan: DemoPlan): Promise<void> {
  const update = (number: string, values: Record<string, unknown>) =>
    plan.scenes
      .filter((s) => s.number === number)
      .map((s) => ({ op: 'update' as const, table: 'scenes' as const, id: s.id, version: 1, values }));
  await writeChangeSet(
    context,
    plan.production.id,
    {
      id: newId(),
      label: 'Draft 3: the ledger is gone, the scarf is new',
      ops: [
        ...update('4', { props: 'pan scale, weights' }),
        ...update('9', { wardrobe: 'grey wool jacket, blue scarf', props: 'the drawing, folded' }),
      ],
    },
    'Amaru Finch',
  );
}

async function writeClip(plan: DemoPlan, clip: DemoClip, mediaRoot: string): Promise<void> {
  const zone = plan.days[0]?.timeZone ?? 'UTC';
  const midnight = midnightMs(dateOf(clip.startMs, zone), zone);
  const cameraId = plan.cards.find((c) => c.label === clip.card)?.cameraId;
  const camera = plan.cameras.find((c) => c.id === cameraId);
  const file = path.join(mediaRoot, 'cards', clip.card, 'CLIPS', clip.name);
  if (!camera)
    await recordWav(`${file}.wav`, {
      ...{ startS: (clip.startMs - midnight) / 1000, durationMs: clip.durationMs },
      hears: recorderHears(clip.startMs),
    });
  else
    await recordMov(`${file}.mov`, {
      timecode: formatLabel(cameraFrames(plan, camera, clip.startMs, midnight), parseRate(camera.rate)),
      rate: clip.rate,
      durationMs: clip.durationMs,
      hears: cameraHears(camera.letter, clip.startMs, standInPpm(plan.clocks, camera)),
    });
}

function deviceStates(plan: DemoPlan, clips: readonly DemoClip[]) {
  return plan.cameras.map((camera) => {
    const card = plan.cards.filter((c) => c.cameraId === camera.id && !c.unloaded).at(-1)?.label ?? null;
    const onCard = clips.filter((c) => c.card === card);
    const recordedS = onCard.reduce((t, c) => t + c.durationMs, 0) / 1000;
    return {
      cameraId: camera.id,
      productionId: plan.production.id,
      version: 1,
      rollingSinceMs: null,
      clip: onCard.at(-1)?.name ?? null,
      clipNumber: onCard.length,
      card,
      cardUsedBytes: bytesRecorded(recordedS, camera.rateMbps),
      batteryUsedMin: (recordedS / 60) * 2.2 + 18,
    };
  });
}

const config = readConfig();
const log = makeLog('demo', config.logLevel);
const db = connect(config.databaseUrl, log);
const queue = await openQueue(config.databaseUrl, config.station, log);
const media = process.env.KAVRELL_DEMO_MEDIA;
if (!media) throw new Error('KAVRELL_DEMO_MEDIA is not set: the demo is loaded by npm run demo.');
const pool = openPool();
const loaded = await load({ config, log, db, models: defineModels(db), queue, pool }, media);
pool.stop();
await queue.stop();
await db.close();
process.send?.({ ready: { loaded } }, () => process.disconnect());
