import { Box } from '@chakra-ui/react';
import { DAY_ITEM_DEFAULTS, isProgrammed } from '@kavrell/core/day';
import { positionAfter } from '@kavrell/core/records';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { useUnit } from './unit.tsx';
import { Choice } from '../../ui/Choice.tsx';

/** Puts the shots of a scene that are on no day yet at the end of this one. */
export function AddShots() {
  const { production, rows, day } = usePlanned();
  const { unit } = useUnit();
  if (!day) return null;
  const placed = new Set(rows.dayItems.map((i) => i.shotId));
  const free = rows.scenes
    .map((scene) => ({
      scene,
      // Shots of a moment that is on a day are in its line.
      shots: isProgrammed(scene)
        ? []
        : rows.shots.filter((s) => s.sceneId === scene.id && !placed.has(s.id) && !s.dropped),
    }))
    .filter((x) => x.shots.length > 0);
  const add = (sceneId: string) => {
    const shots = free.filter((x) => sceneId === 'all' || x.scene.id === sceneId).flatMap((x) => x.shots);
    const start = positionAfter(rows.dayItems.filter((i) => i.dayId === day.id));
    void change(
      production.id,
      `Put ${shots.length === 1 ? shots[0]?.code : `${shots.length} shots`} on day ${day.number}`,
      shots.map((s, i) => ({
        op: 'insert',
        table: 'dayItems',
        values: { ...DAY_ITEM_DEFAULTS, dayId: day.id, shotId: s.id, unit, position: start + i },
      })),
    );
  };
  const count = free.reduce((t, x) => t + x.shots.length, 0);
  return (
    <Box asChild w="auto" fontWeight="600" fontSize="s">
      <Choice aria-label="Add shots to this day" value="" disabled={count === 0} onChange={(e) => add(e.target.value)}>
        <option value="">{count ? `Add shots (${count} on no day)` : 'Every shot is on a day'}</option>
        {free.map(({ scene, shots }) => (
          <option key={scene.id} value={scene.id}>
            Scene {scene.number}: {shots.map((s) => s.code).join(' ')}
          </option>
        ))}
        {count ? <option value="all">All of them</option> : null}
      </Choice>
    </Box>
  );
}
