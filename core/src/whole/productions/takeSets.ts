import type { Production } from '../../about/brief/index.ts';
import type { Camera } from '../../rooms/camera/index.ts';
import type { Setup } from '../../rooms/light/index.ts';
import type { CameraSet } from '../../rooms/roll/index.ts';
import type { Shot } from '../../rooms/scenes/index.ts';

const stop = (tStop: number | null | undefined): string => (tStop ? `T${tStop}` : '');

/** How a camera is to be set for a shot, by shot list, setup, camera and job; '' where the plan says nothing. */
export function plannedSet(
  production: Pick<Production, 'ei' | 'rate'>,
  camera: Pick<Camera, 'rate'>,
  shot: Pick<Shot, 'lens' | 'fps'> | null,
  setup: Pick<Setup, 'plan'> | null,
): CameraSet {
  return {
    lens: shot?.lens ?? '',
    stop: stop(setup?.plan.wanted.tStop),
    filter: '',
    ei: String(production.ei),
    rate: shot?.fps ? String(shot.fps) : camera.rate,
  };
}
