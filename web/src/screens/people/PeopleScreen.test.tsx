import { fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import {
  barePlan,
  cellOf,
  clearPage,
  demoPlan,
  editCell,
  openScreen,
  openView,
  preparePage,
  said,
  written,
} from '../../testing/screen.tsx';
import { PeopleScreen } from './PeopleScreen.tsx';

beforeEach(() => preparePage());
afterEach(clearPage);

const grid = () => screen.getByRole('grid');

describe('People', () => {
  it('says who comes when', () => {
    openScreen(<PeopleScreen />);
    expect(cellOf(grid(), 'Oda Varga', 'call').textContent).toBe('06:30');
    expect(cellOf(grid(), 'Ilse Tregarrow', 'call').textContent).toBe('10:35');
  });
  it('a name that is written anew takes its short name along while that was made of it', () => {
    const plan = demoPlan();
    plan.people[0] = { ...plan.people[0]!, name: 'Oda Varga', shortName: 'Oda' };
    openScreen(<PeopleScreen />, { plan });
    editCell(grid(), 'Oda Varga', 'name', 'Edda Varga');
    expect(written()[0]!.ops).toMatchObject([{ table: 'people', values: { name: 'Edda Varga', shortName: 'Edda' } }]);
  });
  it('a mail address that is none is refused in words and nothing is written', () => {
    const { side } = openScreen(<PeopleScreen />);
    fireEvent.click(within(grid()).getByText('Mirko Hale'));
    const mail = side().getByLabelText(/^Mail/);
    fireEvent.change(mail, { target: { value: 'mirko at harbour' } });
    fireEvent.blur(mail);
    expect(side().getByText(/A mail address has one @/)).toBeTruthy();
    expect(written()).toEqual([]);
  });
  it('somebody is added, and everything of them can be written at once', () => {
    openScreen(<PeopleScreen />, { plan: barePlan() });
    fireEvent.click(screen.getAllByRole('button', { name: 'Add a person' })[0]!);
    expect(written()).toMatchObject([
      { ops: [{ op: 'insert', table: 'people', values: { kind: 'crew', phone: '' } }] },
    ]);
    expect(screen.getByRole('grid')).toBeTruthy();
  });
  it('hours and rest are counted, and who sleeps too little is named', async () => {
    openScreen(<PeopleScreen />);
    await openView('Hours, rest');
    expect(said()).toMatch(/Mirko.*8\.5 h/s);
  });
  it('who has two things at once is named with the minutes', async () => {
    openScreen(<PeopleScreen />);
    await openView('Who does what');
    expect(said()).toMatch(/at once|nobody/);
  });
  it('a consent is signed, refused and taken back, each a change of its own', async () => {
    openScreen(<PeopleScreen />);
    await openView('Consents');
    const row = () => document.querySelector<HTMLElement>('[data-consent="Ilse"]')!;
    const say = (name: RegExp) => fireEvent.click(within(row()).getByRole('button', { name }));
    say(/refused/i);
    say(/asked/i);
    expect(
      written()
        .flatMap((x) => x.ops)
        .every((o) => o.table === 'consents'),
    ).toBe(true);
    expect(written()).toHaveLength(2);
    expect(within(row()).getByRole('button', { name: /asked/i }).getAttribute('aria-pressed')).toBe('true');
    expect(
      within(row())
        .getByRole('button', { name: /refused/i })
        .getAttribute('aria-pressed'),
    ).toBe('false');
  });
});

describe('faces', () => {
  const withFace = () => {
    const plan = demoPlan();
    return { ...plan, people: plan.people.map((p, i) => (i === 0 ? { ...p, photoHash: 'b'.repeat(64) } : p)) };
  };
  it('stand beside the name; who has no photograph has initials', () => {
    const plan = withFace();
    openScreen(<PeopleScreen />, { plan });
    const cell = (n: number) => cellOf(screen.getByRole('grid'), plan.people[n]!.name, 'name');
    expect(cell(0).querySelector('img')?.src).toContain('b'.repeat(64));
    expect(cell(0).querySelector('.initials')).toBeNull();
    expect(cell(1).querySelector('img')).toBeNull();
    expect(cell(1).querySelector<HTMLElement>('.initials')?.dataset.initials).toMatch(/^\p{Lu}{1,2}$/u);
  });
  it('is large in the side sheet, and one press takes it away', () => {
    const plan = withFace();
    const { side } = openScreen(<PeopleScreen />, { plan });
    fireEvent.click(within(screen.getByRole('grid')).getByText(plan.people[0]!.name));
    expect(side().getByAltText(`Photograph of ${plan.people[0]!.name}`)).toBeTruthy();
    fireEvent.click(side().getByRole('button', { name: 'Take it away' }));
    expect(written().at(-1)?.ops).toMatchObject([{ op: 'update', table: 'people', values: { photoHash: null } }]);
  });
  it('without one the sheet asks for it, if they agree', () => {
    const { side, plan } = openScreen(<PeopleScreen />);
    fireEvent.click(within(screen.getByRole('grid')).getByText(plan.people[0]!.name));
    expect(side().getByText(/A photograph of them, if they agree/)).toBeTruthy();
  });
});
