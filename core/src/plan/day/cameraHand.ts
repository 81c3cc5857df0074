import { type Camera } from '../../rooms/camera/index.ts';
import { type DayRow } from './dayPlan.ts';

/** Stands where a person would, for a camera that is fixed somewhere and runs by itself. */
export const BY_ITSELF = 'by itself';

/** Who works a camera at a line: whoever claimed its shot, else the camera’s own operator; `BY_ITSELF` where it is fixed and has nobody; null: nobody. */
export function cameraHand(
  row: Pick<DayRow, 'shots'>,
  letter: string,
  camera: Pick<Camera, 'operatorId' | 'mount'> | undefined,
): string | null {
  const claimed = row.shots.find((s) => s.operatorId && s.cameras.includes(letter))?.operatorId;
  const person = claimed ?? camera?.operatorId ?? null;
  return person === null && camera && /^fixed/i.test(camera.mount) ? BY_ITSELF : person;
}
