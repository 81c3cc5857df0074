import type { Camera } from '@kavrell/core/camera';
import { cameraFrames, standInPpm, type Clock, type Jam } from '@kavrell/core/clocks';
import { foldTakes, timeOf, type Take, type TakeEvent } from '@kavrell/core/roll';
import { cutDevice, rollDevice, type DeviceState } from '@kavrell/core/camera';
import { dateOf, midnightMs, zoneAt } from '@kavrell/core/time';
import { formatLabel, parseRate } from '@kavrell/core/timecode';
import type { Context } from '../platform/context.ts';
import { idFrom } from '../platform/ids.ts';
import { cameraHears, recorderHears } from './record.ts';
import { nowOf, productionOf } from '../productions/index.ts';
import { appendTakeEvents } from '../roll/append.ts';

/** A logged roll or cut older than this is history (a replayed outbox): no camera is commanded by it. */
const FRESH_MS = 15000;
/** Sound rolls before the cameras, and after them. */
const SOUND_BEFORE_MS = 900;

type Commanding = TakeEvent & { payload: { kind: 'rolled' } | { kind: 'cut' } | { kind: 'camera' } };
const COMMANDS: readonly string[] = ['rolled', 'cut', 'camera'];
const isCommand = (e: TakeEvent): e is Commanding => COMMANDS.includes(e.payload.kind);

/**
 * Simulated cameras obey fresh roll and cut events and report back as events of their own. This is the place where
 * a real camera's remote control would stand: events in, reports out.
 */
export async function commandDevices(
  context: Context,
  productionId: string,
  events: readonly TakeEvent[],
): Promise<void> {
  const commands = events.filter(isCommand);
  if (commands.length === 0) return;
  const production = await productionOf(context, productionId);
  const now = nowOf(production);
  const fresh = commands.filter((e) => Math.abs(now - timeOf(e)) < FRESH_MS);
  if (fresh.length === 0) return;
  const cameras = await context.models.cameras.findAll({
    where: { productionId, simulated: true, deletedAt: null },
  });
  const states = await context.models.deviceStates.findAll({
    where: { productionId },
  });
  const stateOf = new Map(states.map((s) => [s.cameraId, s]));
  for (const event of fresh) {
    const reports: TakeEvent[] = [];
    // One roll of several takes is one recording: the recorder’s as the cameras’.
    const rolling = [...stateOf.values()].flatMap((st) => st.rollingSinceMs ?? []);
    const take = event.payload.kind === 'rolled' ? undefined : await takeOf(context, event.takeId);
    for (const camera of cameras) {
      const state = stateOf.get(camera.id);
      if (!state) continue;
      const wanted = commandOf(event, take, camera);
      if (wanted === 'stay') {
        // One roll, many takes: what rolls already says so of the next one too.
        if (state.rollingSinceMs !== null && state.card && state.clip)
          reports.push(reportOf(event, camera, state.card, state.clip));
      } else if (wanted === 'roll') {
        const next = rollDevice(state, timeOf(event));
        if (next === state || !next.card || !next.clip) continue;
        await save(context, next);
        stateOf.set(camera.id, next);
        reports.push(reportOf(event, camera, next.card, next.clip));
      } else if (wanted === 'cut' && state.rollingSinceMs !== null) {
        const { state: next, clipMs } = cutDevice(state, camera, timeOf(event));
        await save(context, next);
        stateOf.set(camera.id, next);
        await writeClip(context, productionId, camera, state, clipMs);
      }
    }
    if (event.payload.kind === 'cut' && !event.payload.on && take)
      await writeSound(context, productionId, take, Math.min(take.rolledAtMs, ...rolling), timeOf(event));
    if (reports.length) await appendTakeEvents(context, productionId, reports);
  }
}

/** What an event asks of a camera, `take` being all that is known of its take; null: nothing. */
function commandOf({ payload }: Commanding, take: Take | undefined, camera: Camera): 'roll' | 'cut' | 'stay' | null {
  switch (payload.kind) {
    case 'rolled':
      if (!payload.cameras.some((c) => c.cameraId === camera.id)) return null;
      return payload.continuesTakeId ? 'stay' : 'roll';
    case 'cut':
      if (payload.on) return null;
      // A camera of another unit’s take rolls on.
      return take && !take.cameras.some((c) => c.cameraId === camera.id) ? null : 'cut';
    case 'camera':
      // Put right afterwards it commands nothing: only a take that runs does.
      if (payload.cameraId !== camera.id || !take || take.cutAtMs !== null) return null;
      return payload.in ? 'roll' : 'cut';
  }
}

const takeOf = async ({ models }: Context, takeId: string): Promise<Take | undefined> =>
  foldTakes(await models.takeEvents.findAll({ where: { takeId } }))[0];

function reportOf(event: TakeEvent, camera: Camera, card: string, clip: string): TakeEvent {
  return {
    id: idFrom(event.id, camera.id, 'reported'),
    takeId: event.takeId,
    atMs: event.atMs,
    productionAtMs: event.productionAtMs ?? null,
    seq: event.seq + 1,
    clientId: `camera ${camera.letter}`,
    device: 'simulated camera',
    payload: { kind: 'reported', letter: camera.letter, cameraId: camera.id, card, clip },
  };
}

async function save({ models }: Context, { cameraId, version: _version, ...values }: DeviceState): Promise<void> {
  await models.deviceStates.update(values, { where: { cameraId } });
}

/** Has the worker put the clip's file onto the card's folder. */
async function writeClip(
  context: Context,
  productionId: string,
  camera: Camera,
  state: DeviceState,
  durationMs: number,
): Promise<void> {
  if (!state.card || !state.clip || state.rollingSinceMs === null) return;
  const card = await context.models.cards.findOne({
    where: { productionId, label: state.card, deletedAt: null },
  });
  if (!card) return;
  const days = await context.models.days.findAll({ where: { productionId, deletedAt: null } });
  const zone = zoneAt(days, state.rollingSinceMs);
  const rate = parseRate(camera.rate);
  const midnight = midnightMs(dateOf(state.rollingSinceMs, zone), zone);
  const clocks = await clocksOf(context, productionId);
  const frames = cameraFrames(clocks, camera, state.rollingSinceMs, midnight);
  await context.queue.send({
    kind: 'record',
    cardId: card.id,
    clip: state.clip,
    timecode: formatLabel(frames, rate),
    rate: camera.rate,
    durationMs,
    hears: cameraHears(camera.letter, state.rollingSinceMs, standInPpm(clocks.clocks, camera)),
  });
}

/** Has the worker put what the simulated recorder heard of a take onto its card; nothing where no recorder was in the take, or none is simulated. */
async function writeSound(
  context: Context,
  productionId: string,
  take: Take,
  fromMs: number,
  atMs: number,
): Promise<void> {
  if (take.recorders.length === 0) return;
  const { models, queue } = context;
  const card = await models.cards.findOne({
    where: { productionId, cameraId: null, simulated: true, unloaded: false, deletedAt: null },
    order: ['label'],
  });
  if (!card) return;
  const days = await models.days.findAll({ where: { productionId, deletedAt: null } });
  const zone = zoneAt(days, take.rolledAtMs);
  const startMs = fromMs - SOUND_BEFORE_MS;
  const count = await models.clips.count({ where: { productionId, cardId: card.id } });
  await queue.send({
    ...{ kind: 'recordSound', cardId: card.id, clip: `${card.label}_C${String(count + 1).padStart(3, '0')}` },
    startS: (startMs - midnightMs(dateOf(startMs, zone), zone)) / 1000,
    durationMs: atMs - startMs + SOUND_BEFORE_MS,
    hears: recorderHears(startMs),
  });
}

async function clocksOf({ models }: Context, productionId: string): Promise<{ clocks: Clock[]; jams: Jam[] }> {
  const where = { productionId, deletedAt: null };
  const [clocks, jams] = await Promise.all([models.clocks.findAll({ where }), models.jams.findAll({ where })]);
  return { clocks, jams };
}
