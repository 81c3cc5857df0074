import { create } from 'zustand';

/** What the server says of itself with every answer. */
interface House {
  /** What is to be added to this device's clock to get the server's, milliseconds; null until it was heard. */
  clockOffsetMs: number | null;
}

export const useHouse = create<House>(() => ({ clockOffsetMs: null }));

const EPOCH_KEY = 'kavrell-epoch';
/** A clock further off than this is told to its user: takes are ordered by it. */
export const CLOCK_LIMIT_MS = 60_000;

let bestTripMs = Infinity;
let bestAtMs = -Infinity;
/** A better reading is good for so long; then the next counts again, since clocks are set meanwhile. */
const GOOD_FOR_MS = 600_000;
/** What this page heard last; all there is where the browser keeps nothing. */
let heardEpoch: string | null = null;
function knownEpoch(): string | null {
  try {
    return localStorage.getItem(EPOCH_KEY) ?? heardEpoch;
  } catch {
    return heardEpoch;
  }
}
function noteEpoch(epoch: string): void {
  heardEpoch = epoch;
  try {
    localStorage.setItem(EPOCH_KEY, epoch);
  } catch {
    // A device that is full, or keeps nothing: this page knows it until it is closed.
  }
}
let restored: () => void = () => undefined;

/** Has `work` done when the server was set back to an older state since this device last heard of it. */
export function onEpoch(work: () => void): void {
  restored = work;
}

/** Hears the server's clock and its state's name in an answer that was asked for at `askedMs` and came at `gotMs`, by this device's clock. */
export function hearHouse(headers: Pick<Headers, 'get'>, askedMs: number, gotMs: number): void {
  const epoch = headers.get('x-kavrell-epoch');
  if (epoch) {
    const before = knownEpoch();
    if (before !== epoch) noteEpoch(epoch);
    if (before !== null && before !== epoch) restored();
  }
  const serverMs = Number(headers.get('x-kavrell-now') ?? NaN);
  const tripMs = gotMs - askedMs;
  if (!Number.isFinite(serverMs) || tripMs < 0) return;
  if (tripMs > bestTripMs && gotMs - bestAtMs < GOOD_FOR_MS && gotMs >= bestAtMs) return;
  bestTripMs = tripMs;
  bestAtMs = gotMs;
  // The answer was made somewhere on the way there and back: the middle is off by half the trip at most.
  useHouse.setState({ clockOffsetMs: Math.round(serverMs - (askedMs + gotMs) / 2) });
}

/** How far this device's clock is off, in words; null while it is near enough. */
export function clockWords(offsetMs: number | null): string | null {
  if (offsetMs === null || Math.abs(offsetMs) < CLOCK_LIMIT_MS) return null;
  const minutes = Math.round(Math.abs(offsetMs) / 60_000);
  const said = minutes < 120 ? `${minutes}\u00a0min` : `${Math.floor(minutes / 60)}\u00a0h ${minutes % 60}\u00a0min`;
  return `The clock of this device is ${said} ${offsetMs > 0 ? 'behind' : 'ahead of'} Kavrell’s. Takes are put in order by Kavrell’s; set this device’s clock all the same.`;
}
