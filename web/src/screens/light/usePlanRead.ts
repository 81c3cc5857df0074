import { lightsOf, readPlan, checkPlan, faceOf, sizeOf, type LightPlan, type Setup } from '@kavrell/core/light';
import { sunPatch } from '@kavrell/core/places';
import { LIGHT_PARTS, surroundingsOf } from '@kavrell/core/productions';
import { useMemo } from 'react';
import { usePlanned } from '../../app/production.tsx';
import { useSome, useSteady } from '../../platform/some.ts';
import type { Side } from './stage.ts';
import { useContours } from './useContours.ts';
import { useExact } from './useExact.ts';

export type Shown = 'on' | 'off';

const DEFAULT_FACE_M = 1.5;

/** What one setup’s plan says as it stands: its light, its findings, its lines and what the sun does on the floor. */
export function usePlanRead({
  plan,
  setup,
  selectedId,
  faceId,
  contourOn,
  side,
}: {
  plan: LightPlan;
  setup: Setup;
  selectedId: string | null;
  faceId: string | null;
  contourOn: Shown;
  side: Side;
}) {
  const { rows, day } = usePlanned();

  const own = useSome(rows, LIGHT_PARTS);
  // While something is dragged what stands around it stays: only what the plan says of its place and hour counts there.
  const steady = useSteady(plan, [setup.id, plan.roomId, plan.atMin, plan.daylight, plan.sky, plan.gustMps].join());
  const base = useMemo(() => surroundingsOf(own, { ...setup, plan: steady }, day), [own, setup, steady, day]);
  const s = useMemo(() => ({ ...base, plan }), [base, plan]);
  const scene = useMemo(
    () => ({
      plan: { items: plan.items, ambientLux: plan.ambientLux, ambientK: plan.ambientK },
      room: s.room,
      catalogue: s.catalogue,
      daylight: s.daylight,
    }),
    [plan.items, plan.ambientLux, plan.ambientK, s.room, s.catalogue, s.daylight],
  );
  const lights = useMemo(() => lightsOf(scene), [scene]);
  const exact = useExact(scene, plan, s.settings);
  const quick = useMemo(() => readPlan(lights, plan, s.settings), [lights, plan, s.settings]);
  const readings = exact && 'readings' in exact ? exact.readings : quick;
  const findings = useMemo(() => checkPlan(s), [s]);
  const face = faceOf(plan);
  const reading =
    readings.find(
      (r) =>
        r.id ===
        (plan.items.find((i) => i.id === selectedId && (i.kind === 'person' || i.kind === 'meter'))?.id ??
          faceId ??
          face?.id),
    ) ?? readings[0];
  const [w, d] = sizeOf(plan, s.room);
  const contours = useContours(
    contourOn === 'on' && side === 'top' && plan.items.some((i) => i.kind === 'source' && i.on) ? scene : null,
    w,
    d,
    face?.zM ?? DEFAULT_FACE_M,
  );
  const patches = useMemo(
    () =>
      s.room && s.daylight && s.daylight.sunLux > 0
        ? s.room.features
            .filter((f) => f.kind === 'window')
            .map((f) => sunPatch(s.room as never, f, s.daylight?.azimuthDeg ?? 0, s.daylight?.altitudeDeg ?? 0))
            .filter((p) => p.length > 2)
        : [],
    [s.room, s.daylight],
  );
  const named = useMemo(
    () => new Set(findings.filter((f) => f.level !== 'note').flatMap((f) => f.itemIds)),
    [findings],
  );
  return { s, exact, readings, findings, reading, contours, patches, named };
}
