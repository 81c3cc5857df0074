import { Box, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import { shotsByScene, type Scene } from '@kavrell/core/scenes';
import { useProduction } from '../../app/production.tsx';
import { Button } from '../../ui/Button.tsx';
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
      <Flex gap={1} wrap="wrap" role="tablist" aria-label="Scenes" maxH="116px" overflowY="auto" tabIndex={-1}>
        {rows.scenes.map((s) => {
          const shots = own.get(s.id) ?? [];
          const got = shots.filter((x) => states?.get(x.id) === 'got').length;
          const isStale = stale.has(s.id) || shots.some((x) => stale.has(x.id));
          const on = s.id === scene?.id;
          return (
            <Box
              as="button"
              key={s.id}
              role="tab"
              aria-selected={on}
              title={`${s.title}: ${got} of ${shots.length} got${isStale ? '; something in it is stale' : ''}`}
              onClick={() => onOpen(s)}
              px={2}
              minH="36px"
              borderBottom="2px solid"
              borderColor={on ? 'text' : 'hairline'}
              bg={on ? 'raised' : 'transparent'}
              fontWeight={on ? 700 : 400}
              whiteSpace="nowrap"
            >
              {s.number}
              <Box as="span" color={isStale ? 'look' : 'soft'} fontSize="s" ml={2}>
                {got}/{shots.length}
                {isStale ? '!' : ''}
              </Box>
            </Box>
          );
        })}
      </Flex>
      {onAll ? (
        <Button size="small" flex="none" mt={1} aria-pressed={scene === null} onClick={onAll}>
          All shots
        </Button>
      ) : null}
    </Flex>
  );
}
