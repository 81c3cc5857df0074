import { describe, expect, it } from 'vitest';
import type { Scene, Shot } from '../../rooms/scenes/index.ts';
import { clashes, overlaid } from './clashes.ts';
import { aPlanOf } from './testing.ts';
import type { DayRow, UnitDay } from './dayPlan.ts';

const shot = (code: string, beforeSceneId: string | null) => ({ code, beforeSceneId }) as Partial<Shot> as Shot;
const scene = (id: string) => ({ id }) as Partial<Scene> as Scene;
/** A line of one unit’s day, with what this asks of it. */
const row = (unit: number, code: string, startMin: number, endMin: number, more: Partial<DayRow> = {}) =>
  ({
    ...{ unit, itemId: code, title: code, startMin, endMin, personIds: [], cameras: [], scene: null },
    shot: shot(code, null),
    ...more,
  }) as Partial<DayRow> as DayRow;
const said = (...rows: DayRow[]) =>
  clashes(
    [1, 2].map((unit) => ({ unit, rows: rows.filter((r) => r.unit === unit) }) as Partial<UnitDay> as UnitDay),
  ).map((v) => [v.code, v.message, v.ids] as const);

describe('what two units can’t both have', () => {
  const first = (endMin: number) => row(2, '4A', 600, endMin, { shot: shot('4A', 'pour') });
  const pour = row(1, '7C', 660, 700, { scene: scene('pour') });
  it('a scene that starts before the other unit has what it needs first', () => {
    expect(said(pour, first(670))).toEqual([
      ['after', '7C starts in unit 1 before unit 2 has 4A, which it needs first.', ['7C', '4A']],
    ]);
    // Done at the very minute it starts is in time.
    expect(said(pour, first(660))).toEqual([]);
    expect(said(pour, first(640))).toEqual([]);
    expect(said(row(1, '7C', 660, 700, { scene: scene('another') }), first(670))).toEqual([]);
    expect(said(row(1, '7C', 660, 700, { scene: scene('pour') }), row(2, '4A', 600, 670))).toEqual([]);
  });
  it('a person or a camera at once; one after the other they can', () => {
    const [a, b] = [
      row(1, '1A', 600, 620, { personIds: ['p', 'q'], cameras: ['A'] }),
      (from: number) => row(2, '2A', from, from + 20, { personIds: ['q'], cameras: ['A', 'B'] }),
    ];
    expect(said(a, b(610))).toEqual([
      ['twice', 'Somebody is wanted for 1A and 2A at once, in two units.', ['1A', '2A']],
      ['twice', 'Camera A is wanted for 1A and 2A at once, in two units.', ['1A', '2A']],
    ]);
    expect(said(a, b(620))).toEqual([]);
    expect(said(a, b(580))).toEqual([]);
    // Within one unit it is the order’s own business.
    expect(said(a, row(1, '2A', 610, 630, { personIds: ['q'] }))).toEqual([]);
  });
});

describe('what a programme wants twice at once', () => {
  const moment = (id: string, startMin: number, placeId: string, more: Partial<DayRow> = {}) =>
    row(1, id, startMin, startMin + 20, { programme: 'fixed', placeId, personIds: ['p'], ...more });
  const order = aPlanOf([], { change: { ...aPlanOf([]).change, moveMin: { 'quay>hall': 15 } } });
  const faults = (...rows: DayRow[]) => overlaid(rows, order).map((v) => v.message);
  it('is somebody at two moments that lie over each other; one after the other is none', () => {
    expect(faults(moment('speech', 600, 'quay'), moment('toast', 619, 'quay'))).toEqual([
      'Somebody is wanted for speech and toast at once.',
    ]);
    expect(faults(moment('speech', 600, 'quay'), moment('toast', 620, 'quay'))).toEqual([]);
  });
  it('and a way that takes longer than there is between them', () => {
    expect(faults(moment('speech', 600, 'quay'), moment('toast', 634, 'hall'))).toEqual([
      'Somebody can’t be at toast in time: the way from speech takes longer.',
    ]);
    expect(faults(moment('speech', 600, 'quay'), moment('toast', 635, 'hall'))).toEqual([]);
    // Nobody is asked twice: whoever is at one is not at the other.
    expect(faults(moment('speech', 600, 'quay'), moment('toast', 600, 'hall', { personIds: ['q'] }))).toEqual([]);
  });
});
