import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sampled } from '../../base/testing.ts';
import { planOf, sheetOf, type ProductionRows } from '../../whole/productions/index.ts';
import {
  affected,
  concerns,
  latestOf,
  readTicks,
  readersOf,
  rowCode,
  sheetContent,
  sheetDifference,
  sheetWeather,
  type FrozenSheet,
  type SheetContent,
} from './index.ts';
import { bellRows } from '../../whole/productions/testing.ts';

const { demo, rows, newId } = bellRows();
const day = demo.days[0] as (typeof demo.days)[number];
const sheet = sheetOf(rows, day);
const plan = planOf(rows, day);
const words = (list: readonly { words: string }[]) => list.map((d) => d.words.replaceAll('\u00a0', ' '));
const person = (shortName: string) => demo.people.find((p) => p.shortName === shortName);

describe('a sheet composed from the plan', () => {
  it('agrees with the day, to the minute, and holds by its own schema', () => {
    expect(sheetContent.safeParse(sheet).success).toBe(true);
    expect(sheet.shots.map((s) => [s.code, s.startMin])).toEqual(
      plan.rows.flatMap((r) => (r.shot ? [[r.shot.code, r.startMin]] : [])),
    );
    expect(sheet.lines.at(-1)?.endMin).toBe(plan.wrapMin);
    expect(sheet.lines.flatMap((l) => l.shotCodes)).toEqual(sheet.shots.map((s) => s.code));
    expect(sheet.places.map((p) => p.name)).toEqual(['Pour floor', 'Founder’s bench', 'Sea-mark tower']);
  });
  it('names minors, once-only shots, the long day and what the light plans warn of', () => {
    const safety = sheet.safety.join(' ');
    for (const said of ['Wren Achebe', '7C', 'nobody drives home tired', 'L6:']) expect(safety).toContain(said);
    expect(sheet.safety.at(-1)).toContain('licensed or competent people decide');
  });
  it('tells the weather as somebody said it, with its source; a stand-in’s is never told', () => {
    expect(sheetWeather(sheet).replaceAll('\u00a0', ' ')).toBe(
      '4 °C to 9 °C, wind 5 m/s, gusts to 9 m/s, dry until evening (harbour bulletin, Wed 17 Mar 18:00)',
    );
    const unsaid = sheetOf(rows, { ...day, forecast: null });
    expect([sheetWeather(unsaid), unsaid.forecast]).toEqual(['', null]);
  });
  it('lists moments at the minutes of the programme, about where meant so, their shots inside', () => {
    const scene = { ...rows.scenes[0]!, kind: 'moment' as const, dayId: day.id, plannedMin: 900, lengthMin: 20 };
    const scenes = rows.scenes.map((s) => (s.id === scene.id ? { ...scene, startKind: 'about' as const } : s));
    const own = sheetOf({ ...rows, scenes }, day);
    const line = own.lines.find((l) => l.title === scene.title)!;
    expect([line.startMin, line.endMin, line.about, line.fixed]).toEqual([900, 920, true, false]);
    const codes = rows.shots.filter((s) => s.sceneId === scene.id && !s.dropped).map((s) => s.code);
    expect(line.shotCodes).toEqual(codes);
    const inside = own.shots.filter((s) => codes.includes(s.code));
    expect(inside.map((s) => s.startMin)).toEqual(codes.map(() => 900));
    expect(new Set(own.shots.map((s) => s.row)).size).toBe(own.shots.length);
    const told = words(
      sheetDifference(own, sheetOf({ ...rows, scenes: scenes.map((s) => (s.id === scene.id ? scene : s)) }, day)),
    );
    expect(told).toEqual([`${scene.title}: to the minute now.`]);
  });
  it('holds nobody’s phone, diet or rate: diets are counted', () => {
    const people = demo.people.map((p) => ({
      ...p,
      phone: '+44 1632 960 111',
      email: 'x@y.example',
      dayRateMinor: 123_456,
      diet: p.shortName === 'Oda' ? 'no nuts' : 'Vegan ',
    }));
    const text = JSON.stringify(sheetOf({ ...rows, people }, day));
    for (const secret of ['960 111', 'x@y.example', '123456']) expect(text).not.toContain(secret);
    expect(sheetOf({ ...rows, people }, day).diets).toEqual([
      { diet: 'vegan', count: sheet.people.length - 1 },
      { diet: 'no nuts', count: 1 },
    ]);
  });
  it('says what is missing, also of a day with nothing on it', () => {
    const bare = sheetOf(
      {
        ...rows,
        dayItems: [],
        engagements: [],
        places: demo.places.map((p) => ({ ...p, hospital: '', confirmed: false })),
      },
      day,
    );
    expect(bare.gaps.join(' ')).toMatch(/Nobody is on this day yet.*Nothing is on this day yet/s);
    expect(
      sheetOf({ ...rows, places: demo.places.map((p) => ({ ...p, hospital: '' })) }, day).gaps.join(' '),
    ).toContain('no nearest hospital');
    expect(sheetContent.safeParse(bare).success).toBe(true);
  });
});

describe('the difference of two versions', () => {
  const changed = (more: Partial<ProductionRows>, on = day): SheetContent => sheetOf({ ...rows, ...more }, on);
  it('is nothing for the same sheet', () => expect(sheetDifference(sheet, sheet)).toEqual([]));
  it('tells a later call of one person, and whom it concerns', () => {
    const engagements = demo.engagements.map((e) =>
      e.dayId === day.id && e.personId === person('Piet')?.id ? { ...e, callMin: 420 } : e,
    );
    const [only, ...rest] = sheetDifference(sheet, changed({ engagements }));
    expect(rest).toEqual([]);
    expect(words([only as never])).toEqual(['Piet Lam: call 07:00, was 06:30.']);
    expect(only?.personIds).toEqual([person('Piet')?.id]);
    expect(affected([only as never], sheet)).toEqual({ all: false, names: ['Piet'] });
  });
  it('tells what is new of a place to those who are needed there', () => {
    const places = demo.places.map((p) => (p.name === 'Sea-mark tower' ? { ...p, parking: 'On the quay' } : p));
    const [d] = sheetDifference(sheet, changed({ places }));
    expect(d?.words).toMatch(/^Sea-mark tower: parking On the quay, was /);
    expect(d?.personIds).toContain(person('Oda')?.id);
  });
  it('tells a new date and everything that moved with it, days first', () => {
    const later = sheetDifference(sheet, changed({}, { ...day, date: '2027-03-25', callMin: day.callMin + 30 }));
    expect(words(later)[0]).toBe('The day is Thursday 25 March, not Thursday 18 March.');
    expect(words(later)[1]).toBe('General call 07:00, was 06:30.');
    expect(affected(later, sheet).all).toBe(true);
    expect(later.some((d) => d.kind === 'line')).toBe(true);
  });
  it('tells who is new, who is gone, a shot taken off, a caution', () => {
    const engagements = demo.engagements.filter((e) => e.dayId !== day.id || e.personId !== person('Dov')?.id);
    expect(words(sheetDifference(sheet, changed({ engagements })))).toContain('Dov Marsh is no longer on this day.');
    expect(
      words(sheetDifference(changed({ engagements }), sheet)).some((w) =>
        w.startsWith('Dov Marsh is new on this day, call'),
      ),
    ).toBe(true);
    const shots = demo.shots.map((s) => (s.code === '9E' ? { ...s, dropped: true } : s));
    expect(words(sheetDifference(sheet, changed({ shots })))).toContain('Shot 9E is no longer on this day.');
    expect(words(sheetDifference(sheet, { ...sheet, safety: [...sheet.safety, 'Mind the step.'] }))).toEqual([
      'New caution: Mind the step.',
    ]);
  });
});

describe('nothing that a sheet says changes unsaid', () => {
  /** What follows from the rest, or moves by itself: not told. */
  const DERIVED = [
    /^(sun|forecast|weather\.atMs|quiet|heads|gaps|soundNotes)\b/,
    /^people\.\d+\.(why|firstNeedMin|releaseMin|placeId|kind|shortName)$/,
    /^lines\.\d+\.(code|fixed)$/,
    /^shots\.\d+\.(row|scene|startMin|minutes)$/,
    /^scenes\.\d+\.(number|personIds)/,
  ];
  type Path = (string | number)[];
  /** Every place of a value at which something stands. */
  const leaves = (value: unknown, path: Path = []): Path[] =>
    value !== null && typeof value === 'object'
      ? Object.entries(value).flatMap(([k, v]) => leaves(v, [...path, k]))
      : [path];
  const lineAt = (path: Path) => (path[0] === 'lines' ? sheet.lines[Number(path[1])] : undefined);
  const isTold = (path: Path): boolean => {
    const line = lineAt(path);
    if (line && line.kind !== 'work' && line.kind !== 'meal') return false;
    // Of a line with shots they tell who, light and cameras; a meal is for all, wherever.
    if (line && /light|cameras|personIds/.test(String(path[2])) && line.shotCodes.length > 0) return false;
    if (line?.kind === 'meal' && path[2] === 'placeId') return false;
    return !DERIVED.some((d) => d.test(path.join('.')));
  };
  /** The same with one value other than it was: words, figures, yes and no; an id becomes another person’s or place’s. */
  function altered(path: Path): SheetContent {
    const copy = structuredClone(sheet);
    const holder = path.slice(0, -1).reduce<never>((v, k) => v[k as never], copy as never) as Record<string, unknown>;
    const key = String(path.at(-1));
    const value = holder[key];
    holder[key] =
      key === 'date'
        ? '2027-03-19'
        : key === 'timeZone'
          ? 'Europe/Lisbon'
          : key === 'priority'
            ? value === 'must'
              ? 'nice'
              : 'must'
            : path.includes('personIds')
              ? sheet.people.find((p) => !(holder as unknown as string[]).includes(p.id))?.id
              : typeof value === 'number'
                ? value + 7
                : typeof value === 'boolean'
                  ? !value
                  : `${String(value ?? '')}, other`;
    return copy;
  }
  const paths = leaves(sheet).filter(isTold);
  it('whatever figure or word is another one, the difference is told', () => {
    expect(paths.length).toBeGreaterThan(300);
    const tried = paths.filter((_, i) => i % sampled(1, 4) === 0);
    expect(tried.filter((p) => sheetDifference(sheet, altered(p)).length === 0).map((p) => p.join('.'))).toEqual([]);
  });
  it('what is taken out or put in is told, both ways', () => {
    for (const list of ['people', 'places', 'shots', 'safety', 'technical', 'diets'] as const)
      for (let i = 0; i < sheet[list].length; i += 1) {
        const less = { ...sheet, [list]: (sheet[list] as unknown[]).filter((_, j) => j !== i) } as SheetContent;
        expect(sheetDifference(sheet, less).length, `${list} ${i}`).toBeGreaterThan(0);
        expect(sheetDifference(less, sheet).length, `${list} ${i}`).toBeGreaterThan(0);
      }
  });
  it('two things of one person are both told', () => {
    const people = sheet.people.map((p) => (p.shortName === 'Piet' ? { ...p, callMin: 420, comms: '4' } : p));
    expect(words(sheetDifference(sheet, { ...sheet, people }))).toEqual([
      'Piet Lam: call 07:00, was 06:30.',
      'Piet Lam: radio 4, was 1 and 3.',
    ]);
  });
  it('two shots that change places, in a block or between two, are told though no time is another', () => {
    const swapped = (codes: (list: string[]) => string[]) =>
      words(
        sheetDifference(sheet, {
          ...sheet,
          lines: sheet.lines.map((l) => ({ ...l, shotCodes: codes([...l.shotCodes]) })),
        }),
      );
    expect(swapped((list) => (list[0] === '6A' ? ['6B', '6A', '6C'] : list))).toEqual([
      '6A–6C The furnace opens: in the order 6B, 6A, 6C.',
    ]);
    const other: Record<string, string> = { '6B': '4A', '4A': '6B' };
    expect(swapped((list) => list.map((c) => other[c] ?? c))).toEqual([
      '6A–6C The furnace opens: with 4A too; without 6B.',
      '4A–4B Weighing the metal: with 6B too; without 4A.',
    ]);
  });
  it('wardrobe is told to those who wear it', () => {
    const scenes = demo.scenes.map((s) => (s.number === '7' ? { ...s, wardrobe: 'Leather aprons' } : s));
    const [only, ...rest] = sheetDifference(sheet, sheetOf({ ...rows, scenes }, day));
    expect(rest).toEqual([]);
    expect(only?.words).toMatch(/^Scene 7: wardrobe Leather aprons, was /);
    expect(only?.personIds).toContain(person('Dov')?.id);
  });
  it('concerns whom it must: a caution all, a shift all crew and who is named, a call only its own', () => {
    const at = (shortName: string) => sheet.people.find((p) => p.shortName === shortName)!;
    const told = (kind: 'note' | 'line' | 'call' | 'place' | 'day', personIds: string[] = []) =>
      ['Oda', 'Wren', 'Ilse'].filter((n) => concerns({ kind, words: '', personIds }, at(n)));
    expect(told('note')).toEqual(['Oda', 'Wren', 'Ilse']);
    expect(told('day')).toEqual(['Oda', 'Wren', 'Ilse']);
    expect(told('line', [at('Wren').id])).toEqual(['Oda', 'Wren']);
    expect(told('call', [at('Ilse').id])).toEqual(['Ilse']);
    expect(told('place', [at('Ilse').id])).toEqual(['Oda', 'Ilse']);
    const lines = sheet.lines.map((l) =>
      l.kind === 'meal' ? { ...l, startMin: l.startMin + 20, endMin: l.endMin + 20 } : l,
    );
    expect(affected(sheetDifference(sheet, { ...sheet, lines }), sheet).all).toBe(true);
  });
  it('a block that lost a shot is the same block, shorter: not gone and new', () => {
    const shots = demo.shots.map((s) => (s.code === '6B' ? { ...s, dropped: true } : s));
    const list = words(sheetDifference(sheet, sheetOf({ ...rows, shots }, day)));
    expect(list).toContain('6A–6C The furnace opens: 21 min, was 36 min.');
    expect(list.some((w) => /^(Gone|New at)/.test(w))).toBe(false);
  });
});

describe('who has read it', () => {
  const frozen = (id: string, revision: number): FrozenSheet => ({
    id,
    productionId: 'p',
    version: 1,
    deletedAt: null,
    dayId: day.id,
    revision,
    frozenAtMs: 0,
    note: '',
    shots: [],
    content: sheet,
  });
  const [one, two] = [frozen('s1', 1), frozen('s2', 2)];
  const oda = person('Oda')?.id ?? '';
  const read = (sheetId: string, kind: 'opened' | 'understood') => ({
    id: newId(),
    productionId: 'p',
    sheetId,
    personId: oda,
    kind,
    atMs: 1,
  });
  const of = (...args: Parameters<typeof readersOf>) => readersOf(...args).find((r) => r.personId === oda);
  it('goes from nothing to understood, version by version', () => {
    expect(of(one, [one], [], [])).toEqual({ personId: oda, state: 'nothing yet', understoodRevision: null });
    expect(of(one, [one], [], [{ sheetId: 's1', personId: oda }])?.state).toBe('ready');
    expect(of(one, [one], [read('s1', 'opened')], [])?.state).toBe('opened');
    expect(of(two, [one, two], [read('s1', 'understood')], [{ sheetId: 's2', personId: oda }])).toEqual({
      personId: oda,
      state: 'ready',
      understoodRevision: 1,
    });
    expect(latestOf([one, two], day.id)).toBe(two);
    expect(latestOf([one, two], 'another')).toBeNull();
  });
});

describe('ticks from paper', () => {
  const codes = Array.from({ length: 40 }, (_, i) => rowCode(i + 1, 1));
  it('come back by their codes; a slip is noticed, never guessed', () => {
    const { ticks, refused } = readTicks(
      `${codes[0]} ${(codes[6] ?? '').toLowerCase()}, ${codes[13]}x\n99A 12 hello`,
      codes,
    );
    expect(ticks).toEqual([
      { code: codes[0], row: 0, mark: 'got' },
      { code: codes[6], row: 6, mark: 'got' },
      { code: codes[13], row: 13, mark: 'dropped' },
    ]);
    expect(refused.map((r) => r.typed)).toEqual(['99A', '12', 'hello']);
  });
  it('a wrong letter is refused with words; one wrong figure nearly always is', () => {
    const wrong = codes[4]?.endsWith('A') ? '5C' : '5A';
    expect(readTicks(wrong, codes).refused[0]?.why).toMatch(/ends in another letter/);
    const slips = codes.flatMap((c, i) =>
      codes.flatMap((d, j) => (i === j ? [] : [`${d.replace(/\D/g, '')}${c.replace(/\d/g, '')}`])),
    );
    expect(slips.filter((s) => readTicks(s, codes).ticks.length > 0).length / slips.length).toBeLessThan(0.1);
  });
  it('all codes of a sheet differ; reading any text never throws', () => {
    expect(new Set(codes).size).toBe(codes.length);
    fc.assert(fc.property(fc.string(), (text) => void readTicks(text, codes)));
    const onSheet = [...sheet.lines.flatMap((l) => l.code || []), ...sheet.shots.map((s) => s.row)];
    expect(new Set(onSheet).size).toBe(onSheet.length);
  });
});
