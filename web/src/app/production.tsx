import { createContext, useContext, useMemo, useRef, type ReactNode } from 'react';
import type { Me } from '@kavrell/contract';
import type { Production } from '@kavrell/core/brief';
import type { DeviceState } from '@kavrell/core/camera';
import type { CardStatus } from '@kavrell/core/copies';
import type { Day, DayPlan } from '@kavrell/core/day';
import type { Answer } from '@kavrell/core/ledger';
import {
  Assembler,
  PLANNED_TABLES,
  ROW_TABLES,
  type DayFacts,
  type PlannedRows,
  type ProductionRows,
} from '@kavrell/core/productions';
import type { StaleMark } from '@kavrell/core/stale';
import { Loading } from '../ui/parts.tsx';
import { useLive } from '../platform/live.ts';
import { useTables } from '../platform/rows.ts';
import { useSome } from '../platform/some.ts';
import { useFacts } from './facts.ts';
import type { TimedRows } from './planRows.ts';
import { useStaleMarks } from './staleMarks.ts';
import { Trouble } from './Trouble.tsx';

/** What is planned: all that stays as it is while takes are logged and files copied. */
export interface PlannedView {
  me: Me;
  production: Production;
  rows: PlannedRows;
  day: Day | null;
  /** The open day, timed: at the pace of its takes only where the job asks for that. */
  timed: DayPlan | null;
  /** What days are timed from. */
  timedFrom: TimedRows;
  /** What is stale, since when and why, by id; for the owner only. */
  stale: ReadonlyMap<string, StaleMark>;
  /** The latest change known to the server: a look must be later to count. */
  lastChangeMs: number;
}

export interface ProductionView extends PlannedView {
  rows: ProductionRows;
  devices: readonly DeviceState[];
  facts: DayFacts | null;
  /** Where each card's media stand; media can be kept before any day is planned. */
  cards: readonly CardStatus[];
  /** The three answers, of the open day where there is one. */
  answers: readonly Answer[];
}

const Context = createContext<ProductionView | null>(null);
const PlanContext = createContext<PlannedView | null>(null);

function assertOpen<V>(view: V | null): asserts view is V {
  if (view === null) throw new Error('This screen stands outside a production.');
}

/** The production that is open, with everything worked out from it: what asks for it is drawn anew at each take. */
export function useProduction(): ProductionView {
  const view = useContext(Context);
  assertOpen(view);
  return view;
}

/** The plan of the production that is open: what asks for it is not drawn anew by takes, clips and copies. */
export function usePlanned(): PlannedView {
  const view = useContext(PlanContext);
  assertOpen(view);
  return view;
}

const PLANNED = ['production', ...PLANNED_TABLES] as const;
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
  const { facts, timedFrom, cards, answers } = useFacts(rows, day);
  const timed = facts?.plan ?? null;
  const { stale, lastChangeMs } = useStaleMarks(rows, productionId, me.role === 'owner');
  const planned = useSome(rows, PLANNED);
  const plan = useMemo<PlannedView | null>(
    () =>
      planned &&
      timedFrom && { me, production: planned.production, rows: planned, day, timed, timedFrom, stale, lastChangeMs },
    [me, planned, day, timed, timedFrom, stale, lastChangeMs],
  );
  const view = useMemo<ProductionView | null>(
    () => rows && plan && { ...plan, rows, devices, facts, cards, answers },
    [plan, rows, devices, facts, cards, answers],
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
  return (
    <PlanContext.Provider value={plan}>
      <Context.Provider value={view}>{children}</Context.Provider>
    </PlanContext.Provider>
  );
}
