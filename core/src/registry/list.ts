import type { Calc } from '../base/calc/index.ts';
import { briefCalcs } from '../about/brief/calc.ts';
import { mediaCalcs } from '../rooms/camera/calc.ts';
import { clockCalcs } from '../rooms/clocks/calc.ts';
import { nightCalcs } from '../rooms/copies/calc.ts';
import { colourCalcs } from '../physics/colour/calc.ts';
import { coverCalcs } from '../rooms/cover/calc.ts';
import { dayCalcs } from '../plan/day/calc.ts';
import { exposureCalcs } from '../physics/exposure/calc.ts';
import { illuminationCalcs } from '../physics/illumination/calc.ts';
import { kitCalcs } from '../rooms/kit/calc.ts';
import { lightCalcs } from '../rooms/light/calc.ts';
import { lookCalcs } from '../rooms/look/calc.ts';
import { opticsCalcs } from '../physics/optics/calc.ts';
import { placeCalcs } from '../rooms/places/calc.ts';
import { powerCalcs } from '../physics/power/calc.ts';
import { riggingCalcs } from '../physics/rigging/calc.ts';
import { sceneCalcs } from '../rooms/scenes/calc.ts';
import { soundCalcs } from '../rooms/sound/calc.ts';
import { sunCalcs } from '../physics/sun/calc.ts';
import { moneyCalcs } from '../rooms/money/calc.ts';
import { wrapCalcs } from '../about/wrap/calc.ts';
import { timecodeCalcs } from '../base/timecode/calc.ts';

/** Every public computation, in the order the document has them. */
export const CALCS: readonly Calc[] = Object.freeze([
  ...timecodeCalcs,
  ...clockCalcs,
  ...exposureCalcs,
  ...colourCalcs,
  ...opticsCalcs,
  ...lightCalcs,
  ...illuminationCalcs,
  ...powerCalcs,
  ...riggingCalcs,
  ...mediaCalcs,
  ...nightCalcs,
  ...kitCalcs,
  ...sunCalcs,
  ...placeCalcs,
  ...dayCalcs,
  ...briefCalcs,
  ...lookCalcs,
  ...sceneCalcs,
  ...soundCalcs,
  ...coverCalcs,
  ...wrapCalcs,
  ...moneyCalcs,
] as unknown as Calc[]);
