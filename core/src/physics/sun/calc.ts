import { getTimes } from 'suncalc';
import { z } from 'zod';
import { defineCalc, inputs, quantity, within, word } from '../../base/calc/index.ts';
import { InputError } from '../../base/errors/index.ts';
import { isTimeZone, minuteToMs } from '../../base/time/index.ts';

/** Each figure and the name suncalc has for it, in the order of a day. */
const INSTANTS = {
  astronomicalDawn: 'nightEnd',
  nauticalDawn: 'nauticalDawn',
  dawn: 'dawn',
  rise: 'sunrise',
  lowSunEnd: 'goldenHourEnd',
  noon: 'solarNoon',
  lowSunStart: 'goldenHour',
  set: 'sunset',
  dusk: 'dusk',
  nauticalDusk: 'nauticalDusk',
  astronomicalDusk: 'night',
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
      'Instants are UTC; null where the sun does not do it that day.',
    ],
    source: 'Meeus, Astronomical Algorithms, as computed by suncalc',
    input: inputs({
      date: word('The date', 'YYYY-MM-DD'),
      timeZone: word('The time zone', 'IANA name'),
      latitude: quantity('The latitude', '°', { from: -90, to: 90 }),
      longitude: quantity('The longitude', '°', { from: -180, to: 180 }),
    }),
    output: z.object(
      Object.fromEntries(names.map((name) => [name, instant])) as Record<keyof typeof INSTANTS, typeof instant>,
    ),
    example: {
      input: { date: '2027-03-18', timeZone: 'Europe/London', latitude: 50.33, longitude: -4.77 },
      output: {
        astronomicalDawn: '2027-03-18T04:37:13.128Z',
        nauticalDawn: '2027-03-18T05:16:31.818Z',
        dawn: '2027-03-18T05:54:36.192Z',
        rise: '2027-03-18T06:26:58.659Z',
        lowSunEnd: '2027-03-18T07:09:54.672Z',
        noon: '2027-03-18T12:27:12.155Z',
        lowSunStart: '2027-03-18T17:45:21.117Z',
        set: '2027-03-18T18:28:22.963Z',
        dusk: '2027-03-18T19:00:51.121Z',
        nauticalDusk: '2027-03-18T19:39:04.148Z',
        astronomicalDusk: '2027-03-18T20:18:34.895Z',
      },
    },
    run: (i) => {
      if (!isTimeZone(i.timeZone)) {
        throw new InputError('zone.unknown', `“${i.timeZone}” is not a time zone: write one such as Europe/London.`, [
          'timeZone',
        ]);
      }
      const noon = within('date', () => minuteToMs(i.date, i.timeZone, 720));
      const times = getTimes(new Date(noon), i.latitude, i.longitude);
      const iso = (at: Date | null) => (at && !Number.isNaN(at.getTime()) ? at.toISOString() : null);
      return Object.fromEntries(names.map((name) => [name, iso(times[INSTANTS[name]])])) as Record<
        keyof typeof INSTANTS,
        string | null
      >;
    },
  }),
];
