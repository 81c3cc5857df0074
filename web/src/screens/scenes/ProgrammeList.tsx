import { Box } from '@chakra-ui/react';
import type { Day } from '@kavrell/core/day';
import type { Scene } from '@kavrell/core/scenes';
import { formatMinuteOfDay } from '@kavrell/core/units';
import { Button } from '../../ui/Button.tsx';

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
      <Box
        role="tablist"
        aria-label="Scenes"
        maxH="208px"
        overflowY="auto"
        border="1px solid"
        borderColor="hairline"
        display="grid"
        gridTemplateColumns="repeat(auto-fill, minmax(270px, 1fr))"
        tabIndex={-1}
      >
        {sorted.map((s) => {
          const on = s.id === scene?.id;
          const day = dayOf(s);
          const { shots, got } = figures(s);
          return (
            <Box
              as="button"
              key={s.id}
              role="tab"
              aria-selected={on}
              title={s.title}
              onClick={() => onOpen(s)}
              display="grid"
              gridTemplateColumns="64px minmax(0, 1fr) auto"
              gap={2}
              px={2}
              minH={{ base: '44px', md: '32px' }}
              alignItems="center"
              textAlign="left"
              bg={on ? 'raised' : 'transparent'}
              fontWeight={on ? 700 : 400}
            >
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
            </Box>
          );
        })}
      </Box>
      {onAll ? (
        <Button size="small" mt={1} aria-pressed={scene === null} onClick={onAll}>
          All shots
        </Button>
      ) : null}
    </Box>
  );
}
