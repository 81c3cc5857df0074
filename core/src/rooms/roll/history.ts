import { formatRunning } from '../../base/units/index.ts';
import { timeOf, type TakeEvent, type TakeFault, type TakeFlag, type Verdict } from './events.ts';
import { inOrder, type Take } from './takes.ts';

export const FLAG_WORDS: Readonly<Record<TakeFlag, string>> = {
  pickUp: 'pick-up',
  insert: 'insert',
  playback: 'playback',
  endSlate: 'end slate',
};
export const FAULT_WORDS: Readonly<Record<TakeFault, string>> = {
  focus: 'focus',
  frame: 'frame',
  sound: 'sound',
  light: 'light',
  acting: 'acting',
  prop: 'prop',
};
const VERDICTS_SAID: Readonly<Record<Verdict, string>> = { good: 'good', maybe: 'maybe', noGood: 'no good' };

/** What things are called that events only name by id. */
export interface Named {
  /** A shot’s code or a moment’s title; null: neither. */
  of: (shotId: string | null, sceneId: string | null) => string;
  box: (boxId: string) => string;
  take: (takeId: string) => string;
}

/** One thing that was said of a take, when and on which device. */
export interface SaidOfTake {
  id: string;
  atMs: number;
  clientId: string;
  words: string;
}

/** What is known of a take beside its verdict, each in a few words: what kind it was, what was wrong, notes. */
export const remarksOf = (take: Pick<Take, 'flags' | 'faults' | 'notes'>): string[] => [
  ...take.flags.map((f) => FLAG_WORDS[f]),
  ...(take.faults.length > 0 ? [`${take.faults.map((f) => FAULT_WORDS[f]).join(', ')} wrong`] : []),
  ...take.notes.map((n) => n.text),
];

/** Everything that was ever said of a take, oldest first: a correction stands beside what it corrects. */
export function takeHistory(events: readonly TakeEvent[], takeId: string, named: Named): SaidOfTake[] {
  let began: number | null = null;
  return inOrder(events.filter((e) => e.takeId === takeId)).map((event) => {
    if (event.payload.kind === 'rolled') began ??= timeOf(event);
    return {
      id: event.id,
      atMs: timeOf(event),
      clientId: event.clientId,
      words: wordsOf(event, began, named),
    };
  });
}

const after = (began: number | null, ms: number): string => {
  if (began === null) return 'at another time';
  const by = ms - began;
  return by < 0 ? `${formatRunning(-by)} before it was logged` : `${formatRunning(by)} into it`;
};

function wordsOf({ payload: p }: TakeEvent, began: number | null, named: Named): string {
  switch (p.kind) {
    case 'rolled': {
      const letters = p.cameras.map((c) => c.letter).join(', ');
      const boxes = (p.boxIds ?? []).map(named.box).join(', ');
      const of = `${named.of(p.shotId, p.sceneId ?? null)}, ${p.wild ? 'wild' : 'take'} ${p.number}`;
      const having = [letters && `with ${letters}`, boxes && `sound in ${boxes}`].filter(Boolean).join(', ');
      const on = p.continuesTakeId ? `; the roll of ${named.take(p.continuesTakeId)} goes on` : '';
      return `rolled: ${[of, having].filter(Boolean).join(', ')}${on}`;
    }
    case 'cut':
      return p.on ? 'over, the roll goes on' : 'cut';
    case 'uncut':
      return 'cut taken back';
    case 'marked':
      return p.verdict ? `verdict: ${VERDICTS_SAID[p.verdict]}` : 'verdict taken away';
    case 'noted':
      return `note: ${p.text}`;
    case 'starred':
      return `starred at ${p.timecode}`;
    case 'camera':
      return `camera ${p.letter} ${p.in ? 'in' : 'out'}`;
    case 'reported':
      return `camera ${p.letter} reports ${p.clip} on ${p.card}`;
    case 'numbered':
      return `is take ${p.number}`;
    case 'struck':
      if (!p.struck) return 'brought back';
      return p.into ? `put into ${named.take(p.into)}` : 'false start';
    case 'aimed':
      return `was of ${named.of(p.shotId, p.sceneId)}`;
    case 'timed':
      return [
        p.rolledAtMs === null ? '' : `began ${after(began, p.rolledAtMs)}`,
        p.cutAtMs === null ? '' : `was cut ${after(began, p.cutAtMs)}`,
      ]
        .filter(Boolean)
        .join(', ');
    case 'flagged':
      return `${p.on ? 'is' : 'is no'} ${FLAG_WORDS[p.flag]}`;
    case 'faulted':
      return `${FAULT_WORDS[p.fault]} ${p.on ? 'was wrong' : 'was right after all'}`;
    case 'recorder':
      return `${named.box(p.boxId)} ${p.in ? 'in' : 'out'}`;
    case 'set':
      return `camera ${p.letter}: ${Object.values(p.set).filter(Boolean).join(', ') || 'nothing known of its settings'}`;
  }
}
