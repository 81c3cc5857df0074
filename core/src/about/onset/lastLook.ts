import { clockStates, type Clock, type Jam } from '../../rooms/clocks/index.ts';
import { readDevice, type Camera, type DeviceState } from '../../rooms/camera/index.ts';
import { loadOf, type LogEntry, type Rolled } from '../../rooms/log/index.ts';
import type { Take } from '../../rooms/roll/index.ts';
import { isHeardIn, type SoundBox, type SoundRoute, type SoundSource } from '../../rooms/sound/index.ts';
import { formatMinutes } from '../../base/units/index.ts';

/** `fine`: nothing to do; `look`: nobody knows, or it may not last; `red`: it will not do as it is. */
export type LookLevel = 'fine' | 'look' | 'red';

/** One line of the last look: read aloud it is a name and a word. */
export interface LookLine {
  key: string;
  group: 'cameras' | 'sound' | 'clocks' | 'weather' | 'alone';
  /** `A`, or what the source is called. */
  name: string;
  words: string;
  figure: string;
  level: LookLevel;
  /** The quickest that mends it; '' where nothing is to be mended. */
  mend: string;
}

export interface LookSources {
  /** Letters of the cameras that are wanted; none: all. */
  letters: readonly string[];
  /** The moment it is about; null: whatever comes. */
  sceneId: string | null;
  cameras: readonly Camera[];
  devices: readonly DeviceState[];
  takes: readonly Take[];
  log: readonly LogEntry[];
  clocks: readonly Clock[];
  jams: readonly Jam[];
  sources: readonly Pick<SoundSource, 'id' | 'name' | 'sceneIds'>[];
  routes: readonly Pick<SoundRoute, 'sourceId' | 'boxId' | 'duty' | 'check' | 'checkedAtMs'>[];
  boxes: readonly Pick<SoundBox, 'id' | 'name'>[];
  gustMps: number | null;
  nowMs: number;
  /** Minutes from now until what it is about is over. */
  untilMin: number;
}

/** Kept beyond the moment’s own end. */
export const LOOK_MARGIN_MIN = 5;
/** What was heard longer ago has to be heard again. */
export const HEARD_MIN = 60;
/** A camera that nobody hears was rolling when it was last looked at: after this long somebody looks again. */
export const SEEN_MIN = 10;
const MINUTE_MS = 60_000;

const ago = (ms: number, nowMs: number) => Math.max(0, Math.floor((nowMs - ms) / MINUTE_MS));

/**
 * Everything that must be as it should before something that happens once: for each wanted camera whether it rolls and by what evidence, how long card and pack last
 * against what is to come, whether each sound was heard, how old the clocks are. What nobody knows is said to be unknown, never fine.
 */
export function lastLook(s: LookSources): LookLine[] {
  const wanted = s.cameras.filter((c) => s.letters.length === 0 || s.letters.includes(c.letter));
  return [
    ...wanted.map((c) => cameraLine(c, s)),
    ...soundLines(s),
    ...clockLines(wanted, s),
    ...(s.gustMps === null
      ? []
      : [line('weather', 'gust', 'Gusts', 'as forecast', `${s.gustMps}\u00a0m/s`, 'fine', '')]),
  ];
}

const line = (
  group: LookLine['group'],
  key: string,
  name: string,
  ...[words, figure, level, mend]: [string, string, LookLevel, string]
): LookLine => ({ key: `${group}:${key}`, group, name, words, figure, level, mend });

/** When a camera rolled by the takes it was in. */
export function rolledSpans(takes: readonly Take[], cameraId: string, nowMs: number): Rolled[] {
  return takes.flatMap((t) =>
    t.cameras
      .filter((c) => c.cameraId === cameraId)
      .map((c) => ({ fromMs: t.rolledAtMs, toMs: Math.min(c.outAtMs ?? Infinity, t.cutAtMs ?? nowMs) })),
  );
}

function cameraLine(camera: Camera, s: LookSources): LookLine {
  const state = s.devices.find((d) => d.cameraId === camera.id);
  const reading = camera.simulated && state ? readDevice(state, camera, s.nowMs) : null;
  const needMin = s.untilMin + LOOK_MARGIN_MIN;
  const running = s.takes.findLast(
    (t) => t.cutAtMs === null && t.cameras.some((c) => c.cameraId === camera.id && c.outAtMs === null),
  );
  const lasts = reading
    ? limitsOf([
        ['card', reading.cardMinLeft],
        ['clip limit', reading.clipLimitMinLeft],
        [
          'pack',
          reading.batteryShare === null || camera.batteryMin === null ? null : reading.batteryShare * camera.batteryMin,
        ],
      ])
    : tappedLimits(camera, s);
  const short = lasts && lasts.minutes < needMin ? lasts : null;
  // A clip that has not begun ends inside the moment: a restart to be planned, nothing broken.
  const restart = short?.what === 'clip limit' && reading?.rolling === false;
  const figure = lasts ? formatMinutes(Math.floor(lasts.minutes)) : '–';
  const said = (words: string, level: LookLevel, mend: string) =>
    line(
      'cameras',
      camera.letter,
      camera.letter,
      words,
      figure,
      short ? (restart ? 'look' : 'red') : level,
      short ? mendOf(short, needMin, restart) : mend,
    );
  if (reading && state?.card === null)
    return line('cameras', camera.letter, camera.letter, 'no card', '–', 'red', `A card into ${camera.letter}.`);
  if (reading?.rolling) return said('reports rolling', 'fine', '');
  if (running) {
    if (reading) return said('logged as rolling, reports that it stands', 'red', `Press record on ${camera.letter}.`);
    const seen = Math.max(
      running.rolledAtMs,
      ...s.log.filter((e) => 'cameraId' in e.payload && e.payload.cameraId === camera.id).map((e) => e.atMs),
    );
    const min = ago(seen, s.nowMs);
    const old = min > SEEN_MIN;
    const words = min < 1 ? 'assumed, seen just now' : `assumed, seen ${min}\u00a0min ago`;
    return said(words, old || !lasts ? 'look' : 'fine', old ? `Look at ${camera.letter}.` : lasts ? '' : TAP);
  }
  return said(
    reading ? 'stands by' : 'not rolling by the log',
    'look',
    lasts ? `Roll ${camera.letter} before it begins.` : TAP,
  );
}

const TAP = 'Tap card in and pack in when they are changed: then its minutes are known.';

interface Limit {
  what: string;
  minutes: number;
}
const limitsOf = (limits: readonly (readonly [string, number | null | undefined])[]): Limit | null =>
  limits.reduce<Limit | null>(
    (least, [what, minutes]) =>
      minutes === null || minutes === undefined || (least && least.minutes <= minutes) ? least : { what, minutes },
    null,
  );

function tappedLimits(camera: Camera, s: LookSources): Limit | null {
  const load = loadOf(camera, s.log, rolledSpans(s.takes, camera.id, s.nowMs), s.nowMs);
  return limitsOf([
    ['card', load.card?.leftMin],
    ['pack', load.pack?.leftMin],
  ]);
}

const mendOf = ({ what, minutes }: Limit, needMin: number, restart: boolean): string => {
  const [has, needs] = [formatMinutes(Math.floor(minutes)), formatMinutes(Math.ceil(needMin))];
  if (restart) return `Its clips end after ${has}, ${needs} are needed: plan its restart, not with another.`;
  if (what === 'clip limit') return `Restart it before: its clip ends in ${has}, ${needs} are needed.`;
  return `A fresh ${what}: ${has} left, ${needs} needed.`;
};

function soundLines(s: LookSources): LookLine[] {
  return s.sources
    .filter((x) => isHeardIn(x, s.sceneId))
    .map((source) => {
      const all = s.routes.filter((r) => r.sourceId === source.id);
      const routes = all.filter((r) => r.duty !== 'scratch');
      const boxes = [...new Set(routes.map((r) => s.boxes.find((b) => b.id === r.boxId)?.name ?? ''))].filter(Boolean);
      const said = (words: string, level: LookLevel, mend: string) =>
        line('sound', source.id, source.name, words, boxes.join(', ') || '–', level, mend);
      if (all.length === 0) return said('goes into no recorder', 'red', 'Patch it, or do without it aloud.');
      if (routes.length === 0) return said('scratch only', 'fine', '');
      const heard = routes.flatMap((r) => (r.check !== '' && r.checkedAtMs !== null ? [r.checkedAtMs] : []));
      if (heard.length === 0) return said('not heard yet', 'red', `Listen to it in ${boxes.join(' or ')}.`);
      const min = ago(Math.max(...heard), s.nowMs);
      const when = min < 1 ? 'heard just now' : `heard ${formatMinutes(min)} ago`;
      return said(when, min > HEARD_MIN ? 'look' : 'fine', min > HEARD_MIN ? 'Listen again.' : '');
    });
}

function clockLines(cameras: readonly Camera[], s: LookSources): LookLine[] {
  const states = clockStates(s.clocks, s.jams, s.nowMs).filter(
    (c) => c.source !== null && c.clock.cameraId !== null && cameras.some((k) => k.id === c.clock.cameraId),
  );
  return states
    .filter((c) => c.standing === 'due' || c.standing === 'never' || c.standing === 'circle')
    .map((c) => {
      const name = `Clock of ${cameras.find((k) => k.id === c.clock.cameraId)?.letter ?? c.clock.name}`;
      const words =
        c.standing === 'never' ? 'not jammed yet' : c.standing === 'due' ? 'may be off by now' : 'follows itself';
      return line('clocks', c.clock.id, name, words, '', c.standing === 'due' ? 'look' : 'red', 'Jam it.');
    });
}

/** The whole of it in one word. */
export const worstOf = (lines: readonly LookLine[]): LookLevel =>
  lines.some((l) => l.level === 'red') ? 'red' : lines.some((l) => l.level === 'look') ? 'look' : 'fine';
