import { CAMERA_DEFAULTS, classOf, type Camera } from '@kavrell/core/camera';

/** What a camera of a class (null: of none) starts with: the next free letter, the job’s rate, and what is typical of its class. */
export function newCamera(
  cameras: readonly Pick<Camera, 'letter'>[],
  rate: string,
  classKey: string | null,
  before: readonly Record<string, unknown>[] = [],
) {
  const taken = new Set([...cameras.map((c) => c.letter), ...before.map((c) => c.letter)]);
  const known = classKey === null ? undefined : classOf(classKey);
  const [mode] = known?.modes ?? [];
  return {
    ...CAMERA_DEFAULTS,
    letter: [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'].find((l) => !taken.has(l)) ?? 'Z',
    rate,
    batteryMin: 120,
    ...(known && mode
      ? {
          name: known.name,
          classKey: known.key,
          mount: known.mount,
          nativeEis: [...known.nativeEis],
          clipLimitMin: known.clipLimitMin,
          watts: known.watts,
          massKg: known.massKg,
          sensorWidthMm: mode.widthMm,
          sensorHeightMm: mode.heightMm,
          mostFps: mode.mostFps,
        }
      : {}),
  };
}
