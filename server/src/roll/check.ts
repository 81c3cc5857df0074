import { timeOf, type TakeEvent } from '@kavrell/core/roll';
import type { Context } from '../platform/context.ts';
import { HttpProblem } from '../platform/problems.ts';
import { rowsNamed } from '../platform/db/index.ts';
import { believableTime, nowOf, productionOf } from '../productions/index.ts';

const refuse = (at: number, message: string) =>
  new HttpProblem(400, 'event', message, { issues: [{ path: ['events', at], message }] });

/** What cameras say of themselves, the server writes: nobody else may speak as one. */
function refuseVoices(events: readonly TakeEvent[]): void {
  events.forEach((event, at) => {
    if (event.payload.kind === 'reported' || /^camera /i.test(event.clientId) || /^simulated /i.test(event.device))
      throw refuse(at, 'Only a camera itself reports that it rolls. Log what you see instead.');
  });
}

const ONE = { shots: 'shot', scenes: 'moment', days: 'day', cameras: 'camera', soundBoxes: 'recorder' } as const;
type NamedTable = keyof typeof ONE;
const NAMED_TABLES = Object.keys(ONE) as NamedTable[];

/** The rows that events name, by table. */
function named(events: readonly TakeEvent[]): Record<NamedTable, Map<string, number>> {
  const found = {
    shots: new Map<string, number>(),
    scenes: new Map<string, number>(),
    days: new Map<string, number>(),
    cameras: new Map<string, number>(),
    soundBoxes: new Map<string, number>(),
  };
  events.forEach(({ payload: p }, at) => {
    if (p.kind === 'rolled') {
      if (p.shotId !== null) found.shots.set(p.shotId, at);
      if (p.sceneId) found.scenes.set(p.sceneId, at);
      found.days.set(p.dayId, at);
      for (const c of p.cameras) found.cameras.set(c.cameraId, at);
      for (const boxId of p.boxIds ?? []) found.soundBoxes.set(boxId, at);
    } else if (p.kind === 'aimed') {
      if (p.shotId !== null) found.shots.set(p.shotId, at);
      if (p.sceneId !== null) found.scenes.set(p.sceneId, at);
    } else if (p.kind === 'recorder') found.soundBoxes.set(p.boxId, at);
    else if (p.kind === 'camera') found.cameras.set(p.cameraId, at);
  });
  return found;
}

/** Refuses events that speak as a camera, that are out of all time, or that name what is not in this production; five queries at most. */
export async function checkEvents(context: Context, productionId: string, events: readonly TakeEvent[]): Promise<void> {
  refuseVoices(events);
  const now = nowOf(await productionOf(context, productionId));
  for (const event of events) {
    believableTime(event.atMs, now);
    believableTime(timeOf(event), now);
    if (event.payload.kind === 'timed')
      for (const ms of [event.payload.rolledAtMs, event.payload.cutAtMs]) if (ms !== null) believableTime(ms, now);
  }
  const wanted = named(events);
  for (const table of NAMED_TABLES) {
    const ids = [...wanted[table].keys()];
    if (ids.length === 0) continue;
    // One that was deleted meanwhile was there when the take was made.
    const rows = await rowsNamed(context.models, table).findAll({
      where: { id: ids, productionId },
      attributes: ['id'],
    });
    const known = new Set(rows.map((r) => r.id));
    const missing = ids.find((id) => !known.has(id));
    if (missing !== undefined)
      throw refuse(wanted[table].get(missing)!, `This names a ${ONE[table]} that is not in this production.`);
  }
}
