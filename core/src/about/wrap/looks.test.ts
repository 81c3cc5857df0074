import { describe, expect, it } from 'vitest';
import type { Clip, ClipLook } from '../../rooms/copies/index.ts';
import { clipFindings, type LookSources } from './index.ts';

const LOOK: ClipLook = {
  ...{ atMs: 0, sizeBytes: 9, opens: true, playsMs: 60_000, hasPicture: true, hasSound: true },
  ...{ peakDb: -12, brightest: 200, frames: 8, unsure: '' },
};
const sources = (look: Partial<ClipLook> | null, more: Partial<LookSources> = {}): LookSources => ({
  clips: [
    {
      id: 'x',
      cardId: 'card',
      name: 'A001C001.mov',
      sizeBytes: 9,
      rate: '25',
      looked: look && { ...LOOK, ...look },
    } as Clip,
  ],
  cards: [{ id: 'card', label: 'A001', cameraId: 'a' }],
  ...{ shots: [{ id: 's', fps: null }], soundRoutes: [{ boxId: 'box' }], soundBoxes: [{ id: 'box', cameraId: 'a' }] },
  takes: [{ id: 't', shotId: 's', rolledAtMs: 0, cutAtMs: 61_000, rollsOn: false, continuesTakeId: null }],
  matches: [{ takeId: 't', letter: 'A', clipId: 'x', by: 'name' }],
  rate: '25',
  ...more,
});
const kinds = (look: Partial<ClipLook> | null, more?: Partial<LookSources>) =>
  clipFindings(sources(look, more)).map((f) => f.kind);

describe('what a look found', () => {
  it('nothing, of a clip that is as it should be, and of one that nobody looked into', () => {
    expect(kinds({})).toEqual([]);
    expect(kinds(null)).toEqual([]);
    expect(
      kinds({ opens: null, playsMs: null, hasPicture: null, hasSound: null, peakDb: null, brightest: null, frames: 0 }),
    ).toEqual([]);
  });
  it('nothing of a file that was looked into when it had another size', () =>
    expect(kinds({ opens: false, sizeBytes: 8 })).toEqual([]));
  it('one that does not open is a danger, and nothing else is said of it', () => {
    expect(clipFindings(sources({ opens: false, peakDb: -120 }))).toMatchObject([{ kind: 'closed', level: 'danger' }]);
  });
  it('silence where sound was planned; not where none was, nor off speed', () => {
    expect(kinds({ peakDb: -120 })).toEqual(['silent']);
    expect(kinds({ hasSound: false, peakDb: null })).toEqual(['silent']);
    expect(kinds({ peakDb: -120 }, { soundBoxes: [{ id: 'box', cameraId: 'b' }] })).toEqual([]);
    expect(kinds({ peakDb: -120 }, { soundRoutes: [] })).toEqual(['silent']);
    expect(kinds({ peakDb: -120 }, { shots: [{ id: 's', fps: 100 }] })).toEqual([]);
    // A recorder’s file has no picture and should sound.
    expect(
      kinds(
        { peakDb: -120, hasPicture: false, frames: 0, brightest: null },
        { cards: [{ id: 'card', label: 'S001', cameraId: null }] },
      ),
    ).toEqual(['silent']);
  });
  it('black in all frames looked at; one that is lit anywhere is not', () => {
    expect(kinds({ brightest: 16 })).toEqual(['black']);
    expect(kinds({ brightest: 60 })).toEqual([]);
    expect(kinds({ brightest: 0, frames: 0 })).toEqual([]);
  });
  it('shorter than its take by more than a little; not where the roll went on in another file', () => {
    expect(kinds({ playsMs: 40_000 })).toEqual(['short']);
    expect(kinds({ playsMs: 58_500 })).toEqual([]);
    const on = sources({}).takes.map((t) => ({ ...t, rollsOn: true }));
    expect(kinds({ playsMs: 40_000 }, { takes: on })).toEqual([]);
    expect(kinds({ playsMs: 40_000 }, { matches: [] })).toEqual([]);
  });
  it('another rate than the job’s; what reads differently and is the same is none', () => {
    expect(kinds({}, { rate: '24' })).toEqual(['rate']);
    expect(kinds({}, { rate: '25', clips: [{ ...sources({}).clips[0]!, rate: 'none that is known' }] })).toEqual([]);
  });
});
