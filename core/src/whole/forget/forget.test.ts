import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FORGOTTEN, forgetter, forgotten, forgottenPerson, forgottenRecord } from './index.ts';

const oda = { name: 'Oda Lind', shortName: 'oda', email: 'oda@harbour.example', phone: '+49 40 555-0199' };
const forget = forgetter(oda);

describe('taking somebody out of texts', () => {
  it.each([
    ['Oda Lind lifts the lamp', `${FORGOTTEN} lifts the lamp`],
    ['oda at the window, Oda’s hands', `${FORGOTTEN} at the window, ${FORGOTTEN}’s hands`],
    ['Call +49 (40) 5550199 or oda@harbour.example.', `Call ${FORGOTTEN} or ${FORGOTTEN}.`],
    ['Lind, O.', `${FORGOTTEN}, O.`],
  ])('%s', (text, after) => expect(forget(text)).toBe(after));
  it.each(['A pagoda at dusk', 'Odalind', 'the linden', 'code 5550198'])('leaves “%s” alone', (text) =>
    expect(forget(text)).toBe(text),
  );
  it('of a name that is all signs, and of one too short to look for, finds the whole name only', () => {
    const odd = forgetter({ name: 'Jo (A+B)', shortName: 'jo', email: '', phone: '' });
    expect(odd('Jo (A+B) and joy, jo')).toBe(`${FORGOTTEN} and joy, jo`);
  });
  it('goes as deep as values go, and touches no number, date or id', () => {
    const id = '00000000-0000-7000-8000-000000000001';
    const at = new Date(0);
    expect(forgotten({ id, n: 40555, at, list: [{ by: 'Oda Lind' }] }, forget)).toEqual({
      ...{ id, n: 40555, at },
      list: [{ by: FORGOTTEN }],
    });
  });
  it('done twice it is as done once, and nothing of the name is left, whatever stands around it', () =>
    fc.assert(
      fc.property(fc.array(fc.constantFrom('Oda', 'Lind', 'Oda Lind', ' ', ', ', 'lamp', 'x')), (parts) => {
        const once = forget(parts.join(' '));
        expect(forget(once)).toBe(once);
        expect(once).not.toMatch(/(?<!\p{L})(Oda|Lind)(?!\p{L})/u);
      }),
    ));
});

describe('a person’s own row', () => {
  const person = {
    id: '00000000-0000-7000-8000-0000abcdef01',
    kind: 'crew' as const,
    role: 'Gaffer',
    department: 'Light',
  };
  it('keeps what they did and nothing of who they are', () => {
    expect(forgottenPerson(person)).toMatchObject({
      ...{ role: 'Gaffer', department: 'Light', name: FORGOTTEN, shortName: 'gone-abcdef01' },
      ...{ phone: '', email: '', emergency: '', notes: '', dayRateMinor: null, photoHash: null, away: [] },
    });
  });
  it('is blank in the history too, without saying more than it said', () => {
    const record = { id: person.id, name: 'Oda Lind', day_rate_minor: 40_000, photo_hash: 'ab', role: 'Gaffer' };
    expect(forgottenRecord(record, person.id)).toEqual({
      ...{ id: person.id, name: FORGOTTEN, day_rate_minor: null, photo_hash: null, role: 'Gaffer' },
    });
    expect(forgottenRecord(null, person.id)).toBeNull();
  });
});
