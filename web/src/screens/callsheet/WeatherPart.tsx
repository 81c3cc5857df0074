import { Box, Flex } from '@chakra-ui/react';
import { dayFields, type Day } from '@kavrell/core/day';
import { standInForecast, weatherWords, type SaidForecast } from '@kavrell/core/weather';
import { sunPlaceOf } from '@kavrell/core/places';
import { formatMinuteOfDay, formatTemperature } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { productionNow } from '../../platform/clock.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Part } from '../../ui/parts.tsx';

const NOT_SAID: Omit<SaidForecast, 'atMs'> = {
  lowC: null,
  highC: null,
  windMps: null,
  rain: '',
  source: 'the forecast',
};
const figure = (text: string, what: string): number | null => {
  if (text.trim() === '') return null;
  const value = Number(
    text
      .replace('−', '-')
      .replace(',', '.')
      .replace(/[^\d.-]/g, ''),
  );
  if (!Number.isFinite(value)) throw new Error(`${what} is a number.`);
  return value;
};

/** The weather of the day as somebody reads or hears it, typed with its source: only this goes onto sheets. */
export function WeatherPart({ day }: { day: Day }) {
  const { production, rows } = usePlanned();
  const { clock, lengths } = usePreferences();
  const said = day.forecast;
  const save = (values: Partial<Day>) =>
    void change(production.id, `Day ${day.number}: weather`, [{ op: 'update', table: 'days', row: day, values }]);
  const set = (values: Partial<SaidForecast>) => ({
    forecast: { ...NOT_SAID, ...said, ...values, atMs: Math.round(productionNow(production)) },
  });
  const at = sunPlaceOf(
    day,
    rows.places.find((p) => p.id === day.basePlaceId),
  );
  const madeUp = !said && at ? standInForecast(at, day.gustMps) : null;
  const field = (label: string, value: string, of: (text: string) => Partial<Day>, hint?: string) => (
    <FieldEdit
      label={label}
      value={value}
      fields={dayFields}
      set={of}
      save={(values) => save(values as Partial<Day>)}
      {...(hint ? { hint } : {})}
    />
  );
  const number = (n: number | null | undefined) => (n === null || n === undefined ? '' : String(n));
  return (
    <Part title="Weather">
      <Box id="weather" mb={2}>
        {said ? 'As it was said; each change notes the time.' : 'Nobody has said it yet: read a forecast and type it.'}
      </Box>
      <Flex gap={3}>
        {field('Lowest, °C', number(said?.lowC), (t) => set({ lowC: figure(t, 'The lowest temperature') }))}
        {field('Highest, °C', number(said?.highC), (t) => set({ highC: figure(t, 'The highest temperature') }))}
      </Flex>
      <Flex gap={3}>
        {field('Wind, m/s', number(said?.windMps), (t) => set({ windMps: figure(t, 'The wind') }))}
        {field('Gusts, m/s', number(day.gustMps), (t) => ({ gustMps: figure(t, 'The gust') }))}
      </Flex>
      {field('Rain', said?.rain ?? '', (t) => set({ rain: t }), 'Such as dry, or showers after 14')}
      {field('Who says so', said?.source ?? '', (t) => set({ source: t }))}
      {said ? (
        <Button size="small" onClick={() => save({ forecast: null })}>
          Nobody says so any more
        </Button>
      ) : null}
      {madeUp ? (
        <Box color="soft" mt={2} data-simulated-weather>
          Simulated, for planning only, never on a sheet:{' '}
          {weatherWords(
            madeUp,
            day.callMin,
            day.wantedWrapMin,
            (m) => formatMinuteOfDay(m, day, clock),
            (c) => formatTemperature(c, lengths),
          )}
          .
        </Box>
      ) : null}
    </Part>
  );
}
