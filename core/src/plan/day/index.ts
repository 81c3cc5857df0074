export * from './model.ts';
export * from './order.ts';
export {
  type ChangeKind,
  type Order,
  type OrderContext,
  type OrderPlan,
  type OrderShot,
  type TimedShot,
  type Violation,
  orderPlan,
  orderShot,
} from './orderModel.ts';
export { checkPlan } from './checkOrder.ts';
export { waitsOf } from './waits.ts';
export * from './compile.ts';
export * from './solve.ts';
export { SPREADS, oddsInput, type OddsInput } from './luck.ts';
export * from './odds.ts';
export * from './late.ts';
export * from './miss.ts';
export * from './lateWords.ts';
export * from './drop.ts';
export * from './left.ts';
export * from './pace.ts';
export * from './why.ts';
export * from './mend.ts';
export * from './cut.ts';
export * from './split.ts';
export * from './programme.ts';
export * from './plan.ts';
export { nameItems } from './clashes.ts';
export { type DaySources } from './lines.ts';
export { type DayPlan, type DayRow, type UnitDay } from './dayPlan.ts';
export * from './blockMove.ts';
export * from './blocks.ts';
export * from './cameraHand.ts';
export * from './lanes.ts';
export * from './levers.ts';
export * from './present.ts';
export * from './project.ts';
export * from './underWay.ts';
