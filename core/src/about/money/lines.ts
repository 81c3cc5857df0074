import type { Rate, Section } from '../../rooms/money/index.ts';

/** A line of an estimate. */
export interface EstimateLine {
  /** What it stands for, the same as long as that is in the plan: `work:<person>`. */
  key: string;
  section: Section;
  words: string;
  quantity: number;
  unit: string;
  /** One of it in the job’s currency; null where the sum is no product (overtime, weeks). */
  unitMinor: number | null;
  /** Null: nobody said a price. It is not in the sum, and that is said. */
  netMinor: number | null;
  taxBp: number;
  /** What comes in for it stays with oneself. */
  own: boolean;
  from: 'plan' | 'typed';
  /** What the plan says, where somebody typed another price in its place. */
  planMinor: number | null;
  /** Inputs and formula in words. */
  why: readonly string[];
  /** The screen that it comes from. */
  screen: 'people' | 'kit' | 'call-sheet' | 'brief' | 'places' | 'copies' | 'money';
  personId: string | null;
  deliverableId: string | null;
}

/** A rate that a line was made with, in words: what it is and since when. */
export const rateSaid = (rate: Pick<Rate, 'name' | 'fromDate'>): string =>
  `Rate “${rate.name}”, since ${rate.fromDate}.`;

const BLANK = {
  unitMinor: null,
  own: false,
  from: 'plan' as const,
  planMinor: null,
  personId: null,
  deliverableId: null,
};

/** A line of the plan with what it doesn’t say left as usual. */
export const planLine = (
  line: Pick<
    EstimateLine,
    'key' | 'section' | 'words' | 'quantity' | 'unit' | 'netMinor' | 'taxBp' | 'why' | 'screen'
  > &
    Partial<EstimateLine>,
): EstimateLine => ({ ...BLANK, ...line });
