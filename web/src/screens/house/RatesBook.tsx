import { PRODUCTION_DEFAULTS } from '@kavrell/core/brief';
import { usePlanned } from '../../app/production.tsx';
import { RatesBench } from '../../shared/money/RatesBench.tsx';
import { Part, ScreenHead, Why } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet } from '../../ui/sheet.tsx';

/** One’s own rates, with the day from which each holds: what every job is quoted by. */
export function RatesBook() {
  const { rows } = usePlanned();
  const [chosenId] = useHashSelection();
  const currency = rows.rates[0]?.currency ?? PRODUCTION_DEFAULTS.currency;
  return (
    <>
      <ScreenHead title="Rates book" />
      <RatesBench
        title="What holds from when"
        rates={rows.rates}
        currency={currency}
        fromDate={new Date().toISOString().slice(0, 10)}
      />
      {chosenId === null ? (
        <Sheet>
          <Why
            lines={[
              'A rate that rises gets a line of its own with the day from which it holds; the old one stays, for the jobs before.',
              'A job takes over what holds on its first day, under Money, Rates: there it stays as it was.',
            ]}
          />
          <Part title="Care">Only you see rates. Minimum wages and overtime follow local law.</Part>
        </Sheet>
      ) : null}
    </>
  );
}
