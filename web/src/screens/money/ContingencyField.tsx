import { Box } from '@chakra-ui/react';
import { useState } from 'react';
import { estimateFields, type Contingency } from '@kavrell/core/money';
import { oddsOf, planOf } from '@kavrell/core/productions';
import { dateOf } from '@kavrell/core/time';
import { formatMoney, parseShare } from '@kavrell/core/units';
import { wrapsOf } from '../../app/odds.ts';
import { usePlanned } from '../../app/production.tsx';
import { wordsOf } from '../../platform/api.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Problem } from '../../ui/Problem.tsx';
import { heavy } from '../../workers/heavy.ts';
import type { Money } from './useMoney.ts';

/** What is put by for a late day: a share, or what the odds of the days say an overrun costs in four of five. They are asked once and kept with their date. */
export function ContingencyField({ money: { version, estimate, currency, nowMs, save } }: { money: Money }) {
  const { rows, timedFrom } = usePlanned();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState('');
  const { contingency } = version;
  const ask = async () => {
    setBusy(true);
    setProblem('');
    try {
      const lateMinByDay: Record<string, number> = {};
      for (const day of rows.days) {
        const plan = planOf(timedFrom, day);
        const asked = oddsOf(plan, null);
        if (asked.length === 0) continue;
        const odds = await heavy().odds(asked);
        lateMinByDay[day.id] = Math.max(0, Math.round(wrapsOf(odds, day).p80 - plan.wrapMin));
      }
      const taken: Contingency = { by: 'odds', takenOn: dateOf(nowMs, 'UTC'), lateMinByDay };
      save({ contingency: taken }, 'Contingency by the odds of the days');
    } catch (error) {
      setProblem(`${wordsOf(error)} The contingency stays as it was.`);
    }
    setBusy(false);
  };
  return (
    <Box mb={3}>
      {contingency.by === 'share' ? (
        <FieldEdit
          label="Contingency, %"
          value={String(contingency.shareBp / 100)}
          fields={estimateFields}
          set={(t) => ({ contingency: { by: 'share', shareBp: parseShare(t) } })}
          save={(values) => save(values)}
        />
      ) : (
        <Box mb={2} data-contingency>
          Contingency by the odds of {contingency.takenOn}: {formatMoney(estimate.contingencyMinor, currency)}{' '}
          <Button
            size="small"
            onClick={() => save({ contingency: { by: 'share', shareBp: 0 } }, 'Contingency as a share')}
          >
            A share instead
          </Button>
        </Box>
      )}
      {rows.days.length > 0 ? (
        <Button size="small" disabled={busy} onClick={() => void ask()}>
          {busy ? 'Asking the odds …' : contingency.by === 'odds' ? 'Ask the odds again' : 'By the odds of the days'}
        </Button>
      ) : null}
      {problem ? <Problem mt={2}>{problem}</Problem> : null}
    </Box>
  );
}
