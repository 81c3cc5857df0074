import { createContext, useContext, useMemo, useRef, type ReactNode } from 'react';
import type { Me } from '@kavrell/contract';
import type { Production } from '@kavrell/core/brief';
import type { DeviceState } from '@kavrell/core/camera';
import type { CardStatus } from '@kavrell/core/copies';
import type { Day } from '@kavrell/core/day';
import type { Answer } from '@kavrell/core/ledger';
import { Assembler, ROW_TABLES, type DayFacts, type ProductionRows } from '@kavrell/core/productions';
import type { StaleMark } from '@kavrell/core/stale';
import { Loading } from '../ui/parts.tsx';
import { useLive } from '../platform/live.ts';
import { useTables } from '../platform/rows.ts';
import { useFacts } from './facts.ts';
import { useStaleMarks } from './staleMarks.ts';
import { Trouble } from './Trouble.tsx';

export interface ProductionView {
  me: Me;
  production: Production;
  rows: ProductionRows;
  devices: readonly DeviceState[];
  day: Day | null;
  facts: DayFacts | null;
  /** Where each card's media stand; media can be kept before any day is planned. */
  cards: readonly CardStatus[];
  /** The three answers, of the open day where there is one. */
  answers: readonly Answer[];
  /** What is stale, since when and why, by id; for the owner only. */
  stale: ReadonlyMap<string, StaleMark>;
  /** The latest change known to the server: a look must be later to count. */
  lastChangeMs: number;
}

const Context = createContext<ProductionView | null>(null);

/** The production that is open, with everything worked out from it. */
export function useProduction(): ProductionView {
  const view = useContext(Context);
  if (!view) throw new Error('This screen stands outside a production.');
  return view;
}

/** Every table that a screen may ask for: read together when a production is opened. */
const TABLES = ['productions', ...ROW_TABLES, 'deviceStates'] as const;

/** Reads a production once for all screens and works out what follows from its rows, each part only when its own rows change. */
export function ProductionProvider({
  me,
  productionId,
  dayNumber,
  children,
}: {
  me: Me;
  productionId: string;
  dayNumber: number | null;
  children: ReactNode;
}) {
  useLive(productionId);
  const { rows: read, queries } = useTables(productionId, TABLES);
  const assembler = useRef<Assembler>(undefined);
  assembler.current ??= new Assembler();
  const production = read.productions[0];
  const rows = production ? assembler.current.rows(production, read) : null;
  const devices = read.deviceStates;
  const day = rows ? (rows.days.find((d) => d.number === dayNumber) ?? rows.days[0] ?? null) : null;
  const { facts, cards, answers } = useFacts(rows, day);
  const { stale, lastChangeMs } = useStaleMarks(rows, productionId, me.role === 'owner');
  const view = useMemo<ProductionView | null>(
    () => rows && { me, production: rows.production, rows, devices, day, facts, stale, lastChangeMs, cards, answers },
    [me, rows, devices, day, facts, stale, lastChangeMs, cards, answers],
  );

  const failed = queries.find((q) => q.isError && !q.data);
  if (failed)
    return <Trouble error={failed.error} again={() => queries.forEach((q) => void (q.isError && q.refetch()))} />;
  if (queries.some((q) => q.isPending)) return <Loading what="the production" />;
  if (!view)
    return (
      <Trouble
        error={
          new Error(
            'There is no such production here. It may have been deleted, or the link belongs to another server.',
          )
        }
      />
    );
  return <Context.Provider value={view}>{children}</Context.Provider>;
}
