import { useMemo } from 'react';
import { create } from 'zustand';
import type { EstimateOfJob, PlanFigures, Prices } from '@kavrell/core/jobMoney';
import type { Estimate } from '@kavrell/core/money';
import {
  chosenEstimate,
  estimateOfJob,
  FIGURE_PARTS,
  MONEY_PARTS,
  planFiguresOf,
  pricesOf,
  type MoneyRows,
} from '@kavrell/core/productions';
import { usePlanned } from '../../app/production.tsx';
import { productionNow } from '../../platform/clock.ts';
import { change } from '../../platform/rows.ts';
import { useSome } from '../../platform/some.ts';

const useOpen = create<{ id: string | null }>(() => ({ id: null }));
/** Opens a version: it stays open while one goes from view to view. */
export const openVersion = (id: string): void => useOpen.setState({ id });

const DAY_MS = 86_400_000;

export interface Money {
  rows: MoneyRows;
  currency: string;
  nowMs: number;
  /** The beginning of today, UTC: rates hold by the day. */
  todayMs: number;
  /** The open version; null while there is none, and the plan as it is stands in its place. */
  version: Estimate;
  isStored: boolean;
  figures: PlanFigures;
  estimate: EstimateOfJob;
  prices: Prices;
  /** Writes fields of the open version. */
  save: (values: Partial<Estimate>, label?: string) => void;
}

/** The estimate of the open version, worked out anew when something it leans on changes. */
export function useMoney(): Money {
  const { rows: all, production } = usePlanned();
  const rows = useSome(all, MONEY_PARTS);
  const openId = useOpen((s) => s.id);
  const stored = rows.estimates.find((e) => e.id === openId);
  const version = useMemo(() => stored ?? chosenEstimate(rows), [stored, rows]);
  const nowMs = productionNow(production);
  const todayMs = Math.floor(nowMs / DAY_MS) * DAY_MS;
  // A rate or a share times no day anew.
  const planned = useSome(all, FIGURE_PARTS);
  const figures = useMemo(() => planFiguresOf(planned), [planned]);
  const estimate = useMemo(() => estimateOfJob(rows, version, figures, todayMs), [rows, version, figures, todayMs]);
  const prices = useMemo(() => ({ ...pricesOf(rows, todayMs), taxBp: version.taxBp }), [rows, version, todayMs]);
  const save = (values: Partial<Estimate>, label = `The version “${version.name}”`) =>
    void change(production.id, label, [{ op: 'update', table: 'estimates', row: version, values }]);
  return {
    rows,
    currency: production.currency,
    nowMs,
    todayMs,
    version,
    isStored: version.id !== '',
    figures,
    estimate,
    prices,
    save,
  };
}
