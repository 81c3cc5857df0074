import { InputError } from '../../base/errors/index.ts';

/** Calibration constant of incident meters with a flat receptor, lx·s (ISO 2720). */
export const FLAT_RECEPTOR_C = 250;

/** Exposure time in seconds of a shutter angle: angle ÷ 360 ÷ frames a second. */
export function shutterSeconds(angleDeg: number, fps: number): number {
  return angleDeg / 360 / fps;
}

/** Illuminance that exposes at a T-stop, lux: E = C·T² / (t·EI). Source: ISO 2720, incident form. */
export function illuminanceFor(tStop: number, ei: number, shutterS: number, c = FLAT_RECEPTOR_C): number {
  return (c * tStop * tStop) / (shutterS * ei);
}

/** The four that hang together, and what they hang on. */
export interface Exposure {
  illuminanceLux: number;
  tStop: number;
  angleDeg: number;
  ei: number;
}

/**
 * The one of light, T-stop, shutter angle and EI that is left open, from the other three. Neutral density takes its
 * stops from the light. Throws `InputError` `exposure.open` unless just one is open, `exposure.angle` when the shutter
 * would have to be open for more than the whole frame.
 */
export function solveExposure(
  known: Partial<Exposure>,
  { fps, ndStops = 0, c = FLAT_RECEPTOR_C }: { fps: number; ndStops?: number; c?: number },
): Exposure {
  const open = (['illuminanceLux', 'tStop', 'angleDeg', 'ei'] as const).filter((name) => known[name] === undefined);
  if (open.length !== 1) {
    const said = open.length === 0 ? 'none is' : `${open.join(', ')} are`;
    throw new InputError('exposure.open', `Give three of light, T-stop, angle and EI; ${said} left open.`);
  }
  const { illuminanceLux = 0, tStop = 0, angleDeg = 0, ei = 0 } = known;
  const light = illuminanceLux / 2 ** ndStops;
  switch (open[0]) {
    case 'illuminanceLux':
      return {
        ...known,
        illuminanceLux: illuminanceFor(tStop, ei, shutterSeconds(angleDeg, fps), c) * 2 ** ndStops,
      } as Exposure;
    case 'tStop':
      return { ...known, tStop: Math.sqrt((light * shutterSeconds(angleDeg, fps) * ei) / c) } as Exposure;
    case 'ei':
      return { ...known, ei: illuminanceFor(tStop, 1, shutterSeconds(angleDeg, fps), c) / light } as Exposure;
    default: {
      const angle = ((c * tStop * tStop) / (light * ei)) * 360 * fps;
      if (angle > 360) {
        throw new InputError(
          'exposure.angle',
          `That takes an angle of ${angle.toPrecision(4)}°, and a shutter opens 360° at most: more light, a wider stop, a higher EI or less ND.`,
          ['angleDeg'],
        );
      }
      return { ...known, angleDeg: angle } as Exposure;
    }
  }
}
