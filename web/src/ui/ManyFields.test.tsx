import { ChakraProvider } from '@chakra-ui/react';
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { z } from 'zod';
import { numberColumn, textColumn } from './columns.tsx';
import type { Column } from './column.ts';
import { ManyFields } from './ManyFields.tsx';
import { Sheet, SheetPlace } from './sheet.tsx';
import { system } from './theme.ts';

interface Lamp {
  id: string;
  name: string;
  watts: number;
  colour: string;
}
const LAMPS: Lamp[] = [
  { id: 'a', name: 'Key', watts: 600, colour: 'day' },
  { id: 'b', name: 'Key', watts: 300, colour: 'warm' },
  { id: 'c', name: 'Key', watts: 300, colour: 'warm' },
];
const COLOURS = [
  ['day', 'daylight'],
  ['warm', 'tungsten'],
] as const;
const COLUMNS: Column<Lamp>[] = [
  textColumn<Lamp>('name', 'Lamp', '120px'),
  numberColumn<Lamp>('watts', 'Watts', '80px'),
  {
    ...{ id: 'colour', header: 'Colour', width: '80px', value: (l) => l.colour },
    edit: { get: (l) => l.colour, set: (colour) => ({ colour }), options: COLOURS },
  },
  {
    ...{ id: 'serial', header: 'Serial', width: '80px', value: (l) => l.id },
    edit: { get: (l) => l.id, set: (id) => ({ id }), own: true },
  },
  { id: 'shown', header: 'Only shown', width: '80px', value: () => 1 },
];
const FIELDS = z
  .object({
    name: z.string().min(1, 'A lamp has a name.'),
    watts: z.number().max(2000, 'That trips the circuit.'),
    colour: z.string(),
  })
  .strip();

afterEach(cleanup);

function drawn(identity?: string) {
  const onEdit = vi.fn();
  const onDelete = vi.fn();
  const leave = vi.fn();
  function Page() {
    const [place, setPlace] = useState<HTMLElement | null>(null);
    const [many, setMany] = useState(true);
    return (
      <SheetPlace.Provider value={place}>
        <Sheet>the sheet of one lamp</Sheet>
        {many ? (
          <ManyFields<Lamp>
            {...{ name: 'Lamps', rows: LAMPS, columns: COLUMNS, identity, fields: FIELDS, onEdit, onDelete }}
            leave={() => {
              leave();
              setMany(false);
            }}
          />
        ) : null}
        <aside data-testid="side" ref={setPlace} />
      </SheetPlace.Provider>
    );
  }
  render(
    <ChakraProvider value={system}>
      <Page />
    </ChakraProvider>,
  );
  return { onEdit, onDelete, leave, side: within(screen.getByTestId('side')) };
}
const write = (field: HTMLElement, text: string) => {
  fireEvent.change(field, { target: { value: text } });
  fireEvent.blur(field);
};

describe('the side sheet of several rows', () => {
  it('stands instead of that of one, which comes back when they are let go', () => {
    const { side, leave } = drawn();
    expect(side.queryByText('the sheet of one lamp')).toBeNull();
    fireEvent.click(side.getByRole('button', { name: 'Let go' }));
    expect(leave).toHaveBeenCalledOnce();
    expect(side.getByText('the sheet of one lamp')).toBeTruthy();
  });
  it('says what all of them are, and what differs', () => {
    const { side } = drawn();
    expect(side.getByText('3 rows of Lamps')).toBeTruthy();
    expect(side.getByLabelText<HTMLInputElement>('Lamp').value).toBe('Key');
    expect(side.getByLabelText<HTMLInputElement>(/Watts/).value).toBe('');
    expect(side.getByText('differs: 300 in 2, 600 in 1')).toBeTruthy();
    expect(side.getByText('differs: tungsten in 2, daylight in 1')).toBeTruthy();
  });
  it('has no field for what can’t be written', () => expect(drawn().side.queryByLabelText('Only shown')).toBeNull());
  it('has no field for what tells them apart', () => {
    const { side } = drawn('name');
    expect(side.queryByLabelText('Lamp')).toBeNull();
    expect(side.queryByLabelText('Serial')).toBeNull();
    expect(side.getByLabelText(/Watts/)).toBeTruthy();
  });
  it('writes what is typed to all of them, once', () => {
    const { side, onEdit } = drawn();
    write(side.getByLabelText(/Watts/), '150');
    expect(onEdit.mock.calls).toEqual([[LAMPS, { watts: 150 }, COLUMNS[1]]]);
  });
  it('writes a choice, and nothing for “differs” itself', () => {
    const { side, onEdit } = drawn();
    const field = side.getByLabelText<HTMLSelectElement>(/Colour/);
    expect(field.selectedOptions[0]!.textContent).toBe('differs');
    fireEvent.change(field, { target: { value: field.value } });
    expect(onEdit).not.toHaveBeenCalled();
    fireEvent.change(field, { target: { value: 'warm' } });
    expect(onEdit).toHaveBeenCalledWith(LAMPS, { colour: 'warm' }, COLUMNS[2]);
  });
  it('what they can’t be is said, and none becomes it', () => {
    const { side, onEdit } = drawn();
    write(side.getByLabelText(/Watts/), '9000');
    expect(side.getByText('That trips the circuit.')).toBeTruthy();
    write(side.getByLabelText('Lamp'), '');
    expect(side.getByText('A lamp has a name.')).toBeTruthy();
    expect(onEdit).not.toHaveBeenCalled();
  });
  it('deletes them with one press and lets go', () => {
    const { side, onDelete, leave } = drawn();
    fireEvent.click(side.getByRole('button', { name: 'Delete all 3' }));
    expect(onDelete).toHaveBeenCalledWith(LAMPS);
    expect(leave).toHaveBeenCalledOnce();
  });
});
