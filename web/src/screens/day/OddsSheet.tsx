import { Box } from '@chakra-ui/react';
import { useState } from 'react';
import { PACE_WORDS, SPREADS, type DayPlan, type Odds, type PaceKind } from '@kavrell/core/day';
import { jobPace } from '@kavrell/core/productions';
import { formatCount, formatDate } from '@kavrell/core/units';
import { paceSpread } from '@kavrell/core/wrap';
import { useProduction } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { WithBook } from '../../shared/book/WithBook.tsx';
import { Button } from '../../ui/Button.tsx';
import { Facts, Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';

/** Beside the odds: the pace of this job, and what the days that are played rest on. */
export function OddsSheet({ odds, plan }: { odds: Odds; plan: DayPlan }) {
  const { me, production, rows } = useProduction();
  const pace = jobPace(rows).filter((p) => p.count > 0);
  return (
    <Sheet>
      <Part title="Your pace on this job">
        {pace.length === 0 ? (
          'Nothing yet: it is learned from the takes that are rolled.'
        ) : (
          <Facts
            rows={pace.map(
              (p) => [`${PACE_WORDS[p.kind]}, ${formatCount(p.count, 'time')}`, `× ${p.factor.toFixed(2)}`] as const,
            )}
          />
        )}
        {pace.length > 0 ? (
          <Button
            size="small"
            mt={3}
            aria-pressed={production.usePace}
            look={production.usePace ? 'on' : 'plain'}
            onClick={() =>
              void change(production.id, production.usePace ? 'Plans as estimated' : 'Plans at your own pace', [
                { op: 'update', table: 'productions', row: production, values: { usePace: !production.usePace } },
              ])
            }
          >
            {production.usePace ? 'Plans use it' : 'Use it in plans'}
          </Button>
        ) : null}
      </Part>
      {me.role === 'owner' ? <PaceOfBook /> : null}
      <Why
        lines={[
          ...(plan.units.length > 1
            ? [`All ${plan.units.length} units: the day wraps with the last of them; they share the day’s luck.`]
            : []),
          `${odds.runs.toLocaleString('en')} days: each shot and change-over is its estimate (the median) × e^(spread × luck + day spread × the day’s luck).`,
          `Spreads: shots ${SPREADS.shot}, moves ${SPREADS.place}, relights ${SPREADS.setup}, turnarounds ${SPREADS.side}, repositions ${SPREADS.same}, the whole day ${SPREADS.day}. Rules of thumb.`,
          'Late days: the latest fifth beside the middle fifth of the same days, on average; each minute of the difference is put to what it went into. With several units, of the one that wraps last.',
          'What would help: 4,000 such days with the levers as they stand. Fixed starts and windows stay where they are; more hands make each rig shorter in proportion (minutes × hands ÷ hands then); what is left out is the longest of what matters least.',
          'The order stays as it is: nobody re-plans while it goes wrong. The same plan gives the same odds.',
          'Pace: the median of what things took over what was planned, drawn toward 1 with the weight of five. A change-over and the shot after it are learnt apart where the estimate parts rehearsal from takes; where it is one figure, their sum is.',
        ]}
      />
    </Sheet>
  );
}

/** The pace of former jobs as what estimates of this one start from: taken over with one press, and as it was on that date until it is taken anew. */
function PaceOfBook() {
  const { production } = useProduction();
  const [open, setOpen] = useState(false);
  const prior = production.pacePrior;
  const set = (values: Partial<typeof production>, label: string) =>
    void change(production.id, label, [{ op: 'update', table: 'productions', row: production, values }]);
  return (
    <Part title="Your pace on former jobs">
      {prior ? (
        <>
          <Facts
            rows={Object.entries(prior.factors).map(
              ([kind, p]) =>
                [
                  `${PACE_WORDS[kind as PaceKind]}, ${formatCount(p.count, 'time')}`,
                  `× ${p.factor.toFixed(2)}`,
                ] as const,
            )}
          />
          <Box color="soft">As the book had it on {formatDate(prior.takenOn, { year: true })}.</Box>
          <Button size="small" mt={2} onClick={() => set({ pacePrior: null }, 'Estimates as they are said')}>
            Without it
          </Button>
        </>
      ) : open ? (
        <WithBook>
          {({ days }) => {
            const pace = paceSpread(days.flatMap((d) => d.seen)).filter((p) => p.kind !== 'takes');
            if (pace.length === 0) return 'The book holds no pace yet: keep a day that was shot under Wrap, Book.';
            const factors = Object.fromEntries(pace.map((p) => [p.kind, { factor: p.factor, count: p.count }]));
            const takenOn = new Date().toISOString().slice(0, 10);
            return (
              <>
                <Facts
                  rows={pace.map(
                    (p) =>
                      [`${PACE_WORDS[p.kind]}, ${formatCount(p.count, 'time')}`, `× ${p.factor.toFixed(2)}`] as const,
                  )}
                />
                <Button
                  size="small"
                  mt={2}
                  onClick={() =>
                    set({ pacePrior: { takenOn, factors }, usePace: true }, 'Plans at the pace of former jobs')
                  }
                >
                  Plan with it
                </Button>
              </>
            );
          }}
        </WithBook>
      ) : (
        <Button size="small" onClick={() => setOpen(true)}>
          Look into the book
        </Button>
      )}
    </Part>
  );
}
