import { type Setup } from '../../rooms/light/index.ts';
import { type Scene, type Shot, type StartKind } from '../../rooms/scenes/index.ts';
import { type Day } from './model.ts';
import { type ChangeKind, type OrderPlan, type Violation } from './orderModel.ts';

/** One timed line of the day. */
export interface DayRow {
  /** The line’s own id; of a moment or cue, its scene’s. */
  itemId: string;
  /** Which unit works it: 1 is the main one. */
  unit: number;
  shot: Shot | null;
  /** How its start is meant, of a moment or cue; null: a shot or another block. */
  programme: StartKind | null;
  /** All that is to be had in it: the shot, or those of the moment. */
  shots: readonly Shot[];
  scene: Scene | null;
  title: string;
  minutes: number;
  placeId: string;
  setup: Setup | null;
  cameras: readonly string[];
  personIds: readonly string[];
  pinnedStartMin: number | null;
  windows: readonly (readonly [number, number])[];
  changeKind: ChangeKind;
  changeMin: number;
  /** What the change is, in words: `Relight L4 to L2`. Empty when it takes no time. */
  changeTitle: string;
  startMin: number;
  endMin: number;
}

export interface UnitDay {
  unit: number;
  order: OrderPlan;
  rows: DayRow[];
  meals: { startMin: number; endMin: number }[];
  changeMin: number;
  idleMin: number;
  waitingMin: number;
  /** End of the last shot. */
  lastShotEndMin: number;
  /** End of strike: what people mean by wrap. */
  wrapMin: number;
  violations: Violation[];
  /** What was assumed because nobody said it, in words. */
  assumptions: string[];
}

/** The whole day: rows of all units by their start, the latest wrap, minutes of change-overs and waiting of all; `order` and `meals` are the main unit’s. */
export interface DayPlan extends Omit<UnitDay, 'unit'> {
  day: Day;
  /** Units that work apart, the main one first; a day without any has one. */
  units: UnitDay[];
}
