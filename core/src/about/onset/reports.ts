import { formatInstant, formatMinuteOfDay, formatMinutes, formatRunning } from '../../base/units/index.ts';
import type { Day } from '../../plan/day/index.ts';
import type { Camera } from '../../rooms/camera/index.ts';
import { DELAY_WORDS, KIT_VERDICT_WORDS, lostMinOf, STILL_WORDS, type LogEntry } from '../../rooms/log/index.ts';
import type { Cue } from '../../rooms/cover/index.ts';
import type { Question } from '../../rooms/interview/index.ts';
import type { Person } from '../../rooms/people/index.ts';
import type { Place } from '../../rooms/places/index.ts';
import { remarksOf, type Take } from '../../rooms/roll/index.ts';
import type { Scene, Shot } from '../../rooms/scenes/index.ts';
import type { SoundBox, SoundRoute, SoundSource } from '../../rooms/sound/index.ts';
import { VERDICT_WORDS } from '../wrap/index.ts';

export const REPORT_KINDS = ['camera', 'sound', 'continuity', 'log'] as const;
export type ReportKind = (typeof REPORT_KINDS)[number];
export const REPORT_WORDS: Readonly<Record<ReportKind, string>> = {
  camera: 'Camera report',
  sound: 'Sound report',
  continuity: 'Continuity report',
  log: 'Log of the day',
};

/** A report as a table: every line has as many cells as there are columns. */
export interface ReportTable {
  title: string;
  columns: readonly string[];
  lines: readonly (readonly string[])[];
}

export interface ReportSources {
  day: Day;
  /** Of the day, false starts too. */
  takes: readonly Take[];
  log: readonly LogEntry[];
  shots: readonly Shot[];
  scenes: readonly Scene[];
  cameras: readonly Camera[];
  people: readonly Person[];
  places: readonly Place[];
  boxes: readonly Pick<SoundBox, 'id' | 'name'>[];
  routes: readonly Pick<SoundRoute, 'boxId' | 'sourceId' | 'channel'>[];
  questions: readonly Pick<Question, 'id' | 'words'>[];
  cues: readonly Pick<Cue, 'id' | 'words'>[];
  sources: readonly Pick<SoundSource, 'id' | 'name'>[];
  nowMs: number;
  /** Only what this person did: takes of the cameras they operate, what they logged. Null: all. */
  personId: string | null;
}

/** One of a day’s reports, by the day or by one person. What nobody said stays empty. */
export function reportOf(kind: ReportKind, s: ReportSources): ReportTable {
  const who = s.people.find((p) => p.id === s.personId);
  const made = { camera: cameraReport, sound: soundReport, continuity: continuityReport, log: logReport }[kind](s);
  return { title: who ? `${REPORT_WORDS[kind]}, ${who.name}` : REPORT_WORDS[kind], ...made };
}

type Table = Omit<ReportTable, 'title'>;

const sceneOf = (take: Take, s: ReportSources): Scene | undefined => {
  const shot = s.shots.find((x) => x.id === take.shotId);
  return s.scenes.find((x) => x.id === (shot?.sceneId ?? take.sceneId));
};
const codeOf = (take: Take, s: ReportSources): string =>
  s.shots.find((x) => x.id === take.shotId)?.code ?? sceneOf(take, s)?.title ?? '';
const numberOf = (take: Take): string => `${take.wild ? 'wild ' : ''}${take.number}`;
const lengthOf = (take: Take): string =>
  take.cutAtMs === null ? 'not cut' : formatRunning(take.cutAtMs - take.rolledAtMs);
const verdictOf = (take: Take): string =>
  take.struck
    ? take.struck.into
      ? 'in another take'
      : 'false start'
    : take.verdict
      ? VERDICT_WORDS[take.verdict]
      : '';
const saidOf = (take: Take): string => remarksOf(take).join('; ');

function cameraReport(s: ReportSources): Table {
  const own =
    s.personId === null ? null : new Set(s.cameras.filter((c) => c.operatorId === s.personId).map((c) => c.id));
  return {
    columns: [
      ...['Scene', 'Shot', 'Take', 'Camera', 'Card', 'Clip', 'From', 'To', 'Length'],
      ...['Lens', 'Stop', 'Filter', 'EI', 'Rate', 'Verdict', 'Known by', 'Remarks'],
    ],
    lines: s.takes.flatMap((t) =>
      t.cameras
        .filter((c) => own === null || own.has(c.cameraId))
        .map((c) => [
          ...[sceneOf(t, s)?.number ?? '', codeOf(t, s), numberOf(t), c.letter, c.card ?? '', c.clip ?? ''],
          ...[t.timecodeIn, t.timecodeOut ?? '', lengthOf(t)],
          ...[c.set?.lens ?? '', c.set?.stop ?? '', c.set?.filter ?? '', c.set?.ei ?? '', c.set?.rate ?? ''],
          ...[verdictOf(t), c.evidence === 'reports' ? 'the camera' : 'the log', saidOf(t)],
        ]),
    ),
  };
}

function soundReport(s: ReportSources): Table {
  const tracksOf = (boxId: string): string =>
    s.routes
      .filter((r) => r.boxId === boxId)
      .sort((a, b) => a.channel - b.channel)
      .map((r) => `${r.channel} ${s.sources.find((x) => x.id === r.sourceId)?.name ?? '?'}`)
      .join(', ');
  return {
    columns: ['Scene', 'Shot', 'Take', 'Recorder', 'From', 'To', 'Length', 'Tracks by the patch', 'Verdict', 'Remarks'],
    lines: s.takes.flatMap((t) =>
      t.recorders.map((r) => [
        ...[sceneOf(t, s)?.number ?? '', codeOf(t, s), numberOf(t)],
        s.boxes.find((b) => b.id === r.boxId)?.name ?? 'a recorder that is gone',
        ...[t.timecodeIn, t.timecodeOut ?? '', lengthOf(t), tracksOf(r.boxId), verdictOf(t), saidOf(t)],
      ]),
    ),
  };
}

function continuityReport(s: ReportSources): Table {
  return {
    columns: ['Scene', 'Shot', 'Take', 'From', 'Length', 'Cameras', 'Verdict', 'Starred at', 'To watch', 'Remarks'],
    lines: s.takes.map((t) => {
      const scene = sceneOf(t, s);
      const watch = [scene?.props, scene?.wardrobe, scene?.storyState].filter(Boolean).join('; ');
      return [
        ...[scene?.number ?? '', codeOf(t, s), numberOf(t), t.timecodeIn, lengthOf(t)],
        ...[t.cameras.map((c) => c.letter).join(' '), verdictOf(t)],
        ...[t.stars.map((x) => x.timecode).join(', '), watch, saidOf(t)],
      ];
    }),
  };
}

function logReport(s: ReportSources): Table {
  const who = s.people.find((p) => p.id === s.personId);
  const at = (e: LogEntry) => formatInstant(e.atMs, s.day);
  return {
    columns: ['Time', 'What', 'Minutes', 'Said', 'By'],
    lines: [...s.log]
      .filter((e) => e.dayId === s.day.id && (!who || e.by === who.name || e.by === who.shortName))
      .sort((a, b) => a.atMs - b.atMs)
      .map((e) => [at(e), ...entryWords(e, s), e.by]),
  };
}

/** What an entry of the log is, its minutes, and what was said. */
export function entryWords(
  entry: LogEntry,
  s: Pick<ReportSources, 'scenes' | 'places' | 'cameras' | 'questions' | 'cues' | 'nowMs' | 'people' | 'day'>,
): [string, string, string] {
  const { payload: p } = entry;
  const scene = (id: string | null) => s.scenes.find((x) => x.id === id)?.title ?? 'what came';
  const place = (id: string | null) => s.places.find((x) => x.id === id)?.name ?? 'the place';
  const camera = (id: string) => s.cameras.find((c) => c.id === id)?.letter ?? '?';
  switch (p.kind) {
    case 'began':
      return [`${scene(p.sceneId)} began`, '', ''];
    case 'over':
      return [`${scene(p.sceneId)} was over`, '', ''];
    case 'looked':
      return [`Looked before ${scene(p.sceneId)}`, '', p.red.length > 0 ? `red: ${p.red.join('; ')}` : 'nothing red'];
    case 'left':
      return [
        `Left ${place(p.placeId)}`,
        '',
        [p.undone.length > 0 ? `left: ${p.undone.join('; ')}` : 'all done', p.reason].filter(Boolean).join('. '),
      ];
    case 'ticked':
      return [`${place(p.placeId)}: ${p.what}`, '', ''];
    case 'delay':
      return [
        `Delay: ${DELAY_WORDS[p.cause]}`,
        `${Math.round(lostMinOf(entry, p.lostMin, s.nowMs))}${p.lostMin === null ? ' so far' : ''}`,
        p.words,
      ];
    case 'incident':
      return [p.near ? 'Near miss' : 'Incident', '', `${p.words}. ${p.told ? `Told: ${p.told}` : 'Nobody told yet'}`];
    case 'cardIn':
      return [`Card ${p.label} into ${camera(p.cameraId)}`, '', ''];
    case 'cardOut':
      return [`Card ${p.label} out of ${camera(p.cameraId)}`, '', ''];
    case 'built':
      return ['The light frozen, as the plan had it', '', [...p.lines, p.words].filter(Boolean).join('; ')];
    case 'scope':
      return [
        'More was asked for',
        p.minutes === null ? '' : String(Math.round(p.minutes)),
        `${p.words}${p.askedBy ? `, by ${p.askedBy}` : ''}`,
      ];
    case 'asked':
      return [
        p.starredAt ? `Answer starred at ${p.starredAt}` : 'A question asked',
        '',
        s.questions.find((q) => q.id === p.questionId)?.words ?? '',
      ];
    case 'still':
      return [`Photograph, ${STILL_WORDS[p.about]}`, '', p.watch];
    case 'restarted':
      return [`${camera(p.cameraId)} restarted`, '', ''];
    case 'visited':
      return [`Looked at ${camera(p.cameraId)}`, '', p.words];
    case 'holds':
      return [`${camera(p.cameraId)} ${p.holds ? 'has the picture' : 'lets it go'}`, '', ''];
    case 'called':
      return [
        p.run === 0 ? 'Cue called' : `Cue called, rehearsal ${p.run}`,
        '',
        s.cues.find((c) => c.id === p.cueId)?.words ?? 'a cue that is gone',
      ];
    case 'onAir':
      return [`On air: ${p.input || 'black'}`, '', p.simulated ? 'by the simulated switcher' : p.transition];
    case 'packIn':
      return [`Fresh pack into ${camera(p.cameraId)}`, '', ''];
    case 'hours': {
      const at = (m: number | null) => (m === null ? 'not noted' : formatMinuteOfDay(m, s.day));
      const name = s.people.find((x) => x.id === p.personId)?.name ?? 'somebody who is gone';
      return [`Hours of ${name}`, '', `came ${at(p.inMin)}, went ${at(p.outMin)}`];
    }
    case 'given':
      return [`Given: ${p.what}`, '', `to ${p.to}`];
    case 'verdict':
      return [`${p.name}: ${KIT_VERDICT_WORDS[p.verdict]}`, '', p.words];
  }
}

/** Minutes that were lost by all causes together, in words; '' where none were. */
export const lostSaid = (total: readonly { lostMin: number }[]): string => {
  const minutes = total.reduce((sum, t) => sum + t.lostMin, 0);
  return minutes > 0 ? formatMinutes(Math.round(minutes)) : '';
};
