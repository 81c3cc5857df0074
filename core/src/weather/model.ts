import { z } from 'zod';

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
export const forecast = z.object({ source: z.enum(['stand-in']), hours: z.array(hourWeather).length(24) });
export type Forecast = z.infer<typeof forecast>;
