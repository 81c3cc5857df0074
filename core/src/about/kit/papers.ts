import { KIT_SOURCE_WORDS, KIT_STATE_WORDS, type Crate, type KitLine, type Piece } from '../../rooms/kit/index.ts';

/** How a packing list stands: by the case things are in, by the place they are for, or by who carries them. */
export const LIST_ORDERS = ['case', 'place', 'person'] as const;
export type ListOrder = (typeof LIST_ORDERS)[number];

export interface PackingGroup {
  title: string;
  lines: KitLine[];
}
export interface ListSources {
  lines: readonly KitLine[];
  people: readonly { id: string; shortName: string }[];
  places: readonly { id: string; name: string }[];
  /** At which places each need is asked for, by its key. */
  placesOf: ReadonlyMap<string, readonly string[]>;
}

/** All that is taken along, in groups; a thing that several places ask for stands under each of them. What is done without is not on it. */
export function packingList(order: ListOrder, s: ListSources): PackingGroup[] {
  const groups = new Map<string, KitLine[]>();
  const put = (title: string, line: KitLine) => groups.set(title, [...(groups.get(title) ?? []), line]);
  const personOf = new Map(s.people.map((p) => [p.id, p.shortName]));
  const placeOf = new Map(s.places.map((p) => [p.id, p.name]));
  for (const line of s.lines) {
    if (line.source === 'without') continue;
    if (order === 'case') put(line.crate || 'In no case', line);
    else if (order === 'person') put((line.carrierId && personOf.get(line.carrierId)) || 'Nobody in particular', line);
    else {
      const places = (s.placesOf.get(line.need) ?? []).flatMap((id) => placeOf.get(id) ?? []);
      for (const title of places.length > 0 ? places : ['No place in particular']) put(title, line);
    }
  }
  const last = ['In no case', 'Nobody in particular', 'No place in particular'];
  return [...groups]
    .map(([title, lines]) => ({ title, lines }))
    .sort((a, b) => last.indexOf(a.title) - last.indexOf(b.title) || (a.title < b.title ? -1 : 1));
}

/** A packing list as rows of a table, the group before each line. */
export const packingRows = (groups: readonly PackingGroup[]): (string | number)[][] =>
  groups.flatMap((g) =>
    g.lines.map((l) => [
      ...[g.title, l.name, l.have, KIT_SOURCE_WORDS[l.source], l.supplier, KIT_STATE_WORDS[l.state]],
      ...[l.tickedBy, l.checkedBy, l.note],
    ]),
  );
export const PACKING_HEAD = [
  'Where',
  'What',
  'How many',
  'From',
  'From whom',
  'State',
  'Ticked off by',
  'Looked again',
  'Note',
];

/** What comes from others, and when: by whom, then by when. */
export function hireList(lines: readonly KitLine[]): KitLine[] {
  return lines
    .filter((l) => ['hired', 'lent', 'asked', 'bought'].includes(l.source))
    .sort(
      (a, b) =>
        a.supplier.localeCompare(b.supplier) ||
        (a.byDate ?? '9').localeCompare(b.byDate ?? '9') ||
        a.position - b.position,
    );
}

/** A line of a list for a border: what goes out and comes back, one by one. */
export interface CustomsLine {
  name: string;
  serial: string;
  count: number;
  massKg: number | null;
  madeIn: string;
  valueMinor: number | null;
  currency: string;
  /** What is not known of it and will be asked for. */
  lacks: string[];
}
export interface CustomsList {
  lines: CustomsLine[];
  /** By currency; what has no value is not in it. */
  totals: { currency: string; minor: number }[];
  massKg: number;
  /** How many lines lack something. */
  lacking: number;
}

/** What goes over a border, with numbers, weights and values; what is unknown is said, never made up. Cases weigh as they were weighed. */
export function customsList(
  lines: readonly KitLine[],
  pieces: readonly Piece[],
  crates: readonly Crate[],
): CustomsList {
  const byId = new Map(pieces.map((p) => [p.id, p]));
  const list = lines
    .filter((l) => l.source !== 'without' && l.have > 0)
    .map((l): CustomsLine => {
      const piece = l.pieceId ? (byId.get(l.pieceId) ?? null) : null;
      const valueMinor = piece?.valueMinor ?? null;
      const massKg = piece?.massKg ?? null;
      const lacks = [
        piece?.serial ? '' : 'serial number',
        valueMinor === null ? 'value' : '',
        piece?.madeIn ? '' : 'where it was made',
        massKg === null ? 'weight' : '',
      ].filter(Boolean);
      return {
        ...{ name: l.name, serial: piece?.serial ?? '', count: l.have, madeIn: piece?.madeIn ?? '', lacks },
        massKg: massKg === null ? null : massKg * l.have,
        valueMinor: valueMinor === null ? null : valueMinor * l.have,
        currency: piece?.currency ?? '',
      };
    });
  const totals = new Map<string, number>();
  for (const l of list) if (l.valueMinor !== null) totals.set(l.currency, (totals.get(l.currency) ?? 0) + l.valueMinor);
  return {
    lines: list,
    totals: [...totals]
      .map(([currency, minor]) => ({ currency, minor }))
      .sort((a, b) => (a.currency < b.currency ? -1 : 1)),
    massKg: crates.reduce((sum, c) => sum + c.massKg, 0),
    lacking: list.filter((l) => l.lacks.length > 0).length,
  };
}
