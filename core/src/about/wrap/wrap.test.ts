import { describe, expect, it } from 'vitest';
import { morningTakes } from '../../../../demo/src/takes.ts';
import { ninthBell } from '../../../../demo/src/ninthBell.ts';
import type { CardStatus, Clip } from '../../rooms/copies/index.ts';
import { toCsv } from '../../base/formats/index.ts';
import { factsOf, nothingShot, wrapOf, type ProductionRows } from '../../whole/productions/index.ts';
import type { TakeEvent, TakePayload } from '../../rooms/roll/index.ts';
import { minuteToMs, midnightMs } from '../../base/time/index.ts';
import { formatLabel, parseRate, timeOfDayFrames } from '../../base/timecode/index.ts';
import { MISSING_KINDS, matchClips, missingOf, wrapCode, wrapRows, wrapWhat } from './index.ts';

let n = 0;
const newId = () => `00000000-0000-7000-8000-${String((n += 1)).padStart(12, '0')}`;
const demo = ninthBell(newId, '/media');
const day = demo.days[0] as (typeof demo.days)[number];
const NOW = 10 * 60 + 58;
const morning = morningTakes(demo, NOW, newId);
const clips: Clip[] = morning.clips.map((c) => {
  const rate = parseRate(c.rate);
  return {
    id: newId(),
    productionId: demo.production.id,
    version: 1,
    cardId: demo.cards.find((x) => x.label === c.card)?.id ?? '',
    name: `${c.name}.mov`,
    path: c.name,
    sizeBytes: 5,
    startTimecode: formatLabel(timeOfDayFrames(c.startMs - midnightMs(day.date, day.timeZone), rate), rate),
    durationMs: c.durationMs,
    rate: c.rate,
    looked: null,
  };
});
const rows: ProductionRows = {
  ...demo,
  ...nothingShot(),
  clips,
  takeEvents: morning.events,
};
const facts = factsOf(rows, day, minuteToMs(day.date, day.timeZone, NOW));

describe('clips and takes', () => {
  const byName = matchClips(facts.takes, clips, demo.cards, demo.cameras, '25');
  it('every clip of the morning finds its take', () => expect(byName).toHaveLength(clips.length));
  it('by timecode alone they find the same takes, at every camera’s own rate', () => {
    const nameless = facts.takes.map((t) => ({ ...t, cameras: t.cameras.map((c) => ({ ...c, clip: null })) }));
    const byTimecode = matchClips(nameless, clips, demo.cards, demo.cameras, '25');
    const key = (m: { takeId: string; clipId: string }) => `${m.clipId}>${m.takeId}`;
    expect(byTimecode.map(key).sort()).toEqual(byName.map(key).sort());
    expect(byTimecode.every((m) => m.by === 'timecode')).toBe(true);
  });
  it('a clip far from every take belongs to none', () => {
    const far = { ...(clips[0] as Clip), id: 'far', name: 'X.mov', startTimecode: '03:00:00:00' };
    expect(matchClips(facts.takes, [far], demo.cards, demo.cameras, '25')).toEqual([]);
  });
  it('an unreadable timecode is no match and no fault', () => {
    const odd = { ...(clips[0] as Clip), id: 'odd', name: 'X.mov', startTimecode: '99:99:99:99' };
    expect(matchClips(facts.takes, [odd], demo.cards, demo.cameras, '25')).toEqual([]);
  });
});

describe('the wrap table', () => {
  const matches = matchClips(facts.takes, clips, demo.cards, demo.cameras, '25');
  const lines = wrapRows({
    shots: demo.shots,
    scenes: demo.scenes,
    moments: [],
    states: facts.states,
    takes: facts.takes,
    matches,
    cards: facts.cards,
    findings: [],
  });
  it('shows every shot, every take and every clip, each clip once', () => {
    expect(new Set(lines.flatMap((l) => (l.shot ? [l.shot.id] : []))).size).toBe(demo.shots.length);
    expect(new Set(lines.flatMap((l) => (l.take ? [l.take.id] : []))).size).toBe(facts.takes.length);
    const shown = lines.flatMap((l) => (l.clip ? [l.clip.id] : []));
    expect(shown).toHaveLength(clips.length);
    expect(new Set(shown).size).toBe(clips.length);
    expect(new Set(lines.map((l) => l.id)).size).toBe(lines.length);
  });
  it('says what is missing', () => {
    expect(lines.find((l) => l.shot?.code === '7C')?.trouble).toBe('A must, not yet taken.');
    const fewer = wrapRows({
      shots: demo.shots,
      scenes: demo.scenes,
      moments: [],
      states: facts.states,
      takes: facts.takes,
      matches: [],
      cards: facts.cards,
      findings: [],
    });
    expect(fewer.some((l) => l.trouble.startsWith('No clip found on card A001'))).toBe(true);
    expect(fewer.filter((l) => l.trouble === 'A clip that no take was logged for.')).toHaveLength(clips.length);
  });
});

describe('a moment that no shot was written for', () => {
  const scene = { ...demo.scenes[0]!, kind: 'moment' as const, dayId: day.id, plannedMin: 900, title: 'The toast' };
  const job = {
    ...rows,
    scenes: rows.scenes.map((s) => (s.id === scene.id ? scene : s)),
    shots: rows.shots.filter((s) => s.sceneId !== scene.id),
  };
  const told = (events: TakeEvent[]) => {
    const own = factsOf({ ...job, takeEvents: events }, day, 0);
    return wrapOf(job, day, own).filter((l) => l.scene?.id === scene.id);
  };
  const event = (id: string, atMs: number, payload: TakePayload): TakeEvent => ({
    ...{ id, takeId: 'it', atMs, seq: 0, clientId: 'c', device: 'phone' },
    payload,
  });
  const rolled: TakePayload = {
    ...{ kind: 'rolled', shotId: null, sceneId: scene.id, dayId: day.id, number: 1, wild: false },
    ...{ cameras: [], timecode: '15:00:00:00' },
  };
  it('is a line of its own while nothing was taken of it, by its number and name', () => {
    const [line, ...more] = told([]);
    expect(more).toEqual([]);
    expect([wrapCode(line!), wrapWhat(line!), line!.trouble]).toEqual([scene.number, 'The toast', 'Not yet taken.']);
  });
  it('then its takes are its lines', () => {
    const lines = told([event('r', 1000, rolled), event('c', 9000, { kind: 'cut', timecode: '15:00:08:00' })]);
    expect(lines.map((l) => [wrapCode(l), l.take?.id, l.trouble])).toEqual([
      [scene.number, 'it', 'No camera was in this take.'],
    ]);
  });
});

describe('the three answers', () => {
  it('count what was got and what is kept, and claim no odds', () => {
    const [make, got, kept] = facts.answers;
    expect(got.figure).toBe(`7 of ${facts.dayShotIds.size}`);
    expect(kept.figure.replaceAll('\u00a0', ' ')).toBe('0 of 6 cards');
    expect(make.why.join(' ')).toContain('how likely it is stands under Odds');
    expect(make.figure).not.toContain('%');
  });
  it('say so when there is nothing', () => {
    const empty = factsOf({ ...rows, dayItems: [], takeEvents: [], clips: [] }, day, 0);
    expect(empty.answers.map((a) => a.figure)).toEqual(['–', '0 of 0', '0 of 0\u00a0cards']);
  });
});

describe('CSV', () => {
  it('quotes, and disarms formulas', () =>
    expect(
      toCsv(
        ['a', 'b'],
        [
          ['x,"y"', '=1+1'],
          [null, 3],
        ],
      ),
    ).toBe('a,b\r\n"x,""y""","\'=1+1"\r\n,3\r\n'));
});

describe('what is missing', () => {
  const lines = wrapOf(rows, day, facts);
  const missing = missingOf(lines);
  const of = (kind: (typeof MISSING_KINDS)[number]) => missing.find((m) => m.kind === kind);
  it('stands worst first, and every line that has a trouble is in one kind of it', () => {
    const order = missing.map((m) => MISSING_KINDS.indexOf(m.kind));
    expect(order).toEqual([...order].sort((a, b) => a - b));
    for (const l of lines) expect(l.missing !== null && l.missing !== 'notKept').toBe(l.trouble !== '');
    expect(missing.reduce((t, m) => t + m.lines.length, 0)).toBe(lines.filter((l) => l.missing).length);
  });
  it('a clip that is not as it should be is told with what is wrong, but for the card that is all there is', () => {
    const [clip] = clips;
    const findings = [
      { key: 'k', level: 'look' as const, words: 'It is silent.', mend: '', clipId: clip!.id, kind: 'silent' as const },
    ];
    const lineOf = (media: CardStatus['state']) =>
      wrapRows({
        ...{ shots: [], scenes: [], moments: [], states: facts.states, takes: facts.takes, findings },
        matches: matchClips(facts.takes, clips, demo.cards, demo.cameras, '25'),
        cards: facts.cards.map((c) => ({ ...c, state: media })),
      }).find((l) => l.clip?.id === clip!.id);
    expect(lineOf('kept')).toMatchObject({ missing: 'badClip', trouble: 'It is silent.' });
    expect(lineOf('onCardOnly')).toMatchObject({ missing: 'onlyCard', trouble: 'Only on its card. It is silent.' });
  });
  it('a clip that is copied and not kept is missing too: only what is kept is not', () => {
    const kindsWhere = (media: CardStatus['state']) => {
      const cards = facts.cards.map((c) => ({ ...c, state: media }));
      const matches = matchClips(facts.takes, clips, demo.cards, demo.cameras, '25');
      const { states, takes } = facts;
      const found = missingOf(
        wrapRows({ shots: [], scenes: [], moments: [], states, takes, matches, cards, findings: [] }),
      );
      return found.flatMap((m) => (m.lines.some((l) => l.clip) ? [m.kind] : []));
    };
    expect(kindsWhere('onCardOnly')).toEqual(['onlyCard']);
    expect(kindsWhere('copied')).toEqual(['notKept']);
    expect(kindsWhere('verified')).toEqual(['notKept']);
    expect(kindsWhere('kept')).toEqual([]);
  });
  it('names musts apart from what may be left, each once', () => {
    const had = new Set(facts.takes.map((t) => t.shotId));
    const left = demo.shots.filter((s) => facts.dayShotIds.has(s.id) && !had.has(s.id));
    const codes = (priority: (p: string) => boolean) =>
      left
        .filter((s) => priority(s.priority))
        .map((s) => s.code)
        .sort();
    expect([...(of('must')?.names ?? [])].sort()).toEqual(codes((p) => p === 'must'));
    expect([...(of('notTaken')?.names ?? [])].sort()).toEqual(codes((p) => p !== 'must'));
  });
  it('a clip that no take was logged for is told by its file; while it is on its card alone, as that', () => {
    const far = { ...(clips[0] as Clip), id: 'far', name: 'X9.mov', startTimecode: '03:00:00:00' };
    const found = (media: 'onCardOnly' | 'kept') =>
      missingOf(
        wrapRows({
          shots: [],
          scenes: [],
          moments: [],
          states: new Map(),
          takes: [],
          matches: [],
          cards: [{ clips: [far], state: media } as never],
          findings: [],
        }),
      );
    expect(found('kept')).toMatchObject([{ kind: 'noTake', names: ['X9.mov'] }]);
    expect(found('onCardOnly')).toMatchObject([{ kind: 'onlyCard', names: ['X9.mov'] }]);
  });
  it('a moment that nobody took is told by its name, apart from musts', () => {
    const scene = { ...demo.scenes[0]!, kind: 'moment' as const, number: '4', title: 'Tea for everybody' };
    const none = { shots: [], scenes: [scene], states: new Map(), takes: [], matches: [], cards: [], findings: [] };
    expect(missingOf(wrapRows({ ...none, moments: [scene] }))).toMatchObject([
      { kind: 'moment', names: ['Tea for everybody'] },
    ]);
  });
  it('nothing missing, nothing listed', () => {
    expect(missingOf(lines.map((l) => ({ ...l, trouble: '', missing: null })))).toEqual([]);
  });
});
