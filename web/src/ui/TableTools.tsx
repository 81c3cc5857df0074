import { Box, Input } from '@chakra-ui/react';
import { Choice } from './Choice.tsx';

/** What a table is grouped by, and the words its rows must have. */
export function TableTools({
  name,
  groups,
  groupId,
  onGroup,
  filter,
  onFilter,
}: {
  name: string;
  groups: readonly { id: string; words: string }[] | undefined;
  groupId: string;
  onGroup: (id: string) => void;
  filter: string;
  onFilter: (words: string) => void;
}) {
  return (
    <>
      {groups ? (
        <Box asChild w="124px" minH="28px" py={0}>
          <Choice aria-label={`Group ${name}`} value={groupId} onChange={(e) => onGroup(e.target.value)}>
            <option value="">Not grouped</option>
            {groups.map((g) => (
              <option key={g.id} value={g.id}>
                By {g.words}
              </option>
            ))}
          </Choice>
        </Box>
      ) : null}
      <Box asChild w="120px" minH="28px" py={0}>
        <Input
          type="search"
          placeholder="Filter"
          aria-label={`Filter ${name}`}
          value={filter}
          onChange={(e) => onFilter(e.target.value)}
        />
      </Box>
    </>
  );
}
