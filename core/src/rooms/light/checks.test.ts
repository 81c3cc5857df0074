import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sampled } from '../../base/testing.ts';
import { direction, turnTo, vec } from '../../base/geometry/index.ts';
import type { PlaceFact } from '../places/index.ts';
import { listed } from './finding.ts';
import {
  checkPlan,
  ballInPicture,
  outness,
  pictureOf,
  glares,
  hazeMinutes,
  open,
  planCautions,
  raisedBody,
  sightLine,
  stability,
} from './index.ts';
import {
  aBounce,
  aCamera,
  aCircuit,
  aFlag,
  aFrame,
  aPerson,
  aPlan,
  aRoom,
  aSource,
  CATALOGUE,
  CIRCUIT,
  find,
  fixed,
  onStand,
  pane,
  surroundings,
} from './testing.ts';

it('names are listed as one says them', () =>
  expect([[], ['a'], ['a', 'b'], ['a', 'b', 'c']].map(listed)).toEqual(['', 'a', 'a and b', 'a, b and c']));

describe('in the picture', () => {
  const camera = aCamera({ turnDeg: 0, focalMm: 50 });
  const sensor = { letter: 'A', sensorWidthMm: 35.9, sensorHeightMm: 20.2 };
  it('a place comes to lie where the lens puts it', () => {
    // 35.9 mm at 50 mm is 0.718 m per metre: at 4 m half of it is 1.436 m.
    expect(pictureOf(camera, sensor)(vec(1.436, -4, 1.5))?.across).toBeCloseTo(1, 3);
    expect(pictureOf(camera, sensor)(vec(0, -4, 1.5 + 0.808))?.up).toBeCloseTo(1, 3);
    expect(pictureOf(camera, sensor)(vec(0, 4, 1.5))).toBeNull();
    // Turned with all that is before it the picture stays as it is.
    const turned = (turnDeg: number) => {
      const [ahead, aside] = [direction(turnDeg), direction(turnDeg + 90)];
      const at = vec(ahead.x * 4 + aside.x * 0.7, ahead.y * 4 + aside.y * 0.7, 2);
      return pictureOf({ ...camera, xM: 0, yM: 0, turnDeg, tiltDeg: 12 }, sensor)(at)!;
    };
    for (const turnDeg of [37, 90, 123, 200, 301]) {
      expect(turned(turnDeg).across).toBeCloseTo(turned(0).across, 9);
      expect(turned(turnDeg).up).toBeCloseTo(turned(0).up, 9);
    }
  });
  it('no ball is passed over that holds anything of the picture; one behind the camera or far aside is', () => {
    const metres = (most: number) => fc.double({ min: -most, max: most, noNaN: true });
    const spot = fc.record({ x: metres(6), y: metres(6), z: metres(3) });
    fc.assert(
      fc.property(spot, spot, fc.integer({ min: 12, max: 135 }), metres(60), (middle, off, focalMm, tiltDeg) => {
        const tilted = { ...camera, focalMm, tiltDeg };
        const at = pictureOf(tilted, sensor)(middle);
        const away = Math.hypot(middle.x - off.x, middle.y - off.y, middle.z - off.z);
        if (at && outness(at) < 1) expect(ballInPicture(tilted, sensor)(off, away + 1e-9)).toBe(true);
      }),
      { numRuns: sampled(500, 125) },
    );
    expect(ballInPicture(camera, sensor)(vec(0, 4, 1.5), 1)).toBe(false);
    expect(ballInPicture(camera, sensor)(vec(5, -4, 1.5), 1)).toBe(false);
    expect(ballInPicture(camera, sensor)(vec(0, -4, 1.5), 1)).toBe(true);
  });
  it('a lamp in frame is named with the lens that clears it, and its fix clears it', () => {
    const plan = aPlan([
      aPerson({ yM: -3, turnDeg: 180 }),
      camera,
      aSource({ xM: 0.9, yM: -4, turnDeg: 200, ...onStand }),
    ]);
    const [found] = find(plan, 'frame:');
    expect(found?.words).toBe('Key is in A’s picture at 50\u00a0mm.');
    expect(found?.mend).toMatch(/mm clears it; or move it 0\.\d\u00a0m to the right/);
    expect(find(fixed(plan, found), 'frame:')).toEqual([]);
    const clearing = Number(/^(\d+)\u00a0mm/.exec(found?.mend ?? '')?.[1]);
    expect(
      find(aPlan(plan.items.map((i) => (i.kind === 'camera' ? { ...i, focalMm: clearing } : i))), 'frame:'),
    ).toEqual([]);
  });
  it('goes out over the nearer edge: to the left where it stands on the left', () => {
    const plan = aPlan([camera, aSource({ xM: -0.9, yM: -4, turnDeg: 160, ...onStand })]);
    const [found] = find(plan, 'frame:');
    expect(found?.mend).toMatch(/ove it 0\.\d\u00a0m to the left as A sees it\.$/);
    expect(find(fixed(plan, found), 'frame:')).toEqual([]);
  });
  it('a face looks into the lens, beside it to its own left or right, or away from it', () => {
    const looks = (turnDeg: number) => sightLine(aPerson({ yM: -3, turnDeg }), aCamera());
    expect(looks(180)).toBe('Looks into A.');
    expect(looks(184)).toBe('Looks into A.');
    expect(looks(185)).toBe('Looks into A.');
    expect(looks(186)).toBe('Looks 6° to the left of A.');
    expect(looks(160)).toBe('Looks 20° to the right of A.');
    expect(looks(200)).toBe('Looks 20° to the left of A.');
    expect(looks(60)).toBe('Turned away from A.');
  });
  it('practicals are meant to be seen; what a flag hides is not seen', () => {
    expect(find(aPlan([camera, aSource({ yM: -4, role: 'practical', fixtureKey: 'bulb-60' })]), 'frame:')).toEqual([]);
    const hidden = aPlan([camera, aSource({ yM: -4, zM: 1.5 }), aFlag({ yM: -2, widthM: 3, heightM: 3, zM: 1.5 })]);
    expect(find(hidden, 'frame:').map((f) => f.itemIds[0])).toEqual(['flag']);
  });
  it('the lamp out of the picture, its stand in it', () => {
    const high = aPlan([camera, aSource({ yM: -4, zM: 3.2, ...onStand })]);
    expect(find(high, 'frame:')[0]?.words).toMatch(/^The stand of key/);
  });
  it('a longer lens never shows more', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: -8, max: -1, noNaN: true }),
        fc.double({ min: 18, max: 80, noNaN: true }),
        (x, y, mm) => {
          const at = (focalMm: number) =>
            find(aPlan([{ ...camera, focalMm }, aSource({ xM: x, yM: y })]), 'frame:').length;
          expect(at(mm * 1.5)).toBeLessThanOrEqual(at(mm));
        },
      ),
    );
  });
});

describe('in glass', () => {
  const glass = aRoom({ widthM: 10, depthM: 8, features: [pane('mirror', 2, 0, 8, 0)] });
  const camera = aCamera({ xM: 5, yM: 5, turnDeg: 0, focalMm: 24 });
  it('a camera square to a mirror sees itself; the move it is offered takes it out', () => {
    const plan = aPlan([aPerson({ xM: 5, yM: 2, turnDeg: 180 }), camera]);
    const [found] = find(plan, 'mirror:', { room: glass });
    expect(found?.words).toBe('A sees itself in mirror at 24\u00a0mm.');
    expect(find(fixed(plan, found), 'mirror:', { room: glass })).toEqual([]);
  });
  it('clipped to the pane: beside the glass nothing shows', () => {
    const small = aRoom({ widthM: 10, depthM: 8, features: [pane('mirror', 8.5, 0, 9.5, 0)] });
    expect(find(aPlan([camera]), 'mirror:', { room: small })).toEqual([]);
  });
  it('windows mirror in the dark, not by day', () => {
    const dark = aRoom({ widthM: 10, depthM: 8, features: [pane('window', 2, 0, 8, 0)] });
    expect(find(aPlan([camera]), 'mirror:', { room: dark })).toHaveLength(1);
    const day = { sunLux: 0, skyLux: 8000, sunK: 5500, skyK: 6500, altitudeDeg: 20, azimuthDeg: 180 };
    expect(find(aPlan([camera]), 'mirror:', { room: dark, daylight: day })).toEqual([]);
  });
});

describe('people and lines', () => {
  it('an operator before a lamp shades the face; over their head it does not', () => {
    const face = aPerson({ turnDeg: 180 });
    const camera = aCamera({ yM: 1.5, turnDeg: 0 });
    const lamp = aSource({ yM: 3.5, turnDeg: 0 });
    expect(find(aPlan([face, camera, lamp]), 'shadow:')).toHaveLength(1);
    expect(find(aPlan([face, camera, { ...lamp, zM: 3.4 }]), 'shadow:')).toEqual([]);
  });
  it('cameras on both sides of two who look at each other', () => {
    const two = [
      aPerson({ id: 'a', name: 'Dov', turnDeg: 90 }),
      aPerson({ id: 'b', name: 'Wren', xM: 2, turnDeg: 270 }),
    ];
    const [one, other] = [
      aCamera({ id: 'c1', xM: 1, yM: 3 }),
      aCamera({ id: 'c2', letter: 'B', xM: 1, yM: -3, turnDeg: 180 }),
    ];
    expect(find(aPlan([...two, one, other]), 'line:')[0]?.words).toBe(
      'B stands across the line between Dov and Wren from A.',
    );
    expect(find(aPlan([...two, one, { ...other, yM: 3.5 }]), 'line:')).toEqual([]);
    expect(find(aPlan([{ ...two[0], turnDeg: 270 } as never, two[1] as never, one, other]), 'line:')).toEqual([]);
  });
  it('a lamp beside the lens shows in spectacles; raised as offered it does not', () => {
    const face = aPerson({ spectacles: true, turnDeg: 180, zM: 1.2 });
    const camera = aCamera({ yM: 3, zM: 1.2 });
    const lamp = aSource({ yM: 3, xM: 0.3, zM: 1.3, turnDeg: turnTo(vec(0.3, 3), vec(0, 0)), ...onStand });
    expect(glares(face, camera, lamp, 0.09)).toBe(true);
    const plan = aPlan([face, camera, lamp]);
    const [found] = find(plan, 'glare:');
    expect(found?.fix).not.toBeNull();
    expect(find(fixed(plan, found), 'glare:')).toEqual([]);
    expect(find(aPlan([{ ...face, spectacles: false }, camera, lamp]), 'glare:')).toEqual([]);
  });
});

describe('what stands', () => {
  it('a stand too short or too weak is replaced by the smallest that does', () => {
    const plan = aPlan([aSource({ zM: 3.1, fixtureKey: 'cob-600', standKey: 'stand-light', circuitId: CIRCUIT })]);
    const short = find(plan, 'short:')[0];
    expect(short?.words).toBe('The light stand reaches 2.6\u00a0m; key is wanted at 3.1\u00a0m.');
    expect(short?.fix?.values).toEqual({ standKey: 'stand-junior' });
    expect(find(plan, 'load:')[0]?.level).toBe('danger');
    const mended = fixed(plan, short);
    expect([...find(mended, 'short:'), ...find(mended, 'load:')]).toEqual([]);
  });
  it('a 1.2 m frame at 2 m on an arm stand: taken down in gusts of 9 m/s, its limit is 2.6', () => {
    const frame = aFrame({ zM: 2, standKey: 'stand-arm' });
    const s = surroundings(aPlan([frame]), { room: aRoom({ outside: true }), gustMps: 9 });
    expect(stability(frame, s)?.limitMps).toBeCloseTo(2.6, 1);
    const [found] = checkPlan(s).filter((f) => f.key.startsWith('wind:'));
    expect(found).toMatchObject({ level: 'danger', fix: null });
    expect(found?.mend).toMatch(/take it down\. A person may steady it, never be the ballast/);
  });
  it('a small lamp in wind gets ballast, and with it stands', () => {
    const plan = aPlan([aSource({ zM: 2.4, standKey: 'stand-light', fixtureKey: 'panel-battery', battery: true })]);
    const windy = { room: aRoom({ outside: true }), gustMps: 10 };
    const [found] = find(plan, 'wind:', windy);
    expect(found?.fix?.label).toMatch(/^Set \d+\u00a0kg$/);
    expect(find(fixed(plan, found), 'wind:', windy)).toEqual([]);
  });
  it('outdoors with nobody’s word on gusts asks for it', () => {
    expect(
      find(aPlan([aFrame({ standKey: 'stand-arm', zM: 2 })]), 'wind:', { room: aRoom({ outside: true }) })[0]?.words,
    ).toMatch(/Nobody has said what gusts/);
  });
  it('a fall zone with somebody in it wants a name; with one, or apart, it is quiet', () => {
    const frame = aFrame({ zM: 2, standKey: 'stand-arm', ballastKg: 22 });
    expect(find(aPlan([aPerson({ name: 'Ilse', xM: 1 }), frame]), 'zone:')[0]?.words).toMatch(
      /^Ilse stands where frame could fall/,
    );
    expect(find(aPlan([aPerson({ xM: 1 }), { ...frame, watcherId: CIRCUIT }]), 'zone:')).toEqual([]);
    expect(find(aPlan([aPerson({ xM: 6 }), frame]), 'zone:')).toEqual([]);
  });
  it('weights: a frame by its area, a lamp with what is on it', () => {
    expect(raisedBody(aFrame(), { catalogue: CATALOGUE }).massKg).toBeCloseTo(1.44 * 1.5 + 1, 9);
    expect(raisedBody(aSource({ modifierKeys: ['dome-90'] }), { catalogue: CATALOGUE }).massKg).toBeCloseTo(7, 9);
  });
});

describe('air', () => {
  const fact = (topic: PlaceFact['topic'], detail: PlaceFact['detail']): PlaceFact => ({
    id: topic,
    productionId: '',
    version: 1,
    deletedAt: null,
    placeId: '',
    topic,
    words: '',
    detail,
    foundOn: '2027-03-01',
    source: 'told',
    ages: 'never',
    pictureId: null,
    position: 1,
  });
  it('haze against permission, alarm and time', () => {
    const plan = aPlan([], { haze: 'light' });
    expect(
      find(plan, 'haze:rule', { facts: [fact('permission', { what: 'haze', state: 'forbidden', leadDays: 0 })] })[0]
        ?.level,
    ).toBe('danger');
    expect(find(plan, 'haze:rule')[0]?.words).toMatch(/Nobody has asked/);
    expect(
      find(plan, 'haze:rule', { facts: [fact('permission', { what: 'haze', state: 'allowed', leadDays: 0 })] }),
    ).toEqual([]);
    expect(find(plan, 'haze:alarm', { facts: [fact('alarm', { kind: 'smoke', leadMin: 40 })] })[0]?.words).toMatch(
      /takes 40/,
    );
    expect(hazeMinutes(1200, false)).toEqual({ leadMin: 30, clearMin: 90 });
    expect(find(plan, 'haze:time', { room: aRoom() })).toHaveLength(1);
    const open = find(plan, 'haze:', { room: aRoom({ outside: true }) }).map((f) => f.words);
    expect(open).toContain('Haze does not stay in the open air.');
    expect(open.join()).not.toMatch(/NaN|to stand/);
  });
  it('hot lamps stay a metre from cloth', () => {
    const hot = aSource({ fixtureKey: 'tungsten-650', ...onStand });
    expect(find(aPlan([hot, aFrame({ yM: 0.6 })]), 'heat:')[0]?.level).toBe('danger');
    expect(find(aPlan([hot, aFrame({ yM: 1.4 })]), 'heat:')).toEqual([]);
    // A gel on its front is a danger of its own; without one there is none.
    expect(find(aPlan([hot]), 'gel:')).toEqual([]);
    expect(find(aPlan([{ ...hot, gelKeys: ['cto-half'] }]), 'gel:')[0]?.words).toBe(
      'Key runs hot with a gel on it: it fades, melts and smokes.',
    );
    expect(find(aPlan([aSource({ gelKeys: ['cto-half'], ...onStand })]), 'gel:')).toEqual([]);
  });
});

it('findings come worst first, notes are not open, cautions end with who decides', () => {
  const plan = aPlan(
    [
      aPerson({ xM: 0.5 }),
      aSource({ fixtureKey: 'cob-600', zM: 3.5, standKey: 'stand-light', circuitId: CIRCUIT }),
      aBounce({ widthM: 2, heightM: 2, standKey: 'stand-junior', zM: 2 }),
    ],
    { haze: 'thick' },
  );
  const all = checkPlan(surroundings(plan, { circuits: [aCircuit()], room: aRoom({ heightM: 5 }) }));
  const order = { danger: 0, look: 1, note: 2 };
  expect(all.map((f) => order[f.level])).toEqual(all.map((f) => order[f.level]).sort());
  expect(new Set(all.map((f) => f.level))).toEqual(new Set(['danger', 'look', 'note']));
  expect(open(all).every((f) => f.level !== 'note')).toBe(true);
  expect(planCautions(surroundings(plan)).at(-1)).toMatch(/licensed or competent people decide/);
  expect(planCautions(surroundings(aPlan([])))).toEqual([]);
});
