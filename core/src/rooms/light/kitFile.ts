import { readTable } from '../../base/formats/index.ts';
import { kitData, lightKitFields, type KitData } from './library.ts';
import type { z } from 'zod';

export interface ReadKit {
  rows: z.infer<typeof lightKitFields>[];
  /** What could not be read, by line. */
  problems: { line: number; words: string }[];
}

/** Columns by kind; the rest of a line is left out. Figures are in the units of the names. */
const FIGURES: Readonly<Record<KitData['kind'], readonly string[]>> = {
  fixture: ['watts', 'luxAt1m', 'beamDeg', 'widthM', 'heightM', 'lowK', 'highK', 'massKg', 'leastLevel', 'batteryWh'],
  modifier: ['transmission', 'beamDeg', 'widthM', 'heightM', 'massKg'],
  gel: ['transmission', 'shiftMired'],
  cloth: ['transmission', 'reflectance', 'mirrorShare'],
  stand: ['topM', 'loadKg', 'baseRadiusM', 'massKg'],
  measured: ['stops'],
};
/** What stands where a line says nothing. */
const UNSAID: Readonly<Record<string, number | null>> = {
  heightM: 0,
  leastLevel: 0.05,
  batteryWh: 0,
  massKg: 0,
  mirrorShare: 0,
  transmission: 0,
  reflectance: 0,
  shiftMired: 0,
};
export const KIT_COLUMNS = [
  'kind',
  'key',
  'name',
  ...new Set(Object.values(FIGURES).flat()),
  'of',
  'withKeys',
  'hot',
  'control',
  'notes',
] as const;

/** The key of a name, when none is given. */
export const keyFrom = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 48) || 'kit';

/** Reads equipment from JSON (a list) or a table with a heading line; each line stands or is refused in words by itself. */
export function readKit(text: string): ReadKit {
  const trimmed = text.trim();
  if (trimmed.startsWith('[') || trimmed.startsWith('{')) return fromJson(trimmed);
  const { headings, rows } = readTable(text);
  const columns = headings.map(
    (h) => KIT_COLUMNS.find((c) => c.toLowerCase() === h.toLowerCase().replace(/[\s_-]/g, '')) ?? null,
  );
  if (!columns.includes('kind') || !columns.includes('name'))
    return {
      rows: [],
      problems: [{ line: 1, words: 'The first line names the columns; “kind” and “name” must be among them.' }],
    };
  return collect(
    rows.map((cells, i) => {
      const said: Record<string, string> = {};
      columns.forEach((c, n) => c && (said[c] = cells[n] ?? ''));
      return { line: i + 2, said };
    }),
  );
}

function fromJson(text: string): ReadKit {
  let list: unknown;
  try {
    list = JSON.parse(text);
  } catch (cause) {
    return {
      rows: [],
      problems: [{ line: 1, words: `This is no JSON: ${cause instanceof Error ? cause.message : 'unreadable'}.` }],
    };
  }
  const entries = Array.isArray(list) ? list : [list];
  return collect(
    entries.map((entry: unknown, i) => {
      const flat: Record<string, unknown> = typeof entry === 'object' && entry !== null ? { ...entry } : {};
      const data = typeof flat.data === 'object' && flat.data !== null ? (flat.data as Record<string, unknown>) : {};
      const said = Object.fromEntries(
        Object.entries({ ...flat, ...data }).map(([k, v]) => [k, v === null || typeof v === 'object' ? '' : String(v)]),
      );
      return { line: i + 1, said };
    }),
  );
}

function collect(lines: { line: number; said: Record<string, string> }[]): ReadKit {
  const result: ReadKit = { rows: [], problems: [] };
  for (const { line, said } of lines) {
    const kind = (said.kind ?? '').trim().toLowerCase();
    const wanted = FIGURES[kind as KitData['kind']];
    if (!wanted) {
      result.problems.push({
        line,
        words: `“${said.kind ?? ''}” is no kind: fixture, modifier, gel, cloth, stand or measured.`,
      });
      continue;
    }
    const data: Record<string, unknown> = { kind };
    const bad = wanted.find((name) => {
      const cell = (said[name] ?? '').trim();
      if (cell === '') {
        const none = kind === 'modifier' && ['beamDeg', 'widthM', 'heightM'].includes(name);
        data[name] = none ? null : UNSAID[name];
        return data[name] === undefined;
      }
      data[name] = Number(cell.replace(',', '.'));
      return Number.isNaN(data[name]);
    });
    if (bad) {
      const cell = said[bad] ?? '';
      result.problems.push({ line, words: cell === '' ? `${bad} is missing.` : `“${cell}” is no number for ${bad}.` });
      continue;
    }
    if (kind === 'fixture')
      Object.assign(data, { hot: /^(true|yes|1|hot)$/i.test(said.hot ?? ''), control: said.control ?? '' });
    if (kind === 'measured')
      Object.assign(data, { of: (said.of ?? '').trim(), withKeys: (said.withKeys ?? '').trim() });
    const name = (said.name ?? '').trim();
    const checked = lightKitFields.safeParse({
      key: (said.key ?? '').trim() || keyFrom(name),
      name,
      data,
      notes: said.notes ?? '',
    });
    if (checked.success) result.rows.push(checked.data);
    else result.problems.push({ line, words: checked.error.issues[0]?.message ?? 'This can’t be read.' });
  }
  return result;
}

/** Equipment as rows of a table under `KIT_COLUMNS` that `readKit` reads back. */
export function kitRows(
  entries: readonly { key: string; name: string; data: KitData; notes?: string }[],
): (string | number | null)[][] {
  return entries.map((e) => {
    const figures = kitData.parse(e.data) as Record<string, string | number | boolean | null>;
    return KIT_COLUMNS.map((c) => {
      if (c === 'key' || c === 'name') return e[c];
      if (c === 'notes') return e.notes ?? '';
      const value = figures[c] ?? null;
      return typeof value === 'boolean' ? String(value) : value;
    });
  });
}
