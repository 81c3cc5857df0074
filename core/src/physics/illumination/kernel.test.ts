import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sampled } from '../../base/testing.ts';
import { direction, times, unit, vec, type Vec } from '../../base/geometry/index.ts';
import { COARSE, powerOfBeam, readScene, rectangle, type Scene, type Source } from './index.ts';
import { traced } from './testing.ts';

const stops = (a: number, b: number) => Math.log2(a / b);
const lamp = (more: Partial<Source> = {}): Source => ({
  id: 'key',
  at: vec(0, 0, 1.6),
  normal: vec(1, 0, 0),
  shape: { radiusM: 0.2 },
  referenceLux: 4000,
  referenceM: 1,
  power: 1,
  ...more,
});
const board = (more: Partial<Scene['panes'][number]> = {}, widthM = 1, heightM = 1): Scene['panes'][number] => ({
  ...rectangle(vec(2, 1, 1.6), vec(0, -1, 0), widthM, heightM),
  id: 'board',
  kind: 'bounce',
  reflectance: 0.8,
  transmission: 0,
  ...more,
});
const scene = (more: Partial<Scene> = {}): Scene => ({
  sources: [lamp()],
  panes: [],
  ambientLux: 0,
  sun: null,
  room: null,
  faces: [{ id: 'f', at: vec(3, 0.2, 1.5), normal: unit(vec(-1, 0, 0.1)) }],
  ...more,
});
const read = (s: Scene) => readScene(s)[0]!.illuminanceLux;

describe('limits that are known exactly', () => {
  it('far away: the square of the distance', () => {
    const at = (d: number) => read(scene({ faces: [{ id: 'f', at: vec(d, 0, 1.6), normal: vec(-1, 0, 0) }] }));
    expect(at(8) / at(16)).toBeCloseTo(4, 1);
    expect(Math.abs(stops(at(1), 4000))).toBeLessThan(0.002);
  });
  it('before a round source: what its form factor says, R² ÷ (d² + R²)', () => {
    const at = (d: number) => read(scene({ faces: [{ id: 'f', at: vec(d, 0, 1.6), normal: vec(-1, 0, 0) }] }));
    const share = (d: number) => 0.04 / (d * d + 0.04);
    expect(Math.abs(stops(at(0.3) / at(1), share(0.3) / share(1)))).toBeLessThan(0.02);
  });
  it('half of the light at half the beam angle, a long way off', () => {
    const power = powerOfBeam(40);
    const s = (deg: number) =>
      read(
        scene({
          sources: [lamp({ power, shape: { radiusM: 0.01 } })],
          faces: [
            {
              id: 'f',
              at: vec(5 * Math.cos((deg * Math.PI) / 180), 5 * Math.sin((deg * Math.PI) / 180), 1.6),
              normal: vec(-Math.cos((deg * Math.PI) / 180), -Math.sin((deg * Math.PI) / 180), 0),
            },
          ],
        }),
      );
    expect(s(20) / s(0)).toBeCloseTo(0.5, 3);
  });
  it('a flag across the whole way leaves nothing, one aside takes nothing', () => {
    const flag = (y: number) => ({
      ...rectangle(vec(1.5, y, 1.6), vec(1, 0, 0), 1.5, 1.5),
      id: 'flag',
      kind: 'flag' as const,
      reflectance: 0,
      transmission: 0,
    });
    expect(read(scene({ panes: [flag(0.1)] }))).toBe(0);
    expect(read(scene({ panes: [flag(3)] }))).toBeCloseTo(read(scene()), 6);
  });
  it('even light reads the same whichever way a face looks; a board that stands alone shows its share of it', () => {
    for (const normal of [vec(0, 0, 1), vec(0, 0, -1), unit(vec(1, 2, -3))])
      expect(read(scene({ sources: [], ambientLux: 500, faces: [{ id: 'f', at: vec(0, 0, 0), normal }] }))).toBe(500);
    const near = { id: 'f', at: vec(2, 0.999, 1.6), normal: vec(0, 1, 0) };
    expect(read(scene({ sources: [], ambientLux: 500, panes: [board()], faces: [near] }))).toBeCloseTo(400, 0);
  });
  it('two cloths in a row pass what each passes', () => {
    const cloth = (x: number, id: string) => ({
      ...rectangle(vec(x, 0, 1.6), vec(1, 0, 0), 40, 40),
      id,
      kind: 'diffusion' as const,
      reflectance: 0,
      transmission: 0.5,
    });
    const faces = [{ id: 'f', at: vec(3, 0, 1.6), normal: vec(-1, 0, 0) }];
    // An endless cloth in even light glows with its share; a second one before it with its share of that.
    const lux = read(scene({ sources: [], ambientLux: 800, panes: [cloth(1, 'a'), cloth(2, 'b')], faces }));
    expect(Math.abs(stops(lux, 800 * 0.5 * 0.5))).toBeLessThan(0.15);
  });
  it('a closed room of one reflectance fills as an integrating sphere does: flux · ρ ÷ (A · (1 − ρ))', () => {
    const room = {
      widthM: 4,
      depthM: 4,
      heightM: 4,
      reflectance: { walls: 0.7, ceiling: 0.7, floor: 0.7 },
      openings: [],
    };
    // The flux of a matt lamp is π × its intensity on the axis.
    const source = lamp({ at: vec(2, 2, 2), shape: { radiusM: 0.02 }, referenceLux: 1000 });
    const flux = Math.PI * 1000;
    // Behind the lamp only what came back from walls is read, there from all sides.
    const sides = [vec(1, 0, 0), vec(-1, 0, 0), vec(0, 1, 0), vec(0, -1, 0), vec(0, 0, 1), vec(0, 0, -1)];
    const faces = sides.map((normal, i) => ({ id: `f${i}`, at: vec(1.6, 2, 2), normal }));
    const lux = readScene(scene({ sources: [source], room, faces })).reduce((t, r) => t + r.illuminanceLux, 0) / 6;
    const sphere = (flux * 0.7) / (6 * 16 * 0.3);
    expect(Math.abs(stops(lux, sphere))).toBeLessThan(0.25);
  });
});

describe('what must hold whatever the scene', () => {
  const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  const point = fc.record({ x: number(-2, 4), y: number(-2, 2), z: number(0.3, 3) });
  const way = fc
    .record({ x: number(-1, 1), y: number(-1, 1), z: number(-1, 1) })
    .filter((v) => Math.hypot(v.x, v.y, v.z) > 0.1)
    .map(unit);
  const sources = fc
    .array(
      fc
        .record({
          at: point,
          normal: way,
          radiusM: number(0.02, 0.6),
          referenceLux: number(100, 9000),
          beam: fc.constantFrom(null, 20, 55, 110),
        })
        .map((s): Source =>
          lamp({
            at: s.at,
            normal: s.normal,
            shape: { radiusM: s.radiusM },
            referenceLux: s.referenceLux,
            power: powerOfBeam(s.beam),
          }),
        ),
      { minLength: 1, maxLength: 3 },
    )
    .map((list) => list.map((s, i) => ({ ...s, id: `s${i}` })));
  const pane = fc
    .record({
      at: point,
      normal: way,
      w: number(0.3, 2),
      h: number(0.3, 2),
      kind: fc.constantFrom('flag', 'bounce', 'diffusion'),
      k: number(0.1, 0.95),
    })
    .map((p) => ({
      ...rectangle(p.at, p.normal, p.w, p.h),
      kind: p.kind as 'flag' | 'bounce' | 'diffusion',
      reflectance: p.kind === 'bounce' ? p.k : 0,
      transmission: p.kind === 'diffusion' ? p.k : 0,
    }));
  const panes = fc.array(pane, { maxLength: 2 }).map((list) => list.map((p, i) => ({ ...p, id: `p${i}` })));
  const scenes = fc.record({ sources, panes, ambientLux: fc.constantFrom(0, 300) }).map((s) => scene(s));
  const coarse = (s: Scene) => readScene(s, COARSE)[0]!.illuminanceLux;

  it('lamps add: each alone gives its part', () => {
    fc.assert(
      fc.property(scenes, (s) => {
        const [all] = readScene(s, COARSE);
        const each = s.sources.map((one) => readScene({ ...s, sources: [one], ambientLux: 0 }, COARSE)[0]!);
        // The pieces of a pane follow the light that falls on it, so that parts differ a little when it is alone.
        s.sources.forEach((one, i) => {
          const [alone, part] = [each[i]!.illuminanceLux, all!.parts[one.id]!];
          expect(Math.abs(alone - part)).toBeLessThan(0.25 * Math.max(alone, part) + 2);
        });
        expect(Object.values(all!.parts).reduce((a, b) => a + b, 0)).toBeCloseTo(all!.illuminanceLux, 6);
      }),
      { numRuns: sampled(60, 15) },
    );
  });
  it('twice the light is twice the reading, exactly', () => {
    fc.assert(
      fc.property(scenes, (s) => {
        const twice = {
          ...s,
          ambientLux: 2 * s.ambientLux,
          sources: s.sources.map((x) => ({ ...x, referenceLux: 2 * x.referenceLux })),
        };
        const once = coarse(s);
        expect(Math.abs(coarse(twice) - 2 * once)).toBeLessThan(1e-6 * once + 1e-9);
      }),
      { numRuns: sampled(60, 15) },
    );
  });
  it('a scene that is twice as large, readings taken twice as far, reads the same', () => {
    const grown = (v: Vec) => times(v, 2);
    fc.assert(
      fc.property(scenes, (s) => {
        const large: Scene = {
          ...s,
          sources: s.sources.map((x) => ({
            ...x,
            at: grown(x.at),
            referenceM: 2 * x.referenceM,
            shape: { radiusM: 2 * (x.shape as { radiusM: number }).radiusM },
          })),
          panes: s.panes.map((p) => ({ ...p, at: grown(p.at), across: grown(p.across), up: grown(p.up) })),
          faces: s.faces.map((f) => ({ ...f, at: grown(f.at) })),
        };
        const small = coarse(s);
        expect(Math.abs(coarse(large) - small)).toBeLessThan(0.03 * small + 1);
      }),
      { numRuns: sampled(60, 15) },
    );
  });
  it('a scene turned on the spot reads the same', () => {
    const turned = (v: Vec) => vec(-v.y, v.x, v.z);
    fc.assert(
      fc.property(scenes, (s) => {
        const other: Scene = {
          ...s,
          sources: s.sources.map((x) => ({ ...x, at: turned(x.at), normal: turned(x.normal) })),
          panes: s.panes.map((p) => ({
            ...p,
            at: turned(p.at),
            across: turned(p.across),
            up: turned(p.up),
            normal: turned(p.normal),
          })),
          faces: s.faces.map((f) => ({ ...f, at: turned(f.at), normal: turned(f.normal) })),
        };
        const before = coarse(s);
        expect(Math.abs(coarse(other) - before)).toBeLessThan(0.12 * before + 3);
      }),
      { numRuns: sampled(60, 15) },
    );
  });
  it('a flag never makes it lighter, and nothing is ever under nothing', () => {
    fc.assert(
      fc.property(scenes, pane, (s, extra) => {
        const flag = { ...extra, id: 'flag', kind: 'flag' as const, reflectance: 0, transmission: 0 };
        const before = coarse(s);
        const after = coarse({ ...s, panes: [...s.panes, flag] });
        expect(after).toBeGreaterThanOrEqual(0);
        expect(after).toBeLessThan(1.08 * before + 3);
      }),
      { numRuns: sampled(60, 15) },
    );
  });
  it('a board gives no more than falls on it: its light over a sphere around it is its share at most', () => {
    // A sphere of faces around a lit board: what they take in all, against what the board was given.
    const lit = scene({ panes: [board({ ...rectangle(vec(1.5, 0, 1.6), vec(-1, 0, 0), 1, 1) })] });
    const dark = scene({ panes: [{ ...lit.panes[0]!, kind: 'flag' as const, reflectance: 0 }] });
    const ways = Array.from({ length: 200 }, (_, i) => {
      const z = 1 - (2 * i + 1) / 200;
      return vec(Math.sqrt(1 - z * z) * Math.cos(2.399963 * i), Math.sqrt(1 - z * z) * Math.sin(2.399963 * i), z);
    });
    const around = ways.map((w, i) => ({
      id: `w${i}`,
      at: vec(1.5 + 6 * w.x, 6 * w.y, 1.6 + 6 * w.z),
      normal: times(w, -1),
    }));
    const of = (s: Scene) =>
      readScene({ ...s, faces: around }).reduce((t, r) => t + r.illuminanceLux, 0) * ((4 * Math.PI * 36) / 200);
    const given = of(lit) - of(dark);
    const points = Array.from({ length: 100 }, (_, i) => ({
      id: `b${i}`,
      at: vec(1.4999, -0.45 + 0.1 * (i % 10), 1.15 + 0.1 * Math.floor(i / 10)),
      normal: vec(-1, 0, 0),
    }));
    const taken = readScene({ ...dark, faces: points }).reduce((t, r) => t + r.illuminanceLux, 0) / 100;
    expect(given / (0.8 * taken)).toBeGreaterThan(0.9);
    expect(given / (0.8 * taken)).toBeLessThan(1.05);
  });
});

describe('against light followed path by path', () => {
  const random = (seed: number): Scene => {
    let a = seed * 7919 + 1;
    const next = () => ((a = (a * 48271) % 2147483647), a / 2147483647);
    const between = (lo: number, hi: number) => lo + (hi - lo) * next();
    const kinds = ['flag', 'bounce', 'diffusion'] as const;
    const face = vec(3, 0, 1.5);
    return scene({
      sources: Array.from({ length: 2 }, (_, i) => {
        const at = vec(between(0, 1), between(-1.5, 1.5), between(1, 2.6));
        return lamp({
          id: `s${i}`,
          at,
          normal: unit(vec(face.x - at.x, between(-0.6, 0.6), face.z - at.z)),
          shape: { radiusM: between(0.05, 0.4) },
          power: powerOfBeam([null, 60, 110][Math.floor(next() * 3)]!),
        });
      }),
      panes: Array.from({ length: 3 }, (_, i) => {
        const kind = kinds[i]!;
        const p = rectangle(
          vec(between(0.8, 3.6), between(-1.2, 1.2), between(0.8, 2.4)),
          direction(between(0, 360), between(-30, 30)),
          between(0.5, 1.4),
          between(0.5, 1.4),
        );
        return {
          ...p,
          id: kind,
          kind,
          reflectance: kind === 'bounce' ? 0.85 : 0,
          transmission: kind === 'diffusion' ? 0.5 : 0,
        };
      }),
      ambientLux: seed % 2 ? 200 : 0,
      sun: seed % 3 === 0 ? { from: unit(vec(between(-1, 1), between(-1, 1), 1)), lux: 3000 } : null,
      faces: [{ id: 'f', at: face, normal: unit(vec(-1, between(-0.5, 0.5), between(-0.3, 0.3))) }],
    });
  };
  it.each(Array.from({ length: 10 }, (_, i) => i + 1))('plan %i agrees within a tenth of a stop', (seed) => {
    const s = random(seed);
    const slow = traced(s, s.faces[0]!, 30_000, seed);
    expect(slow.lux).toBeGreaterThan(1);
    const apart = Math.abs(read(s) - slow.lux);
    expect(apart).toBeLessThan(slow.lux * (2 ** 0.1 - 1) + 3 * slow.errLux);
  });
});
