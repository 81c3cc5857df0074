import { describe, expect, it } from 'vitest';
import { morningTakes } from '../../../../demo/src/index.ts';
import { minuteToMs } from '../../base/time/index.ts';
import { bellRows } from './testing.ts';
import { bookOf, dueDates, factsOf, missingOfDay, wrapOf, type ProductionRows } from './index.ts';

const { demo, rows: plan, newId } = bellRows();
const day = demo.days[0]!;
const rows: ProductionRows = { ...plan, takeEvents: morningTakes(demo, 660, newId).events };
const at = (minute: number) => minuteToMs(day.date, day.timeZone, minute);
const kinds = (of: ProductionRows, nowMs: number, owner = true) => {
  const facts = factsOf(of, day, nowMs);
  return missingOfDay(of, day, facts, wrapOf(of, day, facts), { nowMs, owner }).map((m) => m.kind);
};

describe('what is missing of a day', () => {
  it('before anything happened is what is still to be had, and nothing that people would be late with', () => {
    expect(kinds(plan, at(300)).every((k) => ['moment', 'must', 'notTaken'].includes(k))).toBe(true);
  });
  it('while it is shot nobody is late with hours, reports or things; when it is over they are', () => {
    for (const k of ['hours', 'report'] as const) {
      expect(kinds(rows, at(700))).not.toContain(k);
      expect(kinds(rows, at(1439))).toContain(k);
    }
    expect(kinds(rows, at(700))).toContain('consent');
  });
  it('says who and by when where somebody said it: cards this night, by whoever has them; shots on the last day', () => {
    const [card] = rows.cards;
    const shot = demo.shots.find(
      (s) => s.priority === 'must' && demo.dayItems.some((i) => i.shotId === s.id && i.dayId === day.id),
    )!;
    const of: ProductionRows = {
      ...plan,
      cards: [{ ...card!, whereabouts: 'Oda’s bag' }],
      clips: [
        {
          id: newId(),
          productionId: demo.production.id,
          version: 1,
          cardId: card!.id,
          name: 'A1.mov',
          path: 'A1.mov',
          sizeBytes: 5,
          startTimecode: null,
          durationMs: null,
          rate: null,
          looked: null,
        },
      ],
      shots: rows.shots.map((s) => (s.id === shot.id ? { ...s, operatorId: demo.people[0]!.id } : s)),
    };
    const facts = factsOf(of, day, at(1439));
    const found = missingOfDay(of, day, facts, wrapOf(of, day, facts), { nowMs: at(1439), owner: true });
    expect(found.find((m) => m.kind === 'onlyCard')).toMatchObject({ who: ['Oda’s bag'], by: day.date, overdue: 0 });
    expect(found.find((m) => m.kind === 'must')).toMatchObject({
      who: [demo.people[0]!.name],
      by: demo.days.at(-1)!.date,
    });
    const later = missingOfDay(of, day, facts, wrapOf(of, day, facts), { nowMs: at(1440 + 600), owner: true });
    expect(later.find((m) => m.kind === 'onlyCard')).toMatchObject({ overdue: 1 });
  });
  it('to whoever logs or copies what only the owner can read is not there', () => {
    const crew = kinds(rows, at(1439), false);
    for (const k of ['consent', 'refused', 'signOff', 'credit']) expect(crew).not.toContain(k);
    expect(crew).toContain('hours');
  });
});

describe('what a job gives to the book', () => {
  it('is nothing while nothing was shot', () => expect(bookOf(plan)).toEqual({ setups: [], days: [] }));
  it('is the setups that something was shot in, and the days that taught something', () => {
    const book = bookOf(rows);
    const taken = new Set(factsOf(rows, day, at(700)).takes.map((t) => t.shotId));
    const used = new Set(demo.shots.filter((s) => taken.has(s.id) && s.setupId).map((s) => s.setupId));
    expect(new Set(book.setups.map((s) => s.sourceId))).toEqual(used);
    expect(book.days.map((d) => d.sourceId)).toEqual([day.id]);
    expect(book.days[0]!.crew).toBeGreaterThan(1);
  });
  it('names nobody, whatever their names stand in', () => {
    const [person] = demo.people;
    const named = {
      ...rows,
      setups: rows.setups.map((s) => ({
        ...s,
        name: `${person!.name}, seated`,
        plan: {
          ...s.plan,
          items: s.plan.items.map((i, n) => (n === 0 ? { ...i, name: `${person!.name}’s lamp` } : i)),
        },
      })),
    };
    const [setup] = bookOf(named).setups;
    expect(setup!.name).toMatch(new RegExp(`${person!.role || person!.kind}, seated$`));
    expect(JSON.stringify(setup)).not.toContain(person!.name);
  });
});

describe('due dates', () => {
  it('are those of everything that has one and is not done, the first first', () => {
    const [drive] = demo.drives;
    const list = dueDates({
      ...plan,
      drives: [{ ...drive!, keepUntil: '2031-01-01' }],
      ...{ rentals: [], kitLines: [], usages: [], moneyPapers: [] },
      deliverables: plan.deliverables.slice(0, 1).map((d) => ({ ...d, title: 'Teaser', due: '2030-01-01' })),
      signOffs: plan.signOffs.slice(0, 1).flatMap((s) => [
        { ...s, what: 'Cut', due: '2029-01-01', givenOn: null },
        { ...s, id: newId(), what: 'Done', due: '2029-01-01', givenOn: '2028-01-01' },
      ]),
    });
    expect(list.map((d) => [d.date, d.words])).toEqual([
      ['2029-01-01', 'The Ninth Bell: sign-off of Cut is due'],
      ['2030-01-01', 'The Ninth Bell: Teaser is due'],
      ['2031-01-01', `The Ninth Bell: the copy on ${drive!.name} was to be kept until today`],
    ]);
  });
  it('of a hire are its first and last day and the last free one; of a thing to get its own, until it is here', () => {
    const rental = {
      name: 'Crane',
      supplier: 'Yard',
      fromDate: '2027-05-02',
      toDate: '2027-05-03',
      freeUntil: '2027-05-01',
    };
    const line = { id: 'k', name: 'Ring', supplier: '', byDate: '2027-05-01', state: 'toGet' };
    const words = (more: object) =>
      dueDates({
        ...plan,
        deliverables: [],
        signOffs: [],
        drives: [],
        ...{ rentals: [], kitLines: [], usages: [], moneyPapers: [], payments: [] },
        ...more,
      } as never).map((d) => `${d.date} ${d.words}`);
    expect(words({ rentals: [{ id: 'r', ...rental }] })).toEqual([
      '2027-05-01 The Ninth Bell: Crane can be called off free until today',
      '2027-05-02 The Ninth Bell: Crane is hired from today',
      '2027-05-03 The Ninth Bell: Crane goes back',
    ]);
    const usage = { id: 'u', name: 'Ilse', taken: 'agency', paidYears: 2, fromDate: '2028-02-29', uses: [], riseBp: 0 };
    const sums = { agencyFeeMinor: 0, commissionBp: 0, freelanceFeeMinor: 0, buyOutMinor: 0, buyOutYears: null };
    expect(words({ usages: [{ ...usage, ...sums }] })).toEqual([
      '2030-02-28 The Ninth Bell: Ilse may be shown until today',
    ]);
    const content = { payer: { name: 'Trust' }, grossMinor: 100, currency: 'GBP' };
    const invoice = { id: 'i', kind: 'final', number: 'I-0001', dueOn: '2027-06-01', content };
    const dueWords = ['2027-06-01 The Ninth Bell: invoice I-0001 is due'];
    expect(words({ moneyPapers: [invoice] })).toEqual(dueWords);
    const paid = { way: 'in', paperId: 'i', currency: 'GBP', amountMinor: 100 };
    expect(words({ moneyPapers: [invoice], payments: [paid] })).toEqual([]);
    expect(words({ moneyPapers: [invoice, { id: 'c', kind: 'credit', ofPaperId: 'i', content }] })).toEqual([]);
    expect(words({ kitLines: [line] })).toEqual(['2027-05-01 The Ninth Bell: Ring must be here']);
    expect(words({ kitLines: [{ ...line, state: '' }] })).toEqual([]);
  });
});
