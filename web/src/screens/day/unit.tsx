import { unitName } from '@kavrell/core/day';
import { usePlanned } from '../../app/production.tsx';
import { useKept } from '../../platform/kept.ts';
import { Views } from '../../ui/Views.tsx';

const UNITS = ['1', '2', '3', '4'] as const;

/** Which unit of the day is looked at: the one chosen last, as long as the day has it. */
export function useUnit(): { unit: number; units: readonly number[]; setUnit: (unit: number) => void } {
  const { timed } = usePlanned();
  const [kept, setKept] = useKept('unit', UNITS);
  const units = timed?.units.map((u) => u.unit) ?? [1];
  const unit = units.includes(Number(kept)) ? Number(kept) : (units[0] ?? 1);
  return { unit, units, setUnit: (next) => setKept(UNITS.find((u) => u === String(next)) ?? '1') };
}

/** The units of the day, where it has more than one. */
export function UnitPick({
  unit,
  units,
  onOpen,
}: {
  unit: number;
  units: readonly number[];
  onOpen: (u: number) => void;
}) {
  if (units.length < 2) return null;
  return (
    <Views
      label="Units"
      views={units.map((u) => [String(u), unitName(u)] as const)}
      open={String(unit)}
      onOpen={(u) => onOpen(Number(u))}
    />
  );
}
