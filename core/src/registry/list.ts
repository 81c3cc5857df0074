import type { Calc } from '../calc/index.ts';
import { briefCalcs } from '../brief/calc.ts';
import { mediaCalcs } from '../camera/calc.ts';
import { clockCalcs } from '../clocks/calc.ts';
import { colourCalcs } from '../colour/calc.ts';
import { dayCalcs } from '../day/calc.ts';
import { exposureCalcs } from '../exposure/calc.ts';
import { lightCalcs } from '../light/calc.ts';
import { lookCalcs } from '../look/calc.ts';
import { opticsCalcs } from '../optics/calc.ts';
import { placeCalcs } from '../places/calc.ts';
import { powerCalcs } from '../power/calc.ts';
import { riggingCalcs } from '../rigging/calc.ts';
import { sceneCalcs } from '../scenes/calc.ts';
import { soundCalcs } from '../sound/calc.ts';
import { sunCalcs } from '../sun/calc.ts';
import { timecodeCalcs } from '../timecode/calc.ts';

/** Every public computation, in the order the document has them. */
export const CALCS: readonly Calc[] = Object.freeze([
  ...timecodeCalcs,
  ...clockCalcs,
  ...exposureCalcs,
  ...colourCalcs,
  ...opticsCalcs,
  ...lightCalcs,
  ...powerCalcs,
  ...riggingCalcs,
  ...mediaCalcs,
  ...sunCalcs,
  ...placeCalcs,
  ...dayCalcs,
  ...briefCalcs,
  ...lookCalcs,
  ...sceneCalcs,
  ...soundCalcs,
] as unknown as Calc[]);
