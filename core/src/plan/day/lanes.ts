import { BY_ITSELF, cameraHand } from './cameraHand.ts';
import { type DayPlan, type DayRow } from './dayPlan.ts';

/** One stretch in a lane, minutes of the day. */
export interface LaneBar {
  fromMin: number;
  toMin: number;
  /** `wait`: somebody is there and has nothing to do; `window`: only then it may be shot. */
  kind: 'work' | 'wait' | 'window';
  /** What is written on it; empty on a wait. */
  words: string;
  /** Of a wait: its minutes without the meals in it; 0 else. */
  waitMin: number;
  itemIds: readonly string[];
}

/** What one person, camera or place does through a day. */
export interface DayLane {
  key: string;
  group: 'people' | 'cameras' | 'places' | 'windows';
  name: string;
  bars: LaneBar[];
}

/** Who and what the lanes are of, as far as their names go. */
export interface LaneNames {
  people: readonly { id: string; shortName: string }[];
  cameras: readonly { letter: string; operatorId: string | null; mount: string }[];
  places: readonly { id: string; name: string }[];
}

/** Work with no more than this between is one stretch: a change-over is not time off. */
const JOINED_MIN = 25;
/** A gap in somebody’s day is told as waiting from here on. */
const LEAST_WAIT_MIN = 30;

const byStart = (a: { bars: readonly LaneBar[] }, b: { bars: readonly LaneBar[] }) =>
  (a.bars[0]?.fromMin ?? 0) - (b.bars[0]?.fromMin ?? 0);

/** Rows as stretches, those close to each other joined; `words` says what is written on one. */
function stretches(rows: readonly DayRow[], words: (rows: readonly DayRow[]) => string): LaneBar[] {
  const parts: DayRow[][] = [];
  for (const row of [...rows].sort((a, b) => a.startMin - b.startMin)) {
    const last = parts.at(-1);
    const until = last ? Math.max(...last.map((r) => r.endMin)) : -Infinity;
    if (last && row.startMin - until <= JOINED_MIN) last.push(row);
    else parts.push([row]);
  }
  return parts.map((part) => ({
    fromMin: (part[0] as DayRow).startMin,
    toMin: Math.max(...part.map((r) => r.endMin)),
    kind: 'work',
    words: words(part),
    waitMin: 0,
    itemIds: part.map((r) => r.itemId),
  }));
}

/** The gaps between somebody’s stretches that are long enough to be waiting, without the meals in them. */
function waits(bars: readonly LaneBar[], meals: DayPlan['meals']): LaneBar[] {
  return bars.slice(1).flatMap((bar, i) => {
    const fromMin = (bars[i] as LaneBar).toMin;
    const eaten = meals.reduce(
      (t, m) => t + Math.max(0, Math.min(m.endMin, bar.fromMin) - Math.max(m.startMin, fromMin)),
      0,
    );
    const minutes = bar.fromMin - fromMin - eaten;
    return minutes < LEAST_WAIT_MIN
      ? []
      : [{ fromMin, toMin: bar.fromMin, kind: 'wait' as const, words: '', waitMin: minutes, itemIds: [] }];
  });
}

const unique = (list: readonly string[]) => [...new Set(list)].filter(Boolean);

/**
 * A day as lanes: who is needed when and waits how long (people in the order in which they are first needed), which
 * camera works with whom (whoever claimed a shot of it, else its operator), which place is lit how, and when what may
 * only be shot.
 */
export function lanesOf(plan: DayPlan, names: LaneNames): DayLane[] {
  const { rows } = plan;
  const people = names.people
    .map((p): DayLane => {
      const work = stretches(
        rows.filter((r) => r.personIds.includes(p.id)),
        (part) => unique(part.map((r) => r.shot?.code ?? r.title)).join(', '),
      );
      return { key: p.id, group: 'people', name: p.shortName, bars: [...work, ...waits(work, plan.meals)] };
    })
    .filter((l) => l.bars.length > 0)
    .sort(byStart);
  const shortName = new Map(names.people.map((p) => [p.id, p.shortName]));
  const cameras = names.cameras.map((c): DayLane => {
    const byHand = new Map<string | null, DayRow[]>();
    for (const row of rows.filter((r) => r.cameras.includes(c.letter))) {
      const hand = cameraHand(row, c.letter, c);
      byHand.set(hand, [...(byHand.get(hand) ?? []), row]);
    }
    const named = (hand: string | null) => (hand === BY_ITSELF ? hand : (shortName.get(hand ?? '') ?? 'nobody'));
    const bars = [...byHand].flatMap(([hand, own]) => stretches(own, () => named(hand)));
    return { key: c.letter, group: 'cameras', name: c.letter, bars: bars.sort((a, b) => a.fromMin - b.fromMin) };
  });
  const places = names.places
    .map((p): DayLane => {
      const there = rows.filter((r) => r.placeId === p.id);
      const lit = (part: readonly DayRow[]) => unique(part.map((r) => r.setup?.code ?? '')).join(' · ');
      return { key: p.id, group: 'places', name: p.name, bars: stretches(there, lit) };
    })
    .sort(byStart);
  const used = [...cameras, ...places].filter((l) => l.bars.length > 0);
  return [...people, ...used, ...windowLanes(rows)];
}

/** When what may only be shot: one lane for each different set of windows, named by what is shot in it. */
function windowLanes(rows: readonly DayRow[]): DayLane[] {
  const sets = new Map<string, DayRow[]>();
  for (const row of rows)
    if (row.windows.length > 0) {
      const key = row.windows.map((w) => w.join('-')).join();
      sets.set(key, [...(sets.get(key) ?? []), row]);
    }
  return [...sets].map(([key, part]) => {
    const codes = unique(part.map((r) => r.shot?.code ?? r.title));
    const name = codes.length > 1 ? `${codes[0]}–${codes.at(-1)}` : (codes[0] ?? '');
    return {
      key: `windows ${key}`,
      group: 'windows',
      name,
      bars: (part[0] as DayRow).windows.map(([fromMin, toMin]) => ({
        fromMin,
        toMin,
        kind: 'window',
        words: `only then: ${codes.join(', ')}`,
        waitMin: 0,
        itemIds: part.map((r) => r.itemId),
      })),
    };
  });
}
