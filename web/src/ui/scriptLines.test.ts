import { describe, expect, it } from 'vitest';
import { lineKinds } from './scriptLines.ts';

const kinds = (text: string) => lineKinds(text.split('\n'));

describe('lines of a scene’s text', () => {
  it('who speaks, how, and what is said are told apart from what happens', () => {
    expect(kinds('She waits.\n\nILSE\n(softly)\nMy mother drew nine.\nAll of them.\n\nShe goes.')).toEqual([
      ...[null, null, 'who', 'aside', 'said', 'said', null, null],
    ]);
  });
  it('a heading is one, forced by a dot too', () => {
    expect(kinds('INT. FOUNDRY – DAY')).toEqual(['heading']);
    expect(kinds('.Bell tower')).toEqual(['heading']);
    expect(kinds('...and then')).toEqual([null]);
  });
  it.each(['ILSE (O.S.)', 'ÉLODIE', 'MAN 2', '@McAdam'])('%s speaks where something is said below', (name) =>
    expect(kinds(`${name}\nYes.`)).toEqual(['who', 'said']),
  );
  it('capitals with nothing below, or in the midst of what happens, are not somebody who speaks', () => {
    expect(kinds('BANG')).toEqual([null]);
    expect(kinds('The bell falls.\nBANG\nIt is over.')).toEqual([null, null, null]);
    expect(kinds('1961\n\nA drawing.')).toEqual([null, null, null]);
  });
});
