import { SCENE_DEFAULTS, SHOT_DEFAULTS, type Scene, type Shot } from '../scenes/index.ts';
import { type Link, type SoundBox, type SoundRoute, type SoundSource } from './index.ts';

export const row = { productionId: 'p', version: 1, deletedAt: null };

export const box = (id: string, f: Partial<SoundBox> = {}): SoundBox => ({
  ...row,
  id,
  name: id,
  kind: 'recorder',
  cameraId: null,
  tracks: 8,
  sockets: [],
  sampleRateHz: 48_000,
  limiter: true,
  position: 1,
  ...f,
});

export const source = (id: string, f: Partial<SoundSource> = {}): SoundSource => ({
  ...row,
  id,
  name: id,
  kind: 'person',
  personId: null,
  microphone: 'pin',
  told: true,
  sceneIds: [],
  position: 1,
  ...f,
});

let n = 0;

export const route = (sourceId: string, boxId: string, channel: number, f: Partial<SoundRoute> = {}): SoundRoute => ({
  ...row,
  id: `r${(n += 1)}`,
  sourceId,
  linkId: null,
  boxId,
  socketName: '',
  channel,
  duty: 'main',
  phantom: false,
  levelDb: -20,
  check: '',
  checkedBy: '',
  checkedAtMs: null,
  position: 1,
  ...f,
});

export const link = (id: string, f: Partial<Link> = {}): Link => ({
  ...row,
  id,
  name: id,
  kind: 'microphone',
  wired: false,
  cameraId: null,
  reaches: '',
  frequencyMhz: null,
  lowMhz: null,
  highMhz: null,
  bandwidthKhz: 200,
  fixed: false,
  rangeM: 80,
  distanceM: 10,
  delayMs: 3,
  position: 1,
  ...f,
});

export const scene = (id: string, number: string): Scene => ({
  ...row,
  id,
  number,
  title: number,
  position: 1,
  ...SCENE_DEFAULTS,
});

export const shot = (sceneId: string, f: Partial<Shot> = {}): Shot => ({
  ...row,
  id: `x${(n += 1)}`,
  sceneId,
  code: '7A',
  position: 1,
  ...SHOT_DEFAULTS,
  ...f,
});
