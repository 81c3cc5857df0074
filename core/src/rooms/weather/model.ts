import { z } from 'zod';
import { line, requiredLine } from '../../base/records/index.ts';

const celsius = (label: string) =>
  z
    .number({ error: `${label} is a number of degrees.` })
    .min(-60, `${label} is too low to be believed.`)
    .max(60, `${label} is too high to be believed.`)
    .nullable();

/** One hour of a forecast. */
export const hourWeather = z.object({
  hour: z.int().min(0).max(23),
  temperatureC: z.number(),
  windMps: z.number(),
  gustMps: z.number(),
  rainMm: z.number(),
  /** Share of the sky that is covered. */
  cloud: z.number(),
});
export type HourWeather = z.infer<typeof hourWeather>;
/** A forecast as somebody read or heard it; the gust is the day’s own. */
export const saidForecast = z.object({
  lowC: celsius('The lowest temperature'),
  highC: celsius('The highest temperature'),
  /** Mean wind. */
  windMps: z
    .number({ error: 'The wind is a number of metres a second.' })
    .min(0, 'The wind can’t be negative.')
    .max(60, 'A wind over 60 m/s is not believable.')
    .nullable(),
  /** As it was said: “dry”, “showers after 14”. */
  rain: line('The rain', 80),
  /** Who says so, and when that was, UTC milliseconds. */
  source: requiredLine('The source', 80),
  atMs: z.number(),
});
export type SaidForecast = z.infer<typeof saidForecast>;

export const forecast = z.object({ source: z.enum(['stand-in', 'said']), hours: z.array(hourWeather).length(24) });
export type Forecast = z.infer<typeof forecast>;
