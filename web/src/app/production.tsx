import { createContext, useContext, useMemo, type ReactNode } from 'react';
import type { Me } from '@kavrell/contract';
import type { Production } from '@kavrell/core/brief';
import type { Day } from '@kavrell/core/day';
import {
  cardsOf,
  planOf,
  projectionOf,
  shotIdsOf,
  type DayFacts,
  type ProductionRows,
} from '@kavrell/core/productions';
import type { CardStatus } from '@kavrell/core/copies';
import { ledger, type Answer } from '@kavrell/core/ledger';
import { inSceneOrder } from '@kavrell/core/scenes';
import { leansOf, staleMarks, type StaleMark } from '@kavrell/core/stale';
import { foldTakes, shotStates } from '@kavrell/core/roll';
import { type DeviceState } from '@kavrell/core/camera';
import { Loading } from '../ui/parts.tsx';
import { useNow } from '../platform/clock.ts';
import { useLive } from '../platform/live.ts';
import { usePreferences } from '../platform/preferences.ts';
import { useRows } from '../platform/rows.ts';
import { useFacetChanges } from '../platform/stale.ts';
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

const MINUTE_MS = 60000;
const NOTHING_STALE: ReadonlyMap<string, StaleMark> = new Map();

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
  const productions = useRows(productionId, 'productions');
  const days = useRows(productionId, 'days');
  const places = useRows(productionId, 'places');
  const moves = useRows(productionId, 'moves');
  const rooms = useRows(productionId, 'rooms');
  const circuits = useRows(productionId, 'circuits');
  const placeFacts = useRows(productionId, 'placeFacts');
  const carts = useRows(productionId, 'carts');
  const people = useRows(productionId, 'people');
  const engagements = useRows(productionId, 'engagements');
  const cameras = useRows(productionId, 'cameras');
  const lenses = useRows(productionId, 'lenses');
  const soundBoxes = useRows(productionId, 'soundBoxes');
  const soundSources = useRows(productionId, 'soundSources');
  const links = useRows(productionId, 'links');
  const soundRoutes = useRows(productionId, 'soundRoutes');
  const prompts = useRows(productionId, 'prompts');
  const faults = useRows(productionId, 'faults');
  const setups = useRows(productionId, 'setups');
  const relights = useRows(productionId, 'relights');
  const lightKit = useRows(productionId, 'lightKit');
  const scenes = useRows(productionId, 'scenes');
  const shots = useRows(productionId, 'shots');
  const dayItems = useRows(productionId, 'dayItems');
  const savedOrders = useRows(productionId, 'savedOrders');
  const deliverables = useRows(productionId, 'deliverables');
  const asks = useRows(productionId, 'asks');
  const signOffs = useRows(productionId, 'signOffs');
  const revisions = useRows(productionId, 'revisions');
  const consents = useRows(productionId, 'consents');
  const pictures = useRows(productionId, 'pictures');
  const palettes = useRows(productionId, 'palettes');
  const tracks = useRows(productionId, 'tracks');
  const pins = useRows(productionId, 'pins');
  const shotLinks = useRows(productionId, 'shotLinks');
  const waivers = useRows(productionId, 'waivers');
  const slots = useRows(productionId, 'slots');
  const looks = useRows(productionId, 'looks');
  const frozenSheets = useRows(productionId, 'frozenSheets');
  const rentals = useRows(productionId, 'rentals');
  const risks = useRows(productionId, 'risks');
  const rehearsalNotes = useRows(productionId, 'rehearsalNotes');
  const sheetReads = useRows(productionId, 'sheetReads');
  const drives = useRows(productionId, 'drives');
  const cards = useRows(productionId, 'cards');
  const clocks = useRows(productionId, 'clocks');
  const jams = useRows(productionId, 'jams');
  const clips = useRows(productionId, 'clips');
  const copyJobs = useRows(productionId, 'copyJobs');
  const copyFiles = useRows(productionId, 'copyFiles');
  const releases = useRows(productionId, 'releases');
  const takeEvents = useRows(productionId, 'takeEvents');
  const devices = useRows(productionId, 'deviceStates');
  const clock = usePreferences((s) => s.clock);

  const production = productions.rows[0];
  const rows = useMemo<ProductionRows | null>(() => {
    if (!production) return null;
    const byPosition = <T extends { position: number }>(list: readonly T[]) =>
      [...list].sort((a, b) => a.position - b.position);
    return {
      production,
      days: [...days.rows].sort((a, b) => a.number - b.number),
      places: places.rows,
      moves: moves.rows,
      rooms: byPosition(rooms.rows),
      circuits: byPosition(circuits.rows),
      placeFacts: byPosition(placeFacts.rows),
      carts: byPosition(carts.rows),
      people: people.rows,
      engagements: engagements.rows,
      cameras: [...cameras.rows].sort((a, b) => (a.letter < b.letter ? -1 : 1)),
      lenses: byPosition(lenses.rows),
      soundBoxes: byPosition(soundBoxes.rows),
      soundSources: byPosition(soundSources.rows),
      links: byPosition(links.rows),
      soundRoutes: byPosition(soundRoutes.rows),
      prompts: byPosition(prompts.rows),
      faults: byPosition(faults.rows),
      setups: setups.rows,
      relights: relights.rows,
      lightKit: lightKit.rows,
      scenes: byPosition(scenes.rows),
      shots: inSceneOrder(shots.rows, scenes.rows),
      dayItems: dayItems.rows,
      savedOrders: byPosition(savedOrders.rows),
      deliverables: byPosition(deliverables.rows),
      asks: byPosition(asks.rows),
      signOffs: byPosition(signOffs.rows),
      revisions: revisions.rows,
      consents: consents.rows,
      pictures: byPosition(pictures.rows),
      palettes: byPosition(palettes.rows),
      tracks: byPosition(tracks.rows),
      pins: pins.rows,
      shotLinks: shotLinks.rows,
      waivers: waivers.rows,
      slots: slots.rows,
      looks: looks.rows,
      frozenSheets: frozenSheets.rows,
      rentals: byPosition(rentals.rows),
      risks: byPosition(risks.rows),
      rehearsalNotes: byPosition(rehearsalNotes.rows),
      sheetReads: sheetReads.rows,
      drives: drives.rows,
      cards: cards.rows,
      clocks: byPosition(clocks.rows),
      jams: jams.rows,
      clips: clips.rows,
      copyJobs: copyJobs.rows,
      copyFiles: copyFiles.rows,
      releases: releases.rows,
      takeEvents: takeEvents.rows,
    };
  }, [
    production,
    days.rows,
    places.rows,
    moves.rows,
    rooms.rows,
    circuits.rows,
    placeFacts.rows,
    carts.rows,
    people.rows,
    engagements.rows,
    cameras.rows,
    lenses.rows,
    soundBoxes.rows,
    soundSources.rows,
    links.rows,
    soundRoutes.rows,
    prompts.rows,
    faults.rows,
    setups.rows,
    relights.rows,
    lightKit.rows,
    scenes.rows,
    shots.rows,
    dayItems.rows,
    savedOrders.rows,
    deliverables.rows,
    asks.rows,
    signOffs.rows,
    revisions.rows,
    consents.rows,
    pictures.rows,
    palettes.rows,
    tracks.rows,
    pins.rows,
    shotLinks.rows,
    waivers.rows,
    slots.rows,
    looks.rows,
    frozenSheets.rows,
    rentals.rows,
    risks.rows,
    rehearsalNotes.rows,
    sheetReads.rows,
    drives.rows,
    cards.rows,
    clocks.rows,
    jams.rows,
    clips.rows,
    copyJobs.rows,
    copyFiles.rows,
    releases.rows,
    takeEvents.rows,
  ]);

  const day = rows ? (rows.days.find((d) => d.number === dayNumber) ?? rows.days[0] ?? null) : null;
  const now = useNow(production ?? { simulatedNowOffsetMs: null }, MINUTE_MS);

  const plan = useMemo(
    () => (rows && day ? planOf(rows, day) : null),
    // The plan hangs on these tables only: a take or a copied file does not time the day anew.
    [
      day,
      rows?.dayItems,
      rows?.shots,
      rows?.scenes,
      rows?.setups,
      rows?.relights,
      rows?.lightKit,
      rows?.rooms,
      rows?.places,
      rows?.moves,
      rows?.production.usePace,
      rows?.production.usePace ? rows.takeEvents : null,
    ],
  );
  const takes = useMemo(() => foldTakes(takeEvents.rows), [takeEvents.rows]);
  const states = useMemo(() => shotStates(shots.rows, takes), [shots.rows, takes]);
  const cardList = useMemo(
    () => (rows ? cardsOf(rows) : []),
    [rows?.production, rows?.cards, rows?.clips, rows?.copyFiles, rows?.copyJobs, rows?.drives, rows?.releases],
  );
  const facts = useMemo<DayFacts | null>(() => {
    if (!rows || !plan) return null;
    const dayShotIds = shotIdsOf(plan);
    const projection = projectionOf(plan, takes, states, now);
    const answers = ledger({
      plan,
      projection,
      shots: rows.shots,
      states,
      dayShotIds,
      cards: cardList,
      takes: takes.length,
      clock,
    });
    return { plan, takes, states, cards: cardList, dayShotIds, projection, answers };
  }, [rows, plan, takes, states, cardList, now, clock]);

  const answers = useMemo<readonly Answer[]>(() => {
    if (facts) return facts.answers;
    const nothing = { plan: null, projection: null, dayShotIds: new Set<string>() };
    return ledger({ ...nothing, shots: rows?.shots ?? [], states, cards: cardList, takes: takes.length, clock });
  }, [facts, rows?.shots, states, cardList, clock]);

  const { changes, births } = useFacetChanges(productionId, me.role === 'owner');
  const stale = useMemo<ReadonlyMap<string, StaleMark>>(
    () =>
      rows && changes.length
        ? staleMarks({
            leans: leansOf(rows),
            changes,
            births,
            looks: rows.looks,
            paper: new Set(rows.frozenSheets.map((s) => s.id)),
          })
        : NOTHING_STALE,
    [
      changes,
      births,
      rows?.production.id,
      rows?.scenes,
      rows?.setups,
      rows?.shots,
      rows?.palettes,
      rows?.pins,
      rows?.frozenSheets,
      rows?.soundSources,
      rows?.prompts,
      rows?.looks,
    ],
  );
  const lastChangeMs = changes.at(-1)?.atMs ?? 0;

  const view = useMemo(
    () =>
      rows
        ? {
            ...{ me, production: rows.production, rows, devices: devices.rows, day, facts, stale, lastChangeMs },
            ...{ cards: cardList, answers },
          }
        : null,
    [me, rows, devices.rows, day, facts, stale, lastChangeMs, cardList, answers],
  );

  const all = [
    productions,
    days,
    places,
    moves,
    rooms,
    circuits,
    placeFacts,
    carts,
    people,
    engagements,
    cameras,
    lenses,
    soundBoxes,
    soundSources,
    links,
    soundRoutes,
    prompts,
    faults,
    setups,
    relights,
    lightKit,
    scenes,
    shots,
    dayItems,
    savedOrders,
    deliverables,
    asks,
    signOffs,
    revisions,
    consents,
    pictures,
    palettes,
    tracks,
    pins,
    shotLinks,
    waivers,
    slots,
    looks,
    frozenSheets,
    rentals,
    risks,
    rehearsalNotes,
    sheetReads,
    drives,
    cards,
    clocks,
    jams,
    clips,
    copyJobs,
    copyFiles,
    releases,
    takeEvents,
    devices,
  ];
  const failed = all.find((t) => t.query.isError && !t.query.data)?.query;
  if (failed)
    return (
      <Trouble error={failed.error} again={() => all.forEach((t) => void (t.query.isError && t.query.refetch()))} />
    );
  if (all.some((t) => t.query.isPending)) return <Loading what="the production" />;
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
