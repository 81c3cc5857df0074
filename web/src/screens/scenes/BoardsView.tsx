import { Box, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import { boardsPdf, pathOf } from '@kavrell/contract';
import type { Picture } from '@kavrell/core/look';
import { SIZE_WORDS } from '@kavrell/core/scenes';
import { formatCount } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { LinkButton } from '../../ui/Button.tsx';
import { Empty } from '../../ui/parts.tsx';
import { ShotMark } from '../../ui/icons.tsx';
import { Board } from '../../shared/scenes/Board.tsx';

/** Every shot that has a board, in story order; the others are only counted, for nobody needs one. */
export function BoardsView({ selectedId, select }: { selectedId: string | null; select: (id: string | null) => void }) {
  const { production, rows, facts } = useProduction();
  const boards = useMemo(() => {
    const newest = new Map<string, Picture>();
    for (const p of rows.pictures) if (p.role === 'board' && p.shotId) newest.set(p.shotId, p);
    const order = new Map(rows.scenes.map((s, i) => [s.id, i]));
    return rows.shots
      .filter((s) => newest.has(s.id))
      .sort((a, b) => (order.get(a.sceneId) ?? 0) - (order.get(b.sceneId) ?? 0) || a.position - b.position)
      .map((shot) => ({ shot, picture: newest.get(shot.id) as Picture }));
  }, [rows.pictures, rows.shots, rows.scenes]);
  if (boards.length === 0)
    return (
      <Empty title="No board yet">
        Boards are never needed. Where one helps, choose a shot and drop a still of it, photograph it with a stand-in,
        or scribble it with a few strokes.
      </Empty>
    );
  return (
    <>
      <Flex gap={3} align="center" mb={3}>
        <Box color="soft">
          {formatCount(boards.length, 'board')}, {formatCount(rows.shots.length - boards.length, 'shot')} without.
        </Box>
        <LinkButton
          size="small"
          href={pathOf(boardsPdf, { productionId: production.id })}
          target="_blank"
          rel="noreferrer"
        >
          Boards as PDF
        </LinkButton>
      </Flex>
      <Box display="grid" gridTemplateColumns="repeat(auto-fill, minmax(220px, 1fr))" gap={4}>
        {boards.map(({ shot, picture }) => (
          <Box
            as="button"
            key={shot.id}
            onClick={() => select(shot.id)}
            aria-pressed={shot.id === selectedId}
            border="1px solid"
            borderColor={shot.id === selectedId ? 'text' : 'hairline'}
            minW={0}
            css={{ contentVisibility: 'auto', containIntrinsicSize: 'auto 170px' }}
          >
            <Board picture={picture} alt={`Board of ${shot.code}: ${shot.description}`} />
            <Flex gap={2} p={2} align="center">
              <ShotMark state={facts?.states.get(shot.id) ?? 'planned'} bare />
              <strong>{shot.code}</strong>
              <Box overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap" flex="1" minW={0}>
                {shot.description}
              </Box>
              <Box color="soft" fontSize="s">
                {shot.size ? SIZE_WORDS[shot.size] : ''}
              </Box>
            </Flex>
          </Box>
        ))}
      </Box>
    </>
  );
}
