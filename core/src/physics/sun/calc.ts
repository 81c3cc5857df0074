import { z } from 'zod';
import { defineCalc, inputs, quantity, within, word } from '../../base/calc/index.ts';
import { DEPTHS, solarDay } from './instants.ts';
import { InputError } from '../../base/errors/index.ts';
import { keyed } from '../../base/records/index.ts';
import { isTimeZone, minuteToMs } from '../../base/time/index.ts';

/** Each figure, the altitude it is of, and whether the sun climbs or sinks through it; in the order of a day. */
const INSTANTS = {
  astronomicalDawn: ['climbing', DEPTHS.astronomicalDawn],
  nauticalDawn: ['climbing', DEPTHS.nauticalDawn],
  dawn: ['climbing', DEPTHS.dawn],
  rise: ['climbing', DEPTHS.rise],
  lowSunEnd: ['climbing', DEPTHS.lowSun],
  noon: null,
  lowSunStart: ['sinking', DEPTHS.lowSun],
  set: ['sinking', DEPTHS.rise],
  dusk: ['sinking', DEPTHS.dawn],
  nauticalDusk: ['sinking', DEPTHS.nauticalDawn],
  astronomicalDusk: ['sinking', DEPTHS.astronomicalDawn],
} as const;
const names = Object.keys(INSTANTS) as (keyof typeof INSTANTS)[];
const instant = z.string().nullable();

export const sunCalcs = [
  defineCalc({
    name: 'sun.day',
    about: 'When the sun rises, is low and sets, and the twilights, at a place on a date.',
    formula:
      'The sun’s position after Meeus; rise and set with refraction; civil, nautical and astronomical twilight at 6, 12 and 18° below; low sun up to 6°.',
    assumptions: [
      'A level horizon: hills and houses come later.',
      'Instants are UTC, to the second; null where the sun does not do it that day.',
    ],
    source:
      'Meeus, Astronomical Algorithms (chapters 12, 22, 25); Espenak & Meeus for ΔT; found by bisection between the sun’s lowest and highest places',
    input: inputs({
      date: word('The date', 'YYYY-MM-DD'),
      timeZone: word('The time zone', 'IANA name'),
      latitude: quantity('The latitude', '°', { from: -90, to: 90 }),
      longitude: quantity('The longitude', '°', { from: -180, to: 180 }),
    }),
    output: z.object(keyed(names.map((name) => [name, instant]))),
    example: {
      input: { date: '2027-03-18', timeZone: 'Europe/London', latitude: 50.33, longitude: -4.77 },
      output: {
        astronomicalDawn: '2027-03-18T04:37:13.000Z',
        nauticalDawn: '2027-03-18T05:16:32.000Z',
        dawn: '2027-03-18T05:54:36.000Z',
        rise: '2027-03-18T06:26:59.000Z',
        lowSunEnd: '2027-03-18T07:09:55.000Z',
        noon: '2027-03-18T12:27:12.000Z',
        lowSunStart: '2027-03-18T17:45:21.000Z',
        set: '2027-03-18T18:28:23.000Z',
        dusk: '2027-03-18T19:00:51.000Z',
        nauticalDusk: '2027-03-18T19:39:04.000Z',
        astronomicalDusk: '2027-03-18T20:18:35.000Z',
      },
    },
    run: (i) => {
      if (!isTimeZone(i.timeZone)) {
        throw new InputError('zone.unknown', `“${i.timeZone}” is not a time zone: write one such as Europe/London.`, [
          'timeZone',
        ]);
      }
      const noon = within('date', () => minuteToMs(i.date, i.timeZone, 720));
      const day = solarDay(noon, i);
      const iso = (ms: number | null) => (ms === null ? null : new Date(1000 * Math.round(ms / 1000)).toISOString());
      const instantOf = (name: keyof typeof INSTANTS): string | null => {
        const asked = INSTANTS[name];
        return iso(asked ? day[asked[0]](asked[1]) : day.noonMs);
      };
      return keyed(names.map((name) => [name, instantOf(name)]));
    },
  }),
];
