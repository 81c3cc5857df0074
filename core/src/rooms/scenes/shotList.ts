import type { Picture } from '../look/index.ts';
import { formatMinutes } from '../../base/units/index.ts';
import { shotMinutes, takesFor } from './estimate.ts';
import { SIZE_WORDS, type Scene, type Shot } from './model.ts';

export interface ShotListLine {
  shot: Shot;
  scene: Scene | undefined;
  board: Picture | null;
  size: string;
  how: string;
  people: string;
  light: string;
  length: string;
}

interface Names {
  people: readonly { id: string; shortName: string }[];
  setups: readonly { id: string; code: string }[];
  scenes: readonly Scene[];
  pictures: readonly Picture[];
}

/** Shots as lines of a printed list: everything said in words, with the newest board of each. */
export function shotListLines(shots: readonly Shot[], names: Names): ShotListLine[] {
  const people = new Map(names.people.map((p) => [p.id, p.shortName]));
  const setups = new Map(names.setups.map((s) => [s.id, s.code]));
  const scenes = new Map(names.scenes.map((s) => [s.id, s]));
  const boards = new Map<string, Picture>();
  for (const picture of [...names.pictures].sort((a, b) => a.position - b.position))
    if (picture.role === 'board' && picture.shotId) boards.set(picture.shotId, picture);
  return shots.map((shot) => {
    const scene = scenes.get(shot.sceneId);
    const move = [shot.support, shot.movement].filter(Boolean).join(', ');
    return {
      shot,
      scene,
      board: boards.get(shot.id) ?? null,
      size: shot.size ? SIZE_WORDS[shot.size] : '',
      how: [
        shot.lens,
        shot.angle && shot.angle !== 'eye' ? shot.angle.replaceAll('-', ' ') : '',
        move,
        shot.fps ? `${shot.fps} fps` : '',
        shot.side ? `${shot.side} side` : '',
      ]
        .filter(Boolean)
        .join(' · '),
      people: shot.personIds.flatMap((id) => people.get(id) ?? []).join(', '),
      light: (shot.setupId ? setups.get(shot.setupId) : '') ?? '',
      length: `${formatMinutes(shotMinutes(shot, scene?.style))}, ${takesFor(shot, scene?.style)}\u00a0×`,
    };
  });
}
