import { useMemo } from 'react';
import type { DayLine, UnplacedClip } from '@kavrell/core/dayline';
import type { Column } from '../../ui/column.ts';
import { DataTable } from '../../ui/DataTable.tsx';
import { Empty } from '../../ui/parts.tsx';

type Row = UnplacedClip & { id: string };
const COLUMNS: Column<Row>[] = [
  { id: 'clip', header: 'Clip', width: 'minmax(110px, 1fr)', value: (r) => r.clip.name },
  { id: 'device', header: 'From', width: '60px', value: (r) => r.device },
  { id: 'card', header: 'Card', width: '70px', extra: 2, value: (r) => r.card.label },
  {
    id: 'why',
    header: 'Why not',
    width: 'minmax(150px, 2fr)',
    value: (r) => r.reason,
    render: (r) => <span title={r.reason}>{r.reason}</span>,
  },
  {
    id: 'next',
    header: 'Try next',
    width: 'minmax(120px, 1.4fr)',
    extra: 1,
    value: (r) => r.next,
    render: (r) => <span title={r.next}>{r.next}</span>,
  },
];

/** What is on no line, why, and what to try next. */
export function NotPlaced({
  line,
  selectedId,
  select,
}: {
  line: DayLine;
  selectedId: string | null;
  select: (id: string) => void;
}) {
  const rows = useMemo(() => line.unplaced.map((c) => ({ ...c, id: c.clip.id })), [line]);
  if (rows.length === 0) return <Empty title="All are on the line">Nothing is left over.</Empty>;
  return (
    <DataTable
      name="Clips that are not placed"
      rows={rows}
      columns={COLUMNS}
      selectedId={selectedId}
      onSelect={(r) => r && select(r.id)}
    />
  );
}
