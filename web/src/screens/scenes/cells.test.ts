import { describe, expect, it } from 'vitest';
import { lettersOf, namesOf, peopleOf, tagsOf, windowWords, windowsOf } from '../../shared/scenes/cells.ts';
import { kindOf } from './importKind.ts';

const people = [
  { id: '1', shortName: 'Ilse' },
  { id: '2', shortName: 'Dov' },
] as never;
const cameras = [{ letter: 'A' }, { letter: 'B' }] as never;

describe('what is typed into cells', () => {
  it('names people by their short names, however they are parted', () => {
    expect(peopleOf('ilse, DOV', people)).toEqual(['1', '2']);
    expect(peopleOf(' ', people)).toEqual([]);
    expect(() => peopleOf('ilse, wren', people)).toThrow('Nobody here is called “wren”');
  });
  it('names cameras by letters', () => {
    expect(lettersOf('a+b a', cameras)).toEqual(['A', 'B']);
    expect(() => lettersOf('a x', cameras)).toThrow('no camera X');
  });
  it('reads windows', () => {
    expect(windowsOf('17:05-18:20, 6–7')).toEqual([
      [1025, 1100],
      [360, 420],
    ]);
    expect(windowsOf('')).toEqual([]);
    expect(() => windowsOf('17:05')).toThrow('not a window');
    expect(() => windowsOf('17:05-late')).toThrow('not a time');
  });
  it('names deliverables and marks by their tags, with or without the sign', () => {
    const tagged = [
      { id: 'f', tag: 'film' },
      { id: 'v', tag: 'vertical' },
    ];
    expect(tagsOf('#film, VERTICAL', tagged)).toEqual(['f', 'v']);
    expect(tagsOf('', tagged)).toEqual([]);
    expect(() => tagsOf('poster', tagged)).toThrow('Nothing in the brief is tagged #poster.');
  });
  it('what is shown is read back to the same', () => {
    const windows: [number, number][] = [
      [1025, 1100],
      [360, 420],
    ];
    expect(windowsOf(windowWords(windows))).toEqual(windows);
    expect(peopleOf(namesOf(['2', '1'], people), people)).toEqual(['2', '1']);
    expect(namesOf(['9'], people)).toBe('?');
  });
});

describe('what a pasted text is', () => {
  it.each([
    ['INT. BENCH - DAY\n\nIlse sits.', 'script'],
    ['Title: x\n\next. tower - dusk', 'script'],
    ['scene\tshot\twhat\n1\tA\tone', 'shots'],
    ['scene;shot;what\n1;A;one', 'shots'],
    ['13:05 arrivals 15min\n13:20 band', 'moments'],
    ['arrivals', 'moments'],
  ])('%j is %s', (text, kind) => expect(kindOf(text)).toBe(kind));
});
