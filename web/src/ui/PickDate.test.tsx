import { ChakraProvider } from '@chakra-ui/react';
import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { answered, clearPage, preparePage, pressPart } from '../testing/screen.tsx';
import { DateInput } from './DateInput.tsx';
import { PickDate } from './PickDate.tsx';
import { system } from './theme.ts';

let taken: string[] = [];
beforeEach(() => {
  preparePage();
  taken = [];
});
afterEach(clearPage);
const draw = (what: React.ReactNode) => render(<ChakraProvider value={system}>{what}</ChakraProvider>);

describe('a date that is picked', () => {
  const open = async (value: string) => {
    draw(<PickDate label="Date of day 1" value={value} take={(d) => taken.push(d)} />);
    fireEvent.click(screen.getByRole('button', { name: 'Pick: Date of day 1' }));
    await screen.findByRole('grid');
    await answered();
  };
  it('opens at the month of the date that stands there, Monday first, and gives the day that is pressed', async () => {
    await open('2027-03-18');
    expect(document.activeElement?.textContent).toBe('18');
    expect(screen.getAllByText('March 2027').length).toBeGreaterThan(0);
    expect(document.querySelector('[data-part=table-header]')?.textContent).toMatch(/^M/);
    await pressPart(screen.getByRole('button', { name: /\b25 March 2027/ }));
    expect(taken).toEqual(['2027-03-25']);
    expect(screen.queryByRole('grid')).toBeNull();
  });
  it('goes on to the next month', async () => {
    await open('2027-03-18');
    await pressPart(screen.getAllByRole('button', { name: 'Later' })[0]!);
    await pressPart(screen.getByRole('button', { name: /\b1 April 2027/ }));
    expect(taken).toEqual(['2027-04-01']);
  });
  it('opens with nothing picked where no date stands there', async () => {
    await open('soon');
    expect(document.querySelector('[data-selected]')).toBeNull();
  });
});

describe('a date that is typed in a form', () => {
  function Form() {
    const [date, setDate] = useState('2027-03-18');
    return (
      <>
        <DateInput aria-label="Move to" label="Move to" value={date} onChange={setDate} />
        <output>{date}</output>
      </>
    );
  }
  const write = (text: string) => {
    const field = screen.getByLabelText('Move to');
    fireEvent.change(field, { target: { value: text } });
    fireEvent.blur(field);
  };
  const said = () => screen.getByRole('status').textContent;
  it('is read as people write it', () => {
    draw(<Form />);
    write('19.3.2027');
    expect(said()).toBe('2027-03-19');
    // The same date written otherwise stands there as we write it.
    write('19 Mar 2027');
    expect(screen.getByLabelText<HTMLInputElement>('Move to').value).toBe('2027-03-19');
    fireEvent.change(screen.getByLabelText('Move to'), { target: { value: '2027-04-02' } });
    expect(said()).toBe('2027-04-02');
    write('');
    expect(said()).toBe('');
  });
  it('what is no date stays as it was typed, for the form to refuse', () => {
    draw(<Form />);
    write('next');
    expect(said()).toBe('next');
    expect(screen.getByLabelText<HTMLInputElement>('Move to').value).toBe('next');
  });
});
