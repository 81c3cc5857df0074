import { Box, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import { shotsByScene, type Scene } from '@kavrell/core/scenes';
import { useProduction } from '../../app/production.tsx';
import { Button } from '../../ui/Button.tsx';
import { Tabbed } from '../../ui/Views.tsx';
import { ProgrammeList } from './ProgrammeList.tsx';

/** All scenes by number with what is got of each; one is open, or (with `scene` null) all of them. */
export function SceneStrip({
  scene,
  onOpen,
  onAll,
}: {
  scene: Scene | null;
  onOpen: (scene: Scene) => void;
  onAll: (() => void) | null;
}) {
  const { rows, facts, stale } = useProduction();
  const states = facts?.states;
  const own = useMemo(() => shotsByScene(rows.shots), [rows.shots]);
  const programme = rows.scenes.filter((s) => s.kind !== 'shots');
  if (programme.length > 0)
    return (
      <ProgrammeList
        scene={scene}
        scenes={rows.scenes}
        days={rows.days}
        onOpen={onOpen}
        onAll={onAll}
        figures={(s) => {
          const shots = own.get(s.id) ?? [];
          return { shots: shots.length, got: shots.filter((x) => states?.get(x.id) === 'got').length };
        }}
        isStale={(s) => stale.has(s.id) || (own.get(s.id) ?? []).some((x) => stale.has(x.id))}
      />
    );
  return (
    <Flex gap={1} mb={4} align="flex-start">
      <Tabbed
        label="Scenes"
        variant="line"
        open={scene?.id ?? null}
        onOpen={(id) => {
          const next = rows.scenes.find((s) => s.id === id);
          if (next) onOpen(next);
        }}
        views={rows.scenes.map((s) => {
          const shots = own.get(s.id) ?? [];
          const got = shots.filter((x) => states?.get(x.id) === 'got').length;
          const isStale = stale.has(s.id) || shots.some((x) => stale.has(x.id));
          return {
            key: s.id,
            title: `${s.title}: ${got} of ${shots.length} got${isStale ? '; something in it is stale' : ''}`,
            words: (
              <>
                {s.number}
                <Box as="span" color={isStale ? 'look' : 'soft'} fontSize="s">
                  {got}/{shots.length}
                  {isStale ? '!' : ''}
                </Box>
              </>
            ),
          };
        })}
      />
      {onAll ? (
        <Button size="small" flex="none" mt={1} aria-pressed={scene === null} onClick={onAll}>
          All shots
        </Button>
      ) : null}
    </Flex>
  );
}
