import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { CLOSE_STOPS, EXACT_STOPS, KIT_STOPS, QUICK_STOPS } from '../rooms/light/index.ts';
import { formulasPage } from './document.ts';
import { TRUST } from './trust.ts';

const ROOT = path.resolve(import.meta.dirname, '../../..');
const of = (figure: string) => TRUST.find((t) => t.figure.startsWith(figure))!.within;

describe('how far to trust what is computed', () => {
  it.each(TRUST.filter((t) => t.test !== null).map((t) => [t.figure, t.test!] as const))(
    '%s is held to it by a test that is there',
    (_, test) => {
      expect(existsSync(path.join(ROOT, test)), test).toBe(true);
      expect(readFileSync(path.join(ROOT, test), 'utf8')).toContain('expect(');
    },
  );
  it('what was compared with nothing is held by no test, and the other way round', () => {
    for (const t of TRUST) expect(t.test === null, t.figure).toBe(t.against === null);
    expect(TRUST.filter((t) => t.against === null).length).toBeGreaterThan(0);
  });
  it('says each figure once', () => expect(new Set(TRUST.map((t) => t.figure)).size).toBe(TRUST.length));
  it('says of light what its readings reckon with', () => {
    expect(of('Light at a face, read exactly')).toBe(`${EXACT_STOPS.open} stop`);
    expect(of('The same in a room')).toContain(`${EXACT_STOPS.room} stop`);
    expect(of('Light at a face, read closely')).toContain(`${CLOSE_STOPS.open} stop`);
    expect(of('Light at a face, read closely')).toContain(`${CLOSE_STOPS.room} in rooms`);
    expect(of('Light at a face, read quickly')).toContain(`${QUICK_STOPS.open} stop`);
    expect(of('Light at a face, read quickly')).toContain(`${QUICK_STOPS.room} in rooms`);
    expect(KIT_STOPS).toEqual({ typical: 1 / 3, own: 0.1 });
    expect(of('What a lamp gives')).toMatch(/a third of a stop.*a tenth/);
  });
  it('stands above the formulas', () => {
    const page = formulasPage();
    expect(page.indexOf('## How far to trust this')).toBeLessThan(
      page.indexOf('\n## ', page.indexOf('## How far') + 5),
    );
    for (const t of TRUST) expect(page).toContain(t.figure);
  });
});
