import type { ChangeSet } from '@kavrell/contract';
import { type ChangesEntry, type Entry, type Refused } from './entry.ts';

/** Puts entries across; throws `Refusal` when the server says no, `Away` when nothing answers. */
export interface Sender {
  changes(entry: ChangesEntry, set: ChangeSet): Promise<{ versions: Record<string, number> }>;
  takes(entry: Extract<Entry, { kind: 'takes' }>): Promise<unknown>;
  file(entry: Extract<Entry, { kind: 'file' }>): Promise<{ hash: string }>;
}

/** Time as the outbox needs it. */
export interface OutboxClock {
  now(): number;
  /** Has something done after a while; answers how to call it off. */
  later(ms: number, work: () => void): () => void;
}

/** Those who bring the rows that were read before up to date. */
export interface Wires {
  onSent(entry: Entry, versions: Record<string, number> | null): void;
  onStale(entry: Entry, current: Record<string, unknown>): void;
}

export interface OutboxState {
  /** What waits to be sent in this session, oldest first. */
  entries: Entry[];
  /** What others made on this device, and what this app can't read: kept, not sent. */
  held: Entry[];
  refused: Refused[];
  /** False while nothing answers. */
  online: boolean;
  /** Since when nothing answers, by this device's clock; null while something does. */
  offlineSinceMs: number | null;
  /** False when this device keeps nothing, or has no room left: then only memory holds what waits. */
  kept: boolean;
  /** How many of what waits are only in memory for this moment: the device has not yet said that it holds them. */
  unwritten: number;
  /** The session has ended: what waits goes out with the next one of the same person. */
  signedOut: boolean;
}
