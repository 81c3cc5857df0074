import { ChakraProvider } from '@chakra-ui/react';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { answered, clearPage, preparePage } from '../testing/screen.tsx';
import { Facts, Figure } from './parts.tsx';
import { system } from './theme.ts';

beforeEach(() => preparePage());
afterEach(() => {
  cleanup();
  clearPage();
});
const draw = (what: React.ReactNode) => render(<ChakraProvider value={system}>{what}</ChakraProvider>);

describe('a hint beside a figure', () => {
  it('says its sentence when it is pressed, and is no part of the name it stands beside', async () => {
    const { container } = draw(
      <Figure name="80 % by" hint="Four such days of five wrap by then.">
        19:40
      </Figure>,
    );
    expect(container.textContent).toBe('80 % by19:40');
    fireEvent.click(screen.getByRole('button', { name: 'What “80 % by” means' }));
    expect(await screen.findByText('Four such days of five wrap by then.')).toBeTruthy();
    await answered();
    fireEvent.keyDown(screen.getByRole('dialog', { name: '80 % by' }), { key: 'Escape' });
    await answered();
    expect(screen.queryByText('Four such days of five wrap by then.')).toBeNull();
  });
  it('is there only where something is to be explained', () => {
    draw(
      <Facts
        rows={[
          ['Wrap', '18:38'],
          ['Empty minutes', '5 min', 'Nobody shoots.'],
        ]}
      />,
    );
    expect(screen.getAllByRole('button').map((b) => b.title)).toEqual(['Nobody shoots.']);
  });
});
