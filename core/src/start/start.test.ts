import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readDate, readStart } from './index.ts';

const TODAY = '2027-01-10';
const THREAD = `[09:12] Oda: hi all, Thursday 18 March it is, call 6:30
[09:14] Amaru: wrap by 18:30 please
Place: Pour floor, Tregarrow & Lisle, Slip Road
Parking: behind the pattern shed
Hospital: Port Ellery cottage hospital, 9 min
Piet Lam, sound recordist, +44 1632 960 003
Jonna Reyes – gaffer
6 The door lifts
7 Metal meets the mould
see you all there!`;

describe('a day from a pasted thread', () => {
  const read = readStart(THREAD, TODAY);
  it('finds date, times, place, people and shots', () => {
    expect(read).toMatchObject({
      date: '2027-03-18',
      callMin: 390,
      wrapMin: 1110,
      places: [
        {
          name: 'Pour floor',
          address: 'Tregarrow & Lisle, Slip Road',
          parking: 'behind the pattern shed',
          hospital: 'Port Ellery cottage hospital, 9 min',
        },
      ],
      people: [
        { name: 'Piet Lam', role: 'sound recordist', phone: '+44 1632 960 003' },
        { name: 'Jonna Reyes', role: 'gaffer', phone: '' },
      ],
      shots: [
        { scene: '6', description: 'The door lifts' },
        { scene: '7', description: 'Metal meets the mould' },
      ],
    });
  });
  it('marks the gaps, and gives back what it does not know', () => {
    expect(read.gaps).toEqual(['Jonna Reyes: no phone.']);
    expect(read.left).toEqual(['see you all there!']);
    expect(readStart('', TODAY).gaps).toHaveLength(6);
  });
  it('reads a crew list with tabs and a shot table', () => {
    const list = readStart(
      'Name\tRole\tPhone\nMirko Hale\tCamera operator\t01632 960 009\nScene,Shot\n12A\tLadle, close',
      TODAY,
    );
    expect(list.people).toEqual([{ name: 'Mirko Hale', role: 'Camera operator', phone: '01632 960 009' }]);
    expect(list.shots).toEqual([{ scene: '12', description: 'Ladle, close' }]);
    expect(list.left).toEqual([]);
  });
  it('dates: as people write them; none that does not exist', () => {
    expect(readDate('on 3.5.2027', TODAY)).toBe('2027-05-03');
    expect(readDate('2027-02-30', TODAY)).toBeNull();
    expect(readDate('the 5th Jan', TODAY)).toBe('2028-01-05');
    expect(readDate('31 February', TODAY)).toBeNull();
  });
  it('never throws, and loses no line', () => {
    fc.assert(
      fc.property(fc.array(fc.string({ maxLength: 40 }), { maxLength: 8 }), (lines) => {
        readStart(lines.join('\n'), TODAY);
      }),
    );
    expect(readStart('a line that says nothing', TODAY).left).toEqual(['a line that says nothing']);
  });
});
