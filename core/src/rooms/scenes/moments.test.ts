import { describe, expect, it } from 'vitest';
import { intoMoments } from './index.ts';

const aScene = (id: string, kind: 'shots' | 'moment' | 'cue', number: string, title: string) => ({
  id,
  kind,
  number,
  title,
});
const SCENES = [
  aScene('s', 'shots', '1', 'The door'),
  aScene('m', 'moment', '3', 'Welcome'),
  aScene('c', 'cue', '12', 'Walk-on'),
];
const plain = (lines: string[]) => lines.map((l) => l.replaceAll('\u00a0', ' '));

describe('shots that would go into moments', () => {
  it('are told by the moment’s number and name, with what to do', () =>
    expect(plain(intoMoments([{ sceneId: 'm' }, { sceneId: 'm' }, { sceneId: 's' }], SCENES))).toEqual([
      '2 shots would go into the moment 3, “Welcome”, which is here already. Meant otherwise, give them another number.',
    ]));
  it('one is told as one, and a cue as a cue', () =>
    expect(plain(intoMoments([{ sceneId: 'c' }], SCENES))).toEqual([
      '1 shot would go into the cue 12, “Walk-on”, which is here already. Meant otherwise, give it another number.',
    ]));
  it('are none where all go into scenes of shots, or into scenes that are made with them', () => {
    expect(intoMoments([{ sceneId: 's' }, { sceneId: 'new' }, {}], SCENES)).toEqual([]);
    expect(intoMoments([], SCENES)).toEqual([]);
  });
});
