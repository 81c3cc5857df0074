import {
  TAKE_FAULTS,
  TAKE_FLAGS,
  timeOf,
  type TakeEvent,
  type TakeFault,
  type TakeFlag,
  type TakePayload,
  type Verdict,
} from './events.ts';

type Rolled = Extract<TakePayload, { kind: 'rolled' }>;
export type TakeCamera = Rolled['cameras'][number] & { outAtMs: number | null };

/** A take as the events tell it. */
export interface Take {
  id: string;
  shotId: string | null;
  /** The moment or cue, of a take that is of no shot in particular. */
  sceneId: string | null;
  dayId: string;
  /** Who began it: the browser, and what it calls itself. */
  by: { clientId: string; device: string };
  number: number;
  wild: boolean;
  cameras: TakeCamera[];
  rolledAtMs: number;
  cutAtMs: number | null;
  timecodeIn: string;
  timecodeOut: string | null;
  verdict: Verdict | null;
  notes: { atMs: number; text: string }[];
  stars: { atMs: number; timecode: string }[];
  /** Sound recorders in it; assumed, for none is heard. */
  recorders: { boxId: string; outAtMs: number | null }[];
  flags: TakeFlag[];
  faults: TakeFault[];
  /** The take before it in one roll that never stopped. */
  continuesTakeId: string | null;
  /** Its roll went on when it was over. */
  rollsOn: boolean;
  /** A false start, or one that now stands in another take. */
  struck: { into: string | null } | null;
}

/** One order for all readers: by time, then logger, then its own count, then id. */
export function compareEvents(a: TakeEvent, b: TakeEvent): number {
  return (
    timeOf(a) - timeOf(b) ||
    (a.clientId < b.clientId ? -1 : a.clientId > b.clientId ? 1 : 0) ||
    a.seq - b.seq ||
    (a.id < b.id ? -1 : a.id > b.id ? 1 : 0)
  );
}

/**
 * The takes that a heap of events tells of, oldest first. The heap may hold events twice and in any order: the
 * answer is the same. Events of a take whose `rolled` has not arrived are left out until it does; struck takes
 * (false starts) are left out.
 */
export const foldTakes = (events: readonly TakeEvent[]): Take[] =>
  foldEveryTake(events).filter((t) => t.struck === null);

/** The same with the struck ones among them. */
export function foldEveryTake(events: readonly TakeEvent[]): Take[] {
  const unique = inOrder(events);
  const takes = new Map<string, Take>();
  for (const event of unique) {
    if (event.payload.kind === 'rolled' && !takes.has(event.takeId))
      takes.set(event.takeId, begin(event, event.payload));
  }
  for (const event of unique) {
    const take = takes.get(event.takeId);
    if (take) apply(take, event);
  }
  return [...takes.values()].sort((a, b) => a.rolledAtMs - b.rolledAtMs || (a.id < b.id ? -1 : 1));
}

/** Each event once, in the one order for all readers. */
export const inOrder = (events: readonly TakeEvent[]): TakeEvent[] =>
  [...new Map(events.map((e) => [e.id, e])).values()].sort(compareEvents);

function begin(event: TakeEvent, p: Rolled): Take {
  return {
    id: event.takeId,
    shotId: p.shotId,
    sceneId: p.sceneId ?? null,
    dayId: p.dayId,
    by: { clientId: event.clientId, device: event.device },
    number: p.number,
    wild: p.wild,
    cameras: p.cameras.map((c) => ({ ...c, outAtMs: null })),
    rolledAtMs: timeOf(event),
    cutAtMs: null,
    timecodeIn: p.timecode,
    timecodeOut: null,
    verdict: null,
    notes: [],
    stars: [],
    recorders: (p.boxIds ?? []).map((boxId) => ({ boxId, outAtMs: null })),
    flags: [],
    faults: [],
    continuesTakeId: p.continuesTakeId ?? null,
    rollsOn: false,
    struck: null,
  };
}

function apply(take: Take, event: TakeEvent): void {
  const { payload: p } = event;
  const atMs = timeOf(event);
  switch (p.kind) {
    case 'cut':
      take.cutAtMs = atMs;
      take.timecodeOut = p.timecode;
      take.rollsOn = p.on ?? false;
      return;
    case 'uncut':
      take.cutAtMs = null;
      take.timecodeOut = null;
      take.rollsOn = false;
      return;
    case 'marked':
      take.verdict = p.verdict;
      return;
    case 'noted':
      take.notes.push({ atMs, text: p.text });
      return;
    case 'starred':
      take.stars.push({ atMs, timecode: p.timecode });
      return;
    case 'reported': {
      const known = take.cameras.find((c) => c.cameraId === p.cameraId);
      if (known) Object.assign(known, { evidence: 'reports', card: p.card, clip: p.clip });
      return;
    }
    case 'numbered':
      take.number = p.number;
      return;
    case 'camera': {
      const known = take.cameras.find((c) => c.letter === p.letter);
      if (known) known.outAtMs = p.in ? null : atMs;
      else if (p.in)
        take.cameras.push({
          letter: p.letter,
          cameraId: p.cameraId,
          evidence: 'assumed',
          card: null,
          clip: null,
          outAtMs: null,
        });
      return;
    }
    case 'struck':
      take.struck = p.struck ? { into: p.into ?? null } : null;
      return;
    case 'aimed':
      take.shotId = p.shotId;
      take.sceneId = p.shotId === null ? p.sceneId : null;
      return;
    case 'timed':
      take.rolledAtMs = p.rolledAtMs ?? take.rolledAtMs;
      take.timecodeIn = p.timecodeIn ?? take.timecodeIn;
      take.cutAtMs = p.cutAtMs ?? take.cutAtMs;
      take.timecodeOut = p.timecodeOut ?? take.timecodeOut;
      return;
    case 'flagged':
      take.flags = TAKE_FLAGS.filter((f) => (f === p.flag ? p.on : take.flags.includes(f)));
      return;
    case 'faulted':
      take.faults = TAKE_FAULTS.filter((f) => (f === p.fault ? p.on : take.faults.includes(f)));
      return;
    case 'recorder': {
      const known = take.recorders.find((r) => r.boxId === p.boxId);
      if (known) known.outAtMs = p.in ? null : atMs;
      else if (p.in) take.recorders.push({ boxId: p.boxId, outAtMs: null });
      return;
    }
    case 'set':
      for (const camera of take.cameras) if (camera.letter === p.letter) camera.set = p.set;
      return;
    case 'rolled':
      return;
  }
}

/** Minutes that all cameras of some takes rolled, together; what still rolls counts nothing yet. */
export const takeMinutes = (takes: readonly Take[]): number =>
  takes.reduce((sum, t) => {
    const endMs = t.cutAtMs;
    if (endMs === null) return sum;
    return t.cameras.reduce((all, c) => all + Math.max(0, Math.min(c.outAtMs ?? endMs, endMs) - t.rolledAtMs), sum);
  }, 0) / 60_000;

/** The number to say on the next slate of a shot: one more than the highest said. */
export function nextTakeNumber(takes: readonly Take[], of: TakeOf, wild: boolean): number {
  return takes.reduce((max, t) => (isTakeOf(t, of) && t.wild === wild ? Math.max(max, t.number) : max), 0) + 1;
}

/** What a take is of: a shot, or a moment as a whole; neither for wild sound of nothing in particular. */
export interface TakeOf {
  shotId: string | null;
  sceneId: string | null;
}
export const isTakeOf = (take: Take, of: TakeOf): boolean =>
  take.shotId === of.shotId && (of.shotId !== null || take.sceneId === of.sceneId);

/** Ids of takes whose number was said twice for the same shot: two loggers, or a slate not turned. */
export function doubledTakes(takes: readonly Take[]): Set<string> {
  const seen = new Map<string, string>();
  const doubled = new Set<string>();
  for (const take of takes) {
    const key = `${take.shotId ?? take.sceneId}|${take.wild}|${take.number}`;
    const first = seen.get(key);
    if (first === undefined) seen.set(key, take.id);
    else doubled.add(first).add(take.id);
  }
  return doubled;
}
