import { describe, expect, it } from 'vitest';
import { labelFor, nextLabel } from './labels.ts';

describe('labels of cards', () => {
  it('are numbered on', () =>
    expect(['A001', 'A099', 'C', 'X9'].map(nextLabel)).toEqual(['A002', 'A100', 'C2', 'X10']));
  it.each([
    ['B003', null, [], 'B003'],
    ['b-003', null, [], 'B003'],
    ['B003', 'B', ['B003'], 'B004'],
    ['UNTITLED', 'C', [], 'C001'],
    ['DCIM 100', 'C', ['C001', 'C002', 'C010'], 'DCIM100'],
    ['no name', 'C', ['C001', 'C002', 'C010'], 'C011'],
    ['no name', null, [], 'A001'],
    // Numbered on from the highest, in whatever order they were taken; what is no number of a card does not count.
    ['no name', 'C', ['C010', 'C002'], 'C011'],
    ['no name', 'A', ['A001', 'AB9'], 'A002'],
    ['no name', 'A', ['A001', 'A1B'], 'A002'],
  ])('a folder %s of camera %s, where %j are taken, is %s', (folder, letter, taken, label) =>
    expect(labelFor(folder, letter, taken)).toBe(label),
  );
});
