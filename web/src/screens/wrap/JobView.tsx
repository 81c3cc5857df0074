import { Box } from '@chakra-ui/react';
import { openFileOut, pathOf } from '@kavrell/contract';
import { formatCount } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { useOutbox } from '../../platform/outbox.ts';
import { useRows } from '../../platform/rows.ts';
import { LinkButton } from '../../ui/Button.tsx';
import { Look, Part } from '../../ui/parts.tsx';

/** The job is its owner’s: all of it as one open file, and what happens when it is deleted. */
export function JobView() {
  const { production } = useProduction();
  const { rows: erasures } = useRows(production.id, 'erasures');
  const waiting = useOutbox((s) => s.entries.filter((e) => e.productionId === production.id).length);
  return (
    <Box maxW="760px" display="grid" gap={4}>
      <Part title="All of it as one file">
        <Box mb={2}>
          Every row, what was deleted, the whole history, stills and sounds, with a description of every field: a ZIP of
          plain JSON that can be read without Kavrell, and brought in again here or elsewhere (on the first page, Bring
          in a file). Links, sessions, passwords and the media themselves are not in it.
        </Box>
        {waiting > 0 ? (
          <Look>{formatCount(waiting, 'change waits', 'changes wait')} on this device and will not be in it yet.</Look>
        ) : null}
        <LinkButton href={pathOf(openFileOut, { productionId: production.id })} download look="primary">
          Fetch the whole job
        </LinkButton>
      </Part>
      <Part title="When it is deleted">
        Deleted on the first page, it can be brought back for thirty days. Then, or at once where you say so, it is
        really gone: rows, history, links, hand-overs, and files that only it named. What you kept in the book stays.
        Backups that were made before hold it until they are replaced; media on drives and cards are never touched.
      </Part>
      <Part title="One person’s data">
        Under People, a person’s side sheet takes their data out of this job and of others, history and frozen sheets
        included.
        {erasures.length > 0 ? (
          <Box mt={2}>Done {formatCount(erasures.length, 'time')} here. Whose they were is not noted.</Box>
        ) : null}
      </Part>
    </Box>
  );
}
