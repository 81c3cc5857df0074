import { Box } from '@chakra-ui/react';
import { positionAfter } from '@kavrell/core/records';
import { linkFields, LINK_KINDS, LINK_WORDS, type Link } from '@kavrell/core/sound';
import { fpsOf } from '@kavrell/core/timecode';
import { useMemo } from 'react';
import { usePlanned } from '../../app/production.tsx';
import { TableBench } from '../../app/TableBench.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { Part, Look } from '../../ui/parts.tsx';
import { linkColumns } from './linkColumns.tsx';

/** All links as a table, and how late each is. */
export function LinksBench() {
  const { rows, production } = usePlanned();
  const fps = fpsOf(production.rate);
  const columns = useMemo(() => linkColumns(rows.cameras), [rows.cameras]);
  const blank = (kind: Link['kind'], before: readonly object[] = []) => ({
    name: `${LINK_WORDS[kind]} ${rows.links.length + before.length + 1}`,
    kind,
    wired: false,
    cameraId: null,
    reaches: '',
    frequencyMhz: null,
    lowMhz: null,
    highMhz: null,
    bandwidthKhz: kind === 'picture' ? 20_000 : 200,
    fixed: kind !== 'microphone',
    rangeM: kind === 'picture' ? 60 : 80,
    distanceM: null,
    delayMs: kind === 'picture' ? 80 : 3,
    position: positionAfter(rows.links) + before.length,
  });
  const add = (kind: Link['kind']) => {
    const id = newId();
    void change(production.id, 'A link', [{ op: 'insert', table: 'links', id, values: blank(kind) }]);
    return id;
  };
  return (
    <TableBench
      title="Links"
      table="links"
      one="link"
      rows={rows.links}
      columns={columns}
      fields={linkFields}
      nameOf={(l) => l.name}
      adds={LINK_KINDS.map((k) => [`Add ${LINK_WORDS[k]}`, () => add(k)] as const)}
      pasted={{ identity: 'name', blank: (before) => blank('microphone', before) }}
      empty="Nothing in the air yet. Microphones, pictures, comms and lamp control share it: put all of them on this one list."
      side={(l) => (
        <Part>
          {l.delayMs > 0
            ? `${l.delayMs} ms are ${((l.delayMs / 1000) * fps).toFixed(1)} frames late at ${production.rate}.`
            : 'At once.'}
          {l.kind === 'picture' && (l.delayMs / 1000) * fps > 2 ? (
            <Box mt={1}>
              <Look>Too late to pull focus or follow a fast move by.</Look>
            </Box>
          ) : null}
        </Part>
      )}
    />
  );
}
