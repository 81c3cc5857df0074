import type { Camera } from '../camera/index.ts';
import type { Link, SoundBox, SoundRoute, SoundSource } from '../sound/index.ts';
import { CABLE_KINDS, type Cable, type CableKind, type CableState, type SharedThing } from './model.ts';

/** A cable before it is stored. */
export type CableDraft = Omit<Cable, 'id' | 'productionId' | 'version' | 'deletedAt'>;

export interface CableSources {
  cameras: readonly Pick<Camera, 'id' | 'letter' | 'name' | 'batteryMin'>[];
  boxes: readonly SoundBox[];
  sources: readonly SoundSource[];
  routes: readonly SoundRoute[];
  links: readonly Link[];
  things: readonly SharedThing[];
  /** Cables that there are. */
  cables: readonly Pick<Cable, 'origin' | 'position'>[];
  /** Labels that are on a cable already, at whatever place: a label is one cable’s. */
  labels: readonly string[];
  placeId: string | null;
}

/** The letter that labels begin with: what goes through it. */
const PREFIX: Readonly<Record<CableKind, string>> = {
  power: 'P',
  network: 'N',
  picture: 'V',
  sound: 'S',
  timecode: 'T',
  comms: 'C',
  control: 'K',
};

/** The next free label of a kind: `S01`, `S02`, … */
export function nextLabel(kind: CableKind, taken: ReadonlySet<string>): string {
  for (let n = 1; ; n += 1) {
    const label = `${PREFIX[kind]}${String(n).padStart(2, '0')}`;
    if (!taken.has(label)) return label;
  }
}

const clip = (text: string, most: number) => text.slice(0, most);

/**
 * Cables that the plan needs and the list has not: from each circuit to what hangs on it, from each wired source to its box, wired links, from each camera to its
 * switcher. By radio goes none, nor from a camera to its own sound box. Each has a label of its own and remembers what it was made from, so that asking twice makes it once. Lengths and
 * connectors nobody said stay open.
 */
export function cablesOf(s: CableSources): CableDraft[] {
  const known = new Set(s.cables.map((c) => c.origin).filter(Boolean));
  const labels = new Set(s.labels);
  let position = Math.max(0, ...s.cables.map((c) => c.position));
  const drafts: CableDraft[] = [];
  const add = (
    kind: CableKind,
    origin: string,
    [fromWhat, fromSocket]: readonly [string, string],
    [toWhat, toSocket]: readonly [string, string],
    lengthM: number | null = null,
  ) => {
    if (known.has(origin)) return;
    known.add(origin);
    const label = nextLabel(kind, labels);
    labels.add(label);
    position += 1;
    drafts.push({
      ...{ label, kind, origin, position, lengthM, placeId: s.placeId },
      ...{ fromWhat: clip(fromWhat, 60), fromSocket: clip(fromSocket, 40) },
      ...{ toWhat: clip(toWhat, 60), toSocket: clip(toSocket, 40) },
      ...{ connector: '', doerId: null, state: '' },
    });
  };
  const cameraOf = (id: string | null) => s.cameras.find((c) => c.id === id);
  const boxOf = (id: string) => s.boxes.find((b) => b.id === id);
  const cameraWords = (c: Pick<Camera, 'letter' | 'name'>) => `Camera ${c.letter}`;
  for (const thing of s.things) {
    if (thing.kind === 'circuit') {
      for (const id of thing.cameraIds) {
        const c = cameraOf(id);
        if (c) add('power', `thing:${thing.id}:${id}`, [thing.name, ''], [cameraWords(c), 'power']);
      }
      for (const id of thing.boxIds) {
        const b = boxOf(id);
        if (b) add('power', `thing:${thing.id}:${id}`, [thing.name, ''], [b.name, 'power']);
      }
    }
    if (thing.kind === 'network')
      for (const id of [...thing.cameraIds, ...thing.boxIds]) {
        const name = cameraOf(id) ? cameraWords(cameraOf(id) as Camera) : boxOf(id)?.name;
        if (name) add('network', `thing:${thing.id}:${id}`, [thing.name, ''], [name, 'network']);
      }
    if (thing.kind === 'switcher')
      thing.cameraIds.forEach((id, i) => {
        const c = cameraOf(id);
        const byRadio = s.links.some((l) => l.kind === 'picture' && l.cameraId === id && !l.wired);
        if (c)
          add(
            'picture',
            `thing:${thing.id}:${id}`,
            byRadio ? [`Receiver of ${c.letter}`, 'out'] : [cameraWords(c), 'out'],
            [thing.name, `in ${i + 1}`],
          );
      });
  }
  for (const route of s.routes) {
    const [source, box] = [s.sources.find((x) => x.id === route.sourceId), boxOf(route.boxId)];
    const link = s.links.find((l) => l.id === route.linkId);
    if (!source || !box) continue;
    const from: readonly [string, string] =
      link && !link.wired ? [`Receiver of ${link.name}`, 'out'] : [source.name, source.microphone];
    add('sound', `route:${route.id}`, from, [box.name, route.socketName || `channel ${route.channel}`]);
  }
  for (const link of s.links) {
    if (!link.wired) continue;
    const c = cameraOf(link.cameraId);
    const kind: CableKind =
      link.kind === 'picture'
        ? 'picture'
        : link.kind === 'timecode'
          ? 'timecode'
          : link.kind === 'comms'
            ? 'comms'
            : link.kind === 'lamps'
              ? 'control'
              : 'sound';
    // The line of the patch is this cable already.
    if (s.routes.some((r) => r.linkId === link.id)) continue;
    add(kind, `link:${link.id}`, [c ? cameraWords(c) : link.name, ''], [link.reaches || link.name, ''], link.distanceM);
  }
  return drafts;
}

/** Cables in the order in which they are laid: power first, control last; within a kind as listed. Taken up the other way round. */
export function buildOrder<C extends Pick<Cable, 'kind' | 'position'>>(cables: readonly C[]): C[] {
  return [...cables].sort(
    (a, b) => CABLE_KINDS.indexOf(a.kind) - CABLE_KINDS.indexOf(b.kind) || a.position - b.position,
  );
}

/** How far the building is. */
export function cableCounts(cables: readonly Pick<Cable, 'state'>[]): Readonly<Record<CableState, number>> {
  const counts: Record<CableState, number> = { '': 0, laid: 0, tested: 0, struck: 0 };
  for (const c of cables) counts[c.state] += 1;
  return counts;
}

/** The same cables to be laid again at another place: same labels and ends, nothing laid yet. */
export const rebuiltAt = (cables: readonly Cable[], placeId: string | null): CableDraft[] =>
  buildOrder(cables).map((c, i) => ({
    ...{ label: c.label, kind: c.kind, fromWhat: c.fromWhat, fromSocket: c.fromSocket, toWhat: c.toWhat },
    ...{ toSocket: c.toSocket, connector: c.connector, lengthM: c.lengthM, doerId: c.doerId },
    ...{ placeId, state: '' as const, origin: c.origin, position: i + 1 },
  }));

const endsOf = (c: Pick<Cable, 'fromWhat' | 'fromSocket' | 'toWhat' | 'toSocket'>): string =>
  [c.fromWhat, c.fromSocket, c.toWhat, c.toSocket].join('\u0000');

/** Cables as they are labelled, each once: the same one laid again elsewhere has its labels already, another of the same name has not. */
export function labelled(cables: readonly Cable[]): Cable[] {
  const seen = new Set<string>();
  return buildOrder(cables).filter((c) => {
    const key = `${c.label}\u0000${endsOf(c)}`;
    return !seen.has(key) && seen.add(key);
  });
}

/** Labels that different cables have: whoever follows one finds the wrong end. */
export function doubledLabels(cables: readonly Cable[]): string[] {
  const once = labelled(cables).map((c) => c.label);
  return [...new Set(once.filter((label, i) => once.indexOf(label) !== i))];
}
