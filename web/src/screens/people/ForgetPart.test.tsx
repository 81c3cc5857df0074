import { fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { clearPage, demoPlan, openScreen, preparePage, press, pressPart, stubServer } from '../../testing/screen.tsx';
import { ForgetPart } from './ForgetPart.tsx';

beforeEach(() => preparePage());
afterEach(clearPage);

describe('taking one person’s data out', () => {
  const found = (productionId: string) => [
    { productionId, title: 'The Ninth Bell', rows: 12, sheets: 1, history: 4, files: 1 },
    { productionId: 'other', title: 'Harbour piece', rows: 2, sheets: 0, history: 0, files: 0 },
  ];
  const open = async (answers: object = {}) => {
    const plan = demoPlan();
    const person = plan.people[0]!;
    const asked = stubServer({
      '/traces': found(plan.production.id),
      '/forgotten': { rows: 14, sheets: 1, history: 4, files: 1 },
      ...answers,
    });
    openScreen(<ForgetPart person={person} />, { plan });
    press('Take their data out of everything');
    await screen.findByText('Harbour piece');
    return { asked, person, plan };
  };
  const button = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Take it out for good' });
  it('tells where they are and what is not reached, and waits for their name', async () => {
    const { asked } = await open();
    expect(document.querySelector('main')!.textContent).toMatch(/backups made before are not reached/);
    expect(button().disabled).toBe(true);
    expect(asked).toEqual([]);
  });
  it('is done where it is ticked, with the name as it was typed', async () => {
    const { asked, person, plan } = await open();
    await pressPart(screen.getByRole('checkbox', { name: /Harbour piece/ }));
    fireEvent.change(screen.getByLabelText(/^Type their name/), { target: { value: person.name } });
    fireEvent.click(button());
    await waitFor(() => expect(asked).toHaveLength(1));
    expect(asked[0]).toMatchObject({
      path: `/api/productions/${plan.production.id}/people/${person.id}/forgotten`,
      body: { name: person.name, productionIds: [plan.production.id] },
    });
    await waitFor(() => expect(screen.queryByLabelText(/^Type their name/)).toBeNull());
  });
  it('can be left without anything done', async () => {
    const { asked } = await open();
    press('Leave it');
    expect(screen.queryByLabelText(/^Type their name/)).toBeNull();
    expect(asked).toEqual([]);
  });
});
