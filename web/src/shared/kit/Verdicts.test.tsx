import { screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { clearPage, openPage, preparePage, said, stubServer } from '../../testing/screen.tsx';
import { Misgivings, Verdicts } from './Verdicts.tsx';

beforeEach(() => preparePage());
afterEach(clearPage);
const PIECE = '00000000-0000-7000-8000-00000000aaaa';
const SAID = [
  { name: 'Boom pole', pieceId: null, verdict: 'never', words: 'It rattles.', job: 'Harbour', atMs: 0 },
  { name: 'Another name', pieceId: PIECE, verdict: 'again', words: '', job: 'Foundry', atMs: 0 },
  { name: 'Tripod', pieceId: null, verdict: 'again', words: '', job: 'Foundry', atMs: 0 },
];
const draw = (what: React.ReactNode) => {
  stubServer({ '/verdicts': SAID });
  openPage(<main>{what}</main>);
};

describe('what was found of a thing', () => {
  it('is told of this very piece, and of things of its name', async () => {
    draw(<Verdicts name="boom POLE " pieceId={PIECE} />);
    await screen.findByText('What was found of it');
    expect(said()).toMatch(/not again: It rattles\. Harbour/);
    expect(said()).toMatch(/would take it again Foundry/);
    expect(document.querySelectorAll('[data-verdict]')).toHaveLength(2);
  });
  it('of a job are told those that somebody would rather not take again', async () => {
    draw(<Misgivings names={['Tripod', 'Boom pole']} />);
    await screen.findByText('Found on former jobs');
    expect([...document.querySelectorAll<HTMLElement>('[data-misgiving]')].map((e) => e.dataset.misgiving)).toEqual([
      'Boom pole',
    ]);
  });
  it('nothing said, nothing drawn', async () => {
    draw(
      <>
        <Verdicts name="Crane" pieceId={null} />
        <Verdicts name="Tripod" pieceId={null} />
      </>,
    );
    await waitFor(() => expect(screen.getAllByText('What was found of it')).toHaveLength(1));
  });
});
