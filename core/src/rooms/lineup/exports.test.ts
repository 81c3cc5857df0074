import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { edlOf, lineCsvOf, lineCuts, otioOf, reelNames, type LineFile, type LineJson } from './index.ts';

const file = (name: string, more: Partial<LineFile> = {}): LineFile => ({
  ...{ file: name, durationS: 60, rate: null, startTimecode: null, channels: 2, reel: '' },
  ...more,
});
const line = (more: Partial<LineJson> = {}): LineJson => ({
  files: [
    file('day 1/A001.mov', { rate: '25', startTimecode: '10:00:00:00', reel: 'A001' }),
    file('day 1/B001.mov', { rate: '25', startTimecode: '11:00:07:05', reel: 'B001' }),
    file('sound.wav', { durationS: 90 }),
    file('phone.m4a'),
  ],
  pairs: [],
  devices: [
    { file: 'sound.wav', offsetMs: 0, driftPpm: 0, component: 0 },
    { file: 'day 1/A001.mov', offsetMs: -4000, driftPpm: 2.5, component: 0 },
    { file: 'day 1/B001.mov', offsetMs: 1013, driftPpm: -31, component: 0 },
  ],
  unplaced: [{ file: 'phone.m4a', reason: 'no common sound' }],
  ...more,
});
interface Otio {
  OTIO_SCHEMA: string;
  name: string;
  children: Otio[];
  tracks: Otio;
  kind: string;
  source_range: { duration: { value: number; rate: number }; start_time: { value: number } };
  media_references: Record<string, { target_url: string }>;
  metadata: { kavrell?: { driftPpm: number; laterThanFrameMs: number; notOnThisLine: string[] } };
}

describe('a line in frames', () => {
  it('counts from the earliest, says what the frame grid leaves over, takes a file’s own timecode', () => {
    const { cuts, apart } = lineCuts(line(), '25');
    expect(cuts.map((c) => [c.file.file, c.recordFrame, c.sourceFrame, c.frames])).toEqual([
      ['day 1/A001.mov', 0, 900_000, 1500],
      ['sound.wav', 100, 0, 2250],
      ['day 1/B001.mov', 125, 990_180, 1500],
    ]);
    expect(cuts[2]!.restMs).toBeCloseTo(13, 6);
    expect(apart).toEqual(['phone.m4a']);
  });
  it('leaves a timecode of another rate alone, and refuses a line with nothing on it, or with a stranger', () => {
    expect(lineCuts(line(), '30').cuts.every((c) => !c.hasTimecode)).toBe(true);
    expect(() => lineCuts(line({ devices: [] }), '25')).toThrow('Nothing is on this line');
    const strange = [{ file: 'x.wav', offsetMs: 0, driftPpm: 0, component: 0 }];
    expect(() => lineCuts(line({ devices: strange }), '25')).toThrow('“x.wav” is on the line and not among the files.');
  });
  it('no frame is farther off than half of one, whatever the rate', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('23.976', '25', '29.97df', '59.94', '60'),
        fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 1, maxLength: 8 }),
        (rate, offsets) => {
          const devices = offsets.map((offsetMs, i) => ({ file: `${i}`, offsetMs, driftPpm: 0, component: 0 }));
          const { cuts, rate: r } = lineCuts({ ...line(), devices, files: devices.map((d) => file(d.file)) }, rate);
          const frameMs = (1000 * r.den) / r.num;
          const first = Math.min(...offsets);
          for (const c of cuts) {
            const { offsetMs } = devices.find((d) => d.file === c.file.file)!;
            expect(Math.abs(c.restMs)).toBeLessThanOrEqual(frameMs / 2 + 1e-6);
            expect(c.recordFrame * frameMs + c.restMs).toBeCloseTo(offsetMs - first, 3);
          }
        },
      ),
      { numRuns: 60, seed: 5 },
    );
  });
});

describe('as OpenTimelineIO', () => {
  it('has a track a file, gaps that are said, media by where they lie, and what is not on it', () => {
    const made = otioOf(line(), '25') as unknown as Otio;
    expect([made.OTIO_SCHEMA, made.tracks.OTIO_SCHEMA]).toEqual(['Timeline.1', 'Stack.1']);
    expect(made.metadata.kavrell!.notOnThisLine).toEqual(['phone.m4a']);
    const [a, sound, b] = made.tracks.children as [Otio, Otio, Otio];
    expect([a, sound, b].map((t) => [t.OTIO_SCHEMA, t.kind, t.children.map((c) => c.OTIO_SCHEMA)])).toEqual([
      ['Track.1', 'Video', ['Clip.2']],
      ['Track.1', 'Audio', ['Gap.1', 'Clip.2']],
      ['Track.1', 'Video', ['Gap.1', 'Clip.2']],
    ]);
    expect(b.children[0]!.source_range.duration).toMatchObject({ value: 125, rate: 25 });
    const clip = b.children[1]!;
    expect(clip.source_range.start_time.value).toBe(990_180);
    expect(clip.media_references.DEFAULT_MEDIA!.target_url).toBe('day%201/B001.mov');
    expect(clip.metadata.kavrell).toMatchObject({ driftPpm: -31 });
    const absolute = line({
      files: [file('/m/A.wav')],
      devices: [{ file: '/m/A.wav', offsetMs: 0, driftPpm: 0, component: 0 }],
    });
    const one = otioOf(absolute, '25') as unknown as Otio;
    expect(one.tracks.children[0]!.children[0]!.media_references.DEFAULT_MEDIA!.target_url).toBe('file:///m/A.wav');
  });
});

describe('as edit lists', () => {
  it('one a file, on one record line, with names of eight characters', () => {
    const files = edlOf(line(), '25');
    expect(files.map((f) => f.name)).toEqual(['A001.edl', 'SOUND.edl', 'B001.edl', 'reels.csv']);
    expect(files[2]!.text.split('\r\n').slice(0, 5)).toEqual([
      'TITLE: B001',
      'FCM: NON-DROP FRAME',
      '',
      '001  B001     V     C        11:00:07:05 11:01:07:05 01:00:05:00 01:01:05:00',
      '* FROM CLIP NAME: B001.mov',
    ]);
    expect(files[2]!.text).toContain('* KAVRELL DRIFT PPM: -31.00');
    expect(files[1]!.text).toContain('NO TIMECODE IN THE FILE');
  });
  it('counts in drop-frame where that is the rate, and says so', () => {
    const one = line({
      files: [file('A.mov', { rate: '30000/1001df', startTimecode: '00:00:59;28', durationS: 10, reel: 'A' })],
      devices: [{ file: 'A.mov', offsetMs: 0, driftPpm: 0, component: 0 }],
    });
    const [list] = edlOf(one, '29.97df');
    expect(list!.text).toContain('FCM: DROP FRAME');
    expect(list!.text).toContain('00:00:59;28 00:01:10;00 01:00:00;00 01:00:10;00');
    expect(edlOf(one, '29.97df')).toHaveLength(1);
  });
  it('refuses a line of more than a day', () => {
    const long = line({
      files: [file('A.wav', { durationS: 86_000 })],
      devices: [{ file: 'A.wav', offsetMs: 0, driftPpm: 0, component: 0 }],
    });
    expect(() => edlOf(long, '25')).toThrow('longer than a day');
  });
  it('names are short, plain, and each its own', () => {
    expect(reelNames(['a/interview one.wav', 'interview two.wav', '…', 'A001'])).toEqual([
      ...['INTERVIE', 'INTERVI2', 'REEL', 'A001'],
    ]);
  });
});

describe('as a table', () => {
  it('has every file, placed or not and why', () => {
    const lines = lineCsvOf(line(), '25').trim().split(/\r?\n/);
    expect(lines).toHaveLength(5);
    expect(lines.at(-1)).toBe('phone.m4a,,,,,,,,no common sound');
    expect(lines[1]).toBe('day 1/A001.mov,-4000,2.5,0,0,1500,25,10:00:00:00,');
  });
});
