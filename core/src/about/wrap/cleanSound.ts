import type { Take } from '../../rooms/roll/index.ts';
import type { Scene, Shot } from '../../rooms/scenes/index.ts';
import { isHeardIn, type SoundBox, type SoundRoute, type SoundSource } from '../../rooms/sound/index.ts';
import type { ClipFinding } from './looks.ts';
import { SOUND, type ClipMatch } from './match.ts';
import type { MissingFact } from './missing.ts';

export interface CleanSoundSources {
  scenes: readonly Pick<Scene, 'id' | 'title' | 'number'>[];
  shots: readonly Pick<Shot, 'id' | 'sceneId'>[];
  /** Of the day. */
  takes: readonly Take[];
  matches: readonly ClipMatch[];
  findings: readonly Pick<ClipFinding, 'clipId' | 'kind'>[];
  soundSources: readonly Pick<SoundSource, 'id' | 'sceneIds'>[];
  soundRoutes: readonly Pick<SoundRoute, 'sourceId' | 'boxId' | 'duty'>[];
  soundBoxes: readonly Pick<SoundBox, 'id' | 'cameraId'>[];
}

/**
 * Scenes that were taken and have no clean sound: something other than scratch is planned into a box for them, and no take that is not *no good* has a file of that
 * box which is not silent. A file of a recorder is one found for the take; wild takes of the scene count. Where no clean sound is planned, nothing is missed.
 */
export function withoutCleanSound(s: CleanSoundSources): MissingFact[] {
  const sceneOf = new Map(s.shots.map((x) => [x.id, x.sceneId]));
  const cameraOf = new Map(s.soundBoxes.map((b) => [b.id, b.cameraId]));
  const sourceOf = new Map(s.soundSources.map((x) => [x.id, x]));
  const broken = new Set(s.findings.filter((f) => f.kind === 'silent' || f.kind === 'closed').map((f) => f.clipId));
  const filesOf = new Map<string, ClipMatch[]>();
  for (const m of s.matches) if (!broken.has(m.clipId)) filesOf.set(m.takeId, [...(filesOf.get(m.takeId) ?? []), m]);
  const takesOf = new Map<string, Take[]>();
  for (const t of s.takes) {
    const id = (t.shotId ? sceneOf.get(t.shotId) : null) ?? t.sceneId;
    if (id && t.verdict !== 'noGood') takesOf.set(id, [...(takesOf.get(id) ?? []), t]);
  }
  return s.scenes.flatMap((scene): MissingFact[] => {
    const takes = takesOf.get(scene.id) ?? [];
    const boxes = s.soundRoutes.flatMap((r) => {
      const source = sourceOf.get(r.sourceId);
      return r.duty !== 'scratch' && source && isHeardIn(source, scene.id) ? [r.boxId] : [];
    });
    if (takes.length === 0 || boxes.length === 0) return [];
    const cameras = new Set(boxes.map((b) => cameraOf.get(b)).filter((id) => id !== null && id !== undefined));
    const recorded = boxes.some((b) => !cameraOf.get(b));
    const isHeard = takes.some((t) =>
      (filesOf.get(t.id) ?? []).some((m) =>
        m.letter === SOUND ? recorded : cameras.has(t.cameras.find((c) => c.letter === m.letter)?.cameraId ?? ''),
      ),
    );
    return isHeard ? [] : [{ kind: 'noSound', id: scene.id, name: scene.title || scene.number, who: '', by: null }];
  });
}
