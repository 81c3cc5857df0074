import { ChakraProvider } from '@chakra-ui/react';
import { QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { outbox, type Entry } from '../../platform/outbox.ts';
import { queries } from '../../platform/queries.ts';
import { system } from '../../ui/theme.ts';
import { Waiting } from './Waiting.tsx';

const START = outbox.state.getState();
const entry = {
  id: 'e1',
  productionId: 'p',
  label: 'Shot 3A: lens',
  kind: 'takes',
  events: [],
  at: 0,
} as unknown as Entry;
const say = (state: Partial<typeof START>) => act(() => outbox.state.setState(state));

// Nobody answers in these tests; what the panel says comes from the outbox alone.
beforeEach(() => void vi.stubGlobal('fetch', () => new Promise(() => undefined)));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  outbox.state.setState(START, true);
});
const drawn = () =>
  render(
    <ChakraProvider value={system}>
      <QueryClientProvider client={queries}>
        <Waiting />
      </QueryClientProvider>
    </ChakraProvider>,
  );

describe('what waits on this device', () => {
  it('nothing: all is saved', () => {
    drawn();
    expect(screen.getByText('Everything on this device has been saved.')).toBeTruthy();
  });
  it('is called kept when the device holds it, not before', () => {
    drawn();
    say({ entries: [entry], unwritten: 1 });
    expect(screen.getByText('Waiting to be sent: 1.')).toBeTruthy();
    say({ unwritten: 0 });
    expect(screen.getByText('Kept on this device and waiting to be sent: 1.')).toBeTruthy();
    expect(screen.getByText('Shot 3A: lens')).toBeTruthy();
  });
  it('on a device without room it is never called kept, and one is told to leave the page open', () => {
    drawn();
    say({ entries: [entry], kept: false });
    expect(screen.getByText('Waiting to be sent: 1.')).toBeTruthy();
    expect(screen.getByText(/Leave this page open until all is\s+saved/)).toBeTruthy();
  });
  it('while nobody answers it says so, and that trying goes on', () => {
    drawn();
    say({ online: false, offlineSinceMs: 0 });
    expect(screen.getByText(/does not answer just now\. Kavrell tries again by itself/)).toBeTruthy();
  });
  it('after the session ended it offers to sign in, and nothing is sent by a press', () => {
    drawn();
    say({ entries: [entry], signedOut: true });
    expect(screen.getByRole('button', { name: 'Sign in' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Send now' })).toBeNull();
  });
});
