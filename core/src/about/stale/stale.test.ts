import { SETUP_DEFAULTS } from '../../rooms/light/index.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sampled } from '../../base/testing.ts';
import {
  FACETS,
  STALE_TABLES,
  facetChanges,
  fingerprint,
  leansOf,
  staleMarks,
  type FacetChange,
  type Lean,
} from './index.ts';
import { sceneRow, shotRow } from '../../rooms/scenes/testing.ts';

const change = (entityId: string, atMs: number, was: string, now: string, field = 'text'): FacetChange => ({
  table: 'scenes',
  entityId,
  facet: field,
  field,
  atMs,
  was,
  now,
  wasKey: was,
  nowKey: now,
  by: 'Amaru',
});
const lean = (dependentId: string, sourceId: string, facets: string[] | null = null): Lean => ({
  dependentId,
  sourceId,
  facets,
});
const marks = (
  leans: Lean[],
  changes: FacetChange[],
  looks: [string, number][] = [],
  births: Record<string, number> = {},
) => staleMarks({ leans, changes, births, looks: looks.map(([entityId, atMs]) => ({ entityId, atMs })) });

describe('stale marks', () => {
  it('say since when and because of what', () => {
    const found = marks(
      [lean('shot', 'scene')],
      [change('scene', 10, 'a', 'b'), change('scene', 20, 'x', 'y', 'props')],
    );
    expect(found.get('shot')).toEqual({
      entityId: 'shot',
      sinceMs: 10,
      because: [
        { sourceId: 'scene', facet: 'text', field: 'text', was: 'a', now: 'b', sinceMs: 10, by: 'Amaru' },
        { sourceId: 'scene', facet: 'props', field: 'props', was: 'x', now: 'y', sinceMs: 20, by: 'Amaru' },
      ],
    });
  });
  it('heed only the facets that are leaned on', () => {
    expect(marks([lean('shot', 'scene', ['people'])], [change('scene', 10, 'a', 'b')]).size).toBe(0);
  });
  it('what changed back is no change; what changed there and further is one, from the first on', () => {
    const back = [change('scene', 10, 'a', 'b'), change('scene', 20, 'b', 'a')];
    expect(marks([lean('shot', 'scene')], back).size).toBe(0);
    const further = [...back, change('scene', 30, 'a', 'c'), change('scene', 40, 'c', 'd')];
    expect(marks([lean('shot', 'scene')], further).get('shot')?.because[0]).toMatchObject({
      was: 'a',
      now: 'd',
      sinceMs: 30,
    });
  });
  it('reach through what lies between', () => {
    const leans = [lean('sheet', 'shot', ['number']), lean('shot', 'scene', ['text'])];
    expect([...marks(leans, [change('scene', 10, 'a', 'b')]).keys()].sort()).toEqual(['sheet', 'shot']);
    expect(marks(leans, [change('scene', 10, 'a', 'b')], [['shot', 15]]).has('sheet')).toBe(true);
  });
  it('what was made after a change knew it', () => {
    expect(marks([lean('shot', 'scene')], [change('scene', 10, 'a', 'b')], [], { shot: 10 }).size).toBe(0);
    expect(marks([lean('shot', 'scene')], [change('scene', 10, 'a', 'b')], [], { shot: 9 }).size).toBe(1);
  });

  const ids = ['a', 'b', 'c', 'd', 'e'];
  const anyId = fc.constantFrom(...ids);
  const anyLeans = fc.array(
    fc.record({
      dependentId: anyId,
      sourceId: anyId,
      facets: fc.option(fc.subarray(['text', 'people'], { minLength: 1 }), { nil: null }),
    }),
    { maxLength: 10 },
  );
  /** A history in which each change takes up where the last of its field left off. */
  const anyHistory = fc
    .array(fc.tuple(anyId, fc.constantFrom('text', 'people'), fc.constantFrom('1', '2', '3')), { maxLength: 14 })
    .map((list) => {
      const now = new Map<string, string>();
      return list.flatMap(([id, facet, value], i): FacetChange[] => {
        const was = now.get(`${id}${facet}`) ?? '1';
        now.set(`${id}${facet}`, value);
        return was === value ? [] : [change(id, i + 1, was, value, facet)];
      });
    });
  const check = (run: (leans: Lean[], history: FacetChange[]) => void) =>
    fc.assert(fc.property(anyLeans, anyHistory, run), { numRuns: sampled(300, 100) });

  it('looking at something clears it, and nothing else', () =>
    check((leans, history) => {
      const before = marks(leans, history);
      for (const id of ids) {
        const after = marks(leans, history, [[id, 1000]]);
        expect(after.has(id)).toBe(false);
        for (const other of ids) if (other !== id) expect(after.get(other)).toEqual(before.get(other));
      }
    }));
  it('a later change makes it stale again', () =>
    check((leans, history) => {
      const looked = ids.map((id): [string, number] => [id, 500]);
      expect(marks(leans, history, looked).size).toBe(0);
      const again = marks(leans, [...history, change('a', 600, 'x', 'never before')], looked);
      for (const l of leans)
        if (l.sourceId === 'a' && l.dependentId !== 'a' && (l.facets === null || l.facets.includes('text')))
          expect(again.has(l.dependentId)).toBe(true);
    }));
  it('the order in which changes are told does not matter', () =>
    check((leans, history) => {
      expect(marks(leans, [...history].reverse())).toEqual(marks(leans, history));
    }));
  it('a history that ends where it began leaves no mark', () =>
    check((leans, history) => {
      const last = new Map(history.map((c) => [`${c.entityId}${c.facet}`, c]));
      const undone = [...last.values()]
        .filter((c) => c.now !== '1')
        .map((c, i) => change(c.entityId, 100 + i, c.now, '1', c.facet));
      expect(marks(leans, [...history, ...undone]).size).toBe(0);
    }));
  it('nothing is stale of itself, and leaning in a ring ends', () => {
    const ring = [lean('a', 'b'), lean('b', 'c'), lean('c', 'a')];
    expect([...marks(ring, [change('a', 1, '1', '2')]).keys()].sort()).toEqual(['b', 'c']);
  });
  it('every cause truly changed, after the look, on something reached', () =>
    check((leans, history) => {
      for (const mark of marks(leans, history, [['b', 5]]).values())
        for (const cause of mark.because) {
          expect(cause.was).not.toBe(cause.now);
          expect(cause.sourceId).not.toBe(mark.entityId);
          expect(cause.sinceMs).toBeGreaterThan(mark.entityId === 'b' ? 5 : 0);
          expect(history.some((c) => c.entityId === cause.sourceId && c.atMs === cause.sinceMs)).toBe(true);
        }
    }));
});

describe('what is no reason', () => {
  it('what is said for the first time is filled in, not changed; what is said anew is', () => {
    expect(marks([lean('shot', 'scene')], [change('scene', 10, '', 'a')]).size).toBe(0);
    const found = marks([lean('shot', 'scene')], [change('scene', 10, '', 'a'), change('scene', 20, 'a', 'b')]);
    expect(found.get('shot')).toMatchObject({ sinceMs: 20, because: [{ was: 'a', now: 'b' }] });
    expect(marks([lean('shot', 'scene')], [change('scene', 10, 'a', '')]).size).toBe(1);
    // What is out on paper has it empty there.
    const filled = { leans: [lean('sheet', 'shot')], changes: [change('shot', 10, '', 'a')], births: {}, looks: [] };
    expect([staleMarks(filled).size, staleMarks({ ...filled, paper: new Set(['sheet']) }).size]).toEqual([0, 1]);
  });
  it('another name of a place, a scene or a setup', () => {
    for (const table of ['places', 'scenes', 'setups'] as const)
      expect(
        facetChanges([
          {
            table,
            rowId: 'x',
            atMs: 1,
            by: 'Oda',
            before: { name: 'a', title: 'a' },
            after: { name: 'b', title: 'b' },
          },
        ]),
      ).toEqual([]);
  });
});

describe('recorded changes as facets', () => {
  const recorded = (before: Record<string, unknown>, after: Record<string, unknown>) =>
    facetChanges([{ table: 'scenes', rowId: 's', atMs: 1, by: 'Oda', before, after }]);
  it('name field and facet, only what differs and what others lean on', () => {
    const found = recorded(
      { props: 'ledger', synopsis: 'x', position: 1, personIds: ['a'] },
      { props: 'scale', synopsis: 'x', position: 2, personIds: ['a', 'b'] },
    );
    expect(found.map((f) => [f.facet, f.field, f.was, f.now])).toEqual([
      ['people', 'personIds', 'a', 'a, b'],
      ['props', 'props', 'ledger', 'scale'],
    ]);
  });
  it('a long text is told by the part that differs, and held by a fingerprint', () => {
    const long = `${'water and iron '.repeat(40)}`;
    const [found] = recorded({ script: `${long}nine` }, { script: `${long}eight` });
    expect(found?.was).toMatch(/^….*nine$/);
    expect(found?.now).toMatch(/^….*eight$/);
    expect(found?.was.length).toBeLessThanOrEqual(80);
    expect(found?.wasKey).not.toBe(found?.nowKey);
  });
  it('every table that can be stale or leaned on has its facets said', () => {
    for (const table of STALE_TABLES) expect(FACETS[table]).toBeDefined();
  });
  it('fingerprints of different texts differ, of the same are the same', () => {
    fc.assert(
      fc.property(fc.string(), fc.string(), (a, b) => {
        expect(fingerprint(a) === fingerprint(b)).toBe(a === b);
      }),
    );
  });
});

describe('who leans on whom', () => {
  it('shots on scene, light, gate and deliverables; scenes on place and palettes; sheets on their shots', () => {
    const row = { productionId: '', version: 1, deletedAt: null };
    const leans = leansOf({
      production: { id: 'p' },
      scenes: [sceneRow({ placeId: 'floor' })],
      setups: [{ ...row, ...SETUP_DEFAULTS, id: 'L1', code: 'L1', name: 'Bench', placeId: 'floor' }],
      shots: [shotRow('3A', { setupId: 'L1', beforeSceneId: 'gate', deliverableIds: ['film'], personIds: ['ilse'] })],
      palettes: [
        {
          ...row,
          id: 'pal',
          name: '',
          role: 'look',
          reason: '',
          storyState: '',
          sceneIds: ['scene'],
          swatches: [],
          pictureId: null,
          position: 1,
        },
      ],
      pins: [{ ...row, id: 'pin', trackId: 'song', shotId: 'shot-3A', fromS: 0, toS: 1 }],
      frozenSheets: [
        {
          ...row,
          id: 'sheet',
          dayId: 'd',
          revision: 1,
          frozenAtMs: 1,
          note: '',
          shots: [{ shotId: 'shot-3A', code: '3A' }],
          content: null,
        },
      ],
      soundSources: [
        {
          ...row,
          id: 'pin-microphone',
          name: 'Ilse',
          kind: 'person',
          personId: 'ilse',
          microphone: 'pin',
          told: true,
          sceneIds: ['scene'],
          position: 1,
        },
      ],
      prompts: [
        { ...row, id: 'words', title: 'Words', sceneId: 'scene', draft: 1, text: '', wpm: 130, marks: [], position: 1 },
      ],
    });
    expect(leans.map((l) => `${l.dependentId}>${l.sourceId}`).sort()).toEqual(
      [
        'shot-3A>scene',
        'shot-3A>L1',
        'shot-3A>gate',
        'shot-3A>film',
        'shot-3A>song',
        'L1>floor',
        'scene>floor',
        'scene>pal',
        'sheet>shot-3A',
        'sheet>p',
        'sheet>ilse',
        'pin-microphone>scene',
        'words>scene',
      ].sort(),
    );
  });
});
