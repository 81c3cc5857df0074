import { Box, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import { Link } from 'react-router';
import type { StaleTable } from '@kavrell/core/stale';
import { formatCount } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { causeWords, nameOf, useLookedAt } from '../../app/Stale.tsx';
import { screenLink } from '../../app/links.ts';
import { Button } from '../../ui/Button.tsx';
import { Look } from '../../ui/parts.tsx';

const MOST = 100;

/** Everything that leans on what has changed and that nobody has looked at since, by what changed. */
export function StaleList() {
  const { production, rows, stale, day } = usePlanned();
  const lookedAt = useLookedAt();
  const tableOf = useMemo(() => {
    const map = new Map<string, StaleTable>();
    for (const s of rows.scenes) map.set(s.id, 'scenes');
    for (const s of rows.shots) map.set(s.id, 'shots');
    for (const s of rows.frozenSheets) map.set(s.id, 'frozenSheets');
    return map;
  }, [rows.scenes, rows.shots, rows.frozenSheets]);
  const groups = useMemo(() => {
    const by = new Map<string, { words: string; ids: string[] }>();
    for (const mark of stale.values()) {
      const words = mark.because.map((c) => causeWords(rows, c)).join('; ');
      const group = by.get(words);
      if (group) group.ids.push(mark.entityId);
      else by.set(words, { words, ids: [mark.entityId] });
    }
    return [...by.values()];
  }, [stale, rows]);
  if (stale.size === 0) return null;
  const link = (id: string) =>
    tableOf.get(id) === 'frozenSheets'
      ? screenLink(production.id, day?.number ?? null, 'call-sheet')
      : `${screenLink(production.id, day?.number ?? null, 'scenes')}#${id}`;
  return (
    <section aria-label="Stale">
      <Box as="h2" fontSize="l" mb={2}>
        <Look>{formatCount(stale.size, 'thing')} stale</Look>
      </Box>
      {groups.slice(0, MOST).map((g) => (
        <Flex key={g.words} gap={3} py={2} borderTop="1px solid" borderColor="hairline" align="center" wrap="wrap">
          <Box flex="1 1 260px" minW={0} overflowWrap="anywhere">
            {g.words}
            <Flex gap={2} wrap="wrap" mt={1}>
              {g.ids.slice(0, 24).map((id) => (
                <Link key={id} to={link(id)}>
                  {nameOf(rows, id)}
                </Link>
              ))}
              {g.ids.length > 24 ? <span className="soft">and {g.ids.length - 24} more</span> : null}
            </Flex>
          </Box>
          <Button
            size="small"
            onClick={() =>
              lookedAt(
                g.ids.flatMap((id) => (tableOf.has(id) ? [{ table: tableOf.get(id) as StaleTable, id }] : [])),
                formatCount(g.ids.length, 'thing'),
              )
            }
          >
            Looked at: still right
          </Button>
        </Flex>
      ))}
    </section>
  );
}
