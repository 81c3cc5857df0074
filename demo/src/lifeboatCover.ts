import type { Link, SoundRoute } from '@kavrell/core/sound';
import type { DemoPlan, MakeRow } from './plan.ts';

/** The lifeboat’s sound, and what hangs on what: one recorder has all of it, the desk both sounds of the speeches. */
export function lifeboatCover(
  row: MakeRow,
  {
    scene,
    coxswainId,
    cameras,
  }: { scene: (title: string) => string; coxswainId: string; cameras: DemoPlan['cameras'] },
): Pick<DemoPlan, 'soundBoxes' | 'soundSources' | 'soundRoutes' | 'links' | 'sharedThings'> {
  const camera = (letter: string) => cameras.find((c) => c.letter === letter) as DemoPlan['cameras'][number];
  const recorder = row({
    ...{ name: 'Recorder', kind: 'recorder' as const, cameraId: null, tracks: 4, sampleRateHz: 48_000, limiter: true },
    sockets: [{ name: 'inputs', channels: 4, use: 'sound' as const, shared: false }],
    position: 1,
  });
  const body = row({
    ...{ name: 'Body camera’s own input', kind: 'camera' as const, cameraId: camera('E').id, tracks: 2 },
    ...{ sampleRateHz: 48_000, limiter: false, position: 2 },
    sockets: [{ name: 'microphone', channels: 2, use: 'sound' as const, shared: false }],
  });
  const source = (position: number, name: string, more: Partial<DemoPlan['soundSources'][number]>) =>
    row({
      ...{ name, kind: 'desk' as const, personId: null, microphone: '', told: true, sceneIds: [], position },
      ...more,
    });
  const desk = source(1, 'Feed from the desk', { sceneIds: [scene('Speeches')] });
  const speaker = source(2, 'Microphone at the loudspeaker', {
    kind: 'ambience',
    microphone: 'small pair',
    sceneIds: [scene('Speeches')],
  });
  const pin = source(3, 'Coxswain’s pin', {
    ...{ kind: 'person', personId: coxswainId, microphone: 'pin', sceneIds: [scene('Knock-out'), scene('Launch')] },
  });
  const link: Link = row({
    ...{ name: 'Radio of the pin', kind: 'microphone' as const, wired: false, cameraId: null, reaches: 'recorder' },
    ...{ frequencyMhz: 606.5, lowMhz: null, highMhz: null, bandwidthKhz: 200, fixed: false },
    ...{ rangeM: 80, distanceM: 60, delayMs: 3, position: 1 },
  });
  const route = (position: number, sourceId: string, more: Partial<SoundRoute> = {}): SoundRoute =>
    row({
      ...{ sourceId, linkId: null, boxId: recorder.id, socketName: 'inputs', channel: position },
      ...{ duty: 'main' as const, phantom: false, levelDb: -20, check: '' as const, checkedBy: '', checkedAtMs: null },
      position,
      ...more,
    });
  return {
    soundBoxes: [recorder, body],
    soundSources: [desk, speaker, pin],
    links: [link],
    soundRoutes: [route(1, desk.id), route(2, speaker.id, { duty: 'backup' }), route(3, pin.id, { linkId: link.id })],
    sharedThings: [
      row({
        ...{ name: 'Desk of the harbour band', kind: 'desk' as const, cameraIds: [], boxIds: [] },
        ...{ sourceIds: [desk.id, speaker.id], inputs: null, others: [], position: 1 },
      }),
      row({
        ...{ name: 'Socket in the boathouse', kind: 'circuit' as const, boxIds: [recorder.id], sourceIds: [] },
        ...{ cameraIds: [], inputs: null, others: [], position: 2 },
      }),
    ],
  };
}
