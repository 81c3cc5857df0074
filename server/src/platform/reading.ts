import type { z } from 'zod';
import { blankOf } from '@kavrell/core/records';
import { TABLES, type Role, type TableName } from '@kavrell/contract';

/** All fields of a table, some by name, or none of its rows. */
type Reading = 'all' | readonly string[];
type Reads = Readonly<Partial<Record<TableName, Reading>>>;

const PERSON = ['name', 'shortName', 'kind', 'role', 'department', 'comms'];
const JOB = [
  'title',
  'client',
  'rate',
  'ei',
  'shutterDeg',
  'ratioSchool',
  'loadShare',
  'shotNumbers',
  'mainsHz',
  'shutterSchool',
  'eiSchool',
  'usePace',
  'keepPolicy',
  'simulatedNowOffsetMs',
  'sheet',
  'captureWidthPx',
  'captureHeightPx',
  'readingWpm',
  'purpose',
  'audience',
  'feeling',
  'currency',
];
/** Folders of this machine are nobody's but the owner's. */
const DRIVE = ['name', 'kind', 'whereabouts', 'faults', 'simulated', 'volume'];
const CARD = ['label', 'cameraId', 'unloaded', 'faults', 'simulated', 'notCopied'];

/** What the day's work needs: takes, clocks, copies and their reports are worked out from it. */
const WORK: Reads = {
  productions: JOB,
  days: 'all',
  places: 'all',
  moves: 'all',
  rooms: 'all',
  circuits: 'all',
  placeFacts: 'all',
  carts: 'all',
  people: PERSON,
  engagements: 'all',
  cameras: 'all',
  lenses: 'all',
  soundBoxes: 'all',
  soundSources: 'all',
  links: 'all',
  soundRoutes: 'all',
  prompts: 'all',
  faults: 'all',
  setups: 'all',
  relights: 'all',
  lightKit: 'all',
  scenes: 'all',
  shots: 'all',
  dayItems: 'all',
  deliverables: 'all',
  pictures: 'all',
  palettes: 'all',
  tracks: 'all',
  pins: 'all',
  shotLinks: 'all',
  waivers: 'all',
  slots: 'all',
  looks: 'all',
  frozenSheets: 'all',
  risks: 'all',
  rehearsalNotes: 'all',
  drives: DRIVE,
  cards: CARD,
  clocks: 'all',
  jams: 'all',
  takeEvents: 'all',
  deviceStates: 'all',
  clips: 'all',
  copyJobs: 'all',
  copyFiles: 'all',
  releases: 'all',
};

/**
 * What each role reads of a production, named: what is not named is nobody's but the owner's. Who reads the call sheet reads that, as it is
 * composed or went out, and no rows behind it.
 */
const READS: Record<Exclude<Role, 'owner'>, Reads> = {
  read: { productions: ['title', 'client', 'simulatedNowOffsetMs'] },
  log: WORK,
  offload: WORK,
};

/** What every row has beside its own fields. */
const IDENTITY = ['id', 'productionId', 'version', 'deletedAt', 'cameraId'];

/** Whether rows of this table are for this role at all. */
export const mayRead = (role: Role | null, table: TableName): boolean =>
  role === 'owner' || (role !== null && (READS[role][table] !== undefined || tellsOf(role, table)));

/** Who reads the sheet is told when a sheet, or what it is composed from, changes: of which row, and no more. */
const tellsOf = (role: Role, table: TableName): boolean => role === 'read' && table === 'frozenSheets';

/** Rows of a table as this role may see them. */
export function seenBy(
  role: Role | null,
  table: TableName,
  rows: readonly Record<string, unknown>[],
): Record<string, unknown>[] {
  if (role === 'owner') return [...rows];
  const reading = role === null ? undefined : READS[role][table];
  if (reading === undefined) return [];
  if (reading === 'all') return [...rows];
  const shape = TABLES[table].row.shape as Record<string, z.ZodType>;
  const open = new Set([...reading, ...IDENTITY.filter((f) => f !== 'cameraId' || table === 'deviceStates')]);
  return rows.map((row) =>
    Object.fromEntries(
      Object.entries(row).map(([key, value]) => [key, open.has(key) ? value : blankOf(shape[key], value)]),
    ),
  );
}
