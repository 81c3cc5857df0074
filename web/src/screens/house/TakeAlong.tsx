import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { listHeads } from '@kavrell/contract';
import { KIT_LINE_DEFAULTS, type Piece } from '@kavrell/core/kit';
import { positionAfter } from '@kavrell/core/records';
import { call, wordsOf } from '../../platform/api.ts';
import { tell } from '../../platform/notices.ts';
import { queries } from '../../platform/queries.ts';
import { change, readRowsOf } from '../../platform/rows.ts';
import { newId } from '../../platform/id.ts';
import { Choice } from '../../ui/Choice.tsx';

/** Promises a piece to a job: it stands among what that job takes along. */
export function TakeAlong({ piece }: { piece: Piece }) {
  const [busy, setBusy] = useState(false);
  const heads = useQuery({ queryKey: ['heads'], queryFn: () => call(listHeads, { params: {} }), staleTime: 0 });
  const jobs = (heads.data ?? []).filter((h) => h.deletedAt === null && !h.archived);
  const take = async (id: string) => {
    setBusy(true);
    try {
      const lines = await readRowsOf(id, 'kitLines');
      const title = jobs.find((j) => j.id === id)?.title ?? '';
      if (lines.some((l) => l.pieceId === piece.id)) {
        tell(`“${title}” takes it along already.`);
        return;
      }
      await change(id, `${piece.name} is taken along`, [
        {
          ...{ op: 'insert', table: 'kitLines', id: newId() },
          values: {
            ...KIT_LINE_DEFAULTS,
            ...{ name: piece.name, have: 1, pieceId: piece.id, position: positionAfter(lines) },
          },
        },
      ]);
      void queries.invalidateQueries({ queryKey: ['kit-bookings'] });
      tell(`${piece.name} is taken along on “${title}”.`);
    } catch (error) {
      tell(wordsOf(error));
    } finally {
      setBusy(false);
    }
  };
  if (jobs.length === 0) return null;
  return (
    <Choice
      aria-label={`Take ${piece.name} along on a job`}
      value=""
      disabled={busy}
      style={{ marginTop: 8 }}
      onChange={(e) => void (e.target.value && take(e.target.value))}
    >
      <option value="">take it along on …</option>
      {jobs.map((j) => (
        <option key={j.id} value={j.id}>
          {j.title}
        </option>
      ))}
    </Choice>
  );
}
