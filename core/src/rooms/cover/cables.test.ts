import { describe, expect, it } from 'vitest';
import { finalBoard } from '../../../../demo/src/finalBoard.ts';
import { lifeboat } from '../../../../demo/src/lifeboat.ts';
import {
  buildOrder,
  cableCounts,
  cablesOf,
  doubledLabels,
  inputsWanted,
  labelled,
  nextLabel,
  rebuiltAt,
  type Cable,
  type CableDraft,
  type CableSources,
} from './index.ts';

let n = 0;
const newId = () => `00000000-0000-7000-8000-${String((n += 1)).padStart(12, '0')}`;
const board = finalBoard(newId);
const boat = lifeboat(newId);
const sources = (plan: typeof board, cables: readonly Cable[] = []): CableSources => ({
  ...{ cameras: plan.cameras, boxes: plan.soundBoxes, sources: plan.soundSources, routes: plan.soundRoutes },
  ...{ links: plan.links, things: plan.sharedThings, cables, placeId: plan.places[0]!.id },
  labels: cables.map((c) => c.label),
});
const stored = (draft: CableDraft): Cable => ({
  ...{ id: newId(), productionId: board.production.id, version: 1, deletedAt: null },
  ...draft,
});
const ends = (d: CableDraft) => `${d.label} ${d.fromWhat} → ${d.toWhat} ${d.toSocket}`.trim();

describe('cables out of the plan', () => {
  it('power and network from what is shared, pictures to the switcher, by radio from the receiver', () =>
    expect(cablesOf(sources(board)).map(ends)).toEqual([
      'V01 Camera A → Switcher in 1',
      'V02 Camera B → Switcher in 2',
      'V03 Receiver of C → Switcher in 3',
      'V04 Receiver of D → Switcher in 4',
      'V05 Camera E → Switcher in 5',
      'P01 Outlet 1 behind the stage → Camera A power',
      'P02 Outlet 1 behind the stage → Camera B power',
      'P03 Outlet 1 behind the stage → Camera E power',
      'N01 Hall network → Camera C network',
      'N02 Hall network → Camera D network',
    ]));
  it('each line of the patch, from the receiver where it goes by radio', () =>
    expect(cablesOf(sources(boat)).map(ends)).toEqual([
      'P01 Socket in the boathouse → Recorder power',
      'S01 Feed from the desk → Recorder inputs',
      'S02 Microphone at the loudspeaker → Recorder inputs',
      'S03 Receiver of Radio of the pin → Recorder inputs',
    ]));
  it('a wired link is one cable, its length what was said to lie between; lamp control and comms by their kind', () => {
    const [link] = boat.links;
    const wired = (kind: 'picture' | 'comms' | 'lamps' | 'timecode', reaches: string) => ({
      ...link!,
      ...{ id: newId(), kind, reaches, wired: true, distanceM: 30 },
    });
    const links = [
      wired('picture', 'Monitor'),
      wired('comms', 'Desk'),
      wired('lamps', 'L4'),
      wired('timecode', 'Slate'),
    ];
    const made = cablesOf({ ...sources(boat), routes: [], things: [], links });
    expect(made.map((c) => [c.kind, c.toWhat, c.lengthM])).toEqual([
      ['picture', 'Monitor', 30],
      ['comms', 'Desk', 30],
      ['control', 'L4', 30],
      ['timecode', 'Slate', 30],
    ]);
  });
  it('asked twice they are made once, and a label is nobody else’s', () => {
    const first = cablesOf(sources(board)).map(stored);
    expect(cablesOf(sources(board, first))).toEqual([]);
    const one = cablesOf(sources(board, first.slice(1)));
    expect(one.map((c) => c.label)).toEqual(['V01']);
    expect(nextLabel('sound', new Set(['S01', 'S03']))).toBe('S02');
  });
  it('are laid power first, and counted by how far they are', () => {
    const made = cablesOf(sources(board)).map(stored);
    expect(buildOrder(made)[0]!.label).toBe('P01');
    expect(buildOrder(made).at(-1)!.label).toBe('V05');
    expect(cableCounts(made.map((c, i) => ({ ...c, state: i === 0 ? 'tested' : '' })))).toEqual({
      ...{ '': 9, laid: 0, tested: 1, struck: 0 },
    });
  });
  it('a label is one cable’s at all places, and different cables of one label are named', () => {
    const first = cablesOf(sources(board)).map(stored);
    const elsewhere = cablesOf({ ...sources(board), labels: first.map((c) => c.label) }).map(stored);
    expect(elsewhere[0]!.label).toBe('V06');
    const again = rebuiltAt(first, null).map(stored);
    expect(labelled([...first, ...again])).toHaveLength(first.length);
    expect(doubledLabels([...first, ...again])).toEqual([]);
    const other = { ...first[0]!, toWhat: 'Monitor' };
    expect(labelled([...first, other])).toHaveLength(first.length + 1);
    expect(doubledLabels([...first, other])).toEqual(['V01']);
  });
  it('rebuilt elsewhere have the same labels and ends, and nothing is laid yet', () => {
    const made = cablesOf(sources(board)).map((d) => stored({ ...d, state: 'tested' }));
    const there = rebuiltAt(made, null);
    expect(there.map((c) => c.label)).toEqual(buildOrder(made).map((c) => c.label));
    expect(there.every((c) => c.state === '' && c.placeId === null)).toBe(true);
  });
});

describe('inputs', () => {
  const name = (_kind: string, id: string) => board.cameras.find((c) => c.id === id)?.letter ?? id;
  it('eight wanted of six: how many are too many, and what would be given up first', () =>
    expect(inputsWanted(board.sharedThings, name)).toMatchObject([
      { thing: { name: 'Switcher' }, tooMany: 2, giveUp: ['Segment player', 'Host’s tablet'] },
    ]));
  it('what fits, and what nobody counted, is none', () => {
    const all = board.sharedThings.map((t) => ({ ...t, inputs: t.inputs === null ? null : 8 }));
    expect(inputsWanted(all, name)).toEqual([]);
  });
});
