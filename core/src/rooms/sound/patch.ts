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

export interface PatchFinding {
  key: string;
  level: 'danger' | 'look';
  words: string;
  mend: string;
  routeIds: string[];
}

const NB = '\u00a0';
const list = (names: readonly string[]) =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
/** Whether two sources are ever heard in the same scene. */
const meet = (a: SoundSource, b: SoundSource) =>
  a.sceneIds.length === 0 || b.sceneIds.length === 0 || a.sceneIds.some((s) => b.sceneIds.includes(s));
const heardIn = (s: SoundSource, sceneId: string) => s.sceneIds.length === 0 || s.sceneIds.includes(sceneId);

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

/** Everything the patch promises and can’t keep: channels, sockets, backups, scratch, phantom power, rates, links out of range. */
export function patchFindings(p: PatchSources): PatchFinding[] {
  const found: PatchFinding[] = [];
  const say = (
    key: string,
    level: PatchFinding['level'],
    words: string,
    mend: string,
    routes: readonly SoundRoute[] = [],
  ) => found.push({ key, level, words, mend, routeIds: routes.map((r) => r.id) });
  const boxes = new Map(p.boxes.map((b) => [b.id, b]));
  const sources = new Map(p.sources.map((s) => [s.id, s]));
  const links = new Map(p.links.map((l) => [l.id, l]));
  const routes = p.routes.filter((r) => boxes.has(r.boxId) && sources.has(r.sourceId));

  // Channels: real capacity, and never two sources on one.
  const onChannel = new Map<string, SoundRoute[]>();
  for (const r of routes) {
    const box = boxes.get(r.boxId) as SoundBox;
    if (r.channel > box.tracks)
      say(
        `tracks:${r.id}`,
        'look',
        `${sources.get(r.sourceId)?.name} goes to channel ${r.channel} of ${box.name}, which records ${box.tracks}.`,
        'Another channel, or a box with more.',
        [r],
      );
    const key = `${r.boxId} ${r.channel}`;
    onChannel.set(key, [...(onChannel.get(key) ?? []), r]);
  }
  for (const list_ of onChannel.values())
    for (const [i, a] of list_.entries())
      for (const b of list_.slice(i + 1)) {
        const [x, y] = [sources.get(a.sourceId), sources.get(b.sourceId)];
        const box = boxes.get(a.boxId);
        if (!x || !y || !box || x.id === y.id || !meet(x, y)) continue;
        const free = freeChannel(box, y, p);
        say(
          `channel:${a.id}:${b.id}`,
          'danger',
          `${x.name} and ${y.name} are both on channel ${a.channel} of ${box.name}: they can’t be told apart any more.`,
          free === null ? `All ${box.tracks} channels are taken: another box.` : `${y.name} to channel ${free}.`,
          [a, b],
        );
      }

  // Sockets: one thing at a time, and no more channels than they have.
  for (const box of p.boxes)
    for (const socket of box.sockets) {
      const here = routes.filter((r) => r.boxId === box.id && r.socketName === socket.name);
      if (here.length === 0) continue;
      if (socket.use !== 'sound')
        say(
          `socket:${box.id}:${socket.name}`,
          'danger',
          `${list([...new Set(here.map((r) => sources.get(r.sourceId)?.name ?? ''))])} ${new Set(here.map((r) => r.sourceId)).size === 1 ? 'goes' : 'go'} through ${socket.name} of ${box.name}, which is set to ${socket.use}.`,
          socket.shared ? 'It does one or the other: set it to sound, or take another socket.' : 'Take another socket.',
          here,
        );
      const channels = new Set(here.map((r) => r.channel)).size;
      if (channels > socket.channels)
        say(
          `socketFull:${box.id}:${socket.name}`,
          'look',
          `${channels} channels through ${socket.name} of ${box.name}, which has ${socket.channels}.`,
          'Another socket for the rest.',
          here,
        );
    }

  for (const s of p.sources) {
    const own = routes.filter((r) => r.sourceId === s.id);
    // Ambience may be scratch and nothing else: a camera’s own microphone.
    if (!own.some((r) => r.duty === 'main' || (s.kind === 'ambience' && r.duty === 'scratch')))
      say(`main:${s.id}`, 'look', `${s.name} is recorded nowhere.`, 'Give it a channel of its own.', own);
    if (s.kind === 'person' && !s.told)
      say(
        `told:${s.id}`,
        'look',
        `${s.name} wears a microphone, and nobody has said that they were told it hears everything.`,
        'Tell them, and tick it.',
        own,
      );
    for (const r of own) {
      const link = r.linkId ? links.get(r.linkId) : undefined;
      if (s.kind === 'desk' && r.phantom)
        say(
          `phantom:${r.id}`,
          'danger',
          `Phantom power is on for ${s.name}, a feed from a desk: it can harm the desk’s output.`,
          'Off before the plug goes in.',
          [r],
        );
      if (s.kind === 'boom' && !r.phantom && !link && r.duty !== 'scratch')
        say(
          `phantomOff:${r.id}`,
          'look',
          `${s.name} has no phantom power; most boom microphones want it.`,
          'On, unless it has a battery.',
          [r],
        );
      if (link && !link.wired && link.rangeM !== null && link.distanceM !== null && link.distanceM > link.rangeM)
        say(
          `range:${r.id}`,
          'look',
          `${s.name} goes by ${link.name} over ${link.distanceM}${NB}m, and it reaches ${link.rangeM}${NB}m.`,
          'Receiver nearer, or a recorder on the person.',
          [r],
        );
    }
  }

  // Once-only scenes: two clean sources that don’t die together.
  const once = p.scenes.filter((scene) => p.shots.some((x) => x.sceneId === scene.id && x.happensOnce && !x.dropped));
  for (const scene of once) {
    const clean = routes.filter(
      (r) => r.duty !== 'scratch' && heardIn(sources.get(r.sourceId) as SoundSource, scene.id),
    );
    const heard = new Set(clean.map((r) => r.sourceId));
    const on = new Set(clean.map((r) => r.boxId));
    if (heard.size === 0)
      say(
        `once:${scene.id}`,
        'danger',
        `Scene ${scene.number} happens once, and no clean sound is planned for it.`,
        'Two sources into two boxes.',
      );
    else if (heard.size === 1)
      say(
        `once:${scene.id}`,
        'danger',
        `Scene ${scene.number} happens once, and all its clean sound is ${sources.get([...heard][0] ?? '')?.name}.`,
        'A second source: two at least for what can’t be repeated.',
        clean,
      );
    else if (on.size === 1)
      say(
        `onceBox:${scene.id}`,
        'danger',
        `Scene ${scene.number} happens once, and ${list([...heard].map((x) => sources.get(x)?.name ?? ''))} all go into ${boxes.get([...on][0] ?? '')?.name}: one card, one battery.`,
        'One of them into another box as well.',
        clean,
      );
    for (const boxId of on) {
      const box = boxes.get(boxId);
      if (box && box.kind === 'recorder' && !box.limiter)
        say(
          `limiter:${scene.id}:${boxId}`,
          'look',
          `${box.name} records scene ${scene.number}, which happens once, without a limiter.`,
          'Limiter on, or a second track 10 to 20 dB lower.',
        );
    }
  }

  // Scratch on every camera.
  for (const camera of p.cameras) {
    const own = p.boxes.filter((b) => b.cameraId === camera.id);
    const scratch = routes.some((r) => own.some((b) => b.id === r.boxId));
    if (!scratch)
      say(
        `scratch:${camera.id}`,
        'look',
        `Camera ${camera.letter} records no sound: without scratch its clips line up by timecode only.`,
        'Its own microphone is enough.',
      );
  }
  const rates = [...new Set(p.boxes.filter((b) => b.tracks > 0).map((b) => b.sampleRateHz))];
  if (rates.length > 1)
    say(
      'sampleRate',
      'look',
      `Boxes record at ${list(rates.sort((a, b) => a - b).map((r) => `${(r / 1000).toLocaleString('en')}${NB}kHz`))}: sounds of one take run apart.`,
      'One sample rate for all; 48 kHz with pictures.',
    );

  // People whose face is wanted with sound and who have no microphone.
  const worn = new Set(p.sources.flatMap((s) => (s.personId ? [s.personId] : [])));
  const speaking = new Map<string, string[]>();
  for (const shot of p.shots)
    if (!shot.dropped && /pin|lav|radio/i.test(shot.sound))
      for (const person of shot.personIds)
        if (!worn.has(person)) speaking.set(person, [...(speaking.get(person) ?? []), shot.code]);
  for (const [person, codes] of speaking)
    say(
      `person:${person}`,
      'look',
      `${codes.slice(0, 4).join(', ')} ask for a microphone on ${p.people.find((x) => x.id === person)?.shortName ?? 'somebody'}, who has none in the patch.`,
      'A source for them, or a boom.',
    );
  return found.sort((a, b) => (a.level === b.level ? 0 : a.level === 'danger' ? -1 : 1));
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
