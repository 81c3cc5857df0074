import { describe, expect, it } from 'vitest';
import { inSceneOrder } from './order.ts';

const scenes = [
  { id: 'two', position: 2 },
  { id: 'one', position: 1 },
];
const shot = (id: string, sceneId: string, position: number) => ({ id, sceneId, position });

describe('shots as one reads them', () => {
  it('scene after scene, each in its own order, whatever was added when', () => {
    const shots = [
      shot('2A', 'two', 1),
      shot('1B', 'one', 7),
      shot('gone', 'x', 0),
      shot('1A', 'one', 3),
      shot('2B', 'two', 2),
    ];
    expect(inSceneOrder(shots, scenes).map((s) => s.id)).toEqual(['1A', '1B', '2A', '2B', 'gone']);
    expect(inSceneOrder([...shots].reverse(), scenes).map((s) => s.id)).toEqual(['1A', '1B', '2A', '2B', 'gone']);
  });
});
