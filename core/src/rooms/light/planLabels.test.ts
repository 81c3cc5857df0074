import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ninthBell } from '@kavrell/demo';
import { around, labelBox, placeLabels, shared, type Box, type PlacedLabel } from './planLabels.ts';
import { labelsOf, symbolsOf } from './planSvg.ts';
import { aFeature, aPlan, aRoom, aSource } from './testing.ts';

const ask = (words: string, x: number, y: number) => ({ words, size: 20, bold: false, at: around(x, y, 24, 20) });
const symbol = (x: number, y: number): Box => ({ left: x - 20, right: x + 20, top: y - 20, bottom: y + 20 });
const pairs = (labels: readonly PlacedLabel[]) =>
  labels.flatMap((a, i) => labels.slice(i + 1).map((b) => shared(labelBox(a), labelBox(b))));

describe('words on a plan', () => {
  it('one alone stands above its thing', () => {
    const [label] = placeLabels([ask('Ilse', 300, 300)], [symbol(300, 300)]);
    expect(label).toMatchObject({ x: 300, anchor: 'middle' });
    expect(label?.y).toBeLessThan(280);
  });
  it('may stand on every side of it, read away from it', () => {
    const sides = around(300, 300, 24, 20);
    for (const at of sides.filter((s) => s.anchor === 'start')) expect(at.x).toBeGreaterThan(324);
    for (const at of sides.filter((s) => s.anchor === 'end')) expect(at.x).toBeLessThan(276);
    for (const at of sides.filter((s) => s.anchor === 'middle')) expect(at.x).toBe(300);
    expect(sides.map((s) => s.anchor).filter((a) => a === 'end')).toHaveLength(11);
  });
  it('above, below, to the right and left, each further off by a line, then aslant by lines', () => {
    const sides = around(300, 300, 24, 20).map(({ x, y, anchor }) => [Math.round(x), Math.round(y), anchor]);
    expect(sides.slice(0, 4)).toEqual([
      [300, 269, 'middle'],
      [300, 343, 'middle'],
      [330, 306, 'start'],
      [270, 306, 'end'],
    ]);
    expect(sides.slice(4, 8)).toEqual([
      [300, 247, 'middle'],
      [300, 365, 'middle'],
      [352, 306, 'start'],
      [248, 306, 'end'],
    ]);
    // Two aslant above and two below, a line, two and three off.
    expect(sides.slice(20).map(([, y]) => y)).toEqual([260, 260, 352, 352, 238, 238, 374, 374, 216, 216, 396, 396]);
  });
  it('no word lies over a thing as it is drawn: its box is as large as its symbol, about where it stands', () => {
    const [box] = symbolsOf(aPlan([aSource({ xM: 2, yM: 3 })]), 0.2);
    const px = (box!.left + box!.right) / 2 / 2;
    expect((box!.top + box!.bottom) / 2).toBeCloseTo(3 * px, 6);
    expect(box!.right - box!.left).toBeCloseTo(0.4 * px, 6);
    expect(box!.bottom - box!.top).toBeCloseTo(0.4 * px, 6);
  });
  it('the name of a part of a room steps up and down by lines', () => {
    const room = aRoom({ features: [aFeature({ name: 'Door' })] });
    const [door] = labelsOf(aPlan([]), room, 0.2);
    const off = door!.at.map(({ y }) => (y - door!.at[0]!.y) / (door!.size / 0.9));
    expect(off.map((n) => Math.round(n * 100) / 100)).toEqual([0, 1, -1, 2, -2, 3, -3, 4, -4]);
  });
  it('two whose things stand side by side step apart, and over no thing', () => {
    const things = [symbol(300, 300), symbol(345, 300)];
    const labels = placeLabels([ask('Ilse Tregarrow', 300, 300), ask('Dov Marsh', 345, 300)], things);
    expect(pairs(labels)).toEqual([0]);
    for (const l of labels) for (const t of things) expect(shared(labelBox(l), t)).toBe(0);
  });
  it('of a dozen people anywhere in a room no two names lie over each other', () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ x: fc.integer({ min: 0, max: 900 }), y: fc.integer({ min: 0, max: 700 }) }), {
          minLength: 2,
          maxLength: 12,
        }),
        (spots) => {
          const labels = placeLabels(
            spots.map((s, i) => ask(`Person ${i}`, s.x, s.y)),
            spots.map((s) => symbol(s.x, s.y)),
          );
          expect(labels).toHaveLength(spots.length);
          expect(Math.max(...pairs(labels))).toBe(0);
        },
      ),
    ));
  it('where there is no room at all a word is written all the same, where it hides least', () => {
    const full: Box = { left: -1000, right: 1000, top: -1000, bottom: 1000 };
    expect(placeLabels([ask('Ilse', 0, 0)], [full])).toHaveLength(1);
  });
  it('on no plan of the demo does a name lie over another, or over what it is the name of', () => {
    let count = 0;
    const demo = ninthBell(() => `0190a000-0000-7000-8000-${String((count += 1)).padStart(12, '0')}`, '/media');
    for (const setup of demo.setups) {
      const room = demo.rooms.find((r) => r.id === setup.plan.roomId) ?? null;
      const [unitM, symbols] = [0.2, symbolsOf(setup.plan, 0.2)];
      const labels = placeLabels(labelsOf(setup.plan, room, unitM), symbols);
      expect(Math.max(0, ...pairs(labels)), setup.code).toBe(0);
      const over = labels.flatMap((l) => symbols.map((s) => shared(labelBox(l), s)));
      expect(Math.max(0, ...over), setup.code).toBe(0);
    }
  });
});
