import { Box } from '@chakra-ui/react';
import { circuitUses, planCautions, roomForMore, type Surroundings } from '@kavrell/core/light';
import { Facts, Part, Why } from '../../ui/parts.tsx';

/** What hangs on each circuit, at full draw. */
export function PowerPart({ s }: { s: Surroundings }) {
  const uses = circuitUses(s).filter((u) => u.itemIds.length > 0);
  if (uses.length === 0) return null;
  return (
    <Part title="Power, at full draw">
      <Facts
        rows={uses.map(
          (u) =>
            [
              u.circuit.name,
              `${u.load.totalA.toFixed(1)} of ${u.load.allowedA === null ? 'unknown' : `${u.load.allowedA.toFixed(1)} A`}`,
            ] as const,
        )}
      />
      {uses.map((u) => (
        <Box key={u.circuit.id} color="soft" fontSize="s">
          {roomForMore(u)}
        </Box>
      ))}
    </Part>
  );
}

/** What the figures of a plan rest on, and what can hurt somebody. */
export function PlanWhy({ s, rigWhy }: { s: Surroundings; rigWhy: string }) {
  const cautions = planCautions(s);
  return (
    <>
      <Why
        lines={[
          'Quickly, while something is moved: reading × (reference² + r²) ÷ (distance² + r²) for round lamps, form factors for panels; × beam × cosine at the cheek. Cheeks look 50° to each side of the face.',
          'When it rests the plan is read closely at once and exactly a moment later: lamps as faces with their size, boards and cloths lit in pieces by everything, flags with their edges, walls to and fro without end; within 0.01 stop of an independent reference in the open, 0.05 in rooms.',
          'Frames and boards glow evenly in nine pieces by what falls on them; walls throw back Φ·ρ ÷ (A·(1 − ρ)), spread evenly; a black flag takes away its form factor of what comes from all around.',
          `Stop: E = 250·T² ÷ (t·EI) at ${s.settings.fps} fps, ${s.settings.shutterDeg}°, EI ${s.settings.ei}.`,
          rigWhy,
          'Typical figures of their class, good to about a third of a stop. A meter wins: put your own readings into the kit.',
          ...(s.daylight
            ? [
                `Sun ${s.daylight.altitudeDeg.toFixed(0)}° high at ${s.daylight.azimuthDeg.toFixed(0)}°, ${s.plan.sky} sky: typical daylight, good to about a stop.`,
              ]
            : []),
        ]}
      />
      {cautions.length > 0 ? (
        <Part title="Care">
          <Box as="ul" display="grid" gap={1}>
            {cautions.map((c) => (
              <li key={c}>{c}</li>
            ))}
          </Box>
        </Part>
      ) : null}
    </>
  );
}
