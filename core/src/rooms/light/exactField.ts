import { COARSE, readPlaces, type Fineness } from '../../physics/illumination/index.ts';
import { AMBIENT, lightsOf, type LightScene } from './emitters.ts';
import { MOST_CELLS, gridOver, inTheSun, type Grid, type LightField } from './field.ts';
import { NotExact, sceneOf } from './kernelScene.ts';

/** Places that the kernel is asked at, the longer way of the plan: soft light has no finer lines. */
export const ASKED_CELLS = 64;

/** Pieces of lamps where something stands before them, and of ambient light: enough for lines. */
const FOR_LINES: Fineness = { ...COARSE, cellShade: 24, cellDirections: 24 };

/**
 * The light field at `heightM` by the light kernel: boards, cloths and walls lit by everything, shadows with their soft edges. The kernel is
 * asked 64 places the longer way, and what lies between is taken in stops from its four neighbours; the sun, whose shadows are hard, is laid on
 * cell by cell. Null where the kernel does not know the plan.
 */
export function exactField(
  scene: LightScene,
  widthM: number,
  depthM: number,
  heightM: number,
  cells = MOST_CELLS,
): LightField | null {
  const lights = lightsOf(scene);
  const asked = gridOver(widthM, depthM, heightM, Math.min(cells, ASKED_CELLS));
  try {
    const kernel = sceneOf(scene, lights, []);
    const read = readPlaces(kernel, middles(asked), FOR_LINES);
    // The place’s own light in a room is typed as it is there: walls and all.
    const own = kernel.room ? (lights.around.get(AMBIENT) ?? 0) : 0;
    const grid = gridOver(widthM, depthM, heightM, cells);
    return inTheSun(
      between(
        asked,
        read.map((lux) => lux + own),
        grid,
      ),
      lights,
      grid,
    );
  } catch (error) {
    if (error instanceof NotExact) return null;
    throw error;
  }
}

const middles = ({ columns, rows, cell, heightM }: Grid) =>
  Array.from({ length: rows * columns }, (_, i) => ({
    x: ((i % columns) + 0.5) * cell.x,
    y: (Math.floor(i / columns) + 0.5) * cell.y,
    z: heightM,
  }));

/** What counts as dark, lux. */
const DARK_LUX = 1e-6;

/** Few cells laid over many: in stops, evenly between the middles of four; past the outermost middles as they are. */
function between(from: Grid, lux: Float64Array, to: Grid): Float32Array {
  const stops = lux.map((v) => Math.log2(Math.max(v, DARK_LUX)));
  /** The two cells that a place lies between, and how far it is on the way to the second. */
  const near = (at: number, count: number) => {
    const low = Math.max(0, Math.min(count - 2, Math.floor(at - 0.5)));
    return { low, share: Math.max(0, Math.min(1, at - 0.5 - low)) };
  };
  const across = Array.from({ length: to.columns }, (_, i) =>
    near(((i + 0.5) * from.columns) / to.columns, from.columns),
  );
  const out = new Float32Array(to.columns * to.rows);
  for (let row = 0; row < to.rows; row += 1) {
    const { low, share } = near(((row + 0.5) * from.rows) / to.rows, from.rows);
    for (let column = 0; column < to.columns; column += 1) {
      const x = across[column]!;
      const at = low * from.columns + x.low;
      const line = (i: number) => stops[i]! + (stops[i + 1]! - stops[i]!) * x.share;
      const here = 2 ** (line(at) + (line(at + from.columns) - line(at)) * share);
      out[row * to.columns + column] = here > 2 * DARK_LUX ? here : 0;
    }
  }
  return out;
}
