import { useMemo } from 'react';
import type { DayLine } from '@kavrell/core/dayline';
import { formatRunning } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import type { Column } from '../../ui/column.ts';
import { DataTable } from '../../ui/DataTable.tsx';
import { Tapes } from '../../ui/icons.tsx';
import { Empty, Look } from '../../ui/parts.tsx';
import { takeBands } from './mapDrawing.ts';
import { MEANS_WORDS } from './words.ts';

interface Row {
  id: string;
  code: string;
  lengthMs: number;
  letters: string[];
  by: string;
  /** What of it is on no line. */
  missing: string;
  firstClipId: string | null;
}
const COLUMNS: Column<Row>[] = [
  { id: 'take', header: 'Take', width: '90px', value: (r) => r.code, render: (r) => <strong>{r.code}</strong> },
  {
    id: 'length',
    header: 'Length',
    width: '70px',
    end: true,
    extra: 2,
    value: (r) => r.lengthMs,
    render: (r) => <span>{formatRunning(r.lengthMs)}</span>,
  },
  {
    id: 'angles',
    header: 'On the line',
    width: 'minmax(90px, 1fr)',
    value: (r) => r.letters.join(' '),
    render: (r) => <Tapes letters={r.letters} />,
  },
  { id: 'by', header: 'Placed by', width: 'minmax(100px, 1.2fr)', extra: 1, value: (r) => r.by },
  {
    id: 'missing',
    header: 'Not on it',
    width: 'minmax(90px, 1fr)',
    value: (r) => r.missing,
    render: (r) => (r.missing ? <Look>{r.missing}</Look> : null),
  },
];

/** Takes with the angles that are on the line, by what, and what is not. */
export function TakesView({ line, select }: { line: DayLine; select: (clipId: string) => void }) {
  const { rows } = useProduction();
  const list = useMemo((): Row[] => {
    return takeBands([...line.placed, ...line.unplaced], rows).map((b) => {
      const own = line.placed.filter((c) => c.take?.id === b.take.id);
      const left = line.unplaced.filter((c) => c.take?.id === b.take.id);
      return {
        ...{ id: b.take.id, code: b.code, lengthMs: b.toMs - b.fromMs },
        letters: [...new Set(own.map((c) => c.device))],
        by: [...new Set(own.map((c) => `${MEANS_WORDS[c.means]}${c.rough ? ' (about)' : ''}`))].join(', '),
        missing: [...new Set(left.map((c) => c.device))].join(', '),
        firstClipId: own[0]?.clip.id ?? left[0]?.clip.id ?? null,
      };
    });
  }, [line, rows]);
  if (list.length === 0)
    return <Empty title="No take has a clip yet">Clips of no take stand on the map all the same.</Empty>;
  return (
    <DataTable
      name="Takes on the line"
      rows={list}
      columns={COLUMNS}
      onSelect={(r) => r?.firstClipId && select(r.firstClipId)}
    />
  );
}
