import {
  MOST_LOOP_MS,
  UNPLACED_WORDS,
  loopErrorMs,
  placedBy,
  type LineFind,
  type LineMeans,
  type LineRefusal,
  type PlacedRecording,
} from '../../rooms/lineup/index.ts';
import { offsetSaid } from '../../rooms/clocks/index.ts';
import { parseRate } from '../../base/timecode/index.ts';
import type { Take } from '../../rooms/roll/index.ts';
import { lineClips, type LineClip, type LineClips, type LineDevice, type LineSources } from './clips.ts';
import { middleOf } from './deviceClock.ts';
import { faceOf, instantOn, startNear } from './labels.ts';
import { edgesOf, findsThatCount, type KnownEdge } from './edges.ts';

/** A clip on the line of its day: what it holds at file time t was at startMs + 1000 · t / (1 + driftPpm · 10⁻⁶). */
export interface PlacedClip extends LineClip {
  startMs: number;
  endMs: number;
  driftPpm: number;
  means: LineMeans;
  /** Only about there: by a log that is good to a press of a button. */
  rough: boolean;
  /** ±, ms; null where nobody knows. */
  errorMs: number | null;
  /** 0…1. */
  confidence: number;
  /** The clip that it was measured against. */
  against: string | null;
  /** Why it is there. */
  words: string;
  /** By how much its own label is ahead of where it is, ms; null where it is placed by that label, or has none. */
  labelAheadMs: number | null;
}
/** A clip that is on no line: why, and what to try next. */
export interface UnplacedClip extends LineClip {
  reason: string;
  next: string;
}
/** What is known between two clips, and by how much it misses where all together have them, ms. */
export interface ToldEdge extends KnownEdge {
  loopMs: number | null;
}
export interface DeviceOnLine extends LineDevice {
  /** By how much its labels are ahead, by those of its clips that other means placed, ms; null: none were. */
  aheadMs: number | null;
  spreadMs: number | null;
}
export interface DayLine {
  devices: DeviceOnLine[];
  placed: PlacedClip[];
  unplaced: UnplacedClip[];
  edges: ToldEdge[];
  /** The lane that all are counted from. */
  referenceId: string | null;
  /** The most that a measured pair misses where all together have its two, ms; null with no loop. */
  worstLoopMs: number | null;
}

/** What says when a group of clips was, the surest first. */
const TIERS = ['ltc', 'reference', 'mended', 'inStep', 'zone', 'unchecked', 'slipped'] as const;
type Tier = (typeof TIERS)[number];
/** By how much the clock of a device may be off that nobody jammed just before. */
const CONFIDENCE: Readonly<Record<Tier, number>> = {
  ...{ ltc: 0.95, reference: 0.95, inStep: 0.9, unchecked: 0.6, zone: 0.85, mended: 0.85, slipped: 0.3 },
};
const PRESS_MS = 1500;

interface Estimate {
  tier: Tier;
  startMs: number;
  index: number;
}
type Placed = PlacedRecording<KnownEdge>;
interface Group {
  members: Placed[];
}

/**
 * All clips of a day on one line. Hands, sound and claps say how clips stand to each other (a tree of the surest, checked by the others); channels with timecode and the clips’ own
 * labels say when that was, those of the reference first. A device whose labels are beside the day is put right by what other means say of its clips. Nothing is guessed: what
 * nothing places is named with its reason. `all` are the clips of all days, where somebody has them already.
 */
export function dayLine(s: LineSources, dayId: string, all: LineClips = lineClips(s)): DayLine {
  const own = all.clips.filter((c) => c.dayId === dayId);
  const deviceIds = new Set(own.map((c) => c.deviceId));
  const devices = all.devices.filter((d) => deviceIds.has(d.id));
  const reference = referenceOf(devices, own);
  // Each group is counted from its first, and runs at its pace.
  const isOther = (c: LineClip) => Number(c.deviceId !== reference?.id);
  const clips = [...own].sort((a, b) => isOther(a) - isOther(b));
  const deviceOf = new Map(devices.map((d) => [d.id, d]));
  const edges = edgesOf(s, clips);
  const counted = edges.filter((e) => e.aside === null);
  const { placed: joined } = placedBy(clips.length, null, counted);
  const placedAt = new Map(joined.map((p) => [p.index, p]));
  const groups = groupsOf(clips, joined);
  const ltc = ltcOf(s, clips, dayId);
  const noLabel = new Set(s.handLines.filter((h) => h.kind === 'not' && h.otherId === null).map((h) => h.clipId));
  const estimates = (index: number): Estimate[] => {
    const c = clips[index]!;
    const read = ltc.get(c.clip.id);
    const device = deviceOf.get(c.deviceId)!;
    const label = noLabel.has(c.clip.id) ? null : c.byLabelMs;
    return [
      ...(read === undefined ? [] : [{ tier: 'ltc' as const, startMs: read, index }]),
      ...(label === null ? [] : [{ tier: tierOf(device, reference), startMs: label, index }]),
    ];
  };
  const first = groups.map((g) => anchorOf(g, estimates));
  const beside = besideDevices(clips, groups, first);
  const mended = (index: number): Estimate[] => {
    const c = clips[index]!;
    const ahead = beside.get(c.deviceId);
    const isMended = ahead !== undefined && c.byLabelMs !== null && !noLabel.has(c.clip.id);
    return [
      ...estimates(index),
      ...(isMended ? [{ tier: 'mended' as const, startMs: c.byLabelMs! - ahead.middle, index }] : []),
    ];
  };
  const takes = s.takes.filter((t) => t.dayId === dayId);
  const around: Around = { clips, edges, deviceOf, ltc, beside, jobRate: s.production.rate, takes };
  const placed: PlacedClip[] = [];
  const unplaced: UnplacedClip[] = [];
  groups.forEach((group, n) => {
    const anchor = better(first[n] ?? null, anchorOf(group, mended));
    for (const m of group.members) {
      const c = clips[m.index]!;
      if (anchor) placed.push(placedClip(c, m, group, anchor, around));
      else unplaced.push({ ...c, ...whyNot(m.index, c, deviceOf.get(c.deviceId)!, edges, s.sounds?.get(c.clip.id)) });
    }
  });
  const told = edges.map((e): ToldEdge => {
    const loopMs = e.aside === null ? loopErrorMs(e, placedAt) : null;
    // The tree has no loops, and a hand is not put right by the machine.
    const isBeside = e.means !== 'hand' && Math.abs(loopMs ?? 0) > MOST_LOOP_MS;
    return { ...e, loopMs, aside: isBeside ? 'disagrees' : e.aside };
  });
  const kept = told.filter((e) => e.aside === null);
  const inLoops = kept.length > joined.length - new Set(joined.map((p) => p.component)).size;
  return {
    devices: devices.map((d) => ({
      ...d,
      aheadMs: beside.get(d.id)?.middle ?? null,
      spreadMs: beside.get(d.id)?.spread ?? null,
    })),
    placed: placed.sort((a, b) => a.startMs - b.startMs),
    unplaced,
    edges: told,
    referenceId: reference?.id ?? null,
    worstLoopMs: inLoops ? Math.max(...kept.map((e) => Math.abs(e.loopMs ?? 0))) : null,
  };
}

function pushTo<K, V>(map: Map<K, V[]>, key: K, value: V): void {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}

/** Clips that hang together, and each of the others by itself. */
function groupsOf(clips: readonly LineClip[], joined: readonly Placed[]): Group[] {
  const byComponent = new Map<number, Placed[]>();
  for (const p of joined) pushTo(byComponent, p.component, p);
  const together = new Set(joined.map((p) => p.index));
  const alone = clips.flatMap((_, index): Group[] =>
    together.has(index)
      ? []
      : [{ members: [{ index, offsetS: 0, driftPpm: 0, component: -1, confidence: 1, via: null }] }],
  );
  return [...[...byComponent.values()].map((members) => ({ members })), ...alone];
}

/** The recorder whose labels agree with the log, else the camera with the most clips whose do; where nothing was logged, the recorder all the same. */
function referenceOf(devices: readonly LineDevice[], clips: readonly LineClip[]): LineDevice | null {
  const isUsed = (d: LineDevice) => d.clock.standing === 'inStep' || d.clock.standing === 'unchecked';
  const count = (d: LineDevice) => clips.filter((c) => c.deviceId === d.id && c.byLabelMs !== null).length;
  const ranked = devices
    .filter(isUsed)
    .sort(
      (a, b) =>
        Number(b.clock.standing === 'inStep') - Number(a.clock.standing === 'inStep') ||
        Number(b.isSound) - Number(a.isSound) ||
        count(b) - count(a),
    );
  return ranked[0] ?? null;
}

function tierOf(device: LineDevice, reference: LineDevice | null): Tier {
  if (device.id === reference?.id) return 'reference';
  const { standing } = device.clock;
  return standing === 'inStep' || standing === 'zone' || standing === 'unchecked' ? standing : 'slipped';
}

/** When clips begin by timecode that was read from one of their channels, by id. */
function ltcOf(s: LineSources, clips: readonly LineClip[], dayId: string): Map<string, number> {
  const day = s.days.find((d) => d.id === dayId);
  const byId = new Map(clips.map((c) => [c.clip.id, c]));
  return new Map(
    findsThatCount(s).flatMap((f: LineFind) => {
      const c = byId.get(f.clipId);
      if (f.means !== 'ltc' || f.refused !== null || !c || !day || f.label === null || f.atS === null) return [];
      const nearMs = c.take?.rolledAtMs ?? c.byLabelMs ?? null;
      if (nearMs === null) return [];
      const face = faceOf({ startTimecode: f.label, rate: f.rate }, s.production.rate);
      return face ? [[f.clipId, startNear(face, instantOn(nearMs, day.timeZone), 0) - f.atS * 1000] as const] : [];
    }),
  );
}

/** What says when a group was: the median of its surest estimates, as the instant of the group’s own nought. */
interface Anchor {
  tier: Tier;
  zeroMs: number;
  /** Whose label it is, of the members. */
  from: readonly number[];
}
function anchorOf(group: Group, estimates: (index: number) => readonly Estimate[]): Anchor | null {
  const found = group.members.flatMap((m) =>
    estimates(m.index).map((e) => ({ ...e, zeroMs: e.startMs - m.offsetS * 1000 })),
  );
  const tier = TIERS.find((t) => found.some((e) => e.tier === t));
  if (!tier) return null;
  const own = found.filter((e) => e.tier === tier);
  return { tier, zeroMs: middleOf(own.map((e) => e.zeroMs)).middle, from: own.map((e) => e.index) };
}
const better = (a: Anchor | null, b: Anchor | null): Anchor | null =>
  a && b ? (TIERS.indexOf(b.tier) < TIERS.indexOf(a.tier) ? b : a) : (a ?? b);

/** By how much the labels of each device are ahead, by those of its clips that hang on the reference or on timecode of a channel. */
function besideDevices(
  clips: readonly LineClip[],
  groups: readonly Group[],
  anchors: readonly (Anchor | null)[],
): Map<string, { middle: number; spread: number; count: number }> {
  const ahead = new Map<string, number[]>();
  groups.forEach(({ members }, n) => {
    const anchor = anchors[n];
    if (!anchor || (anchor.tier !== 'ltc' && anchor.tier !== 'reference')) return;
    const from = new Set(anchor.from.map((i) => clips[i]!.deviceId));
    for (const m of members) {
      const c = clips[m.index]!;
      if (c.byLabelMs === null || from.has(c.deviceId)) continue;
      const value = c.byLabelMs - (anchor.zeroMs + m.offsetS * 1000);
      pushTo(ahead, c.deviceId, value);
    }
  });
  return new Map([...ahead].map(([id, values]) => [id, { ...middleOf(values), count: values.length }]));
}

interface Around {
  clips: readonly LineClip[];
  edges: readonly KnownEdge[];
  deviceOf: ReadonlyMap<string, LineDevice>;
  ltc: ReadonlyMap<string, number>;
  beside: ReadonlyMap<string, { middle: number; spread: number; count: number }>;
  jobRate: string;
  takes: readonly Take[];
}

/** The take that a clip without a label to tell turned out to be of: the one it lies over longest; null: none. */
function takeAt(fromMs: number, toMs: number, takes: readonly Take[]): Take | null {
  const over = (t: Take) => Math.min(toMs, t.cutAtMs ?? t.rolledAtMs) - Math.max(fromMs, t.rolledAtMs);
  return takes.reduce<Take | null>((best, t) => (over(t) > Math.max(0, best ? over(best) : 0) ? t : best), null);
}

function placedClip(c: LineClip, m: Placed, group: Group, anchor: Anchor, around: Around): PlacedClip {
  const startMs = anchor.zeroMs + m.offsetS * 1000;
  const endMs = startMs + ((c.durationS ?? 0) * 1000) / (1 + m.driftPpm * 1e-6);
  const isOwn = anchor.from.includes(m.index);
  const frameMs = halfFrameMs(c.clip.rate ?? around.jobRate);
  const take = c.take ?? takeAt(startMs, endMs, around.takes);
  const base = { ...c, take, startMs, endMs, driftPpm: m.driftPpm, rough: anchor.tier === 'slipped' };
  const labelAheadMs = c.byLabelMs === null || isOwn ? null : c.byLabelMs - startMs;
  if (isOwn || group.members.length === 1)
    return {
      ...{ ...base, against: null, labelAheadMs: isOwn ? null : labelAheadMs },
      ...{ means: anchor.tier === 'ltc' ? 'ltc' : 'timecode', confidence: CONFIDENCE[anchor.tier] },
      errorMs: errorOf(anchor.tier, frameMs, around.beside.get(c.deviceId)?.spread ?? 0),
      words: anchorWords(c, anchor.tier, around),
    };
  const edge = edgeTo(m, around);
  const other = edge && around.clips[edge.a === m.index ? edge.b : edge.a]!;
  const said = { hand: 'by hand', sound: 'by sound', clap: 'by a clap' }[edge?.means ?? 'sound'];
  return {
    ...{ ...base, labelAheadMs, means: edge?.means ?? 'sound', confidence: Math.min(1, m.confidence) },
    ...{ against: other?.clip.id ?? null, errorMs: edge?.pair.errorMs ?? null },
    words: other ? `Placed ${said} against ${other.clip.name}.` : `Placed ${said}.`,
  };
}

/** The pair by which a clip hangs on the others of its group; of the one that they hang on, the surest of its own. */
function edgeTo(m: Placed, { edges }: Around): KnownEdge | null {
  if (m.via !== null) return m.via;
  const own = edges.filter((e) => e.aside === null && (e.a === m.index || e.b === m.index));
  return [...own].sort((x, y) => y.pair.confidence - x.pair.confidence)[0] ?? null;
}

const errorOf = (tier: Tier, frameMs: number, spreadMs: number): number =>
  tier === 'slipped' ? PRESS_MS : tier === 'mended' ? frameMs + spreadMs : frameMs;

function halfFrameMs(rateText: string): number {
  const { num, den } = parseRate(rateText);
  return (500 * den) / num;
}

function anchorWords(c: LineClip, tier: Tier, { deviceOf, beside, ltc }: Around): string {
  if (tier === 'ltc' && ltc.has(c.clip.id)) return 'Placed by the timecode on one of its channels.';
  const { clock } = deviceOf.get(c.deviceId)!;
  const mended = beside.get(c.deviceId);
  if (tier === 'mended' && mended)
    return `Placed by its label: its clock is ${offsetSaid(mended.middle - (clock.offsetMs ?? 0))}, by ${mended.count === 1 ? 'one of its clips that was' : `${mended.count} of its clips that were`} placed otherwise.`;
  return `Placed by its label. ${clock.words}`;
}

/** Why a clip is on no line, and what may help. */
function whyNot(
  index: number,
  c: LineClip,
  device: LineDevice,
  edges: readonly KnownEdge[],
  sound: { unread: string | null } | undefined,
): Pick<UnplacedClip, 'reason' | 'next'> {
  const own = edges.filter((e) => e.a === index || e.b === index);
  const order: LineRefusal[] = ['disagrees', 'ambiguous', 'unsteady', 'noCommonSound', 'short', 'silent'];
  const refused = order.find((r) => own.some((e) => e.find?.refused === r));
  const label = c.clip.startTimecode === null ? 'It has no timecode' : device.clock.words.replace(/\.$/, '');
  if (own.some((e) => e.aside === 'not'))
    return { reason: 'Somebody said that it is not where it was found.', next: 'Place it by hand.' };
  if (refused) return { reason: `${label}; ${UNPLACED_WORDS[refused]}.`, next: NEXT[refused] };
  if (sound?.unread)
    return { reason: `${label}. ${sound.unread}`, next: 'Look whether it opens elsewhere, or place it by hand.' };
  if (sound) return { reason: `${label}; nothing else was recorded about then.`, next: 'Place it by hand.' };
  return { reason: `${label}; its sound was not compared yet.`, next: 'Line up by sound.' };
}
const NEXT: Readonly<Record<LineRefusal, string>> = {
  silent: 'Look for a clap or a flash in the picture, and place it by hand.',
  short: 'Place it by hand: a few seconds are enough to hear.',
  noCommonSound: 'Place it by hand, against a clip of the same take.',
  ambiguous: 'Place it by hand: listen for a word that comes once.',
  unsteady: 'Is it of this take? If so, place it by hand.',
  disagrees: 'Place it by hand: the hand wins.',
};
