import { fileURLToPath } from 'node:url';
import { ChildPool, type Budget } from './childPool.ts';

export { ChildLost, ChildPool, OverBudget, TooManyAtOnce, WorkFailed, type Budget } from './childPool.ts';
export type { LinePairFound, LineSoundRead, PictureFacts } from './work.ts';

/** Beside the bundle that this is in; tests run from source and say where they built it. */
const childFile = (): string => process.env.KAVRELL_CHILD ?? fileURLToPath(new URL('./child.mjs', import.meta.url));

/** The children of this process: as many as leave a core for what people wait for. */
export const openPool = (): ChildPool => new ChildPool({ file: childFile(), size: 2, perAsker: 8, idleMs: 30_000 });

/** What reading one media file may cost. */
export const TRACKS_BUDGET: Budget = { timeMs: 20_000, memoryMB: 400 };
export const PICTURE_BUDGET: Budget = { timeMs: 20_000, memoryMB: 500 };
/** What reading one clip for the line may cost, however long it is; and laying two over each other. */
export const LINE_SOUND_BUDGET: Budget = { timeMs: 3_600_000, memoryMB: 450 };
export const LINE_PAIR_BUDGET: Budget = { timeMs: 300_000, memoryMB: 450 };
