import { Box, Flex } from '@chakra-ui/react';
import { formatCount } from '@kavrell/core/units';
import { Button } from './Button.tsx';
import type { Column } from './column.ts';
import type { PastePlan } from './paste.ts';

const SHOWN = 8;
const said = (value: unknown): string =>
  value === null || value === '' ? 'nothing' : typeof value === 'object' ? JSON.stringify(value) : String(value);

/** What a paste would change and add, before it does: taken whole, or left. */
export function PastePreview<R extends { id: string }>({
  plan,
  columns,
  take,
  leave,
}: {
  plan: PastePlan<R>;
  columns: readonly Column<R>[];
  take: () => void;
  leave: () => void;
}) {
  const headerOf = (field: string) => columns.find((c) => c.id === field)?.header || field;
  const nameOf = (row: R) => String(columns[0]?.value(row) ?? '');
  const changes = plan.edits.flatMap(({ row, values }) => {
    const differ = Object.entries(values).filter(
      ([field, value]) => JSON.stringify((row as Record<string, unknown>)[field]) !== JSON.stringify(value),
    );
    const words = differ.map(
      ([field, value]) => `${headerOf(field)} ${said((row as Record<string, unknown>)[field])} → ${said(value)}`,
    );
    return words.length > 0 ? [`${nameOf(row)}: ${words.join('; ')}`] : [];
  });
  const added = plan.adds.map((values) => Object.values(values).filter(Boolean).map(said).slice(0, 4).join(', '));
  const more = (list: readonly string[]) => (list.length > SHOWN ? <li>and {list.length - SHOWN} more</li> : null);
  const same = plan.edits.length - changes.length;
  return (
    <Box
      role="region"
      aria-label="What pasting does"
      border="1px solid"
      borderColor="edge"
      borderRadius="r"
      p={3}
      my={3}
    >
      <Box fontWeight="700" mb={2}>
        {[
          `${formatCount(changes.length, 'row')} changed`,
          `${plan.adds.length} added`,
          ...(same > 0 ? [`${same} as they are already`] : []),
        ].join(', ')}
      </Box>
      <Box maxH="220px" overflow="auto" tabIndex={0} fontSize="s" overflowWrap="anywhere">
        {changes.length > 0 ? (
          <Box as="ul" mb={2}>
            {changes.slice(0, SHOWN).map((words) => (
              <li key={words}>{words}</li>
            ))}
            {more(changes)}
          </Box>
        ) : null}
        {added.length > 0 ? (
          <>
            <Box color="soft">New</Box>
            <ul>
              {added.slice(0, SHOWN).map((words, i) => (
                <li key={`${i} ${words}`}>{words}</li>
              ))}
              {more(added)}
            </ul>
          </>
        ) : null}
      </Box>
      <Flex gap={2} mt={3}>
        <Button look="primary" autoFocus onClick={take}>
          Paste
        </Button>
        <Button onClick={leave}>Leave it</Button>
      </Flex>
    </Box>
  );
}
