import { describe, expect, it } from 'vitest';
import type { ProgramCut } from '../../rooms/cover/index.ts';
import { otioOf } from '../../rooms/lineup/index.ts';
import {
  conformCut,
  dayLine,
  exportFiles,
  exportLine,
  fileTimeS,
  liveCutFiles,
  takeCode,
  type ExportSources,
  type PlacedClip,
} from './index.ts';
import { bellMorning } from './testing.ts';

const { sources, demo, day, takes } = bellMorning();
const line = dayLine(sources, day.id);
const asked: ExportSources = {
  ...{ title: 'The Ninth Bell', rate: '25', zone: day.timeZone, shots: demo.shots, scenes: demo.scenes },
  sounds: new Map(line.placed.map((c) => [c.clip.id, { reel: `REEL ${c.card.label}`, channels: 2 }])),
};
/** As much of a made line as is looked at here. */
interface Made {
  tracks: {
    children: { name: string; children: { source_range: { duration: { value: number } } }[] }[];
  };
}
const ninth = takes.find((t) => takeCode(t, demo) === '7B-3')!;

describe('a part of a line', () => {
  it('of a take is all that lies over it, on a lane a device; of a scene its takes; of the day all', () => {
    const one = exportLine(line, asked, { of: 'take', takeId: ninth.id })!;
    expect(one.name).toBe('7B-3');
    expect(new Set(one.json.devices.map((d) => one.shape.about(d.file).lane))).toEqual(new Set(['A', 'B', 'C', 'S']));
    expect(one.json.files[0]).toMatchObject({ channels: 2, reel: expect.stringMatching(/^REEL/) });
    // Times of the day, not of a line of its own.
    expect(one.shape.startFrame).toBeGreaterThan(10 * 3600 * 25);
    const sceneId = demo.shots.find((s) => s.code === '7B')!.sceneId;
    const scene = exportLine(line, asked, { of: 'scene', sceneId })!;
    const all = exportLine(line, asked, { of: 'day' })!;
    expect(one.json.devices.length).toBeLessThan(scene.json.devices.length);
    expect(scene.json.devices.length).toBeLessThan(all.json.devices.length);
    expect(all.json.devices).toHaveLength(line.placed.length);
    expect(exportLine(line, asked, { of: 'take', takeId: 'none' })).toBeNull();
    expect(exportFiles(line, asked, { of: 'take', takeId: 'none' }, 'otio')).toEqual([]);
  });
  it('says in every file what is only about there, and names what nobody knows the length of', () => {
    const rough = { ...line, placed: line.placed.map((c) => (c.device === 'A' ? { ...c, rough: true } : c)) };
    const text = (kind: 'otio' | 'edl' | 'csv' | 'json') =>
      exportFiles(rough, asked, { of: 'day' }, kind)
        .map((f) => f.text)
        .join('');
    const count = line.placed.filter((c) => c.device === 'A').length;
    expect(text('otio').match(/"onlyAbout": true/g)).toHaveLength(count);
    expect(text('json').match(/"onlyAbout": true/g)).toHaveLength(count);
    expect(text('edl').match(/ONLY ABOUT HERE/g)).toHaveLength(count);
    expect(text('csv').match(/,yes\r/g)).toHaveLength(count);
    expect(exportFiles(line, asked, { of: 'day' }, 'csv')[0]!.text).not.toContain('Only about');
    const [first] = line.placed;
    const unknown = { ...line, placed: line.placed.map((c) => (c === first ? { ...c, durationS: null } : c)) };
    const { json } = exportLine(unknown, asked, { of: 'day' })!;
    expect(json.unplaced).toEqual([
      { file: `${first!.card.label}/${first!.clip.path}`, reason: 'Its length is not known.' },
    ]);
    const read = { ...asked, sounds: new Map([[first!.clip.id, { reel: '', channels: 1, durationS: 12 }]]) };
    expect(exportLine(unknown, read, { of: 'day' })!.json.unplaced).toEqual([]);
  });
  it('a recorder that ran on through several takes is in each of them', () => {
    const sound = line.placed.find((c) => c.isSound && c.take?.id === ninth.id)!;
    const other = takes.find((t) => takeCode(t, demo) === '7B-1')!;
    const long = { ...sound, startMs: other.rolledAtMs - 1000 };
    const ran = { ...line, placed: line.placed.map((c) => (c === sound ? long : c)) };
    const files = exportLine(ran, asked, { of: 'take', takeId: other.id })!.json.devices.map((d) => d.file);
    expect(files).toContain(`S001/${sound.clip.path}`);
  });
  it('has marks where stars were, at the time of each file, and says by what it is placed', () => {
    const { json, shape } = exportLine(line, asked, { of: 'take', takeId: ninth.id })!;
    const otio = JSON.stringify(otioOf(json, '25', shape));
    expect(otio).toContain('"Marker.2"');
    expect(otio).toContain('"placedBy":"timecode"');
    const c = line.placed.find((x) => x.take?.id === ninth.id && x.device === 'A')!;
    const star = shape.about(`A002/${c.clip.path}`).marks.find((m) => m.kind === 'star')!;
    expect(c.startMs + star.atS * 1000).toBeCloseTo(ninth.stars[0]!.atMs, 0);
  });
  it('one track a device holds all its clips of the day, gaps between them, none over another', () => {
    const { json, shape } = exportLine(line, asked, { of: 'day' })!;
    const { tracks } = otioOf(json, '25', shape) as Made;
    expect(tracks.children.map((t) => t.name).sort()).toEqual(['A', 'B', 'C', 'S']);
    for (const t of tracks.children)
      for (const c of t.children) expect(c.source_range.duration.value).toBeGreaterThan(0);
    const twice = json.files.slice(0, 2).map((f) => f.file);
    const over = { ...json, devices: json.devices.map((d) => (d.file === twice[1] ? { ...d, offsetMs: 0 } : d)) };
    const made = otioOf(over, '25', {
      ...shape,
      about: (f) => ({ ...shape.about(f), lane: 'A' }),
    }) as Made;
    expect(made.tracks.children.map((t) => t.name)).toContain('A (2)');
  });
  it('as edit lists is one a device, and several where one can’t hold it', () => {
    const lists = exportFiles(line, asked, { of: 'day' }, 'edl');
    expect(lists.filter((f) => f.name.endsWith('.edl')).map((f) => f.name)).toEqual([
      'day S.edl',
      'day A.edl',
      'day B.edl',
      'day C.edl',
    ]);
    expect(lists.at(-1)!.name).toBe('day reels.csv');
  });
});

describe('the live cut', () => {
  const a = line.placed.find((c) => c.device === 'A' && c.take?.id === ninth.id)!;
  const cut = (input: string, fromS: number, toS: number | null, more: Partial<ProgramCut> = {}): ProgramCut => ({
    ...{ input, cameraId: demo.cameras.find((c) => c.letter === input)?.id ?? null, transition: 'cut' },
    ...{ atMs: a.startMs + fromS * 1000, toMs: toS === null ? null : a.startMs + toS * 1000, ...more },
  });
  const delays = new Map([[a.deviceId, 80]]);
  const conform = (...cuts: ProgramCut[]) => conformCut(cuts, line.placed, (id) => delays.get(id) ?? 0);
  it('is taken out of each camera’s own recording, the delay of a wireless input undone', () => {
    const [one] = conform(cut('A', 5, 9)) as [ReturnType<typeof conform>[number]];
    expect(one.parts.map((p) => p.clip.clip.id)).toEqual([a.clip.id]);
    expect(fileTimeS(a, one.fromMs)).toBeCloseTo(4.92, 6);
    expect(one.missing).toEqual([]);
    const [list] = liveCutFiles([one], asked);
    expect(list!.text).toContain('80 MS OF THE WAY TO THE SWITCHER TAKEN OFF');
  });
  it('goes on over midnight', () => {
    const midnight = a.startMs + 3000;
    const at = new Date(midnight - (midnight % 86_400_000) + 86_400_000).getTime();
    const late = { ...a, startMs: at - 3000, endMs: at + 9000 };
    const over = conformCut([cut('A', 0, 0, { atMs: at - 2000, toMs: at + 4000 })], [late], () => 0);
    expect(liveCutFiles(over, { ...asked, zone: 'UTC' })[0]!.text).toContain('23:59:58:00 00:00:04:00');
  });
  it('names what no recording holds: before it, after it, between two, and what has no camera', () => {
    const before = conform(cut('A', -10, 3))[0]!;
    expect(before.missing).toEqual([{ fromMs: before.fromMs, toMs: a.startMs }]);
    const gap: PlacedClip[] = [
      { ...a, endMs: a.startMs + 4000 },
      { ...a, startMs: a.startMs + 6000 },
    ];
    const [split] = conformCut([cut('A', 1, 9)], gap, () => 0) as [ReturnType<typeof conform>[number]];
    expect(split.parts).toHaveLength(2);
    expect(split.missing.map((m) => m.toMs - m.fromMs)).toEqual([2000]);
    const rest = conform(cut('graphics', 3, 4), cut('D', 4, 5), cut('A', 5, null));
    expect(rest).toHaveLength(2);
    const files = liveCutFiles(
      [...rest, cut('A', 5, 6, { transition: 'mix' })].flatMap((c) => ('parts' in c ? [c] : conform(c))),
      asked,
    );
    const missing = files.find((f) => f.name.endsWith('not in recordings.csv'))!.text;
    expect(missing).toContain('no camera: it is in no recording');
    expect(missing).toContain('no recording of it holds this');
    expect(files[0]!.text).toContain('A MIX, WRITTEN AS A CUT');
  });
  it('of more than 999 stretches is several lists', () => {
    const many = Array.from({ length: 1001 }, (_, i) => cut('A', i * 0.02 + 1, i * 0.02 + 1.02));
    const names = liveCutFiles(conform(...many), asked).map((f) => f.name);
    expect(names.slice(0, 2)).toEqual(['live cut 1 of 2.edl', 'live cut 2 of 2.edl']);
  });
});
