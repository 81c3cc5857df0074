import type { FieldsOf } from '@kavrell/core/tables';
import { freeChannel, type SoundBox, type SoundRoute, type SoundSource } from '@kavrell/core/sound';
import type { ProductionRows } from '@kavrell/core/productions';
import { positionAfter } from '@kavrell/core/records';
import { newId } from '../../platform/id.ts';
import type { Op } from '../../platform/rows.ts';

type SoundRows = Pick<
  ProductionRows,
  'soundBoxes' | 'soundSources' | 'soundRoutes' | 'people' | 'cameras' | 'scenes' | 'shots'
>;
type RouteFields = FieldsOf<'soundRoutes'>;

const routeFields = (
  sourceId: string,
  box: SoundBox,
  channel: number,
  position: number,
  more: Partial<RouteFields> = {},
): RouteFields => ({
  sourceId,
  linkId: null,
  boxId: box.id,
  socketName: box.sockets.find((s) => s.use === 'sound')?.name ?? '',
  channel,
  duty: 'main',
  phantom: false,
  levelDb: -20,
  check: '',
  checkedBy: '',
  checkedAtMs: null,
  position,
  ...more,
});

/** A microphone for everybody who is named in a scene or shot and has none. */
export function microphonesFor(rows: SoundRows): Op[] {
  const has = new Set(rows.soundSources.flatMap((s) => (s.personId ? [s.personId] : [])));
  const heard = new Set([
    ...rows.scenes.flatMap((s) => s.personIds),
    ...rows.shots.flatMap((s) => (s.dropped ? [] : s.personIds)),
  ]);
  const from = positionAfter(rows.soundSources);
  return rows.people
    .filter((p) => p.kind === 'talent' && heard.has(p.id) && !has.has(p.id))
    .map((p, i): Op => ({
      op: 'insert',
      table: 'soundSources',
      values: {
        name: p.shortName,
        kind: 'person',
        personId: p.id,
        microphone: 'pin microphone',
        told: false,
        sceneIds: rows.scenes
          .filter(
            (s) =>
              s.personIds.includes(p.id) || rows.shots.some((x) => x.sceneId === s.id && x.personIds.includes(p.id)),
          )
          .map((s) => s.id),
        position: from + i,
      },
    }));
}

/** Every source that is recorded nowhere, onto the first free channels of recorders, in their order; what finds none is left. */
export function patchTheRest(rows: SoundRows): Op[] {
  const recorders = rows.soundBoxes.filter((b) => b.kind === 'recorder' || b.kind === 'mixer');
  const routes: SoundRoute[] = [...rows.soundRoutes];
  const ops: Op[] = [];
  let position = positionAfter(rows.soundRoutes);
  for (const source of rows.soundSources) {
    if (routes.some((r) => r.sourceId === source.id && r.duty !== 'scratch')) continue;
    for (const box of recorders) {
      const channel = freeChannel(box, source, { routes, sources: rows.soundSources });
      if (channel === null) continue;
      const values = routeFields(source.id, box, channel, position, { phantom: source.kind === 'boom' });
      const id = newId();
      ops.push({ op: 'insert', table: 'soundRoutes', id, values });
      routes.push({ ...values, id, productionId: '', version: 1, deletedAt: null });
      position += 1;
      break;
    }
  }
  return ops;
}

/** Puts a source on one channel of a box in place of what was there; '' clears it. */
export function putOn(rows: SoundRows, box: SoundBox, channel: number, sourceId: string): Op[] {
  const here = rows.soundRoutes.filter((r) => r.boxId === box.id && r.channel === channel);
  const [first, ...rest] = here;
  if (sourceId === '') return here.map((row): Op => ({ op: 'delete', table: 'soundRoutes', row }));
  if (!first) {
    const source = rows.soundSources.find((s) => s.id === sourceId);
    return [
      {
        op: 'insert',
        table: 'soundRoutes',
        values: routeFields(sourceId, box, channel, positionAfter(rows.soundRoutes), {
          phantom: source?.kind === 'boom',
          duty: box.kind === 'camera' ? 'scratch' : 'main',
        }),
      },
    ];
  }
  return [
    {
      op: 'update',
      table: 'soundRoutes',
      row: first,
      values: { sourceId, check: '', checkedBy: '', checkedAtMs: null },
    },
    ...rest.map((row): Op => ({ op: 'delete', table: 'soundRoutes', row })),
  ];
}

/** A camera’s own microphone as its scratch, for every camera that records no sound. */
export function scratchForAll(rows: SoundRows): Op[] {
  const ops: Op[] = [];
  const without = rows.cameras.filter(
    (c) => !rows.soundBoxes.some((b) => b.cameraId === c.id && rows.soundRoutes.some((r) => r.boxId === b.id)),
  );
  if (without.length === 0) return ops;
  const own = rows.soundSources.find((s) => s.name === 'camera microphones');
  const sourceId = own?.id ?? newId();
  if (!own)
    ops.push({
      op: 'insert',
      table: 'soundSources',
      id: sourceId,
      values: {
        name: 'camera microphones',
        kind: 'ambience',
        personId: null,
        microphone: 'on the camera',
        told: true,
        sceneIds: [],
        position: positionAfter(rows.soundSources),
      },
    });
  without.forEach((camera, i) => {
    const known = rows.soundBoxes.find((b) => b.cameraId === camera.id);
    const boxId = known?.id ?? newId();
    if (!known)
      ops.push({
        op: 'insert',
        table: 'soundBoxes',
        id: boxId,
        values: {
          name: `Camera ${camera.letter}`,
          kind: 'camera',
          cameraId: camera.id,
          tracks: 2,
          sockets: [],
          sampleRateHz: 48_000,
          limiter: false,
          position: positionAfter(rows.soundBoxes) + i,
        },
      });
    const box = known ?? { id: boxId, sockets: [] as SoundBox['sockets'] };
    ops.push({
      op: 'insert',
      table: 'soundRoutes',
      values: routeFields(sourceId, box as SoundBox, 1, positionAfter(rows.soundRoutes) + i, { duty: 'scratch' }),
    });
  });
  return ops;
}

/** The source’s words as the patch says them. */
export const saidOf = (source: SoundSource | undefined): string => source?.name ?? 'nothing';
