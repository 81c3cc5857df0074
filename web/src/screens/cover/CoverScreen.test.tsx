import { fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { cablesOf } from '@kavrell/core/cover';
import type { LogPayload } from '@kavrell/core/log';
import { minuteToMs } from '@kavrell/core/time';
import { finalBoard, lifeboat, type DemoPlan } from '@kavrell/demo';
import {
  barePlan,
  clearPage,
  holdClock,
  key,
  OWNER,
  openScreen,
  openView,
  preparePage,
  press,
  pressPart,
  said,
  testId,
  written,
} from '../../testing/screen.tsx';
import { headRows } from './CoverBand.tsx';
import { CoverScreen } from './CoverScreen.tsx';

beforeEach(() => preparePage());
afterEach(() => {
  vi.useRealTimers();
  clearPage();
});

const entry = (plan: DemoPlan, minute: number, payload: LogPayload, by = 'Oda') => ({
  ...{ id: testId(), productionId: plan.production.id, version: 1, deletedAt: null, by, payload },
  ...{ dayId: plan.days[0]!.id, atMs: minuteToMs(plan.days[0]!.date, plan.days[0]!.timeZone, minute) },
});
/** A day of a plan at a minute of it. */
function at(
  minute: number,
  make: (id: () => string) => DemoPlan = lifeboat,
  more: (plan: DemoPlan) => Parameters<typeof openScreen>[1] = () => ({}),
) {
  const made = make(testId);
  const plan = { ...made, production: { ...made.production, simulatedNowOffsetMs: null } };
  holdClock(minuteToMs(plan.days[0]!.date, plan.days[0]!.timeZone, minute));
  return { ...openScreen(<CoverScreen />, { plan, ...more(plan) }), plan };
}
const region = (name: string) => within(screen.getByRole('region', { name }));
const payloads = () =>
  written().flatMap((w) =>
    w.ops.flatMap((op) => (op.table === 'logEntries' && 'values' in op ? [op.values.payload] : [])),
  );
const opsOf = () => written().flatMap((w) => w.ops);

describe('moments', () => {
  it('the headline is the answer; each failure says what it loses, and the cheapest mend with its cost', () => {
    at(600);
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('9\u00a0single failures would lose something');
    const text = region('What one failure loses')
      .getAllByRole('listitem')
      .map((l) => l.textContent.replaceAll('\u00a0', ' '));
    expect(text[0]).toMatch(/^Ro · every picture of Band, Crew portraits, Speeches and 5 more/);
    expect(text[2]).toMatch(/^Recorder · clean sound of Speeches, Knock-out, Launch/);
    expect(text[2]).toContain('Coxswain’s pin into Body camera’s own input too · its channel 1, a cable');
  });
  const all = () => pressPart(screen.getByRole('button', { name: /more alone/ }));
  it('a mend that is taken is a line of the patch, and the failure loses that no more', async () => {
    at(600);
    await all();
    fireEvent.click(screen.getAllByRole('button', { name: /^Coxswain’s pin into Body/ })[0]!);
    expect(opsOf()).toMatchObject([
      { op: 'insert', table: 'soundRoutes', values: { duty: 'backup', channel: 1, socketName: 'microphone' } },
    ]);
    const recorder = region('What one failure loses')
      .getAllByText(/Recorder/)[0]!
      .closest('li')!;
    expect(recorder.textContent).toContain('clean sound of Speeches');
    expect(recorder.textContent).not.toContain('Launch');
  });
  it('or one more shot of the scene, a must, with the next number of that scene', async () => {
    const { plan } = at(600);
    await all();
    fireEvent.click(screen.getAllByRole('button', { name: /^A tight too in Blessing/ })[0]!);
    const blessing = plan.scenes.find((s) => s.title === 'Blessing')!;
    expect(opsOf()).toMatchObject([
      { table: 'shots', values: { sceneId: blessing.id, code: '4C', cameras: ['A'], size: 'mcu', priority: 'must' } },
    ]);
  });
  it('whoever logs sees the mends and takes none', () => {
    at(600, lifeboat, () => ({ me: { ...OWNER, role: 'log' } }));
    expect(screen.queryByRole('button', { name: /^Coxswain’s pin into Body/ })).toBeNull();
    expect(said()).toContain('Coxswain’s pin into Body camera’s own input too');
  });
  it('a moment that is chosen says who has it, and what alone loses it', () => {
    const { side } = at(600);
    const launch = screen.getByRole('button', { name: /^Launch, 14:20/ });
    fireEvent.click(launch);
    expect(launch.getAttribute('aria-pressed')).toBe('true');
    const text = side().getByRole('heading', { name: 'Launch' }).closest('aside')!.textContent;
    expect(text).toContain('wide 8A');
    expect(text).toContain('the only picture of the face of Launch');
    fireEvent.click(launch);
    expect(side().queryByRole('heading', { name: 'Launch' })).toBeNull();
  });
  it('restarts: where they would collide, the plan, and that it can’t be better', () => {
    at(600);
    const text = screen.getByRole('region', { name: 'Restarts' }).textContent.replaceAll('\u00a0', ' ');
    expect(text).toContain('14:18:00 in Knock-out');
    expect(text).toMatch(/at least 1 of 2 of them roll at any second; proven/);
    expect(screen.queryByRole('button', { name: 'Restarted' })).toBeNull();
  });
  it('once something rolls restarts are counted down from it, one press says it is done, and the plan is made anew', () => {
    const rolled = (plan: DemoPlan) => {
      const b = plan.cameras.find((c) => c.letter === 'B')!;
      const device = { cameraId: b.id, productionId: plan.production.id, version: 1, clip: 'B001_C001', clipNumber: 1 };
      const began = minuteToMs(plan.days[0]!.date, plan.days[0]!.timeZone, 842);
      return {
        rows: {
          deviceStates: [{ ...device, rollingSinceMs: began, card: 'B001', cardUsedBytes: 0, batteryUsedMin: 0 }],
        },
      };
    };
    at(848, lifeboat, rolled);
    const restarts = region('Restarts');
    const first = restarts.getAllByRole('listitem').find((l) => /^B at/.test(l.textContent))!;
    expect(first.textContent).toMatch(/^B at 14:1\d:\d\d.*in \d+:\d\d/);
    fireEvent.click(within(first).getByRole('button', { name: 'Restarted' }));
    expect(payloads()).toMatchObject([{ kind: 'restarted' }]);
  });
  it('a day with nothing that happens once says what would stand here', () => {
    const plan = { ...barePlan(), days: lifeboat(testId).days };
    openScreen(<CoverScreen />, { plan });
    expect(said()).toContain('Nothing on this day happens once');
  });
  it('what hangs on one thing is typed by name, and what is not there is refused in words', () => {
    at(600);
    press('Add a shared thing');
    expect(opsOf()).toMatchObject([{ op: 'insert', table: 'sharedThings', values: { kind: 'circuit' } }]);
  });
});

describe('names of moments', () => {
  it('stand in the first row that is free where they begin', () =>
    expect(
      headRows([
        { fromShare: 0, letters: 8 },
        { fromShare: 0.05, letters: 4 },
        { fromShare: 0.06, letters: 4 },
        { fromShare: 0.5, letters: 40 },
        { fromShare: 0.9, letters: 2 },
      ]),
    ).toEqual([0, 1, 2, 0, 1]));
});

describe('rounds', () => {
  it('say who leaves when for which camera, and a look is one press', async () => {
    at(600);
    await openView('Rounds');
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('C, D, E run alone');
    expect(said()).toContain('Ro leaves at 12:46, is back at 12:55, before Crew portraits');
    expect(said()).toContain('19 min late');
    fireEvent.click(screen.getAllByRole('button', { name: 'Looked at C' })[0]!);
    expect(payloads()).toMatchObject([{ kind: 'visited' }]);
  });
  it('while the day goes nobody leaves in the past', async () => {
    at(785);
    await openView('Rounds');
    // Five minutes are left until the portraits, which are a must: nine are needed to go and come back.
    expect(said()).toContain('C by 12:50Ro leaves at 13:40, is back at 13:49, before Naming, 54 min late');
    expect(said()).not.toContain('leaves at 12:');
  });
  it('I have it, stay, may let go; a second without anybody is a gap that is counted', async () => {
    const { plan } = at(845, lifeboat, (p) => {
      const [a, b] = p.cameras;
      return {
        rows: {
          logEntries: [
            entry(p, 842, { kind: 'holds', cameraId: a!.id, holds: true }),
            entry(p, 843, { kind: 'holds', cameraId: b!.id, holds: true }),
            entry(p, 843.5, { kind: 'holds', cameraId: b!.id, holds: false }),
            entry(p, 844, { kind: 'holds', cameraId: a!.id, holds: false }),
          ],
        },
      };
    });
    await openView('Rounds');
    const has = region('Who has the picture');
    expect(has.getByRole('status').textContent).toContain('Nobody has it since 1:00');
    fireEvent.click(has.getByRole('button', { name: /^B/ }));
    expect(payloads()).toEqual([{ kind: 'holds', cameraId: plan.cameras[1]!.id, holds: true }]);
    expect(has.getByRole('button', { name: /^B/ }).textContent).toContain('has it: stay');
    expect(screen.getByRole('region', { name: 'Who has the picture' }).textContent).toContain(
      'One gap: 14:04 for 1:00',
    );
    fireEvent.click(has.getByRole('button', { name: /^A/ }));
    expect(has.getByRole('button', { name: /^B/ }).textContent).toContain('may let go');
  });
});

describe('cues', () => {
  const open = async (...args: Parameters<typeof at>) => {
    const opened = at(...args);
    await openView(/^Cues/);
    return opened;
  };
  it('the order to the second; what is too much for the switcher, and which pictures come late', async () => {
    await open(600, finalBoard);
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('12\u00a0cues, none over by the plan');
    const grid = screen.getByRole('grid');
    expect(within(grid).getByText('10:45:20')).toBeTruthy();
    expect(said()).toContain('Switcher takes 6, 8 want in');
    expect(said()).toContain('C comes 2 frames late, D comes 2 frames late by radio');
  });
  it('a key calls the next; what is on counts down, and the next fixed start says what is in hand', async () => {
    const { plan } = await open(645, finalBoard);
    key('c');
    expect(payloads()).toEqual([{ kind: 'called', cueId: plan.cues[0]!.id, run: 0 }]);
    const run = screen.getByRole('region', { name: 'As it runs' });
    expect(run.textContent).toContain('Countdown board out, titles in 0:20');
    expect(run.textContent).toContain('Then Opening segment, opening_v4.mov, 2:40');
    expect(run.textContent).toMatch(/1:15 in hand against Arbiter starts the clocks/);
  });
  it('late it is over, and a cue that is skipped gives its length back', async () => {
    const { plan } = await open(652, finalBoard, (p) => ({
      rows: { logEntries: [entry(p, 650, { kind: 'called', cueId: p.cues[1]!.id, run: 0 })] },
    }));
    const run = () => screen.getByRole('region', { name: 'As it runs' }).textContent;
    expect(run()).toContain('3:25 over against Arbiter');
    press('Skip it');
    expect(opsOf()).toMatchObject([{ table: 'cues', values: { skipped: true } }]);
    expect(plan.cues[2]!.lengthS).toBe(90);
    expect(run()).toContain('1:55 over against Arbiter');
  });
  it('two who called the same cue are both told, and both calls are kept', async () => {
    await open(646, finalBoard, (p) => ({
      rows: {
        logEntries: [
          entry(p, 645, { kind: 'called', cueId: p.cues[0]!.id, run: 0 }, 'Tove'),
          entry(p, 645.05, { kind: 'called', cueId: p.cues[0]!.id, run: 0 }, 'Abel'),
        ],
      },
    }));
    expect(said()).toContain('Tove and Abel both called Countdown board out, titles in at 10:45');
  });
  it('a rehearsal stands beside the show, with what each cue took', async () => {
    await open(600, finalBoard, (p) => ({
      rows: {
        logEntries: [
          entry(p, 500, { kind: 'called', cueId: p.cues[0]!.id, run: 1 }),
          entry(p, 500.5, { kind: 'called', cueId: p.cues[1]!.id, run: 1 }),
        ],
      },
    }));
    fireEvent.change(screen.getByLabelText('Which run'), { target: { value: '1' } });
    expect(said()).toContain('This is rehearsal 1');
    expect(screen.getByRole('region', { name: 'As it runs' }).textContent).toContain('Opening segment');
    key('c');
    expect(payloads()).toMatchObject([{ kind: 'called', run: 1 }]);
  });
  it('of one person only theirs are shown, on paper too', async () => {
    const { plan } = await open(600, finalBoard);
    const abel = plan.people.find((p) => p.shortName === 'Abel')!;
    fireEvent.change(screen.getByLabelText('Whose cues'), { target: { value: abel.id } });
    expect(within(screen.getByRole('grid')).queryByText('Table of standings')).toBeNull();
    expect(screen.getByRole('link', { name: 'On paper' }).getAttribute('href')).toContain(`/running/${abel.id}/`);
  });
  it('an input is prepared by one press and on air by the next: logged as simulated, and its cut is told', async () => {
    const { plan } = await open(650, finalBoard);
    const switcher = region('Switcher');
    fireEvent.click(switcher.getByRole('button', { name: /^B/ }));
    expect(payloads()).toEqual([]);
    fireEvent.click(switcher.getByRole('button', { name: /^B/ }));
    const b = plan.cameras.find((c) => c.letter === 'B')!;
    expect(payloads()).toEqual([{ kind: 'onAir', cameraId: b.id, input: 'B', transition: 'cut', simulated: true }]);
    expect(switcher.getByRole('button', { name: /^B/ }).getAttribute('aria-pressed')).toBe('true');
    expect(screen.getByRole('region', { name: 'Switcher' }).textContent).toContain(
      '1\u00a0stretch in the live cut; B since 0:00',
    );
  });
  it('a newer version is laid beside the one there is, and says what it would do before it does', async () => {
    await open(600, finalBoard);
    press('Bring in a table');
    const field = screen.getByRole('textbox', { name: 'The running order' });
    fireEvent.change(field, { target: { value: 'Datum,Betrag\n1,2' } });
    expect(said()).toContain('Found: Datum, Betrag.');
    fireEvent.change(field, {
      target: { value: 'cue,length,calls\nOpening segment,3:00,Tove\nA new one,10,\nBad,long,' },
    });
    expect(said()).toContain('Line 4: “long” is not a length');
    expect(said()).toContain('1 new, 1 changed, 11 gone, 0 as before.');
    press('Take it');
    const ops = opsOf();
    expect(ops).toHaveLength(13);
    expect(ops.filter((o) => o.op === 'insert')).toMatchObject([{ values: { words: 'A new one', lengthS: 10 } }]);
    expect(ops.filter((o) => o.op === 'update' && o.values.skipped === true)).toHaveLength(11);
  });
  it('without any, it says what they are, and one is added', async () => {
    await open(600, lifeboat);
    expect(said()).toContain('What is called when, to the second');
    press('Add a cue');
    expect(opsOf()).toMatchObject([{ op: 'insert', table: 'cues', values: { words: 'A cue' } }]);
  });
});

describe('what is plugged where', () => {
  const made = (plan: DemoPlan) =>
    cablesOf({
      ...{ cameras: plan.cameras, boxes: plan.soundBoxes, sources: plan.soundSources, routes: plan.soundRoutes },
      ...{ links: plan.links, things: plan.sharedThings, cables: [], placeId: plan.places[0]!.id },
    }).map((d) => ({ ...d, id: testId(), productionId: plan.production.id, version: 1, deletedAt: null }));
  it('is made from the plan by one press', async () => {
    at(600, finalBoard);
    await openView(/^Plugged/);
    press(/^Make 10.cables from the plan/);
    expect(opsOf()).toHaveLength(10);
    expect(screen.getByRole('heading', { level: 1 }).textContent).toMatch(/^10 of 10.cables to lay/);
    expect(screen.getByRole('button', { name: 'All of the plan is in it' })).toHaveProperty('disabled', true);
  });
  it('is checked off one by one, laid, tested, taken up', async () => {
    at(600, finalBoard, (plan) => ({ rows: { cables: made(plan) } }));
    await openView(/^Plugged/);
    const first = () =>
      within(screen.getByRole('list', { name: 'In the order of laying' })).getAllByRole('listitem')[0]!;
    expect(first().textContent).toContain('P01');
    for (const [name, state] of [
      ['Laid', 'laid'],
      ['Tested', 'tested'],
      ['Taken up', 'struck'],
    ] as const) {
      fireEvent.click(within(first()).getByRole('button', { name }));
      expect(opsOf().at(-1)).toMatchObject({ table: 'cables', values: { state } });
    }
  });
  it('is laid again at another place with the same labels, nothing laid yet', async () => {
    const there = testId();
    at(600, finalBoard, (plan) => ({
      rows: {
        cables: made(plan).map((c) => ({ ...c, state: 'tested' })),
        places: [...plan.places, { ...plan.places[0]!, id: there, name: 'Side room' }],
      },
    }));
    await openView(/^Plugged/);
    fireEvent.change(screen.getByLabelText('Lay all of it again at'), { target: { value: there } });
    const ops = opsOf();
    expect(ops).toHaveLength(10);
    expect(ops[0]).toMatchObject({ values: { label: 'P01', placeId: there, state: '' } });
    expect(said()).toContain('10 to lay.');
  });
  it('is kept without a day too', async () => {
    openScreen(<CoverScreen />, { plan: barePlan(), day: null });
    await openView(/^Plugged/);
    press('Add a cable');
    expect(opsOf()).toMatchObject([{ op: 'insert', table: 'cables', values: { label: 'V01', placeId: null } }]);
  });
});
