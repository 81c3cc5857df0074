import { shareOf } from './minor.ts';

/** The two schools of paying who is seen: an agency with usage by the year, or a buy-out once. */
export interface Usage {
  agency: {
    /** For the day itself. */
    feeMinor: number;
    /** A year of use: one line for each territory and medium. */
    uses: readonly { territory: string; medium: string; yearMinor: number }[];
    /** By how much a renewal costs more than the year before, basis points. */
    riseBp: number;
    /** On top of all of it, for the agency. */
    commissionBp: number;
  };
  freelance: {
    feeMinor: number;
    /** Once, for so many years; null: for ever. */
    buyOutMinor: number;
    buyOutYears: number | null;
  };
  years: number;
}
export interface UsageYear {
  year: number;
  /** All that was paid until the end of this year of use. */
  agencyMinor: number;
  freelanceMinor: number;
}
export interface UsageCost {
  byYear: UsageYear[];
  /** The first year in which the other one is the cheaper, and which that is; null: the cheaper in the first year stays so. */
  overtakes: { year: number; cheaper: 'agency' | 'freelance' } | null;
}

/** What both schools cost by year of use, added up. A renewal of the agency’s rises on the year before, rounded each year; a buy-out that ran out is bought again at its price. */
export function usageCost({ agency, freelance, years }: Usage): UsageCost {
  const withCommission = (minor: number) => minor + shareOf(minor, agency.commissionBp);
  let yearMinor = agency.uses.reduce((sum, u) => sum + u.yearMinor, 0);
  let agencyMinor = withCommission(agency.feeMinor);
  let freelanceMinor = freelance.feeMinor;
  const byYear: UsageYear[] = [];
  for (let year = 1; year <= years; year += 1) {
    if (year > 1) yearMinor += shareOf(yearMinor, agency.riseBp);
    agencyMinor += withCommission(yearMinor);
    const isBought = freelance.buyOutYears === null ? year === 1 : (year - 1) % freelance.buyOutYears === 0;
    if (isBought) freelanceMinor += freelance.buyOutMinor;
    byYear.push({ year, agencyMinor, freelanceMinor });
  }
  const cheaper = (y: UsageYear) => Math.sign(y.agencyMinor - y.freelanceMinor);
  const first = byYear.map(cheaper).find((c) => c !== 0) ?? 0;
  const turned = byYear.find((y) => cheaper(y) !== 0 && cheaper(y) !== first);
  return {
    byYear,
    overtakes: turned ? { year: turned.year, cheaper: cheaper(turned) < 0 ? 'agency' : 'freelance' } : null,
  };
}
