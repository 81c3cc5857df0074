import { seeded } from '../../base/random/index.ts';
import type { PackBox, PackPlan } from './packModel.ts';

/** Pieces cut out of a whole space by straight cuts, so that it is known that all of them fit. */
export function cutSpace(seed: number, count: number): PackPlan {
  const random = seeded(seed);
  const space = [1700, 3000, 1600] as const;
  const parts: [number, number, number][] = [[...space]];
  while (parts.length < count) {
    // The largest is cut, across its longest side most of the time.
    parts.sort((a, b) => b[0] * b[1] * b[2] - a[0] * a[1] * a[2]);
    const at = Math.floor(random() ** 2 * Math.min(4, parts.length));
    const [part] = parts.splice(at, 1) as [[number, number, number]];
    const longest = part.indexOf(Math.max(...part)) as 0 | 1 | 2;
    const axis = random() < 0.7 ? longest : (Math.floor(random() * 3) as 0 | 1 | 2);
    const cut = Math.round((part[axis] * (0.3 + 0.4 * random())) / 10) * 10;
    const [one, two]: [number, number, number][] = [[...part], [...part]];
    one![axis] = cut;
    two![axis] = part[axis] - cut;
    parts.push(one!, two!);
  }
  const boxes = parts.map((size, i): PackBox => {
    const turned = random() < 0.5 ? size : ([size[2], size[0], size[1]] as [number, number, number]);
    return { id: `b${i}`, size: turned, kg: 10, this_side_up: false, bears_kg: null, stop: 1 };
  });
  return {
    ...{ space, door: { x: 0, z: 0, w: 1700, h: 1600 }, obstacles: [], payload_kg: 5000, boxes },
    axles: { front_y: 3600, rear_y: 700, front_kg: 5000, rear_kg: 5000 },
  };
}
