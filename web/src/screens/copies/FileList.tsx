import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import type { CardStatus, Clip, Drive } from '@kavrell/core/copies';
import { formatBytes, formatRunning } from '@kavrell/core/units';
import { DataTable } from '../../ui/DataTable.tsx';
import type { Column } from '../../ui/column.ts';
import { MediaMark } from '../../ui/icons.tsx';
import { Look } from '../../ui/parts.tsx';

/** The files of a card and their state on each drive. */
export function FileList({ status, drives }: { status: CardStatus; drives: readonly Drive[] }) {
  const columns = useMemo<Column<Clip>[]>(() => {
    const of = (clip: Clip, drive: Drive) => status.files.get(`${drive.id}|${clip.path}`);
    return [
      {
        id: 'name',
        header: 'File',
        width: 'minmax(124px, 1fr)',
        value: (c) => c.name,
        render: (c) => <span className="mono">{c.name}</span>,
      },
      {
        id: 'start',
        header: 'Starts',
        width: '112px',
        extra: 2,
        value: (c) => c.startTimecode,
        render: (c) => <span className="mono">{c.startTimecode ?? '–'}</span>,
      },
      {
        id: 'length',
        header: 'Length',
        width: '66px',
        end: true,
        extra: 3,
        value: (c) => c.durationMs,
        render: (c) => <span>{c.durationMs === null ? '–' : formatRunning(c.durationMs)}</span>,
      },
      {
        id: 'size',
        header: 'Size',
        width: '80px',
        end: true,
        extra: 1,
        value: (c) => c.sizeBytes,
        render: (c) => <span>{formatBytes(c.sizeBytes)}</span>,
      },
      ...drives.map((d): Column<Clip> => ({
        id: d.id,
        header: d.name,
        width: 'minmax(76px, 1fr)',
        extra: drives.indexOf(d) > 1 ? 4 : 0,
        value: (c) => of(c, d)?.state ?? '',
        render: (c) => {
          const f = of(c, d);
          if (!f)
            return (
              <Box as="span" color="soft">
                –
              </Box>
            );
          return f.state === 'failed' ? (
            <span title={f.failure ?? ''}>
              <Look>{f.savedAs ? 'damaged' : 'failed'}</Look>
            </span>
          ) : (
            <span title={f.hash ? `xxHash64 ${f.hash}` : ''}>
              {f.state === 'verified' ? <MediaMark state="verified" /> : f.state}
            </span>
          );
        },
      })),
    ];
  }, [drives, status.files]);
  if (status.clips.length === 0) return null;
  return (
    <Box mt={6}>
      <Box as="h2" fontSize="l" mb={2}>
        Files on {status.card.label}
      </Box>
      <DataTable name={`Files on ${status.card.label}`} rows={status.clips} columns={columns} height="40vh" />
    </Box>
  );
}
