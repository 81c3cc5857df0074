import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CONSENT_DEFAULTS, consentsNeeded, type Consent } from '../../rooms/people/index.ts';
import { sceneRow, shotRow } from '../../rooms/scenes/testing.ts';
import { formatMoney, formatRatio, formatTrackTime, parseMoney, parseRunning } from '../../base/units/index.ts';
import {
  PRODUCTION_DEFAULTS,
  cropOf,
  deliverableFacts,
  deliverableFields,
  productionFields,
  rateDivides,
  scopeChecks,
  cautionOf,
  type Ask,
  type Deliverable,
} from './index.ts';

const row = { productionId: '', version: 1, deletedAt: null };
const vertical: Deliverable = {
  ...row,
  id: 'v',
  title: 'Vertical',
  tag: 'vertical',
  pieces: 1,
  durationS: 45,
  widthPx: 1080,
  heightPx: 1920,
  rate: '25',
  captions: '',
  due: null,
  notes: '',
  position: 1,
};
const job = { ...PRODUCTION_DEFAULTS };

describe('the crop', () => {
  it('9:16 out of 16:9 throws 68 % away, and 1080 px are left to spare in UHD', () => {
    const crop = cropOf({ widthPx: 3840, heightPx: 2160 }, { widthPx: 1080, heightPx: 1920 });
    expect(crop).toMatchObject({ widthPx: 1215, heightPx: 2160, narrower: true });
    expect(crop.cropShare).toBeCloseTo(0.6836, 4);
    expect(crop.enlargement).toBeCloseTo(0.8889, 4);
  });
  it('2.39:1 loses a quarter of the height, not width', () => {
    const crop = cropOf({ widthPx: 3840, heightPx: 2160 }, { widthPx: 3840, heightPx: 1606 });
    expect(crop).toMatchObject({ widthPx: 3840, narrower: false });
    expect(crop.cropShare).toBeCloseTo(1 - 1606 / 2160, 6);
  });
  it('fits inside, keeps the shape asked for, and touches an edge', () => {
    const size = fc.record({
      widthPx: fc.integer({ min: 16, max: 8192 }),
      heightPx: fc.integer({ min: 16, max: 8192 }),
    });
    fc.assert(
      fc.property(size, size, (capture, delivery) => {
        const crop = cropOf(capture, delivery);
        expect(crop.widthPx).toBeLessThanOrEqual(capture.widthPx * (1 + 1e-9));
        expect(crop.heightPx).toBeLessThanOrEqual(capture.heightPx * (1 + 1e-9));
        expect(crop.widthPx / crop.heightPx).toBeCloseTo(delivery.widthPx / delivery.heightPx, 6);
        expect(
          Math.abs(crop.widthPx - capture.widthPx) < 1e-6 || Math.abs(crop.heightPx - capture.heightPx) < 1e-6,
        ).toBe(true);
        expect(crop.cropShare).toBeGreaterThanOrEqual(-1e-9);
      }),
    );
  });
});

describe('what a deliverable asks', () => {
  const shot = (code: string, fields = {}) =>
    shotRow(code, { deliverableIds: ['v'], takesPlanned: 3, takeLengthMin: 1, centreSafe: true, ...fields });
  const facts = (deliverable: Deliverable, shots: ReturnType<typeof shot>[], rate = '25') =>
    deliverableFacts(deliverable, { ...job, rate }, shots, [sceneRow()]);
  const looks = (...args: Parameters<typeof facts>) =>
    facts(...args)
      .demands.filter((d) => d.level === 'look')
      .map((d) => d.words);
  it('seconds planned for each delivered, over all pieces', () => {
    expect(facts(vertical, [shot('3A'), shot('3B', { takesPlanned: 1 })])).toMatchObject({
      plannedS: 240,
      deliveredS: 45,
    });
    expect(facts({ ...vertical, pieces: 6 }, [shot('3A')]).perSecond).toBeCloseTo(180 / 270, 9);
    expect(looks({ ...vertical, pieces: 6 }, [shot('3A')])[0]).toBe('Only 0.7 s planned for each second delivered');
  });
  it('names shots whose middle is not held, only where it is narrower', () => {
    expect(looks(vertical, [shot('3A', { centreSafe: false }), shot('3B')])).toEqual([
      '1\u00a0shot not framed for the middle: 3A',
    ]);
    expect(looks({ ...vertical, widthPx: 3840, heightPx: 1606 }, [shot('3A', { centreSafe: false })])).toEqual([]);
  });
  it('names rates that don’t divide, of the job and of slow motion', () => {
    expect(looks({ ...vertical, rate: '30' }, [shot('3A')])).toEqual(['25 does not divide into 30 frames a second']);
    expect(looks({ ...vertical, rate: '50' }, [shot('3A')])).toEqual([]);
    expect(looks(vertical, [shot('3A', { fps: 60 })])).toEqual(['Slow motion that doesn’t divide: 3A at 60']);
    expect(looks(vertical, [shot('3A', { fps: 100 })])).toEqual([]);
    expect(rateDivides(24000 / 1001, 24).even).toBe(false);
  });
  it('names a picture that must be blown up', () => {
    expect(looks({ ...vertical, widthPx: 2160, heightPx: 3840 }, [shot('3A')])).toEqual(['Blown up 1.78 times']);
  });
  it('names a piece that no shot is for; dropped shots don’t count', () => {
    expect(looks(vertical, [shot('3A', { dropped: true })])).toEqual(['No shot is tagged for it']);
  });
  it('is written with a tag, a date and a size that can be', () => {
    const { id: _id, productionId: _p, version: _v, deletedAt: _d, ...fields } = vertical;
    expect(deliverableFields.safeParse(fields).success).toBe(true);
    for (const wrong of [
      { tag: 'Two words' },
      { due: '2027-02-30' },
      { durationS: 0 },
      { widthPx: 1.5 },
      { pieces: 0 },
    ])
      expect(deliverableFields.safeParse({ ...fields, ...wrong }).success, JSON.stringify(wrong)).toBe(false);
    expect(productionFields.safeParse({ ...PRODUCTION_DEFAULTS, title: 'x' }).success).toBe(true);
  });
});

describe('the scope', () => {
  const ask = (fields: Partial<Ask>): Ask => ({
    ...row,
    id: 'a',
    kind: 'kit',
    title: 'Drone',
    tag: 'drone',
    detail: '',
    state: 'agreed',
    cameraId: null,
    personId: null,
    means: '',
    priceMinor: 0,
    askedOn: null,
    position: 1,
    ...fields,
  });
  const check = (fields: Partial<Ask>, shots = [shotRow('3A')]) =>
    scopeChecks([ask(fields)], shots, [{ id: 'c', letter: 'B' }], [{ id: 'p', name: 'Piet Lam' }])[0];
  it.each([
    [{}, 'hole'],
    [{ means: 'rented' }, 'met'],
    [{ cameraId: 'c' }, 'met'],
    [{ personId: 'p', priceMinor: null }, 'hole'],
    [{ personId: 'p', state: 'open' as const }, 'open'],
    [{ state: 'declined' as const }, 'declined'],
    [{ kind: 'mark' as const }, 'hole'],
  ])('%j is %s', (fields, state) => expect(check(fields)?.state).toBe(state));
  it('what can hurt somebody comes with its caution, and only that', () => {
    expect(cautionOf({ title: 'The tower from the air', detail: '', tag: 'drone' })).toMatch(
      /licensed pilot.*At height.*licensed people decide/,
    );
    expect(cautionOf({ title: 'Rain machine', detail: 'by the quay', tag: 'rain' })).toMatch(/At water/);
    expect(cautionOf({ title: 'A third camera', detail: 'carried by hand', tag: 'third' })).toBeNull();
  });
  it('a mark is met by a shot that shows it, not by a dropped one', () => {
    expect(check({ kind: 'mark' }, [shotRow('3A', { markIds: ['a'] })])).toMatchObject({
      state: 'met',
      words: 'Seen in 3A.',
    });
    expect(check({ kind: 'mark' }, [shotRow('3A', { markIds: ['a'], dropped: true })])?.state).toBe('hole');
  });
});

describe('who must agree to be seen', () => {
  const people = [
    { id: 'ilse', name: 'Ilse', kind: 'talent', minor: false },
    { id: 'wren', name: 'Wren', kind: 'talent', minor: true },
    { id: 'oda', name: 'Oda', kind: 'crew', minor: false },
  ];
  const shots = [shotRow('3A', { personIds: ['ilse', 'wren'] }), shotRow('3B', { personIds: ['oda'] })];
  const consent = (personId: string, fields: Partial<Consent> = {}): Consent => ({
    ...row,
    ...CONSENT_DEFAULTS,
    id: personId,
    personId,
    state: 'signed',
    signedOn: null,
    usage: '',
    guardian: '',
    ...fields,
  });
  const states = (consents: Consent[], of = shots) =>
    consentsNeeded(people, of, consents).map((c) => [c.personId, c.state]);
  it('talent in any shot; others only where a face is needed', () => {
    expect(states([])).toEqual([
      ['ilse', 'missing'],
      ['wren', 'missing'],
    ]);
    expect(states([], [shotRow('3B', { personIds: ['oda'], faceNeeded: true })])).toEqual([['oda', 'missing']]);
    expect(states([], [shotRow('3B', { personIds: ['ilse'], dropped: true })])).toEqual([]);
  });
  it('a minor’s signature counts with a guardian’s; a refusal stands above all', () => {
    expect(states([consent('ilse'), consent('wren')])).toEqual([
      ['ilse', 'signed'],
      ['wren', 'asked'],
    ]);
    expect(states([consent('wren', { guardian: 'Efua Achebe' })])[1]).toEqual(['wren', 'signed']);
    expect(states([consent('ilse'), consent('ilse', { id: 'again', state: 'refused' })])[0]).toEqual([
      'ilse',
      'refused',
    ]);
  });
});

describe('how they are written', () => {
  it.each([
    ['4:00', 240],
    ['0:45', 45],
    ['1:02:03', 3723],
    ['83.5', 83.5],
    ['20 s', 20],
  ])('%s is %d seconds', (text, seconds) => expect(parseRunning(text)).toBe(seconds));
  it.each(['', '4:60', 'four', '1:75:00', '-3'])('%j is no length', (text) =>
    expect(() => parseRunning(text)).toThrow(/is not a length/),
  );
  it.each([
    ['250', 25000],
    ['1,250.50', 125050],
    ['12,5', 1250],
  ])('%s is %d hundredths', (text, minor) => expect(parseMoney(text)).toBe(minor));
  it.each(['', '1.234', 'x', '-4'])('%j is no sum', (text) => expect(() => parseMoney(text)).toThrow(/is not a sum/));
  it('sums carry their currency, shapes their name', () => {
    expect(formatMoney(28000, 'GBP')).toBe('£280');
    expect(formatMoney(125050, 'EUR')).toBe('€1,250.50');
    expect([16 / 9, 9 / 16, 1, 2.39].map(formatRatio)).toEqual(['16:9', '9:16', '1:1', '2.39:1']);
    expect(formatTrackTime(83.46)).toBe('1:23.5');
  });
});
