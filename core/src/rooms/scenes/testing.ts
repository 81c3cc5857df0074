import { SCENE_DEFAULTS, SHOT_DEFAULTS, type Scene, type Shot } from './model.ts';

/** Rows for tests of this room: a scene and shots with only what a test is about said. */
export const sceneRow = (fields: Partial<Scene> = {}): Scene => ({
  ...SCENE_DEFAULTS,
  id: 'scene',
  productionId: 'production',
  version: 1,
  deletedAt: null,
  number: '3',
  title: 'The founder speaks',
  position: 1,
  ...fields,
});
export const shotRow = (code: string, fields: Partial<Shot> = {}): Shot => ({
  ...SHOT_DEFAULTS,
  id: `shot-${code}`,
  productionId: 'production',
  version: 1,
  deletedAt: null,
  sceneId: 'scene',
  code,
  position: code.charCodeAt(code.length - 1),
  ...fields,
});
