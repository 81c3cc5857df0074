import type { Camera } from '../../rooms/camera/index.ts';
import type { CardStatus, CopyJob, Drive, NightPlan, Reader } from '../../rooms/copies/index.ts';
import type { Shot } from '../../rooms/scenes/index.ts';
import { bytesToCome } from './recording.ts';

/** Nobody measured it: so much is assumed, and said to be. MB/s of large files. */
export const ASSUMED_READER_MBPS = 250;
export const ASSUMED_MBPS: Readonly<Record<Drive['kind'], number>> = { ssd: 400, raid: 400, disk: 130, cloud: 5 };
const MB = 1e6;
/** A job of less says little of how fast a drive takes a card. */
const LEAST_BYTES = 1e9;
/** What it takes to put another card in. */
export const SWAP_S = 60;

export interface TonightSources {
  cards: readonly CardStatus[];
  drives: readonly Drive[];
  readers: readonly Reader[];
  jobs: readonly CopyJob[];
  cameras: readonly Camera[];
  /** What is on the card in each camera now, and what still comes onto it. */
  inCamera: ReadonlyMap<string, number>;
  toCome: ReadonlyMap<string, number>;
  /** Seconds until the day is over and cards come out. */
  wrapInS: number;
  sleep: NightPlan['sleep'];
  /** So many verified copies are wanted of each card. */
  policyCopies: number;
  /** `fastFirst`: fast drives from the cards, slow ones after that; `all`: straight to all of them. */
  school: 'fastFirst' | 'all';
}

export interface Tonight {
  plan: NightPlan;
  /** What a card is called: its label, or `B, still in the camera`. */
  nameOf: ReadonlyMap<string, string>;
  /** What was assumed, in words. */
  assumptions: string[];
  /** Drives whose room nobody saw, by name. */
  roomUnknown: string[];
  /** Cards with all copies that are not kept for another reason, in words: copying does not mend it. */
  otherwise: string[];
}

/**
 * The night’s work as `media.night` takes it: cards that are out and lack copies, taken whole, and what will come out of the cameras at wrap; drives at the speed
 * that was last measured on them. Copies in the cloud go by themselves and are left out.
 */
export function tonightOf(s: TonightSources): Tonight {
  const nameOf = new Map<string, string>();
  const assumptions: string[] = [];
  const notKept = s.cards.filter((c) => c.card.unloaded && c.clips.length > 0 && c.state !== 'kept' && !c.release);
  const holds = (c: CardStatus, id: string) => c.drives.some((d) => d.driveId === id && d.state === 'verified');
  const taking = s.drives.filter((d) => d.kind !== 'cloud');
  // Where every drive there is holds it already, no copying makes it kept.
  const isCopied = (c: CardStatus) =>
    s.drives.filter((d) => holds(c, d.id)).length >= s.policyCopies ||
    (taking.length > 0 && taking.every((d) => holds(c, d.id)));
  const out = notKept
    .filter((c) => !isCopied(c))
    .map((c) => {
      nameOf.set(c.card.id, c.card.label);
      return { id: c.card.id, bytes: c.sizeBytes, readyS: 0 };
    });
  const coming = s.cameras.flatMap((c) => {
    const bytes = (s.inCamera.get(c.id) ?? 0) + (s.toCome.get(c.id) ?? 0);
    if (bytes <= 0) return [];
    nameOf.set(`camera:${c.id}`, `${c.letter}, still in the camera`);
    return [{ id: `camera:${c.id}`, bytes, readyS: Math.max(0, s.wrapInS) }];
  });
  const readers = s.readers.length > 0 ? s.readers : [{ id: 'reader', name: 'A reader', bytesPerS: null }];
  if (s.readers.length === 0) assumptions.push('Nobody said what reads cards: one reader assumed.');
  const slow = (d: Drive) => s.school === 'fastFirst' && d.kind === 'disk';
  // With slow drives only they are the first ones.
  const isSecond = (d: Drive) => slow(d) && taking.some((o) => !slow(o));
  return {
    roomUnknown: taking.filter((d) => d.space === null).map((d) => d.name),
    otherwise: notKept.filter(isCopied).map((c) => `${c.card.label}: ${c.missing}`),
    nameOf: new Map([
      ...nameOf,
      ...readers.map((r) => [r.id, r.name] as const),
      ...s.drives.map((d) => [d.id, d.name] as const),
    ]),
    assumptions: [
      ...assumptions,
      ...readers
        .filter((r) => r.bytesPerS === null)
        .map((r) => `Nobody measured ${r.name}: ${ASSUMED_READER_MBPS}\u00a0MB/s assumed.`),
      ...taking
        .filter((d) => measured(d, s.jobs) === null)
        .map((d) => `Nothing was copied to ${d.name} yet: ${ASSUMED_MBPS[d.kind]}\u00a0MB/s assumed.`),
    ],
    plan: {
      cards: [...out, ...coming],
      readers: readers.map((r) => ({ id: r.id, bytesPerS: r.bytesPerS ?? ASSUMED_READER_MBPS * MB })),
      drives: taking.map((d) => {
        const bytesPerS = measured(d, s.jobs) ?? ASSUMED_MBPS[d.kind] * MB;
        return {
          ...{ id: d.id, freeBytes: d.space?.freeBytes ?? null, writeBytesPerS: bytesPerS, readBytesPerS: bytesPerS },
          stage: isSecond(d) ? ('second' as const) : ('first' as const),
        };
      }),
      ...{ swapS: SWAP_S, sleep: s.sleep, verify: true },
    },
  };
}

/** The last speed that was measured on a drive, bytes/s; null: none was. */
export function measured(drive: Drive, jobs: readonly CopyJob[]): number | null {
  const speeds = [...jobs]
    .filter((j) => j.kind === 'copy' && j.totalBytes >= LEAST_BYTES)
    .sort((a, b) => (b.startedAtMs ?? 0) - (a.startedAtMs ?? 0))
    .flatMap((j) => j.places.flatMap((p) => (p.driveId === drive.id && p.bytesPerSecond ? [p.bytesPerSecond] : [])));
  return speeds[0] ?? null;
}

/** What a camera needs of fresh cards, and what it has. */
export interface FreshCards {
  letter: string;
  needs: number;
  has: number;
}

/** Cards for the next day, by camera: what its plan records over a card’s size, against cards that are empty or released. Cameras that record nothing then are none. */
export function freshCards(
  nextShots: readonly Shot[],
  cameras: readonly Camera[],
  cards: readonly CardStatus[],
  how: Parameters<typeof bytesToCome>[2] = {},
): FreshCards[] {
  const toCome = bytesToCome(nextShots, cameras, how);
  return cameras.flatMap((c) => {
    const bytes = toCome.get(c.id);
    if (bytes === undefined) return [];
    const own = cards.filter((x) => x.card.cameraId === c.id);
    return [
      {
        letter: c.letter,
        needs: Math.ceil(bytes / c.cardSizeBytes),
        // One that came out and was never read is not known to be empty.
        has: own.filter(
          (x) => x.release !== null || (x.clips.length === 0 && (x.card.seen !== null || !x.card.unloaded)),
        ).length,
      },
    ];
  });
}
