/** Standard gravity, m/s². */
const G = 9.80665;

export interface Passing {
  /** Seconds it is in the picture. */
  seconds: number;
  playSeconds: number;
  frames: number;
  /** Smear of one frame as a share of the picture’s height. */
  blurShare: number;
}

/** How long something is in a picture `frameM` long when it crosses at `speedMps`; and played at the job’s rate. */
export function crossingTime(
  frameM: number,
  speedMps: number,
  shootFps: number,
  playFps: number,
  angleDeg: number,
): Passing {
  const seconds = frameM / speedMps;
  return passing({ seconds, speedMps, frameM, shootFps, playFps, angleDeg });
}

/**
 * The same for something that falls through a picture `frameM` high, let go `aboveM` over its upper edge: t = √(2(a + h)/g) − √(2a/g). Without
 * air. The smear is that at the lower edge, where it is fastest.
 */
export function fallingTime(
  frameM: number,
  aboveM: number,
  shootFps: number,
  playFps: number,
  angleDeg: number,
): Passing {
  const seconds = Math.sqrt((2 * (aboveM + frameM)) / G) - Math.sqrt((2 * aboveM) / G);
  const speedMps = Math.sqrt(2 * G * (aboveM + frameM));
  return passing({ seconds, speedMps, frameM, shootFps, playFps, angleDeg });
}

function passing({
  seconds,
  speedMps,
  frameM,
  shootFps,
  playFps,
  angleDeg,
}: Record<'seconds' | 'speedMps' | 'frameM' | 'shootFps' | 'playFps' | 'angleDeg', number>): Passing {
  return {
    seconds,
    playSeconds: (seconds * shootFps) / playFps,
    frames: seconds * shootFps,
    blurShare: (speedMps * (angleDeg / 360 / shootFps)) / frameM,
  };
}
