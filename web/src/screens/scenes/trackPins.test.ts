import { describe, expect, it } from 'vitest';
import { SHOT_DEFAULTS, type Shot, type Track } from '@kavrell/core/scenes';
import { pinColumns, readPin, type PinRow } from './trackPins.tsx';

const base = { productionId: 'p', version: 1, deletedAt: null };
const shot: Shot = { ...base, ...SHOT_DEFAULTS, id: 's', sceneId: 'x', code: '7B', description: '', position: 1 };
const track: Track = {
  ...base,
  ...{
    id: 't',
    name: 'Song',
    kind: 'song',
    rights: '',
    fileHash: null,
    durationS: 60,
    bpm: null,
    firstBeatS: 0,
    beatsPerBar: 4,
  },
  ...{ cues: [], peaks: [], position: 1 },
};
const read = (line: string, atS = 10) => readPin(line, track, [shot], atS).values;

describe('a shot hung on a track by a line', () => {
  it('from and to, from here for five seconds, or all of it', () => {
    expect(read('7b 0:12-0:20')).toEqual({ trackId: 't', shotId: 's', fromS: 12, toS: 20 });
    expect(read('7B')).toMatchObject({ fromS: 10, toS: 15 });
    expect(read('7B all')).toMatchObject({ fromS: 0, toS: 60 });
    expect(read('7B', 58)).toMatchObject({ fromS: 58, toS: 60 });
  });
  it('is refused in words when the shot, or the time, can’t be', () => {
    expect(() => read('9Z')).toThrow('There is no shot 9Z.');
    expect(() => read('')).toThrow('There is no shot of that number.');
    expect(() => read('7B 1:30-1:40')).toThrow('The track ends at 1:00');
    expect(() => read('7B 0:20-0:12')).toThrow('It ends before it starts.');
  });
});

describe('its times in the table', () => {
  const row: PinRow = { ...base, id: 'i', trackId: 't', shotId: 's', fromS: 12, toS: 20, shot };
  const set = (id: string, text: string) =>
    pinColumns(track)
      .find((c) => c.id === id)
      ?.edit?.set(text, row);
  it('are edited within the track, the end after the beginning', () => {
    expect(set('toS', '0:30')).toEqual({ toS: 30 });
    expect(() => set('toS', '0:11')).toThrow('It ends before it starts.');
    expect(() => set('fromS', '0:20')).toThrow('It ends before it starts.');
    expect(() => set('toS', '2:00')).toThrow('The track ends at 1:00');
  });
});
