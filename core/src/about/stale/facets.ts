import type { FacetChange } from './marks.ts';
import type { StaleTable } from './model.ts';

/**
 * Which fields of a table’s rows make up a facet that others lean on. Fields are named as in the rows. Another name is no reason to look
 * again; only a sheet that went out has names on it.
 */
export const FACETS: Readonly<Record<StaleTable, Readonly<Record<string, readonly string[]>>>> = {
  productions: { rate: ['rate'], picture: ['captureWidthPx', 'captureHeightPx'] },
  deliverables: { form: ['durationS', 'widthPx', 'heightPx', 'rate', 'pieces'] },
  palettes: { colours: ['swatches'] },
  places: { place: ['latitude', 'longitude', 'address'], power: ['power'] },
  people: { name: ['name'] },
  setups: { light: ['placeId', 'rigMin', 'notes'] },
  scenes: {
    text: ['synopsis', 'script'],
    people: ['personIds'],
    place: ['placeId', 'inside', 'timeOfDay'],
    props: ['props', 'wardrobe'],
    time: ['dayId', 'plannedMin', 'lengthMin'],
  },
  shots: {
    number: ['code'],
    picture: ['description', 'size', 'angle', 'lens', 'cameras', 'support', 'movement', 'side', 'facing'],
    people: ['personIds'],
    light: ['setupId'],
    sound: ['sound'],
    minutes: ['minutesOverride', 'takesPlanned', 'takeLengthMin', 'rehearseMin', 'resetMin', 'turnMin'],
    dropped: ['dropped'],
  },
  tracks: { track: ['durationS', 'bpm', 'firstBeatS', 'cues'] },
  frozenSheets: {},
  soundSources: {},
  prompts: {},
};

/** A change of a row as the database recorded it, keys as in the rows. */
export interface RecordedChange {
  table: StaleTable;
  rowId: string;
  atMs: number;
  by: string;
  before: Readonly<Record<string, unknown>>;
  after: Readonly<Record<string, unknown>>;
}

const LONGEST = 80;
const short = (text: string) => (text.length > LONGEST ? `${text.slice(0, LONGEST - 1)}…` : text);

/** One value in a few words; ids stay ids, for whoever knows the names. */
function wordsOf(value: unknown): string {
  if (value === null || value === undefined || value === '') return '';
  if (Array.isArray(value)) return value.every((v) => typeof v !== 'object') ? value.join(', ') : JSON.stringify(value);
  return typeof value === 'object' ? JSON.stringify(value) : String(value);
}

/** Only the part of a long text that differs, so that two versions can be told apart in a line. */
function apart(was: string, now: string): [string, string] {
  if (was.length <= LONGEST && now.length <= LONGEST) return [was, now];
  let start = 0;
  while (start < was.length && start < now.length && was[start] === now[start]) start += 1;
  const from = Math.max(0, was.lastIndexOf(' ', Math.max(0, start - 12)));
  const lead = from > 0 ? '…' : '';
  return [lead + was.slice(from).trim(), lead + now.slice(from).trim()];
}

/** A short fingerprint of a text (two 32-bit FNV-1a hashes with different seeds): equal texts, equal fingerprints. */
export function fingerprint(text: string): string {
  let a = 0x811c9dc5;
  let b = 0x2f0b4c17;
  for (let i = 0; i < text.length; i += 1) {
    const code = text.charCodeAt(i);
    a = Math.imul(a ^ code, 0x01000193);
    b = Math.imul(b ^ code, 0x01000193) ^ (a >>> 13);
  }
  return (a >>> 0).toString(36) + (b >>> 0).toString(36);
}

/**
 * The facets that a recorded change touched: one entry for each field that differs, under its facet. Fields that
 * nothing leans on are left out.
 */
export function facetChanges(changes: readonly RecordedChange[]): FacetChange[] {
  return changes.flatMap((change) =>
    Object.entries(FACETS[change.table]).flatMap(([facet, fields]) => {
      const differ = fields.filter((f) => f in change.after && wordsOf(change.before[f]) !== wordsOf(change.after[f]));
      return differ.map((field): FacetChange => {
        const [before, after] = [wordsOf(change.before[field]), wordsOf(change.after[field])];
        const [was, now] = apart(before, after);
        return {
          table: change.table,
          entityId: change.rowId,
          facet,
          field,
          atMs: change.atMs,
          was: short(was),
          now: short(now),
          wasKey: fingerprint(before),
          nowKey: fingerprint(after),
          by: change.by,
        };
      });
    }),
  );
}
