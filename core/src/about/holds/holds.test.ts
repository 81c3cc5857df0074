import { describe, expect, it } from 'vitest';
import { lifeboat } from '../../../../demo/src/lifeboat.ts';
import { minuteToMs } from '../../base/time/index.ts';
import { planOf } from '../../whole/productions/index.ts';
import type { LogEntry, LogPayload } from '../../rooms/log/index.ts';
import { SHOT_DEFAULTS, type Shot } from '../../rooms/scenes/index.ts';
import {
  callList,
  coverageOf,
  failuresOf,
  gapsOf,
  handKey,
  heldBy,
  lossWords,
  mayLetGo,
  mendsOf,
  restartsOfDay,
  roundsOf,
  supplyEnds,
  unheld,
  viewOf,
  type CoverSources,
  type MendAct,
} from './index.ts';

let n = 0;
const newId = () => `00000000-0000-7000-8000-${String((n += 1)).padStart(12, '0')}`;
const boat = lifeboat(newId);
const day = boat.days[0]!;
type Rows = typeof boat;
const sources = (rows: Rows = boat): CoverSources => ({
  ...rows,
  plan: planOf({ ...rows, takeEvents: [] }, rows.days[0]!),
});
const found = (rows: Rows = boat) => {
  const s = sources(rows);
  const coverage = coverageOf(s);
  return { s, coverage, ...failuresOf(coverage) };
};
const camera = (letter: string) => boat.cameras.find((c) => c.letter === letter)!;
const plain = (text: string) => text.replaceAll('\u00a0', ' ');
const clock = (minute: number) => `${Math.floor(minute / 60)}:${String(Math.floor(minute % 60)).padStart(2, '0')}`;
const entry = (min: number, payload: LogPayload): LogEntry => ({
  ...{ id: newId(), productionId: boat.production.id, version: 1, deletedAt: null, dayId: day.id, by: 'Ro' },
  ...{ atMs: minuteToMs(day.date, day.timeZone, min), payload },
});

describe('what is looked for when a picture fails', () => {
  it.each([
    [{ size: 'ews', faceNeeded: true }, 'wide'],
    [{ size: 'ms', faceNeeded: false }, 'medium'],
    [{ size: 'cu', faceNeeded: false }, 'tight'],
    [{ size: 'mcu', faceNeeded: true }, 'face'],
    [{ size: 'insert', faceNeeded: false }, 'detail'],
    [{ size: null, faceNeeded: true }, 'picture'],
  ] as const)('%j is %s', (shot, view) => expect(viewOf(shot)).toBe(view));
});

describe('who has what', () => {
  it('each camera’s moments with their views, who is at it, and what it leans on', () => {
    const { coverage } = found();
    const lane = (name: string) => coverage.lanes.find((l) => l.name === name)!;
    expect(lane('B')).toMatchObject({ who: 'Ro', kind: 'picture' });
    expect(lane('C').who).toBe('alone');
    expect(lane('E').holds).toMatchObject([{ view: 'face', codes: ['8D'], must: true }]);
    expect(lane('D').needs.map((id) => id.split(':')[0])).toEqual(['body', 'card', 'pack']);
    const launch = coverage.moments.find((m) => m.title === 'Launch')!;
    expect(launch).toMatchObject({ must: true, sound: true, views: ['wide', 'face'] });
    expect(coverage.hands.get(handKey(camera('B').id, launch.id))).toBe(boat.people[0]!.id);
    expect(coverage.hands.get(handKey(camera('C').id, launch.id))).toBeNull();
  });
  it('a sound leans on its microphone, radio, recorder, and what was said to be shared', () => {
    const { coverage } = found();
    const pin = coverage.lanes.find((l) => l.name === 'Coxswain’s pin')!;
    const names = pin.needs.map((id) => coverage.things.find((t) => t.id === id)!.name);
    expect(names).toEqual(['Coxswain’s pin', 'Recorder', 'Radio of the pin', 'Socket in the boathouse']);
    expect(pin.holds).toHaveLength(2);
  });
  it('one on mains leans on no pack, and what stands on one circuit fails with it', () => {
    const rows = {
      ...boat,
      cameras: boat.cameras.map((c) => ({ ...c, batteryMin: null })),
      sharedThings: [{ ...boat.sharedThings[1]!, cameraIds: boat.cameras.map((c) => c.id) }],
    };
    const { coverage, single } = found(rows);
    expect(coverage.things.some((t) => t.kind === 'battery')).toBe(false);
    const socket = single.find((f) => f.name === 'Socket in the boathouse')!;
    expect(socket.losses.filter((l) => l.want === 'any')).toHaveLength(coverage.moments.length);
    expect(single[0]).toBe(socket);
  });
  it('a switcher that fails takes no camera’s own recording', () => {
    const switcher = { ...boat.sharedThings[1]!, kind: 'switcher' as const, cameraIds: boat.cameras.map((c) => c.id) };
    const { single } = found({ ...boat, sharedThings: [switcher] });
    expect(single.flatMap((f) => f.losses).some((l) => l.want === 'any' && l.moment.title === 'Blessing')).toBe(false);
  });
});

describe('what single failure loses what', () => {
  it('one operator, then what the only tight camera is, then the one recorder', () => {
    const { single, open } = found();
    expect(open).toEqual([]);
    expect(single.slice(0, 3).map((f) => f.name)).toEqual(['Ro', 'Body, card, pack of A', 'Recorder']);
    expect(lossWords(single[2]!.losses)).toBe('clean sound of Speeches, Knock-out, Launch');
    expect(plain(lossWords(single[0]!.losses))).toMatch(
      /^every picture of Band, Crew portraits, Speeches and 5 more; /,
    );
    const b = single.find((f) => f.name === 'Body, card, pack of B')!;
    expect(lossWords(b.losses)).toBe('the only tight picture of Blessing, Naming');
  });
  it('a moment that nobody has is open with nothing broken', () => {
    const launch = boat.scenes.find((s) => s.title === 'Launch')!;
    const shots = boat.shots.map((s) => (s.sceneId === launch.id ? { ...s, cameras: [] } : s));
    const routes = boat.soundRoutes.map((r) => ({ ...r, duty: 'scratch' as const }));
    const { open } = found({ ...boat, shots, soundRoutes: routes });
    expect(lossWords(open)).toBe('clean sound of Speeches, Knock-out, Launch; every picture of Launch');
  });
  it('a moment for which nobody planned anything is not had, and any camera could have it', () => {
    const launch = boat.scenes.find((s) => s.title === 'Launch')!;
    const { open, s, coverage } = found({ ...boat, shots: boat.shots.filter((x) => x.sceneId !== launch.id) });
    const [loss] = open.filter((l) => l.want === 'any');
    expect(loss!.moment.title).toBe('Launch');
    const words = mendsOf(unheld(loss!), coverage, s, 9).map((m) => m.words);
    expect(words).toHaveLength(boat.cameras.length);
    expect(words).toContain('B too in Launch');
    expect(open.filter((l) => l.want === 'any')).toHaveLength(1);
  });
  it('pairs name what belongs to one camera together, the same way round', () => {
    const names = found().pairs.map((f) => f.name);
    expect(names).toContain('Body, card, pack of A with body, card, pack of B');
    expect(new Set(names).size).toBe(names.length);
    expect(names).toContain('Feed from the desk with Microphone at the loudspeaker');
  });
  it('every single one that is taken away loses what it says, and nothing else does by itself', () => {
    const { coverage, single } = found();
    const failing = new Set(single.flatMap((f) => f.things.flat()));
    for (const thing of coverage.things) {
      const lost = coverage.moments.filter((m) =>
        coverage.lanes
          .filter((l) => l.kind === 'picture' && l.holds.some((h) => h.momentId === m.id))
          .every((l) => {
            const hand = coverage.hands.get(handKey(l.cameraId!, m.id));
            return l.needs.includes(thing.id) || thing.id === `person:${hand}`;
          }),
      );
      if (lost.length > 0) expect(failing.has(thing.id)).toBe(true);
      const said = single
        .filter((f) => f.things.some(([id]) => id === thing.id))
        .flatMap((f) => f.losses.filter((l) => l.want === 'any').map((l) => l.moment.id));
      expect(new Set(said)).toEqual(new Set(lost.map((m) => m.id)));
    }
  });
});

describe('the cheapest mend', () => {
  const mendsFor = (name: string, rows: Rows = boat) => {
    const { s, coverage, single } = found(rows);
    return mendsOf(
      single.find((f) => f.name === name)!,
      coverage,
      s,
    );
  };
  it('of one recorder is another box that has a channel free; taken, it loses no sound any more', () => {
    const [mend] = mendsFor('Recorder');
    expect(mend).toMatchObject({
      words: 'Coxswain’s pin into Body camera’s own input too',
      act: { kind: 'route', channel: 1, socketName: 'microphone' },
    });
    const act = mend!.act as Extract<MendAct, { kind: 'route' }>;
    const { kind: _kind, ...route } = act;
    const added = { ...boat.soundRoutes[2]!, id: newId(), ...route, duty: 'backup' as const };
    const { single } = found({ ...boat, soundRoutes: [...boat.soundRoutes, added] });
    expect(lossWords(single.find((f) => f.name === 'Recorder')!.losses)).toBe('clean sound of Speeches');
  });
  it('a scratch is promoted where no box is free, with what it costs', () => {
    const boxes = boat.soundBoxes.map((b) => ({ ...b, tracks: b.kind === 'camera' ? 1 : b.tracks }));
    const scratch = { ...boat.soundRoutes[2]!, id: newId(), boxId: boxes[1]!.id, channel: 1, duty: 'scratch' as const };
    const [mend] = mendsFor('Recorder', { ...boat, soundBoxes: boxes, soundRoutes: [...boat.soundRoutes, scratch] });
    expect(mend).toMatchObject({ words: 'Scratch of Body camera’s own input counts as backup', act: { kind: 'duty' } });
  });
  it('of a camera is one that needs nothing of what failed, the free ones first', () => {
    const [first, second] = mendsFor('Body, card, pack of B');
    expect([first!.words, second!.words]).toEqual(['A tight too in Blessing', 'D tight too in Blessing']);
    expect(first!.cost).toBe('alone: Ro is at another then');
    expect(mendsFor('Ro').every((m) => /nobody is at it|gives up/.test(m.cost))).toBe(true);
  });
  it('of a shot that is set up is one more camera on it', () => {
    const [own] = boat.shots.filter((x) => x.code === '4A');
    const scenes = boat.scenes.map((x) => (x.id === own!.sceneId ? { ...x, kind: 'shots' as const } : x));
    const dayItems = [
      {
        ...{ id: newId(), productionId: boat.production.id, version: 1, deletedAt: null, dayId: day.id, title: '' },
        ...{ shotId: own!.id, minutes: null, placeId: null, setupId: null, personIds: [], position: 1 },
        ...{ pinnedStartMin: null, unit: 1 },
      },
    ];
    const [mend] = mendsFor('Body, card, pack of B', { ...boat, scenes, dayItems, shots: [own!] });
    expect(mend).toMatchObject({ words: 'A too on 4A', act: { kind: 'camera', letter: 'A', shot: { code: '4A' } } });
  });
  it('taken, the shot that it adds ends the failure', () => {
    const [mend] = mendsFor('Body, card, pack of E');
    const act = mend!.act as Extract<MendAct, { kind: 'shot' }>;
    const shot: Shot = {
      ...{ ...SHOT_DEFAULTS, id: newId(), productionId: boat.production.id, version: 1, deletedAt: null },
      ...{ sceneId: act.scene.id, code: '8E', position: 900, cameras: [act.letter], size: act.size },
      ...{ faceNeeded: act.faceNeeded, priority: 'must' },
    };
    expect(found({ ...boat, shots: [...boat.shots, shot] }).single.map((f) => f.name)).not.toContain(
      'Body, card, pack of E',
    );
  });
});

describe('restarts of a day', () => {
  const { coverage } = found();
  it('left alone both hybrids end in the same second, again and again, and once as the pin is struck', () => {
    const { collisions } = restartsOfDay(coverage, boat.cameras);
    expect(collisions.map((c) => `${c.letters.join()} ${clock(c.atMin)} ${c.inMoment}`)).toContain(
      'A,B 14:18 Knock-out',
    );
  });
  it('planned, one rolls at any second, no clip is over its limit less half a minute, and it is proven', () => {
    const { planned, atLeast, proven, cameras } = restartsOfDay(coverage, boat.cameras);
    expect({ atLeast, proven }).toEqual({ atLeast: 1, proven: true });
    expect(cameras.map((c) => c.camera.letter)).toEqual(['A', 'B']);
    for (const letter of ['A', 'B']) {
      const own = planned.filter((p) => p.letter === letter);
      own.slice(1).forEach((p, i) => {
        const clipS = (p.atMin - own[i]!.atMin) * 60 - own[i]!.gapS;
        expect(clipS).toBeLessThanOrEqual(14.5 * 60 + 1e-6);
      });
    }
    for (const a of planned)
      for (const b of planned)
        if (a.letter !== b.letter) expect(Math.abs(a.atMin - b.atMin) * 60).toBeGreaterThanOrEqual(10 - 1e-6);
  });
  it('what B must have is kept free of its restarts; A’s limit is shorter than what it must have', () => {
    const { planned, cameras } = restartsOfDay(coverage, boat.cameras);
    expect(cameras.map((c) => c.freedom)).toEqual(['anywhere', 'besideMusts']);
    const musts = coverage.lanes.find((l) => l.name === 'B')!.holds.filter((h) => h.must);
    for (const p of planned.filter((x) => x.letter === 'B'))
      for (const hold of musts) expect(p.atMin >= hold.toMin || p.atMin + p.gapS / 60 <= hold.fromMin).toBe(true);
  });
  it('solved anew from what really rolls', () => {
    const sinceMin = new Map([[camera('B').id, 850]]);
    const { planned } = restartsOfDay(coverage, boat.cameras, { fromMin: 852, sinceMin });
    const [first] = planned.filter((p) => p.letter === 'B');
    expect(first!.atMin).toBeLessThanOrEqual(850 + 14.5);
    expect(first!.atMin).toBeGreaterThanOrEqual(862);
  });
  it('without a limit there is nothing to plan', () => {
    const none = restartsOfDay(
      coverage,
      boat.cameras.map((c) => ({ ...c, clipLimitMin: null })),
    );
    expect(none).toMatchObject({ planned: [], collisions: [], atLeast: null });
  });
});

describe('cameras left alone', () => {
  const { coverage } = found();
  const rounds = (log: LogEntry[] = [], fromMin?: number) => roundsOf(coverage, boat.cameras, log, day, fromMin);
  it('are looked at by whoever has the others, never while a must needs them, and one is back before it', () => {
    const { visits, operatorId } = rounds();
    expect(operatorId).toBe(boat.people[0]!.id);
    expect(visits.slice(0, 2).map((v) => [v.letter, clock(v.dueMin), clock(v.leaveMin!), v.before])).toEqual([
      ['C', '12:50', '12:46', 'Crew portraits'],
      ['C', '13:10', '13:01', 'Crew portraits'],
    ]);
    const musts = coverage.moments.filter((m) => m.must && ['A', 'B'].some((letter) => m.row.cameras.includes(letter)));
    for (const v of visits)
      if (v.leaveMin !== null)
        for (const m of musts) expect(v.backMin! <= m.fromMin + 1e-9 || v.leaveMin >= m.toMin - 1e-9).toBe(true);
  });
  it('what can’t be done in time says how late it is, and what can’t be done at all is said', () => {
    const { visits } = rounds();
    expect(visits.find((v) => v.lateMin > 0)).toMatchObject({ letter: 'C', before: 'Naming' });
    expect(visits.at(-1)).toMatchObject({ leaveMin: null, backMin: null });
  });
  it('a look or a restart begins the minutes anew', () => {
    const log = [entry(765, { kind: 'visited', cameraId: camera('C').id, words: 'all well' })];
    expect(clock(rounds(log).visits[0]!.dueMin)).toBe('13:05');
  });
  it('what nobody said is assumed aloud', () =>
    expect(rounds().assumptions.map(plain)).toEqual([
      'Nobody said how often E is looked at: every 20 min assumed.',
      'Nobody walked to E: 3 min each way assumed.',
    ]));
  it('nobody with a camera in hand: nobody to go', () => {
    const shots = boat.shots.map((s) => ({ ...s, operatorId: null }));
    const cameras = boat.cameras.map((c) => ({ ...c, operatorId: null }));
    const alone = coverageOf(sources({ ...boat, shots, cameras }));
    expect(roundsOf(alone, cameras, [], day)).toEqual({ operatorId: null, visits: [], assumptions: [] });
  });
});

describe('what is said over comms', () => {
  const { coverage } = found();
  const list = (nowMin: number) => callList(coverage, boat.cameras, boat.people, nowMin);
  it('the next moments, who has what of them, and what runs alone', () =>
    expect(list(861).map((l) => [l.title, l.calls.join('; '), l.alone.join()])).toEqual([
      ['Launch', 'B wide, Ro', 'C,D,E'],
      ['Crowd', 'A tight, Ro', ''],
      ['Wake and return', 'A medium, Ro; B wide, Ro', ''],
    ]));
  it('after the last there is none', () => expect(list(2000)).toEqual([]));
});

describe('packs and cards', () => {
  const { coverage } = found();
  const ends = (more: object) =>
    supplyEnds(
      coverage,
      boat.cameras.map((c) => (c.letter === 'B' ? { ...c, ...more } : c)),
    ).filter((e) => e.cameraId === camera('B').id);
  it('a fresh pack ends while B still has something; on mains none does', () => {
    expect(ends({}).map((e) => [e.what, clock(e.atMin)])).toEqual([['pack', '14:18']]);
    expect(ends({ batteryMin: null })).toEqual([]);
  });
  it('a card is used up only while something of it goes on', () => {
    // Thirty minutes: arrivals have 25 of them, the band the other five.
    const [card] = ends({ batteryMin: null, cardSizeBytes: (30 * 60 * 150e6) / 8 });
    expect([card!.what, clock(card!.atMin)]).toEqual(['card', '13:00']);
  });
});

describe('every second covered', () => {
  const [a, b] = [camera('A').id, camera('B').id];
  const holds = (min: number, cameraId: string, has: boolean) => entry(min, { kind: 'holds', cameraId, holds: has });
  const ms = (min: number) => minuteToMs(day.date, day.timeZone, min);
  it('a second without a holder while something is on is a gap, from the first that held on', () => {
    const held = heldBy(
      [holds(841, a, true), holds(841.5, a, true), holds(844, a, false), holds(846, b, true)],
      day.id,
    );
    expect(held).toMatchObject([
      { cameraId: a, fromMs: ms(841), toMs: ms(844) },
      { cameraId: b, fromMs: ms(846), toMs: null },
    ]);
    const spans = [
      { fromMs: ms(830), toMs: ms(850) },
      { fromMs: ms(854), toMs: null },
    ];
    expect(gapsOf(held, spans, ms(856))).toEqual([{ fromMs: ms(844), toMs: ms(846) }]);
    expect(gapsOf(held.slice(0, 1), spans, ms(856))).toEqual([
      { fromMs: ms(844), toMs: ms(850) },
      { fromMs: ms(854), toMs: null },
    ]);
  });
  it('nobody is asked before somebody held, and what another day logged is none of it', () => {
    expect(gapsOf([], [{ fromMs: 0, toMs: null }], 9)).toEqual([]);
    expect(heldBy([holds(841, a, true)], newId())).toEqual([]);
  });
  it('one may let go once another has it', () => {
    const one = heldBy([holds(841, a, true)], day.id);
    expect(mayLetGo(one, a)).toBe(false);
    expect(mayLetGo(heldBy([holds(841, a, true), holds(842, b, true)], day.id), a)).toBe(true);
  });
});
