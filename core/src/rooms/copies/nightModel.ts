/** A card that is still to be copied, or still to come out of its camera. */
export interface NightCard {
  id: string;
  bytes: number;
  /** When it is there to be read, s from now. */
  readyS: number;
}
export interface NightReader {
  id: string;
  bytesPerS: number;
}
/** A drive that takes copies: `first` gets them from the cards, `second` from a first one once that has been read back. */
export interface NightDrive {
  id: string;
  freeBytes: number | null;
  writeBytesPerS: number;
  readBytesPerS: number;
  stage: 'first' | 'second';
}
export interface NightPlan {
  cards: readonly NightCard[];
  readers: readonly NightReader[];
  drives: readonly NightDrive[];
  /** What it takes to put another card in. */
  swapS: number;
  /** When whoever swaps goes to sleep, and gets up, s from now; null: nobody sleeps. */
  sleep: { fromS: number; toS: number } | null;
  /** Copies are read back and compared. */
  verify: boolean;
}

/** A stretch of work in the night. */
export interface NightBar {
  kind: 'read' | 'verify' | 'second' | 'verifySecond';
  cardId: string;
  /** Where it comes from (a reader, or the drive it is copied from), and where it goes. */
  from: string;
  to: string[];
  fromS: number;
  toS: number;
}

export interface NightSchedule {
  bars: NightBar[];
  /** What somebody must do by hand: which card into which reader, and when. */
  swaps: { atS: number; readerId: string; cardId: string; outId: string | null }[];
  /** When the last hand is needed; 0: none is. */
  lastHandS: number;
  /** When every copy has been read back. */
  finishS: number;
  /** When each card has its copies of the first stage, read back. */
  cardDoneS: Record<string, number>;
  /** Drives without room for all of it, with what is lacking. */
  full: { driveId: string; lackingBytes: number }[];
  /** Whether no order of the cards is quicker. */
  proven: boolean;
}
