import { seeded } from '../../base/random/index.ts';
import { add, crossing, length, minus, times, vec, type Vec } from '../../base/geometry/index.ts';
import { onDisc } from './sight.ts';
import type { Scene, Source } from './scene.ts';

/**
 * The slow reference that the kernel is held against: light followed backwards from a face, path by path, with every lamp asked at every
 * stop. Written without anything of the kernel but the shapes. No room. Answers lux by part, and how sure it is (one standard error of the sum).
 */
export function traced(scene: Scene, face: { at: Vec; normal: Vec }, paths: number, seed: number) {
  const next = seeded(seed);
  const clear = (a: Vec, b: Vec, own: number) => scene.panes.every((p, i) => i === own || crossing(a, b, p) === null);
  const ambient = scene.sources.length;
  const sun = ambient + 1;
  const strength = scene.sources.map((s) => {
    const at = add(s.at, times(s.normal, s.referenceM));
    let sum = 0;
    const n = 200;
    for (let i = 0; i < n; i += 1)
      for (let j = 0; j < n; j += 1)
        sum += arriving(s, pointOf(s, (i + 0.5) / n, (j + 0.5) / n), at, times(s.normal, -1));
    return (s.referenceLux * n * n) / sum;
  });
  /** What falls straight on a surface: one point of each lamp, asked at random. */
  const straight = (at: Vec, normal: Vec, own: number, weight: number, to: number[]) => {
    scene.sources.forEach((s, i) => {
      const point = pointOf(s, next(), next());
      const lux = arriving(s, point, at, normal);
      if (lux > 0 && clear(at, point, own)) to[i]! += weight * lux * strength[i]!;
    });
    if (!scene.sun) return;
    const { from, lux } = scene.sun;
    const cosine = from.x * normal.x + from.y * normal.y + from.z * normal.z;
    if (cosine > 0 && clear(at, add(at, times(from, 1e4)), own)) to[sun]! += weight * lux * cosine;
  };
  const sum = new Array<number>(sun + 1).fill(0);
  let squares = 0;
  for (let n = 0; n < paths; n += 1) {
    const here = new Array<number>(sun + 1).fill(0);
    let { at, normal } = face;
    let [own, weight] = [-1, 1];
    for (let met = 0; ; met += 1) {
      straight(at, normal, own, weight, here);
      const ahead = matt(normal, next(), next());
      const hit = nearest(scene, at, add(at, times(ahead, 1e4)), own);
      if (!hit) {
        here[ambient]! += weight * scene.ambientLux;
        break;
      }
      const pane = scene.panes[hit.index]!;
      if (met === 2 || pane.kind === 'flag') break;
      const front = ahead.x * pane.normal.x + ahead.y * pane.normal.y + ahead.z * pane.normal.z < 0;
      // A board is asked what falls where it was hit, a cloth what falls on its other side.
      const looks = front === (pane.kind === 'bounce') ? pane.normal : times(pane.normal, -1);
      weight *= pane.kind === 'bounce' ? pane.reflectance : pane.transmission;
      [at, normal, own] = [hit.at, looks, hit.index];
    }
    const all = here.reduce((a, b) => a + b, 0);
    squares += all * all;
    here.forEach((v, i) => (sum[i]! += v));
  }
  const parts = sum.map((v) => v / paths);
  const lux = parts.reduce((a, b) => a + b, 0);
  return { lux, parts, errLux: Math.sqrt(Math.max(0, squares / paths - lux * lux) / paths) };
}

function pointOf(s: Source, u: number, v: number): Vec {
  if ('radiusM' in s.shape) {
    const helper = Math.abs(s.normal.z) < 0.9 ? vec(0, 0, 1) : vec(1, 0, 0);
    const a = minus(helper, times(s.normal, helper.x * s.normal.x + helper.y * s.normal.y + helper.z * s.normal.z));
    const across = times(a, s.shape.radiusM / length(a));
    const up = vec(
      s.normal.y * across.z - s.normal.z * across.y,
      s.normal.z * across.x - s.normal.x * across.z,
      s.normal.x * across.y - s.normal.y * across.x,
    );
    const [x, y] = onDisc(u, v);
    return add(s.at, add(times(across, x), times(up, y)));
  }
  return add(s.at, add(times(s.shape.across, 2 * u - 1), times(s.shape.up, 2 * v - 1)));
}

function arriving(s: Source, point: Vec, at: Vec, normal: Vec): number {
  const way = minus(at, point);
  const d = length(way);
  const out = (way.x * s.normal.x + way.y * s.normal.y + way.z * s.normal.z) / d;
  const into = -(way.x * normal.x + way.y * normal.y + way.z * normal.z) / d;
  return out <= 0 || into <= 0 ? 0 : (out ** s.power * into) / (d * d);
}

function nearest(scene: Scene, from: Vec, to: Vec, own: number): { index: number; at: Vec } | null {
  let best: { index: number; at: Vec; d: number } | null = null;
  scene.panes.forEach((pane, index) => {
    const at = index === own ? null : crossing(from, to, pane);
    if (!at) return;
    const d = length(minus(at, from));
    if (!best || d < best.d) best = { index, at, d };
  });
  return best;
}

/** A way into the half space before a surface, as often as a matt one sends or takes light there. */
function matt(n: Vec, u: number, v: number): Vec {
  const helper = Math.abs(n.x) < 0.9 ? vec(1, 0, 0) : vec(0, 1, 0);
  const a = minus(helper, times(n, helper.x * n.x + helper.y * n.y + helper.z * n.z));
  const x = times(a, 1 / length(a));
  const y = vec(n.y * x.z - n.z * x.y, n.z * x.x - n.x * x.z, n.x * x.y - n.y * x.x);
  const r = Math.sqrt(u);
  return add(
    add(times(x, r * Math.cos(2 * Math.PI * v)), times(y, r * Math.sin(2 * Math.PI * v))),
    times(n, Math.sqrt(1 - u)),
  );
}
