import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sampled } from '../../base/testing.ts';
import { CAMERA_DEFAULTS, type Camera } from '../camera/index.ts';
import {
  SOUND_CHAIN,
  checkIn,
  cleanSet,
  draftDiff,
  freeChannel,
  isolate,
  measuredWpm,
  patchFindings,
  radioClashes,
  radioTooNear,
  readingSeconds,
  soundRouteFields,
  wildSounds,
  type CleanSetWish,
  type PatchSources,
  type SoundRoute,
  type SoundSource,
} from './index.ts';
import { box, link, route, row, scene, shot, source } from './testing.ts';

const patch = (f: Partial<PatchSources>): PatchSources => ({
  sources: [],
  boxes: [],
  routes: [],
  links: [],
  cameras: [],
  scenes: [],
  shots: [],
  people: [],
  ...f,
});
const kinds = (f: Partial<PatchSources>) => patchFindings(patch(f)).map((x) => x.key.split(':')[0]);

describe('the patch', () => {
  it('two on one channel are told apart only when they never meet', () => {
    const [a, b] = [source('Ilse', { sceneIds: ['3'] }), source('Dov', { sceneIds: ['7'] })];
    const routes = [route('Ilse', 'rec', 3), route('Dov', 'rec', 3)];
    expect(kinds({ sources: [a, b], boxes: [box('rec')], routes })).toEqual([]);
    const [found] = patchFindings(patch({ sources: [a, { ...b, sceneIds: ['3', '7'] }], boxes: [box('rec')], routes }));
    expect(found).toMatchObject({
      level: 'danger',
      words: 'Ilse and Dov are both on channel 3 of rec: they can’t be told apart any more.',
      mend: 'Dov to channel 1.',
    });
  });
  it('a box records what it records; sockets do one thing', () => {
    expect(
      kinds({ sources: [source('a')], boxes: [box('rec', { tracks: 2 })], routes: [route('a', 'rec', 3)] }),
    ).toEqual(['tracks']);
    const sockets = [{ name: 'multi', channels: 1, use: 'control' as const, shared: true }];
    const on = (f: Partial<SoundRoute>) => route('a', 'rec', 1, { socketName: 'multi', ...f });
    const [found] = patchFindings(
      patch({ sources: [source('a')], boxes: [box('rec', { sockets })], routes: [on({})] }),
    );
    expect(found?.words).toBe('a goes through multi of rec, which is set to control.');
    expect(found?.mend).toMatch(/one or the other/);
    const sound = [{ name: 'multi', channels: 1, use: 'sound' as const, shared: true }];
    expect(
      kinds({
        sources: [source('a'), source('b')],
        boxes: [box('rec', { sockets: sound })],
        routes: [on({}), route('b', 'rec', 2, { socketName: 'multi' })],
      }),
    ).toEqual(['socketFull']);
  });
  it('what happens once wants two sources that don’t die together', () => {
    const once = { scenes: [scene('s7', '7')], shots: [shot('s7', { happensOnce: true })] };
    expect(kinds(once)).toEqual(['once']);
    const two = { ...once, sources: [source('boom', { kind: 'boom' }), source('pair', { kind: 'ambience' })] };
    const power = { phantom: true };
    const oneBox = { ...two, boxes: [box('rec')], routes: [route('boom', 'rec', 1, power), route('pair', 'rec', 2)] };
    expect(kinds(oneBox)).toEqual(['onceBox']);
    expect(
      kinds({
        ...oneBox,
        boxes: [box('rec'), box('spare')],
        routes: [...oneBox.routes, route('pair', 'spare', 1, { duty: 'backup' })],
      }),
    ).toEqual([]);
    expect(kinds({ ...oneBox, routes: oneBox.routes.slice(0, 1), sources: two.sources.slice(0, 1) })).toEqual(['once']);
    expect(kinds({ ...oneBox, boxes: [box('rec', { limiter: false })] })).toContain('limiter');
  });
  it('scratch alone is no clean source, and every camera wants it', () => {
    const camera: Camera = { ...row, id: 'c', ...CAMERA_DEFAULTS, letter: 'A' };
    expect(kinds({ cameras: [camera] })).toEqual(['scratch']);
    const own = source('own', { kind: 'ambience' });
    const boxes = [box('A', { kind: 'camera', cameraId: 'c', tracks: 2 })];
    expect(
      kinds({ cameras: [camera], sources: [own], boxes, routes: [route('own', 'A', 1, { duty: 'scratch' })] }),
    ).toEqual([]);
  });
  it('phantom, promises, range, rates, and who speaks without a microphone', () => {
    expect(
      kinds({
        sources: [source('desk', { kind: 'desk' })],
        boxes: [box('rec')],
        routes: [route('desk', 'rec', 1, { phantom: true })],
      }),
    ).toEqual(['phantom']);
    expect(
      kinds({ sources: [source('boom', { kind: 'boom' })], boxes: [box('rec')], routes: [route('boom', 'rec', 1)] }),
    ).toEqual(['phantomOff']);
    expect(
      kinds({ sources: [source('a', { told: false })], boxes: [box('rec')], routes: [route('a', 'rec', 1)] }),
    ).toEqual(['told']);
    expect(
      kinds({
        sources: [source('a')],
        boxes: [box('rec')],
        links: [link('l', { distanceM: 120 })],
        routes: [route('a', 'rec', 1, { linkId: 'l' })],
      }),
    ).toEqual(['range']);
    expect(kinds({ boxes: [box('rec'), box('b2', { sampleRateHz: 44_100 })] })).toEqual(['sampleRate']);
    expect(
      kinds({
        shots: [shot('s', { sound: 'pin microphone', personIds: ['ilse'] })],
        people: [{ id: 'ilse', shortName: 'Ilse' }],
      }),
    ).toEqual(['person']);
    expect(kinds({ sources: [source('a')] })).toEqual(['main']);
  });
  it('the free channel is one that nobody of the same scenes has', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 8 }), { maxLength: 12 }), (channels) => {
        const rec = box('rec');
        const sources = [source('new'), ...channels.map((_, i) => source(`s${i}`))];
        const routes = channels.map((c, i) => route(`s${i}`, 'rec', c));
        const free = freeChannel(rec, sources[0] as SoundSource, { routes, sources });
        if (free === null) expect(new Set(channels).size).toBe(8);
        else expect(channels).not.toContain(free);
      }),
    );
  });
  it('a level that can’t be is refused in words; what is checked is counted', () => {
    expect(soundRouteFields.shape.levelDb.safeParse(100).error?.issues[0]?.message).toMatch(/not believable/);
    expect(soundRouteFields.shape.channel.safeParse(0).error?.issues[0]?.message).toBe('Channels start at 1.');
    expect(
      checkIn({ routes: [route('a', 'b', 1, { check: 'ok' }), route('a', 'b', 2)], sources: [], boxes: [] }),
    ).toMatchObject({ done: 1, all: 2 });
  });
  it('wild sounds are what is asked for and what slow motion can’t record', () => {
    const codes = wildSounds(
      [
        shot('s', { code: '1A', sound: 'wild: gulls' }),
        shot('s', { code: '2A', fps: 100 }),
        shot('s', { code: '3A', sound: 'boom' }),
        shot('s', { code: '4A', fps: 25 }),
      ],
      25,
    ).map((w) => w.code);
    expect(codes).toEqual(['1A', '2A']);
  });
});

describe('the air', () => {
  const wish = (f: Partial<CleanSetWish>): CleanSetWish => ({
    count: 8,
    lowMhz: 606,
    highMhz: 614,
    stepKhz: 25,
    spacingKhz: 400,
    guardKhz: 50,
    fixedMhz: [],
    seed: 1,
    tries: 3000,
    ...f,
  });
  const clean = (set: readonly number[], w: CleanSetWish) => {
    expect(radioClashes([...set, ...w.fixedMhz], w.guardKhz)).toEqual([]);
    expect(radioTooNear([...set, ...w.fixedMhz], w.spacingKhz)).toEqual([]);
    for (const f of set) expect(f >= w.lowMhz - 1e-9 && f <= w.highMhz + 1e-9, String(f)).toBe(true);
  };
  it('evenly spaced carriers disturb each other', () => {
    const clashes = radioClashes([606, 607, 608], 50);
    expect(clashes.map((c) => c.victimMhz).sort()).toEqual([606, 608]);
    expect(radioClashes([606, 607.3, 609.5], 50)).toEqual([]);
    // 606 + 609 − 607 = 608.
    expect(radioClashes([606, 607, 608.01, 609], 20).some((c) => c.from.length === 3)).toBe(true);
    expect(radioClashes([600, 601, 603], 10, true).some((c) => c.order === 5)).toBe(true);
  });
  it('a set found is clean when asked again, whatever was asked for', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 10 }),
        fc.integer({ min: 2, max: 40 }),
        fc.constantFrom(0, 25, 50, 100),
        fc.constantFrom(200, 350, 400),
        fc.integer(),
        (count, wide, guardKhz, spacingKhz, seed) => {
          const w = wish({ count, highMhz: 606 + wide, guardKhz, spacingKhz, seed, tries: 60 });
          const set = cleanSet(w);
          if (set === null) return;
          expect(set).toHaveLength(count);
          clean(set, w);
        },
      ),
      { numRuns: sampled(60, 20) },
    );
  });
  it('goes round carriers that can’t be tuned', () => {
    const w = wish({ count: 5, highMhz: 630, fixedMhz: [607.7, 612.125] });
    const set = cleanSet(w);
    expect(set).not.toBeNull();
    clean(set ?? [], w);
  });
  it('steps of 12.5 kHz are what they are, and said in full', () => {
    const [clash] = radioClashes([606.0125, 606.5125, 607.0125], 5);
    expect(clash).toMatchObject({ victimMhz: 607.0125, productMhz: 607.0125 });
    expect(clash!.words).toBe('2 × 606.5125 − 606.0125 = 607.0125 MHz falls on 607.0125 MHz');
    const set = cleanSet(wish({ count: 3, lowMhz: 606.0125, highMhz: 610, stepKhz: 12.5 }))!;
    for (const f of set) expect(((f - 606.0125) * 1e6) % 12_500).toBeCloseTo(0, 3);
  });
  it('one frequency twice is a clash by itself, each time once', () => {
    expect(radioClashes([606, 606, 610.3], 50)).toMatchObject([
      { victimMhz: 606, order: 1, words: '606.000 MHz is there twice' },
    ]);
    expect(radioClashes([606, 606, 606], 0).filter((c) => c.order === 1)).toHaveLength(2);
  });
  it('fixed carriers that disturb each other leave no clean set', () => {
    expect(cleanSet(wish({ count: 1, fixedMhz: [606, 607, 608] }))).toBeNull();
    expect(cleanSet(wish({ count: 1, fixedMhz: [606, 607, 608.3] }))).not.toBeNull();
  });
  it('where there is little to choose from, “none” is after every choice: against trying them all', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 0, max: 24 }), { maxLength: 2 }),
        fc.integer({ min: 2, max: 4 }),
        fc.integer({ min: 5, max: 12 }),
        (fixed, count, slots) => {
          const w = wish({
            count,
            lowMhz: 606,
            highMhz: 606 + slots * 0.1,
            stepKhz: 100,
            spacingKhz: 100,
            guardKhz: 40,
            fixedMhz: fixed.map((i) => 605 + i * 0.13),
            tries: 1,
          });
          const places = Array.from({ length: slots + 1 }, (_, i) => Math.round((606 + i * 0.1) * 1e4) / 1e4);
          const any = (from: number, set: number[]): boolean => {
            if (radioClashes([...w.fixedMhz, ...set], w.guardKhz).length > 0) return false;
            if (set.some((f) => [...w.fixedMhz, ...set].some((g) => g !== f && Math.abs(g - f) * 1000 < 100 - 1e-6)))
              return false;
            if (set.length === count) return true;
            return places.slice(from).some((f, i) => any(from + i + 1, [...set, f]));
          };
          expect(cleanSet(w) !== null).toBe(any(0, []));
        },
      ),
      { numRuns: sampled(60, 20) },
    );
  });
  it('the same seed, the same set; what can’t be is not found rather than nearly found', () => {
    const w = wish({ count: 6, highMhz: 626, fixedMhz: [610] });
    expect(cleanSet(w)).toEqual(cleanSet(w));
    expect(cleanSet(wish({ count: 12, highMhz: 607, tries: 50 }))).toBeNull();
  });
  it('24 carriers in 40 MHz: found clean, or said not to be found', () => {
    const w = wish({ count: 24, highMhz: 646, guardKhz: 50, spacingKhz: 75 });
    const set = cleanSet(w);
    expect(set).not.toBeNull();
    clean(set ?? [], w);
  });
});

describe('finding a fault', () => {
  it('swaps one at a time, cables first, until it is gone', () => {
    const first = isolate(SOUND_CHAIN, []);
    expect(first.next).toBe('microphone cable');
    const second = isolate(SOUND_CHAIN, [{ part: 'microphone cable', still: true }]);
    expect(second.next).toBe('cable to the recorder');
    expect(second.suspects).not.toContain('microphone cable');
    expect(isolate(SOUND_CHAIN, [{ part: 'receiver', still: false }])).toMatchObject({ found: 'receiver', next: null });
  });
  it('ends for any chain, having named each part once at the most', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.string({ minLength: 1, maxLength: 8 }), { minLength: 1, maxLength: 12 }),
        (chain) => {
          const steps: { part: string; still: boolean }[] = [];
          for (let i = 0; i <= chain.length; i += 1) {
            const { next } = isolate(chain, steps);
            if (next === null) break;
            expect(steps.some((s) => s.part === next)).toBe(false);
            steps.push({ part: next, still: true });
          }
          expect(steps).toHaveLength(chain.length);
          expect(isolate(chain, steps).words).toMatch(/outside the chain/);
        },
      ),
    );
  });
});

describe('the prompter', () => {
  it('words over pace, a breath at each blank line', () => {
    expect(readingSeconds('one two three four', 120)).toBe(2);
    expect(readingSeconds('one two\n\nthree four', 120)).toBeCloseTo(2.7, 9);
    expect(measuredWpm(130, 60)).toBe(130);
    expect(measuredWpm(5, 60)).toBeNull();
  });
  it('tells what came in and what went out, and makes the new one of the old', () => {
    const [a, b] = ['Welcome. Nine bells. Good night.', 'Welcome. Ten bells, now. Good night.'];
    expect(draftDiff(a, b).filter((d) => d.kind !== 'same')).toEqual([
      { kind: 'out', text: 'Nine bells.' },
      { kind: 'in', text: 'Ten bells, now.' },
    ]);
    const sentence = fc.constantFrom('One.', 'Two.', 'Three.', 'Four!');
    fc.assert(
      fc.property(fc.array(sentence, { maxLength: 8 }), fc.array(sentence, { maxLength: 8 }), (x, y) => {
        const diff = draftDiff(x.join(' '), y.join(' '));
        expect(diff.filter((d) => d.kind !== 'out').map((d) => d.text)).toEqual(y);
        expect(diff.filter((d) => d.kind !== 'in').map((d) => d.text)).toEqual(x);
      }),
    );
  });
});
