import { fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { answered, clearPage, openPage, preparePage, press, stubServer } from '../../testing/screen.tsx';
import { Stations } from './Stations.tsx';

beforeEach(() => preparePage());
afterEach(clearPage);
const ID = '0190a000-0000-7000-8000-00000000000a';
const page = () => document.body.textContent.replaceAll('\u00a0', ' ');

describe('stations', () => {
  it('are listed as they were last heard of', async () => {
    const now = Date.now();
    stubServer({
      '/api/stations': [
        { id: ID, name: 'van', seenAtMs: now, joined: true },
        { id: ID.replace('a', 'b'), name: 'desk', seenAtMs: now - 3_600_000, joined: true },
        { id: ID.replace('a', 'c'), name: 'new', seenAtMs: null, joined: false },
      ],
    });
    openPage(<Stations />);
    await answered();
    expect(page()).toContain('vanthere');
    expect(page()).toMatch(/deskaway, last heard of (1 h|60 min)/);
    expect(page()).toContain('newits token was not used yet');
  });
  it('one is added by its name, with the command that starts it; one is taken off', async () => {
    const asked = stubServer({ '/api/stations': [{ id: ID, name: 'van', seenAtMs: null, joined: true }] });
    openPage(<Stations />);
    await answered();
    fireEvent.change(screen.getByLabelText('Name of another machine'), { target: { value: ' desk ' } });
    press('Add');
    press('Take van off');
    await answered();
    expect(asked.map((a) => [a.path, a.body])).toEqual([
      ['/api/stations', { name: 'desk' }],
      [`/api/stations/${ID}/end`, {}],
    ]);
  });
});
