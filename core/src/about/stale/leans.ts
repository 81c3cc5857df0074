import type { Palette } from '../../rooms/look/index.ts';
import type { Pin, Scene, Shot } from '../../rooms/scenes/index.ts';
import type { Setup } from '../../rooms/light/index.ts';
import type { FrozenSheet } from '../callsheet/index.ts';
import type { Prompt, SoundSource } from '../../rooms/sound/index.ts';
import type { Lean } from './marks.ts';

export interface LeanSources {
  production: { id: string };
  scenes: readonly Scene[];
  setups: readonly Setup[];
  shots: readonly Shot[];
  palettes: readonly Palette[];
  pins: readonly Pin[];
  frozenSheets: readonly FrozenSheet[];
  soundSources: readonly SoundSource[];
  prompts: readonly Prompt[];
}

/** Parts of a scene that its shots were thought out from. */
const OF_SCENE = ['text', 'people', 'place', 'props'] as const;

/**
 * Who leans on whom in a production: shots on their scene, their light, the deliverables they serve, the gate they must
 * be had before and the track they hang on; light setups on their place and its power; sound sources on the scenes they are heard in, prompter texts on their scene; scenes on their place and their palettes; a frozen sheet on its shots, the names on
 * it and the rate of the job.
 */
export function leansOf(s: LeanSources): Lean[] {
  const leans: Lean[] = [];
  const lean = (dependentId: string, sourceId: string | null, facets: Lean['facets']) => {
    if (sourceId) leans.push({ dependentId, sourceId, facets });
  };
  for (const shot of s.shots) {
    lean(shot.id, shot.sceneId, OF_SCENE);
    lean(shot.id, shot.setupId, ['light']);
    lean(shot.id, shot.beforeSceneId, ['time']);
    for (const id of shot.deliverableIds) lean(shot.id, id, ['form']);
  }
  for (const pin of s.pins) lean(pin.shotId, pin.trackId, ['track']);
  for (const setup of s.setups) lean(setup.id, setup.placeId, ['place', 'power']);
  for (const scene of s.scenes) lean(scene.id, scene.placeId, ['place']);
  for (const palette of s.palettes) for (const id of palette.sceneIds) lean(id, palette.id, ['colours']);
  for (const source of s.soundSources)
    for (const id of source.sceneIds) lean(source.id, id, ['text', 'people', 'place']);
  for (const prompt of s.prompts) lean(prompt.id, prompt.sceneId, ['text']);
  const shots = new Map(s.shots.map((shot) => [shot.id, shot]));
  for (const sheet of s.frozenSheets) {
    lean(sheet.id, s.production.id, ['rate']);
    const people = new Set(sheet.shots.flatMap(({ shotId }) => shots.get(shotId)?.personIds ?? []));
    for (const id of people) lean(sheet.id, id, ['name']);
    for (const { shotId } of sheet.shots)
      lean(sheet.id, shotId, ['number', 'picture', 'people', 'light', 'sound', 'minutes', 'dropped']);
  }
  return leans;
}
