import { describe, expect, it } from 'vitest';
import {
  SCENE_DEFAULTS,
  momentFields,
  planProgramme,
  programmeWords,
  readMoments,
  sceneFields,
  type Scene,
} from './index.ts';

const DAY = '00000000-0000-7000-8000-0000000000d1';
const scene = (number: number, title: string, plannedMin: number, fields: Partial<Scene> = {}): Scene => ({
  ...SCENE_DEFAULTS,
  id: `00000000-0000-7000-8000-00000000000${number}`,
  productionId: DAY,
  version: 1,
  deletedAt: null,
  number: String(number),
  title,
  position: number,
  kind: 'moment',
  dayId: DAY,
  plannedMin,
  lengthMin: 15,
  ...fields,
});
let ids = 0;
const newId = () => `00000000-0000-7000-8000-0000000001${String((ids += 1)).padStart(2, '0')}`;
const programme = [scene(1, 'Arrivals', 720), scene(2, 'Blessing of the boat', 780), scene(3, 'Speeches', 810)];
const planned = (text: string, scenes = programme) => planProgramme(readMoments(text).moments, scenes, DAY, newId);
const told = (list: ReturnType<typeof planned>) =>
  list.map((c) => [c.kind, c.kind === 'gone' ? c.scene.title : c.moment.title]);

describe('a programme brought in', () => {
  it('is all new for an empty day, numbered after what there is, and can be stored as it is', () => {
    const changes = planned('07:50 Welcome\n08:10-08:30 Panel one', [scene(4, 'Elsewhere', 600, { dayId: null })]);
    expect(changes.map((c) => c.kind === 'new' && [c.number, c.moment.plannedMin, c.moment.lengthMin])).toEqual([
      ['5', 470, null],
      ['6', 490, 20],
    ]);
    for (const c of changes)
      if (c.kind === 'new')
        expect(sceneFields.safeParse(momentFields(c, { kind: 'cue', dayId: DAY, placeId: null })).success).toBe(true);
    expect(programmeWords(changes)).toBe('2\u00a0moments');
  });
  it('a newer version says what moved, what is new, what is gone, and leaves the rest as it is', () => {
    const changes = planned('12:00 Arrivals 15min\n13:20 Blessing of the boat\n14:00 Toast 5min');
    expect(told(changes)).toEqual([
      ['same', 'Arrivals'],
      ['moved', 'Blessing of the boat'],
      ['new', 'Toast'],
      ['gone', 'Speeches'],
    ]);
    expect(changes[1]).toMatchObject({ values: { plannedMin: 800 } });
    expect(programmeWords(changes)).toBe('1 new, 1 moved, 1 gone, 1 as before');
  });
  it('knows a moment again under a like name, and each only once', () => {
    const changes = planned('13:00 Blessing, boat\n13:30 Speeches!\n13:40 Speeches');
    expect(told(changes).filter(([kind]) => kind !== 'gone')).toEqual([
      ['moved', 'Blessing, boat'],
      ['moved', 'Speeches!'],
      ['new', 'Speeches'],
    ]);
  });
  it('a time or length that the new version leaves out stays', () => {
    const [change] = planned('Arrivals');
    expect(change).toMatchObject({ kind: 'same', values: {} });
  });
  it('one that followed another and has a time now is fixed at it', () => {
    const [change] = planned('12:30 Arrivals', [
      scene(1, 'Arrivals', 720, { startKind: 'follows', followsSceneId: DAY }),
    ]);
    expect(change).toMatchObject({ values: { plannedMin: 750, startKind: 'fixed', followsSceneId: null } });
  });
});
