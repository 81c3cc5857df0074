import { Box } from '@chakra-ui/react';
import type { Day } from '@kavrell/core/day';
import type { Scene } from '@kavrell/core/scenes';
import { formatMinuteOfDay } from '@kavrell/core/units';
import { Button } from '../../ui/Button.tsx';
import { Tabbed } from '../../ui/Views.tsx';

interface Props {
  /** The open one; null: all of them. */
  scene: Scene | null;
  scenes: readonly Scene[];
  days: readonly Day[];
  onOpen: (scene: Scene) => void;
  onAll: (() => void) | null;
  figures: (scene: Scene) => { shots: number; got: number };
  isStale: (scene: Scene) => boolean;
}

/** Moments, cues and scenes by day, time and name: thirty of them are read like a programme. */
export function ProgrammeList({ scene, scenes, days, onOpen, onAll, figures, isStale }: Props) {
  const dayOf = (s: Scene) => days.find((d) => d.id === s.dayId);
  const sorted = [...scenes].sort(
    (a, b) =>
      (dayOf(a)?.number ?? 999) - (dayOf(b)?.number ?? 999) ||
      (a.plannedMin ?? 9999) - (b.plannedMin ?? 9999) ||
      a.position - b.position,
  );
  return (
    <Box mb={4}>
      <Tabbed
        label="Scenes"
        variant="outline"
        open={scene?.id ?? null}
        onOpen={(id) => {
          const next = scenes.find((s) => s.id === id);
          if (next) onOpen(next);
        }}
        views={sorted.map((s) => {
          const day = dayOf(s);
          const { shots, got } = figures(s);
          return {
            key: s.id,
            title: s.title,
            words: (
              <>
                <Box as="span" color={s.plannedMin === null ? 'soft' : 'text'}>
                  {day && s.plannedMin !== null ? formatMinuteOfDay(s.plannedMin, day) : s.number}
                </Box>
                <Box as="span" overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap">
                  {s.title}
                </Box>
                <Box as="span" color={isStale(s) ? 'look' : 'soft'} fontSize="s">
                  {shots ? `${got}/${shots}` : ''}
                  {isStale(s) ? '!' : ''}
                </Box>
              </>
            ),
          };
        })}
      />
      {onAll ? (
        <Button size="small" mt={1} aria-pressed={scene === null} onClick={onAll}>
          All shots
        </Button>
      ) : null}
    </Box>
  );
}
