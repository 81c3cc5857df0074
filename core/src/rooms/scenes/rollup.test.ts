import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  SCENE_STYLES,
  differences,
  linksOf,
  mirrorTroubles,
  rollup,
  scriptTimes,
  shotListLines,
  shotMinutes,
  takesFor,
} from './index.ts';
import { sceneRow, shotRow } from './testing.ts';

describe('the schools of covering a scene', () => {
  const shot = shotRow('3A', { rehearseMin: 4, resetMin: 1, takesPlanned: 4, takeLengthMin: 1, turnMin: 0.5 });
  it('change rehearsal and takes', () => {
    expect(SCENE_STYLES.map((s) => [takesFor(shot, s), shotMinutes(shot, s)])).toEqual([
      [4, 11],
      [6, 18],
      [2, 6],
    ]);
  });
  it('never change what was said outright, and always leave a take', () => {
    fc.assert(
      fc.property(fc.constantFrom(...SCENE_STYLES), fc.integer({ min: 1, max: 99 }), (style, takesPlanned) => {
        expect(shotMinutes({ ...shot, takesPlanned, minutesOverride: 7 }, style)).toBe(7);
        expect(takesFor({ takesPlanned }, style)).toBeGreaterThanOrEqual(1);
        expect(Number.isInteger(takesFor({ takesPlanned }, style))).toBe(true);
      }),
    );
  });
});

describe('what shots add up to', () => {
  const scenes = [sceneRow(), sceneRow({ id: 'many', number: '4', style: 'many', placeId: 'floor' })];
  const shots = [
    shotRow('3A', {
      minutesOverride: 10,
      setupId: 'L1',
      side: 'left',
      personIds: ['ilse'],
      faceNeeded: true,
      priority: 'must',
    }),
    shotRow('3B', { minutesOverride: 5, setupId: 'L1', side: 'Left', personIds: ['ilse', 'dov'], faceNeeded: true }),
    shotRow('3C', { minutesOverride: 5, setupId: 'L1', side: 'right', size: 'insert', personIds: ['ilse'] }),
    shotRow('4A', {
      sceneId: 'many',
      minutesOverride: null,
      rehearseMin: 2,
      resetMin: 0,
      takesPlanned: 4,
      takeLengthMin: 1,
      turnMin: 0,
      happensOnce: true,
    }),
    shotRow('3D', { minutesOverride: 99, dropped: true }),
  ];
  it('is minutes, takes, set-ups, people, inserts, musts', () => {
    const sums = rollup(shots, scenes);
    expect(sums).toMatchObject({ shots: 4, minutes: 10 + 5 + 5 + 3, takes: 3 + 3 + 3 + 2, setups: 3 });
    expect([...sums.peopleMin]).toEqual([
      ['ilse', 20],
      ['dov', 5],
    ]);
    expect(sums.inserts.map((s) => s.code)).toEqual(['3C', '4A']);
    expect(sums.musts.map((s) => s.code)).toEqual(['3A']);
    expect(sums.once.map((s) => s.code)).toEqual(['4A']);
  });
  it('of two lists is what they add up to together', () => {
    fc.assert(
      fc.property(fc.subarray(shots), (some) => {
        const rest = shots.filter((s) => !some.includes(s));
        const [a, b, all] = [some, rest, shots].map((list) => rollup(list, scenes));
        expect((a?.minutes ?? 0) + (b?.minutes ?? 0)).toBe(all?.minutes);
        expect((a?.takes ?? 0) + (b?.takes ?? 0)).toBe(all?.takes);
        expect((a?.setups ?? 0) + (b?.setups ?? 0)).toBeGreaterThanOrEqual(all?.setups ?? 0);
      }),
    );
  });
  it('a page plays a minute; words are read at a pace', () => {
    const words = Array.from({ length: 300 }, () => 'iron').join(' ');
    expect(scriptTimes({ eighths: 12, script: words }, 150)).toEqual({ screenS: 90, words: 300, readingS: 120 });
    expect(scriptTimes({ eighths: 0, script: '— … !' }, 150).words).toBe(0);
  });
});

describe('shots that belong together', () => {
  const one = shotRow('3B', { size: 'mcu', lens: '85 mm', facing: 'right' });
  const other = shotRow('9B', { size: 'mcu', lens: '85 mm', facing: 'left', side: 'west' });
  const words = (_key: unknown, value: unknown) => String(value ?? '');
  it('match when they face opposite ways in one size through one lens', () =>
    expect(mirrorTroubles(one, other)).toEqual([]));
  it.each([
    [{ facing: 'right' as const }, /one must face left and the other right/],
    [{ facing: null }, /9B: where it faces is not said/],
    [{ size: 'cu' as const }, /the same size is believed/],
    [{ lens: '50 mm' }, /the same lens/],
  ])('%j is named', (fields, message) =>
    expect(mirrorTroubles(one, { ...other, ...fields }).join(' ')).toMatch(message),
  );
  it('show what is different, both ways', () => {
    expect(differences(one, other, words).map((d) => [d.field, d.one, d.other])).toEqual([
      ['Faces', 'right', 'left'],
      ['Side', '–', 'west'],
    ]);
    expect(differences(one, one, words)).toEqual([]);
  });
  it('are found from either of them', () => {
    const link = {
      id: 'l',
      productionId: '',
      version: 1,
      deletedAt: null,
      kind: 'mirror' as const,
      shotId: one.id,
      otherShotId: other.id,
      change: '',
    };
    expect(linksOf(one, [link], [one, other])[0]?.other).toBe(other);
    expect(linksOf(other, [link], [one, other])[0]?.other).toBe(one);
    expect(linksOf(other, [link], [other])).toEqual([]);
  });
});

describe('lines of the printed list', () => {
  it('say everything in words, with the newest board', () => {
    const picture = (id: string, position: number) => ({
      id,
      productionId: '',
      version: 1,
      deletedAt: null,
      role: 'board' as const,
      shotId: 'shot-3A',
      fileHash: null,
      strokes: [],
      caption: '',
      widthPx: 16,
      heightPx: 9,
      position,
    });
    const [line] = shotListLines(
      [
        shotRow('3A', {
          size: 'mcu',
          lens: '50 mm',
          support: 'slider',
          movement: 'in',
          fps: 100,
          side: 'left',
          setupId: 'l1',
          personIds: ['ilse'],
          minutesOverride: 12,
        }),
      ],
      {
        people: [{ id: 'ilse', shortName: 'Ilse' }],
        setups: [{ id: 'l1', code: 'L1' }],
        scenes: [sceneRow()],
        pictures: [picture('new', 5), picture('old', 1)],
      },
    );
    expect(line).toMatchObject({
      size: 'medium close',
      how: '50 mm · slider, in · 100 fps · left side',
      people: 'Ilse',
      light: 'L1',
      length: '12\u00a0min, 3\u00a0×',
    });
    expect(line?.board?.id).toBe('new');
  });
});
