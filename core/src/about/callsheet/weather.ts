import { saidWords } from '../../rooms/weather/index.ts';
import { dateOf, msToMinute } from '../../base/time/index.ts';
import { formatDate, formatMinuteOfDay, formatTemperature } from '../../base/units/index.ts';
import type { SheetContent } from './content.ts';

/** The weather of a sheet as somebody said it, in a line with its source; empty when nobody did. What a stand-in made up is never told. */
export function sheetWeather(c: Pick<SheetContent, 'weather' | 'timeZone'>, temperature = formatTemperature): string {
  if (!c.weather) return '';
  const instant = (atMs: number) => {
    const date = dateOf(atMs, c.timeZone);
    const day = { date, timeZone: c.timeZone };
    return `${formatDate(date)} ${formatMinuteOfDay(msToMinute(date, c.timeZone, atMs), day)}`;
  };
  return saidWords(c.weather, c.weather.gustMps, (t) => temperature(t), instant);
}
