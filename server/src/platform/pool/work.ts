import type { Exact, LightKit, LightPlan, LightScene, Settings } from '@kavrell/core/light';

/** A plan with what it stands in, in plain values; the catalogue is made of one’s own kit again. */
export interface LightAsked extends Pick<LightScene, 'room' | 'daylight'> {
  plan: LightPlan;
  kit: readonly Pick<LightKit, 'key' | 'name' | 'data'>[];
  settings: Settings;
}
export type LightRead = Exact;

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
  | { kind: 'picture'; file: string; small: string };

export type ChildReply = { value: unknown } | { failure: string; code: string | null };

/** What a decoded picture is. */
export interface PictureFacts {
  widthPx: number;
  heightPx: number;
}
