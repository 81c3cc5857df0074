import { timeOf, type TakeEvent, type TakePayload, type Verdict } from './events.ts';

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
export function foldTakes(events: readonly TakeEvent[]): Take[] {
  const unique = [...new Map(events.map((e) => [e.id, e])).values()].sort(compareEvents);
  const takes = new Map<string, Take>();
  for (const event of unique) {
    if (event.payload.kind === 'rolled' && !takes.has(event.takeId))
      takes.set(event.takeId, begin(event, event.payload));
  }
  const struck = new Set<string>();
  for (const event of unique) {
    const take = takes.get(event.takeId);
    if (!take) continue;
    if (event.payload.kind === 'struck') {
      if (event.payload.struck) struck.add(take.id);
      else struck.delete(take.id);
    } else apply(take, event);
  }
  return [...takes.values()]
    .filter((t) => !struck.has(t.id))
    .sort((a, b) => a.rolledAtMs - b.rolledAtMs || (a.id < b.id ? -1 : 1));
}

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
  };
}

function apply(take: Take, event: TakeEvent): void {
  const { payload: p } = event;
  const atMs = timeOf(event);
  switch (p.kind) {
    case 'cut':
      take.cutAtMs = atMs;
      take.timecodeOut = p.timecode;
      return;
    case 'uncut':
      take.cutAtMs = null;
      take.timecodeOut = null;
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
    case 'rolled':
    case 'struck':
      return;
  }
}

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
