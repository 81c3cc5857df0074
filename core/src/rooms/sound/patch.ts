import { findAll, worstFirst, type Finding, type Rule } from '../../base/findings/index.ts';
import type { Camera } from '../camera/index.ts';
import type { Scene, Shot } from '../scenes/index.ts';
import type { Link, SoundBox, SoundRoute, SoundSource } from './model.ts';

export interface PatchSources {
  sources: readonly SoundSource[];
  boxes: readonly SoundBox[];
  routes: readonly SoundRoute[];
  links: readonly Link[];
  cameras: readonly Camera[];
  scenes: readonly Scene[];
  shots: readonly Shot[];
  people: readonly { id: string; shortName: string }[];
}

export interface PatchFinding extends Finding {
  routeIds: string[];
}

const NB = '\u00a0';
const list = (names: readonly string[]) =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
/** Whether two sources are ever heard in the same scene. */
const meet = (a: SoundSource, b: SoundSource) =>
  a.sceneIds.length === 0 || b.sceneIds.length === 0 || a.sceneIds.some((s) => b.sceneIds.includes(s));
/** Whether a source is heard in a scene: one that names none is heard in all. */
export const isHeardIn = (s: Pick<SoundSource, 'sceneIds'>, sceneId: string | null): boolean =>
  s.sceneIds.length === 0 || (sceneId !== null && s.sceneIds.includes(sceneId));

/** Lowest channel of a box that no source of the same scenes has; null when all are taken. */
export function freeChannel(
  box: SoundBox,
  source: SoundSource,
  p: Pick<PatchSources, 'routes' | 'sources'>,
): number | null {
  const taken = new Set(
    p.routes
      .filter((r) => r.boxId === box.id && r.sourceId !== source.id)
      .filter((r) => {
        const other = p.sources.find((s) => s.id === r.sourceId);
        return other !== undefined && meet(other, source);
      })
      .map((r) => r.channel),
  );
  for (let c = 1; c <= box.tracks; c += 1) if (!taken.has(c)) return c;
  return null;
}

/** The patch with what it names at hand. */
interface Patch extends PatchSources {
  boxOf: ReadonlyMap<string, SoundBox>;
  sourceOf: ReadonlyMap<string, SoundSource>;
  linkOf: ReadonlyMap<string, Link>;
  /** Routes of which both ends are there. */
  live: readonly SoundRoute[];
}
type PatchRule = Rule<Patch, PatchFinding>;

const found = (
  key: string,
  level: PatchFinding['level'],
  words: string,
  mend: string,
  routes: readonly SoundRoute[] = [],
): PatchFinding => ({ key, level, words, mend, routeIds: routes.map((r) => r.id) });
const nameOf = (w: Patch, r: SoundRoute) => w.sourceOf.get(r.sourceId)?.name ?? '';

/** No channel beyond those that a box records. */
const capacity: PatchRule = (w) =>
  w.live.flatMap((r) => {
    const box = w.boxOf.get(r.boxId);
    if (!box || r.channel <= box.tracks) return [];
    const words = `${nameOf(w, r)} goes to channel ${r.channel} of ${box.name}, which records ${box.tracks}.`;
    return [found(`tracks:${r.id}`, 'look', words, 'Another channel, or a box with more.', [r])];
  });

/** Never two sources on one channel, while they are ever heard together. */
const oneEach: PatchRule = (w) => {
  const onChannel = new Map<string, SoundRoute[]>();
  for (const r of w.live) {
    const key = `${r.boxId} ${r.channel}`;
    onChannel.set(key, [...(onChannel.get(key) ?? []), r]);
  }
  const pairs = [...onChannel.values()].flatMap((all) =>
    all.flatMap((a, i) => all.slice(i + 1).map((b): [SoundRoute, SoundRoute] => [a, b])),
  );
  return pairs.flatMap(([a, b]) => {
    const [x, y] = [w.sourceOf.get(a.sourceId), w.sourceOf.get(b.sourceId)];
    const box = w.boxOf.get(a.boxId);
    if (!x || !y || !box || x.id === y.id || !meet(x, y)) return [];
    const free = freeChannel(box, y, w);
    return [
      found(
        `channel:${a.id}:${b.id}`,
        'danger',
        `${x.name} and ${y.name} are both on channel ${a.channel} of ${box.name}: they can’t be told apart any more.`,
        free === null ? `All ${box.tracks} channels are taken: another box.` : `${y.name} to channel ${free}.`,
        [a, b],
      ),
    ];
  });
};

/** Sockets do one thing at a time, and have no more channels than they have. */
const sockets: PatchRule = (w) =>
  w.boxes.flatMap((box) =>
    box.sockets.flatMap((socket) => {
      const here = w.live.filter((r) => r.boxId === box.id && r.socketName === socket.name);
      if (here.length === 0) return [];
      const list_: PatchFinding[] = [];
      const names = [...new Set(here.map((r) => nameOf(w, r)))];
      if (socket.use !== 'sound')
        list_.push(
          found(
            `socket:${box.id}:${socket.name}`,
            'danger',
            `${list(names)} ${new Set(here.map((r) => r.sourceId)).size === 1 ? 'goes' : 'go'} through ${socket.name} of ${box.name}, which is set to ${socket.use}.`,
            socket.shared
              ? 'It does one or the other: set it to sound, or take another socket.'
              : 'Take another socket.',
            here,
          ),
        );
      const channels = new Set(here.map((r) => r.channel)).size;
      if (channels > socket.channels)
        list_.push(
          found(
            `socketFull:${box.id}:${socket.name}`,
            'look',
            `${channels} channels through ${socket.name} of ${box.name}, which has ${socket.channels}.`,
            'Another socket for the rest.',
            here,
          ),
        );
      return list_;
    }),
  );

/** Each source is recorded somewhere, and whoever wears a microphone knows it. */
const eachSource: PatchRule = (w) =>
  w.sources.flatMap((s) => {
    const own = w.live.filter((r) => r.sourceId === s.id);
    const list_: PatchFinding[] = [];
    // Ambience may be scratch and nothing else: a camera’s own microphone.
    if (!own.some((r) => r.duty === 'main' || (s.kind === 'ambience' && r.duty === 'scratch')))
      list_.push(found(`main:${s.id}`, 'look', `${s.name} is recorded nowhere.`, 'Give it a channel of its own.', own));
    if (s.kind === 'person' && !s.told)
      list_.push(
        found(
          `told:${s.id}`,
          'look',
          `${s.name} wears a microphone, and nobody has said that they were told it hears everything.`,
          'Tell them, and tick it.',
          own,
        ),
      );
    return list_;
  });

/** Phantom power where it is wanted and not where it harms; links within their reach. */
const eachRoute: PatchRule = (w) =>
  w.live.flatMap((r) => {
    const s = w.sourceOf.get(r.sourceId);
    const link = r.linkId ? w.linkOf.get(r.linkId) : undefined;
    if (!s) return [];
    const list_: PatchFinding[] = [];
    if (s.kind === 'desk' && r.phantom)
      list_.push(
        found(
          `phantom:${r.id}`,
          'danger',
          `Phantom power is on for ${s.name}, a feed from a desk: it can harm the desk’s output.`,
          'Off before the plug goes in.',
          [r],
        ),
      );
    if (s.kind === 'boom' && !r.phantom && !link && r.duty !== 'scratch')
      list_.push(
        found(
          `phantomOff:${r.id}`,
          'look',
          `${s.name} has no phantom power; most boom microphones want it.`,
          'On, unless it has a battery.',
          [r],
        ),
      );
    if (link && !link.wired && link.rangeM !== null && link.distanceM !== null && link.distanceM > link.rangeM)
      list_.push(
        found(
          `range:${r.id}`,
          'look',
          `${s.name} goes by ${link.name} over ${link.distanceM}${NB}m, and it reaches ${link.rangeM}${NB}m.`,
          'Receiver nearer, or a recorder on the person.',
          [r],
        ),
      );
    return list_;
  });

/** What happens once is heard by two clean sources that don’t die together, with a limiter. */
const onceOnly: PatchRule = (w) =>
  w.scenes
    .filter((scene) => w.shots.some((x) => x.sceneId === scene.id && x.happensOnce && !x.dropped))
    .flatMap((scene) => {
      const clean = w.live.filter(
        (r) => r.duty !== 'scratch' && isHeardIn(w.sourceOf.get(r.sourceId) as SoundSource, scene.id),
      );
      const heard = [...new Set(clean.map((r) => r.sourceId))];
      const on = [...new Set(clean.map((r) => r.boxId))];
      const name = (id: string | undefined) => w.sourceOf.get(id ?? '')?.name ?? '';
      const lacks =
        heard.length === 0
          ? found(
              `once:${scene.id}`,
              'danger',
              `Scene ${scene.number} happens once, and no clean sound is planned for it.`,
              'Two sources into two boxes.',
            )
          : heard.length === 1
            ? found(
                `once:${scene.id}`,
                'danger',
                `Scene ${scene.number} happens once, and all its clean sound is ${name(heard[0])}.`,
                'A second source: two at least for what can’t be repeated.',
                clean,
              )
            : on.length === 1
              ? found(
                  `onceBox:${scene.id}`,
                  'danger',
                  `Scene ${scene.number} happens once, and ${list(heard.map(name))} all go into ${w.boxOf.get(on[0] ?? '')?.name}: one card, one battery.`,
                  'One of them into another box as well.',
                  clean,
                )
              : null;
      const unlimited = on.flatMap((boxId) => {
        const box = w.boxOf.get(boxId);
        if (box?.kind !== 'recorder' || box.limiter) return [];
        const words = `${box.name} records scene ${scene.number}, which happens once, without a limiter.`;
        const mend = 'Limiter on, or a second track 10 to 20 dB lower.';
        return [found(`limiter:${scene.id}:${boxId}`, 'look', words, mend)];
      });
      return [...(lacks ? [lacks] : []), ...unlimited];
    });

/** Every camera has scratch sound. */
const scratch: PatchRule = (w) =>
  w.cameras
    .filter((camera) => {
      const own = new Set(w.boxes.filter((b) => b.cameraId === camera.id).map((b) => b.id));
      return !w.live.some((r) => own.has(r.boxId));
    })
    .map((camera) =>
      found(
        `scratch:${camera.id}`,
        'look',
        `Camera ${camera.letter} records no sound: without scratch its clips line up by timecode only.`,
        'Its own microphone is enough.',
      ),
    );

const oneRate: PatchRule = (w) => {
  const rates = [...new Set(w.boxes.filter((b) => b.tracks > 0).map((b) => b.sampleRateHz))].sort((a, b) => a - b);
  if (rates.length < 2) return [];
  const said = list(rates.map((r) => `${(r / 1000).toLocaleString('en')}${NB}kHz`));
  const words = `Boxes record at ${said}: sounds of one take run apart.`;
  return [found('sampleRate', 'look', words, 'One sample rate for all; 48 kHz with pictures.')];
};

/** People whose face is wanted with sound have a microphone. */
const worn: PatchRule = (w) => {
  const wearers = new Set(w.sources.flatMap((s) => (s.personId ? [s.personId] : [])));
  const speaking = new Map<string, string[]>();
  for (const shot of w.shots)
    if (!shot.dropped && /pin|lav|radio/i.test(shot.sound))
      for (const person of shot.personIds)
        if (!wearers.has(person)) speaking.set(person, [...(speaking.get(person) ?? []), shot.code]);
  return [...speaking].map(([person, codes]) =>
    found(
      `person:${person}`,
      'look',
      `${codes.slice(0, 4).join(', ')} ask for a microphone on ${w.people.find((x) => x.id === person)?.shortName ?? 'somebody'}, who has none in the patch.`,
      'A source for them, or a boom.',
    ),
  );
};

const RULES: readonly PatchRule[] = [
  capacity,
  oneEach,
  sockets,
  eachSource,
  eachRoute,
  onceOnly,
  scratch,
  oneRate,
  worn,
];

/** Everything the patch promises and can’t keep, the worst first: channels, sockets, backups, scratch, phantom power, rates, links out of range. */
export function patchFindings(p: PatchSources): PatchFinding[] {
  const boxOf = new Map(p.boxes.map((b) => [b.id, b]));
  const sourceOf = new Map(p.sources.map((s) => [s.id, s]));
  const linkOf = new Map(p.links.map((l) => [l.id, l]));
  const live = p.routes.filter((r) => boxOf.has(r.boxId) && sourceOf.has(r.sourceId));
  return worstFirst(findAll(RULES, { ...p, boxOf, sourceOf, linkOf, live }));
}

/** Sounds to record without picture: what the shots ask for, and what slow motion can’t record. */
export function wildSounds(shots: readonly Shot[], jobFps: number): { shotId: string; code: string; words: string }[] {
  return shots.flatMap((s) => {
    if (s.dropped) return [];
    if (/wild|sound only|room tone|ambien/i.test(s.sound)) return [{ shotId: s.id, code: s.code, words: s.sound }];
    if (s.fps !== null && Math.abs(s.fps - jobFps) > 0.5)
      return [
        { shotId: s.id, code: s.code, words: `its sound at normal speed: at ${s.fps} frames a second there is none` },
      ];
    return [];
  });
}

/** The check before people sit: each line of the patch, and how far it is. */
export function checkIn(p: Pick<PatchSources, 'routes' | 'sources' | 'boxes'>): {
  done: number;
  all: number;
  open: SoundRoute[];
} {
  const open = p.routes.filter((r) => r.check !== 'ok');
  return { done: p.routes.length - open.length, all: p.routes.length, open };
}
