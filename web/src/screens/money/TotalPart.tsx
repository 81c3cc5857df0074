import { SCHOOL_WORDS } from '@kavrell/core/money';
import { formatMinutes, formatMoney, formatShare } from '@kavrell/core/units';
import { Facts, Part, Why } from '../../ui/parts.tsx';
import type { Money } from './useMoney.ts';

/** From lines to what is asked for, with what stands between. */
export function TotalPart({ money: { estimate, version, currency } }: { money: Money }) {
  const { total } = estimate;
  const say = (minor: number) => formatMoney(minor, currency);
  const rows: [string, string][] = [
    [version.school === 'rates' ? 'Lines' : 'Price', say(total.linesMinor)],
    ...(total.contingencyMinor ? ([['Contingency', say(total.contingencyMinor)]] as [string, string][]) : []),
    ...(total.marginMinor ? ([['Margin', say(total.marginMinor)]] as [string, string][]) : []),
    ...(total.commissionMinor ? ([['Agency or platform', say(total.commissionMinor)]] as [string, string][]) : []),
    ['Net', say(total.netMinor)],
    ...total.taxes
      .filter((t) => t.taxBp > 0)
      .map((t): [string, string] => [`Tax ${formatShare(t.taxBp)}`, say(t.taxMinor)]),
    ...(total.roundingMinor ? ([['Rounded by', say(total.roundingMinor)]] as [string, string][]) : []),
    ['With tax', say(total.grossMinor)],
    ...(version.school !== 'rates' && estimate.contingencyMinor
      ? ([['Of it put by', say(estimate.contingencyMinor)]] as [string, string][])
      : []),
    ...(version.school !== 'rates' && estimate.commissionMinor
      ? ([['Of it the agency’s', say(estimate.commissionMinor)]] as [string, string][])
      : []),
  ];
  return (
    <>
      <Part title={`Priced by ${SCHOOL_WORDS[version.school]}`}>
        <Facts rows={rows} />
      </Part>
      <Why
        lines={[
          'Whole minor units throughout; each line is rounded once, halves away from nothing. What is on top is parted among the tax rates by their lines.',
          `Contingency: ${estimate.contingencyWhy}`,
          version.school !== 'rates' && version.commissionBp > 0
            ? `The agency keeps ${formatShare(version.commissionBp)} of the price. A price that was named has no margin on top.`
            : version.commissionBp > 0
              ? `The agency keeps ${formatShare(version.commissionBp)} of the net sum: it is made so large that the rest is left.`
              : 'No agency or platform takes a part.',
          `Yours: ${formatMinutes(estimate.ownMin)}, on the days by the plan, before and after as you typed.`,
        ]}
      />
      <Part title="Care">
        Figures are estimates. Tax, employment and insurance follow the law of the place; who advises you on it decides.
      </Part>
    </>
  );
}
