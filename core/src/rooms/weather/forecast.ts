import { sunTimes, type SunPlace } from '../../physics/sun/index.ts';
import type { Forecast, HourWeather, SaidForecast } from './model.ts';

/** FNV-1a of a text, as a share from 0 to 1. */
function shareOf(text: string): number {
  let h = 0x811c9dc5;
  for (let i = 0; i < text.length; i += 1) h = Math.imul(h ^ text.charCodeAt(i), 0x01000193);
  h ^= h >>> 15;
  return (Math.imul(h, 0x85ebca6b) >>> 0) / 4_294_967_296;
}

/** Wind is least before dawn and most in the afternoon. */
const windShape = (hour: number) => 0.55 + 0.45 * Math.max(0, Math.sin(((hour - 7) / 16) * Math.PI));

/**
 * The stand-in weather service: made up, the same for the same place and date, plausible for season and latitude. No real forecast is fetched: Kavrell says
 * “simulated” wherever it shows. With `gustMps`, which somebody set for the day, its strongest gust is that.
 */
export function standInForecast(place: SunPlace, gustMps: number | null): Forecast {
  const key = `${place.date}|${place.latitude.toFixed(2)}|${place.longitude.toFixed(2)}`;
  const [warm, windy, wet, grey, rainAt] = [0, 1, 2, 3, 4].map((i) => shareOf(`${key}|${i}`)) as [
    number,
    number,
    number,
    number,
    number,
  ];
  const month = Number(place.date.slice(5, 7));
  const north = place.latitude >= 0 ? 1 : -1;
  const season = -Math.cos(((month - 1) / 12) * 2 * Math.PI) * north;
  const mean =
    26 - Math.abs(place.latitude) * 0.32 + season * Math.min(10, Math.abs(place.latitude) * 0.16) + (warm - 0.5) * 6;
  const { riseMin, setMin } = sunTimes(place);
  const noon = riseMin !== null && setMin !== null ? (riseMin + setMin) / 120 : 13;
  const most = gustMps ?? 3 + windy * 11;
  const rainHour = 6 + Math.floor(rainAt * 14);
  const hours = Array.from({ length: 24 }, (_, hour): HourWeather => {
    const gust = most * windShape(hour);
    const rain = wet > 0.62 && Math.abs(hour - rainHour) <= 1 ? 0.4 + (wet - 0.62) * 5 : 0;
    return {
      hour,
      temperatureC: mean + 3.5 * Math.cos(((hour - noon - 2) / 24) * 2 * Math.PI),
      windMps: gust * 0.6,
      gustMps: gust,
      rainMm: rain,
      cloud: Math.min(1, Math.max(0, grey + (rain > 0 ? 0.4 : 0))),
    };
  });
  const peak = Math.max(...hours.map((h) => h.gustMps));
  return {
    source: 'stand-in',
    hours:
      gustMps === null || peak === 0
        ? hours
        : hours.map((h) => ({ ...h, windMps: (h.windMps * gustMps) / peak, gustMps: (h.gustMps * gustMps) / peak })),
  };
}

/** A forecast that somebody said, as hours: the same all day, rain not counted in millimetres. */
export function fromSaid(said: SaidForecast, gustMps: number | null): Forecast {
  const [low, high] = [said.lowC ?? said.highC ?? 0, said.highC ?? said.lowC ?? 0];
  const windMps = said.windMps ?? 0;
  const hours = Array.from({ length: 24 }, (_, hour): HourWeather => ({
    hour,
    temperatureC: hour >= 11 && hour < 18 ? high : low,
    windMps,
    gustMps: gustMps ?? windMps,
    rainMm: 0,
    cloud: 0,
  }));
  return { source: 'said', hours };
}

/** A forecast that somebody said, in a line, with its source and when that was; `time` says an instant. */
export function saidWords(
  said: SaidForecast,
  gustMps: number | null,
  temperature: (c: number) => string,
  time: (atMs: number) => string,
): string {
  const range = [said.lowC, said.highC].filter((c) => c !== null).map(temperature);
  const parts = [
    range.join(' to '),
    said.windMps === null ? '' : `wind ${said.windMps.toFixed(0)}\u00a0m/s`,
    gustMps === null ? '' : `gusts to ${gustMps.toFixed(0)}\u00a0m/s`,
    said.rain,
  ].filter(Boolean);
  return `${parts.join(', ')} (${said.source}, ${time(said.atMs)})`;
}

/** The hour a minute of the day falls into; minutes past midnight belong to the last one. */
export const hourAt = (f: Forecast, minute: number): HourWeather =>
  f.hours[Math.min(23, Math.max(0, Math.floor(minute / 60)))] as HourWeather;

/** What stands out over some hours: warmest, strongest gust and when, rain and when. */
export function weatherOver(f: Forecast, fromMin: number, toMin: number) {
  const from = Math.max(0, Math.floor(fromMin / 60));
  const list = f.hours.filter((h) => h.hour >= from && h.hour <= Math.min(23, Math.floor(toMin / 60)));
  const hours = list.length ? list : [hourAt(f, fromMin)];
  const gust = hours.reduce((a, b) => (b.gustMps > a.gustMps ? b : a));
  return {
    lowC: Math.min(...hours.map((h) => h.temperatureC)),
    highC: Math.max(...hours.map((h) => h.temperatureC)),
    gustMps: gust.gustMps,
    gustMin: gust.hour * 60,
    rain: hours.filter((h) => h.rainMm >= 0.1).map((h) => ({ fromMin: h.hour * 60, mm: h.rainMm })),
    cloud: hours.reduce((t, h) => t + h.cloud, 0) / hours.length,
  };
}

const skyWords = (cloud: number) =>
  cloud < 0.25 ? 'mostly clear' : cloud < 0.6 ? 'some cloud' : cloud < 0.85 ? 'cloudy' : 'overcast';

/** The day’s weather in a sentence. `time` says a minute of the day, `temperature` a temperature. */
export function weatherWords(
  f: Forecast,
  fromMin: number,
  toMin: number,
  time: (m: number) => string,
  temperature: (c: number) => string,
): string {
  const w = weatherOver(f, fromMin, toMin);
  const [first] = w.rain;
  const last = w.rain.at(-1);
  const rain = first && last ? `, rain ${time(first.fromMin)}–${time(last.fromMin + 60)}` : ', dry';
  return `${temperature(w.lowC)} to ${temperature(w.highC)}, ${skyWords(w.cloud)}${rain}, gusts to ${w.gustMps.toFixed(0)}\u00a0m/s around ${time(w.gustMin)}`;
}
