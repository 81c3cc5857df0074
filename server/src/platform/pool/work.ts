import type { ChannelTimecode } from '@kavrell/copies';
import type { Clap, LinePair } from '@kavrell/core/lineup';
import type { Exact, LightKit, LightPlan, LightScene, Settings } from '@kavrell/core/light';

/** A plan with what it stands in, in plain values; the catalogue is made of one’s own kit again. */
export interface LightAsked extends Pick<LightScene, 'room' | 'daylight'> {
  plan: LightPlan;
  kit: readonly Pick<LightKit, 'key' | 'name' | 'data'>[];
  settings: Settings;
}
export type LightRead = Exact;

/** What was read of a clip for the line. */
export interface LineSoundRead {
  durationS: number;
  channels: number;
  reel: string;
  peaks: number[];
  notes: string[];
  timecode: ChannelTimecode | null;
  claps: Clap[];
  picture: boolean;
  /** Why its sound can’t be used; null: it can. */
  unread: string | null;
}
/** Two clips that were read to these places; `expected` is where the others of their group say that they stand. */
export interface LinePairAsked {
  a: string;
  b: string;
  expected: { offsetS: number; atS: number; score: number } | null;
}
export type LinePairFound = LinePair;

/** What children are asked to do: everything that reads what others made, or may take long. */
export type ChildWork =
  /** The tracks of a media file. */
  | { kind: 'tracks'; file: string }
  /** A computation of the registry: one input, or several answered each in its own place. */
  | { kind: 'calc'; name: string; input: unknown; timeMs: number }
  /** All computations, described. */
  | { kind: 'calcList' }
  /** The faces of a plan of light, read by the light kernel. */
  | { kind: 'light'; asked: LightAsked }
  /** Decodes a picture whole and writes a small version of it. Fails when it can't be. */
  | { kind: 'picture'; file: string; small: string }
  /** Reads a clip’s sound to `base` for the line. */
  | { kind: 'lineSound'; file: string; base: string }
  /** Lays two clips over each other by what was read of them. */
  | { kind: 'linePair'; asked: LinePairAsked };

export type ChildReply = { value: unknown } | { failure: string; code: string | null };

/** What a decoded picture is. */
export interface PictureFacts {
  widthPx: number;
  heightPx: number;
}
