import { toCsv } from '../../base/formats/index.ts';
import { dateOf, midnightMs } from '../../base/time/index.ts';
import { parseRate, timeOfDayFrames, framesAt, rateName, type Rate } from '../../base/timecode/index.ts';
import {
  edlLists,
  edlOf,
  lineCsvOf,
  otioOf,
  reelTable,
  sourceFrameOf,
  type EdlEvent,
  type ExportFile,
  type FileAbout,
  ONLY_ABOUT,
  type LineJson,
  type LinePair,
  type LineShape,
} from '../../rooms/lineup/index.ts';
import type { Take } from '../../rooms/roll/index.ts';
import type { Scene, Shot } from '../../rooms/scenes/index.ts';
import { VERDICT_WORDS } from '../wrap/index.ts';
import type { LineClip } from './clips.ts';
import { foundPair } from './edges.ts';
import type { DayLine, PlacedClip } from './line.ts';
import { fileTimeS, type ConformedCut } from './liveCut.ts';

/** What an export is of: the whole day, one take, or all takes of one scene. */
export type LineScope = { of: 'day' } | { of: 'take'; takeId: string } | { of: 'scene'; sceneId: string };

export interface ExportSources {
  title: string;
  rate: string;
  zone: string;
  shots: readonly Pick<Shot, 'id' | 'code' | 'sceneId'>[];
  scenes: readonly Pick<Scene, 'id' | 'number' | 'title'>[];
  /** What a run read of each clip, by id: its reel and channels; without it they are unknown. */
  sounds: ReadonlyMap<string, { reel: string; channels: number; durationS?: number }>;
}

/** What a take is called: `7C-2`. */
export function takeCode(take: Take, { shots, scenes }: Pick<ExportSources, 'shots' | 'scenes'>): string {
  const shot = shots.find((s) => s.id === take.shotId);
  const code = shot?.code ?? scenes.find((s) => s.id === take.sceneId)?.number ?? 'take';
  return `${code}-${take.wild ? 'wild ' : ''}${take.number}`;
}

const sceneOf = (take: Take, { shots }: Pick<ExportSources, 'shots'>): string | null =>
  shots.find((s) => s.id === take.shotId)?.sceneId ?? take.sceneId;

/** Where a clip lies below the root that whoever edits chooses: as copies lie on drives. */
export const exportPath = ({ card, clip }: Pick<LineClip, 'card' | 'clip'>): string => `${card.label}/${clip.path}`;

/** Of a take is all that lies over it, a recorder that ran on through several too; of a scene, what is of its takes. */
function inScope(
  clip: PlacedClip | LineClip,
  scope: LineScope,
  s: Pick<ExportSources, 'shots'>,
  of: Take | null,
): boolean {
  if (scope.of === 'day') return true;
  if (scope.of === 'scene') return clip.take !== null && sceneOf(clip.take, s) === scope.sceneId;
  if (clip.take?.id === scope.takeId) return true;
  return (
    of !== null && of.cutAtMs !== null && 'startMs' in clip && clip.endMs > of.rolledAtMs && clip.startMs < of.cutAtMs
  );
}

/** How long a clip is: as its card said it, else as a run read it; null: nobody knows. */
const lengthOf = ({ durationS, clip }: LineClip, { sounds }: ExportSources): number | null =>
  durationS ?? (sounds.get(clip.id)?.durationS || null);

/** A part of a day’s line as files are exported from it; null where nothing of it is on the line. */
export function exportLine(
  line: DayLine,
  s: ExportSources,
  scope: LineScope,
): { json: LineJson; shape: LineShape; name: string } | null {
  const of = scope.of === 'take' ? (line.placed.find((c) => c.take?.id === scope.takeId)?.take ?? null) : null;
  const inIt = line.placed.filter((c) => inScope(c, scope, s, of));
  // A clip of no known length is no clip of one frame: it is named as not on the line.
  const placed = inIt.filter((c) => lengthOf(c, s) !== null);
  const unplaced = [
    ...line.unplaced.filter((c) => inScope(c, scope, s, of)),
    ...inIt.filter((c) => lengthOf(c, s) === null).map((c) => ({ ...c, reason: 'Its length is not known.' })),
  ];
  if (placed.length === 0) return null;
  const firstMs = Math.min(...placed.map((c) => c.startMs));
  const rate = parseRate(s.rate);
  const byId = new Map([...placed, ...unplaced].map((c) => [c.clip.id, c]));
  const byPath = new Map(placed.map((c) => [exportPath(c), c]));
  const json: LineJson = {
    files: [...placed, ...unplaced].map((c) => ({
      ...{ file: exportPath(c), durationS: lengthOf(c, s) ?? 0, startTimecode: c.clip.startTimecode },
      rate: c.clip.rate ?? (c.clip.startTimecode ? s.rate : null),
      channels: s.sounds.get(c.clip.id)?.channels ?? 0,
      reel: s.sounds.get(c.clip.id)?.reel ?? '',
    })),
    pairs: line.edges.flatMap((e) => {
      const [a, b] = [byId.get(e.clipId), byId.get(e.otherId)];
      if (!a || !b) return [];
      const { find, hand } = e;
      return [
        {
          ...{ a: exportPath(a), b: exportPath(b), refused: e.aside === null ? null : (find?.refused ?? e.aside) },
          // A hand says where, sound at which time and how both run.
          ...(hand ? said(e.pair) : said(find ? foundPair(find) : e.pair)),
          confidence: find?.confidence ?? 1,
        },
      ];
    }),
    devices: placed.map((c) => ({
      ...{ file: exportPath(c), offsetMs: c.startMs - firstMs, driftPpm: c.driftPpm, component: 0 },
      ...(c.rough ? { onlyAbout: true } : {}),
    })),
    unplaced: unplaced.map((c) => ({ file: exportPath(c), reason: c.reason })),
  };
  const scene = scope.of === 'scene' ? s.scenes.find((x) => x.id === scope.sceneId) : null;
  const name = of ? takeCode(of, s) : scene ? `scene ${scene.number}` : 'day';
  return {
    ...{ json, name },
    shape: {
      title: `${s.title}, ${name}`,
      startFrame: frameAt(firstMs, rate, s.zone),
      about: (file) => aboutOf(byPath.get(file), s),
    },
  };
}

const said = ({ offsetMs, atS, driftPpm }: LinePair) => ({ offsetMs, atS, driftPpm });

/** The frame of the day that an instant is in. */
function frameAt(ms: number, rate: Rate, zone: string): number {
  return timeOfDayFrames(ms - midnightMs(dateOf(ms, zone), zone), rate);
}

function aboutOf(c: PlacedClip | undefined, s: ExportSources): FileAbout {
  if (!c) return { lane: '?', isSound: false, metadata: {}, marks: [] };
  const { take } = c;
  const marks = take
    ? [
        ...take.stars.map((m) => ({ atMs: m.atMs, name: 'starred', kind: 'star' as const })),
        ...take.notes.map((m) => ({ atMs: m.atMs, name: m.text, kind: 'note' as const })),
      ]
    : [];
  return {
    ...{ lane: c.device, isSound: c.isSound },
    metadata: {
      ...{ take: take ? takeCode(take, s) : null, camera: c.isSound ? null : c.device, card: c.card.label },
      ...{ verdict: take?.verdict ? VERDICT_WORDS[take.verdict] : null, placedBy: c.means },
      confidence: Math.round(c.confidence * 100) / 100,
    },
    // A note is written when the take is over: it stands at the end of what there is.
    marks: marks.map(({ atMs, ...m }) => ({
      ...m,
      atS: Math.max(0, Math.min(c.durationS ?? 0, fileTimeS(c, atMs))),
    })),
  };
}

/** A part of a line in one kind of file; several where one can’t hold it. */
export function exportFiles(
  line: DayLine,
  s: ExportSources,
  scope: LineScope,
  kind: 'otio' | 'edl' | 'csv' | 'json',
): ExportFile[] {
  const made = exportLine(line, s, scope);
  if (!made) return [];
  const { json, shape, name } = made;
  if (kind === 'otio')
    return [{ name: `${name}.otio`, text: `${JSON.stringify(otioOf(json, s.rate, shape), null, 1)}\n` }];
  if (kind === 'csv') return [{ name: `${name}.csv`, text: lineCsvOf(json, s.rate) }];
  if (kind === 'json') return [{ name: `${name}.json`, text: `${JSON.stringify(json, null, 1)}\n` }];
  return edlOf(json, s.rate, shape).map((f) => ({ ...f, name: `${name} ${f.name}` }));
}

/** The conformed live cut as edit lists, the table of its reels, and what no recording holds. */
export function liveCutFiles(cuts: readonly ConformedCut[], s: ExportSources): ExportFile[] {
  const rate = parseRate(s.rate);
  const clips = [...new Map(cuts.flatMap((c) => c.parts.map((p) => [p.clip.clip.id, p.clip] as const))).values()];
  const fileOf = (c: PlacedClip) => ({
    ...{ file: exportPath(c), durationS: c.durationS ?? 0, channels: 0, reel: s.sounds.get(c.clip.id)?.reel ?? '' },
    ...{ startTimecode: c.clip.startTimecode, rate: c.clip.rate },
  });
  const { names, table } = reelTable(clips.map(fileOf));
  const events = cuts.flatMap((c) =>
    c.parts.map((p): EdlEvent => {
      const own = sourceFrameOf(fileOf(p.clip), rate);
      const intoFile = framesAt(Math.max(0, fileTimeS(p.clip, p.fromMs) * 1000), rate);
      const [onAirMs, offAirMs] = [p.fromMs + c.delayMs, p.toMs + c.delayMs];
      // Counted on over midnight: the list’s own labels begin anew.
      const midnight = midnightMs(dateOf(onAirMs, s.zone), s.zone);
      const recordFrame = framesAt(onAirMs - midnight, rate);
      return {
        ...{ reel: names.get(exportPath(p.clip)) as string, isSound: false, recordFrame },
        ...{
          sourceFrame: (own ?? 0) + intoFile,
          frames: Math.max(1, framesAt(offAirMs - midnight, rate) - recordFrame),
        },
        comments: [
          `FROM CLIP NAME: ${p.clip.clip.name}`,
          ...(c.cut.transition === 'mix' ? ['KAVRELL: A MIX, WRITTEN AS A CUT: ITS LENGTH WAS NOT NOTED'] : []),
          ...(c.delayMs > 0 ? [`KAVRELL: ${Math.round(c.delayMs)} MS OF THE WAY TO THE SWITCHER TAKEN OFF`] : []),
          ...(p.clip.rough ? [ONLY_ABOUT] : []),
          ...(own === null ? ['KAVRELL: NO TIMECODE OF THIS RATE IN THE FILE, COUNTED FROM 0'] : []),
        ],
      };
    }),
  );
  const missing = toCsv(
    ['From (ms of the day)', 'Length (s)', 'Input', 'Why'],
    cuts.flatMap((c) => {
      const from = (ms: number) => Math.round(ms - midnightMs(dateOf(ms, s.zone), s.zone));
      if (!c.hasCamera)
        return [
          [from(c.fromMs), (c.toMs - c.fromMs) / 1000, c.cut.input || 'black', 'no camera: it is in no recording'],
        ];
      return c.missing.map((m) => [
        from(m.fromMs),
        (m.toMs - m.fromMs) / 1000,
        c.cut.input,
        'no recording of it holds this',
      ]);
    }),
  );
  return [
    ...(events.length > 0 ? edlLists('live cut', `${s.title} LIVE CUT ${rateName(rate)}`, events, rate) : []),
    ...(table ? [{ ...table, name: 'live cut reels.csv' }] : []),
    { name: 'live cut not in recordings.csv', text: missing },
  ];
}
