import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { DemoPlan } from '@kavrell/demo';
import {
  barePlan,
  clearPage,
  demoPlan,
  openScreen,
  preparePage,
  press,
  said,
  written,
  pressPart,
} from '../../testing/screen.tsx';
import { ImportPanel } from './ImportPanel.tsx';

beforeEach(() => preparePage());
afterEach(clearPage);

let done: (string | null)[];
function open(plan: DemoPlan = demoPlan()) {
  done = [];
  openScreen(<ImportPanel intoScene={null} onDone={(id) => done.push(id)} />, { plan });
  return plan;
}
const paste = (text: string) => fireEvent.change(document.querySelector('textarea')!, { target: { value: text } });
const kind = () => screen.getAllByRole('tab').find((t) => t.getAttribute('aria-selected') === 'true')!.textContent;
const LIST = 'Scene\tShot\tDescription\tSize\n31\t31A\tThe gate\tws\n31\t31B\tHer hand on it\tcu';

describe('bringing in what was written elsewhere', () => {
  it('sees by itself what was pasted: a list, a programme, a script', () => {
    open();
    paste(LIST);
    expect(kind()).toBe('A shot list');
    paste('07:50 Welcome at the jetty\n08:20 The start\n08:35-09:20 Swim');
    expect(kind()).toBe('A list of moments');
    paste('INT. FOUNDRY - DAY\n\nIlse lifts the lid.\n\nILSE\nNot yet.');
    expect(kind()).toBe('A script');
  });
  it('says what each column means, and takes nothing before it is pressed', () => {
    open();
    paste(LIST);
    expect(said()).toContain('2 rows. What each column means');
    expect(written()).toEqual([]);
    press('Take 2\u00a0shots and 1\u00a0new scene');
    const [only] = written();
    expect(only!.ops.map((o) => o.table)).toEqual(['scenes', 'shots', 'shots']);
    expect(only!.ops.at(-1)).toMatchObject({ values: { code: '31B', size: 'cu', description: 'Her hand on it' } });
    expect(done).toHaveLength(1);
  });
  it('a meaning belongs to one column: given to another, the first loses it', () => {
    open();
    paste(LIST);
    const [, , third, fourth] = screen.getAllByRole<HTMLSelectElement>('combobox');
    expect(third!.value).toBe('description');
    fireEvent.change(fourth!, { target: { value: 'description' } });
    expect(screen.getAllByRole<HTMLSelectElement>('combobox')[2]!.value).toBe('');
  });
  it('rows that can’t be taken are named by line and reason, and left out only when one says so', () => {
    open();
    paste(`${LIST}\n31\t31C\tA size nobody knows\tgiant`);
    expect(said()).toMatch(/Line 4/);
    expect(screen.getByRole('button', { name: /^Leave 1 out, take 2/ })).toBeTruthy();
    expect(written()).toEqual([]);
  });
  it('keeps the list’s numbers, or gives new ones', async () => {
    open();
    paste(LIST.replaceAll('31A', '31K').replaceAll('31B', '31M'));
    await pressPart(screen.getByRole('checkbox', { name: /keep the/ }));
    press(/^Take 2/);
    const codes = written()[0]!.ops.flatMap((o) =>
      o.op === 'insert' && o.table === 'shots' ? [String(o.values.code)] : [],
    );
    expect(codes).toHaveLength(2);
    expect(codes).not.toContain('31K');
  });
  it('a number that is a moment’s here is told before anything is made', () => {
    const plan = demoPlan();
    plan.scenes[0] = { ...plan.scenes[0]!, kind: 'moment', title: 'Welcome', number: '31' };
    open(plan);
    paste(LIST);
    expect(said()).toContain('2 shots would go into the moment 31, “Welcome”, which is here already.');
    expect(written()).toEqual([]);
    clearPage();
    preparePage();
    open();
    paste(LIST);
    expect(document.querySelector('[data-into-moments]')).toBeNull();
  });
  it('a programme becomes moments, and again finds them all there', () => {
    open(barePlan());
    paste('07:50 Welcome at the jetty\n08:20 The start');
    press(/^Take|^Bring|^Lay/);
    const [only] = written();
    expect(only!.ops.filter((o) => o.table === 'scenes')).toHaveLength(2);
  });
  it('what is pasted stays through leaving the view', () => {
    const plan = open();
    paste(LIST);
    cleanup();
    open(plan);
    expect(said()).toContain('2 rows. What each column means');
  });
  it('a file that is no text is refused in words, and nothing is changed', async () => {
    open();
    const input = document.querySelector<HTMLInputElement>('input[type=file]')!;
    const picture = { name: 'board.png', size: 12, text: () => Promise.resolve('\u0000\u0001PNG\u0000') };
    fireEvent.change(input, { target: { files: [picture] } });
    await Promise.resolve();
    await Promise.resolve();
    expect((await screen.findByRole('alert')).textContent).toContain('“board.png” is not text');
    expect(written()).toEqual([]);
  });
  it('a file that no list is as long as is refused without being read', () => {
    open();
    const input = document.querySelector<HTMLInputElement>('input[type=file]')!;
    fireEvent.change(input, {
      target: { files: [{ name: 'all.csv', size: 9e6, text: () => Promise.reject(new Error('read')) }] },
    });
    expect(screen.getByRole('alert').textContent).toContain('no script or list is that long');
  });
});
