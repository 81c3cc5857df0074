import { Box, Flex } from '@chakra-ui/react';
import type { MediaFound } from '@kavrell/contract';
import { labelFor, usualDrives, type Card } from '@kavrell/core/copies';
import { formatBytes, formatCount } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { useFound } from './useFound.ts';
import type { CopyWork } from './work.ts';

/** Where a folder is, where that is not the machine that serves. */
export const atStation = (station: string): string => (station === '' ? '' : ` at ${station}`);

/** A card that shows up is offered at once: copied as usual by one press, or looked at first. Nothing new, nothing shown. */
export function PluggedIn({ work, look, done }: { work: CopyWork; look: () => void; done: (cardId: string) => void }) {
  const { production, rows, me } = useProduction();
  const { data } = useFound(production.id, me.role === 'owner');
  const fresh = (data?.found ?? []).filter((f) => f.knownAs === null && !f.isDrive && f.files > 0);
  if (fresh.length === 0) return null;
  const usual = (f: MediaFound) => usualDrives(rows.copyJobs, rows.drives, production.keepPolicy, f.station);
  const copy = (f: MediaFound) => {
    const known = rows.cards.find((c) => c.id === f.cardId);
    const ids = usual(f).map((d) => d.id);
    const at = { path: f.path, station: f.station, unloaded: true };
    if (known) {
      const edit = { op: 'update' as const, table: 'cards' as const, row: known, values: at };
      void change(production.id, `${known.label} is at ${f.name}`, [edit]).then(() =>
        work.take({ ...known, ...at }, ids),
      );
      done(known.id);
      return;
    }
    const id = newId();
    // A name of its own says which camera it is from; a name that is made up here says nothing of the kind.
    const label = labelFor(
      f.name,
      'X',
      rows.cards.map((c) => c.label),
    );
    const camera = f.name.toUpperCase() === label ? rows.cameras.find((c) => c.letter === label[0]) : undefined;
    const values = { ...at, label, cameraId: camera?.id ?? null, faults: null, whereabouts: '' };
    void change(production.id, `Read card ${label}`, [{ op: 'insert', table: 'cards', id, values }]).then(() =>
      work.take({ ...values, id } as Card, ids),
    );
    done(id);
  };
  return (
    <Box as="ul" listStyleType="none" display="grid" gap={2} mb={4} aria-label="Just plugged in">
      {fresh.map((f) => {
        const known = rows.cards.find((c) => c.id === f.cardId);
        const to = usual(f);
        return (
          <Flex
            as="li"
            key={`${f.station}${f.path}`}
            gap={3}
            wrap="wrap"
            align="center"
            border="1px solid"
            borderColor="edge"
            borderRadius="r"
            p={3}
            data-plugged={f.name}
          >
            <Box flex="1" minW="200px" overflowWrap="anywhere">
              <strong>{known ? `Card ${known.label}` : f.name}</strong> is plugged in{atStation(f.station)}:{' '}
              {formatCount(f.files, 'file')}
              {f.more ? ' and more' : ''}, {formatBytes(f.sizeBytes)}
              {known ? '. By what lies on it, it is a card that was read before.' : '.'}
            </Box>
            <Button look="primary" onClick={() => copy(f)}>
              {to.length > 0 ? `Copy as usual: ${to.map((d) => d.name).join(', ')}` : 'Read it'}
            </Button>
            {to.length > 0 ? null : <Box color="soft">No drive is there to copy it to yet.</Box>}
            <Button onClick={look}>Look first</Button>
          </Flex>
        );
      })}
    </Box>
  );
}
