import { InputError } from '../../base/errors/index.ts';
import { scaled } from './minor.ts';

/** Pay for a day by steps: the rate covers the first hours, from each step on an hour costs more. */
export interface Overtime {
  /** What the base hours cost together. */
  rateMinor: number;
  /** Minutes that the rate covers. */
  baseMin: number;
  /** Minutes worked. */
  workedMin: number;
  /** From so many minutes on an hour costs `factorPercent` of one hour of the rate. */
  steps: readonly { fromMin: number; factorPercent: number }[];
  /** Overtime is counted in whole ones of so many minutes, each begun one full. */
  unitMin: number;
}
export interface OvertimePart {
  fromMin: number;
  minutes: number;
  factorPercent: number;
  minor: number;
}
export interface OvertimePay {
  baseMinor: number;
  parts: OvertimePart[];
  totalMinor: number;
}

/**
 * What a day costs: the rate, and for each step its minutes × rate ÷ base × factor, each rounded half away from nothing. Overtime ends at the next whole unit after the base
 * hours. Less than the base hours costs the rate all the same. Throws where steps overlap the base hours or each other.
 */
export function overtimePay({ rateMinor, baseMin, workedMin, steps, unitMin }: Overtime): OvertimePay {
  const sorted = [...steps].sort((a, b) => a.fromMin - b.fromMin);
  sorted.forEach((s, i) => {
    if (s.fromMin < baseMin)
      throw new InputError('overtime.step', 'A step begins where the rate still covers the hours.', ['steps', i]);
    if (sorted[i + 1]?.fromMin === s.fromMin)
      throw new InputError('overtime.twice', 'Two steps begin at the same time.', ['steps', i + 1]);
  });
  const over = Math.max(0, workedMin - baseMin);
  const endMin = baseMin + Math.ceil(over / unitMin) * unitMin;
  const parts = sorted.flatMap((s, i): OvertimePart[] => {
    const minutes = Math.max(0, Math.min(endMin, sorted[i + 1]?.fromMin ?? Infinity) - s.fromMin);
    const minor = scaled(rateMinor, minutes * s.factorPercent, baseMin * 100);
    return minutes === 0 ? [] : [{ fromMin: s.fromMin, minutes, factorPercent: s.factorPercent, minor }];
  });
  return { baseMinor: rateMinor, parts, totalMinor: parts.reduce((sum, p) => sum + p.minor, rateMinor) };
}
