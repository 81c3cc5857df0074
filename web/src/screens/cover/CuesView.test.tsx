import { fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { finalBoard, lifeboat } from '@kavrell/demo';
import { clearPage, key, openView, preparePage, press, said, written } from '../../testing/screen.tsx';
import { at, entry, opsOf, payloads, region } from './testing.tsx';

beforeEach(() => preparePage());
afterEach(() => {
  vi.useRealTimers();
  clearPage();
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
  it('what is fixed is moved by one press, with all that is fixed after it', async () => {
    const { plan } = await open(652, finalBoard, (p) => ({
      rows: { logEntries: [entry(p, 650, { kind: 'called', cueId: p.cues[1]!.id, run: 0 })] },
    }));
    press(/^Move it and what is fixed after it 4.min later/);
    const fixed = plan.cues.filter((c) => (c.fixedMin ?? 0) >= 660);
    expect(opsOf()).toMatchObject(fixed.map((c) => ({ table: 'cues', values: { fixedMin: c.fixedMin! + 4 } })));
    expect(screen.getByRole('region', { name: 'As it runs' }).textContent).toContain('0:35 in hand against Arbiter');
  });
  it('who calls and does is named', async () => {
    await open(600, finalBoard);
    expect(said()).toContain('Tove calls 12 and does 2 of them: voice and hands at once');
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
  it('what a rehearsal goes over stays in the show', async () => {
    const { plan } = await open(600, finalBoard);
    fireEvent.change(screen.getByLabelText('Which run'), { target: { value: '1' } });
    press('Skip it');
    expect(written()).toEqual([]);
    key('c');
    expect(payloads()).toEqual([{ kind: 'called', cueId: plan.cues[1]!.id, run: 1 }]);
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
    expect(said()).not.toContain('Nobody here is called');
    press('Take it');
    const ops = opsOf();
    expect(ops).toHaveLength(13);
    expect(ops.filter((o) => o.op === 'insert')).toMatchObject([{ values: { words: 'A new one', lengthS: 10 } }]);
    expect(ops.filter((o) => o.op === 'update' && o.values.skipped === true)).toHaveLength(11);
  });
  it('a caller that nobody here is called is named, and the cue comes in without', async () => {
    await open(600, finalBoard);
    press('Bring in a table');
    const field = screen.getByRole('textbox', { name: 'The running order' });
    fireEvent.change(field, { target: { value: 'cue,length,calls,does\nA new one,10,Bert,Tove' } });
    expect(said()).toContain('Nobody here is called Bert');
    press('Take it');
    const [tove] = opsOf().filter((o) => o.op === 'insert');
    expect(tove).toMatchObject({ values: { callerId: null, doerId: expect.any(String) as string } });
  });
  it('without any, it says what they are, and one is added', async () => {
    await open(600, lifeboat);
    expect(said()).toContain('What is called when, to the second');
    press('Add a cue');
    expect(opsOf()).toMatchObject([{ op: 'insert', table: 'cues', values: { words: 'A cue' } }]);
  });
});
