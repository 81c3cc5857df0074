import { useMemo } from 'react';
import type { FitResult, SetupLight } from '@kavrell/core/camera';
import { fitOfPlan, setupLights } from '@kavrell/core/productions';
import { useProduction } from '../../app/production.tsx';

/** Every camera on every shot, worked out; and what each setup’s light says to cameras. */
export function useFit(): { fit: FitResult; light: ReadonlyMap<string, SetupLight> } {
  const { rows, day } = useProduction();
  const light = useMemo(
    () => setupLights(rows, day),
    [
      rows.setups,
      rows.rooms,
      rows.circuits,
      rows.cameras,
      rows.lightKit,
      rows.places,
      rows.production,
      rows.shots,
      day,
    ],
  );
  const fit = useMemo(
    () => fitOfPlan(rows, light),
    [rows.production, rows.shots, rows.cameras, rows.lenses, rows.deliverables, light],
  );
  return { fit, light };
}
