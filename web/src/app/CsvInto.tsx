import { useState } from 'react';
import type { z } from 'zod';
import { isText, readTable } from '@kavrell/core/formats';
import type { Column } from '../ui/column.ts';
import { DropPlace } from '../ui/DropPlace.tsx';
import { PastePreview } from '../ui/PastePreview.tsx';
import { planPaste, type PasteEdit, type PastePlan } from '../ui/paste.ts';
import { Problem } from '../ui/Problem.tsx';
import { useReading } from '../ui/useReading.ts';

/**
 * Rows out of a CSV file, shown before they are taken. Its first line names the columns; a column that is not known, a line that can’t be read: said in words, and then
 * nothing of the file is taken.
 */
export function CsvInto<R extends { id: string }>({
  what,
  rows,
  columns,
  fields,
  identity,
  write,
}: {
  what: string;
  rows: readonly R[];
  columns: readonly Column<R>[];
  fields: z.ZodObject;
  identity: string;
  write: (edits: PasteEdit<R>[], adds: Record<string, unknown>[]) => void;
}) {
  const [plan, setPlan] = useState<PastePlan<R> | null>(null);
  const { busy, problem, take } = useReading(async (file) => {
    setPlan(null);
    const text = await file.text();
    if (!isText(text)) throw new Error(`“${file.name}” is no text: a CSV file is wanted. Nothing was taken.`);
    const { headings, rows: lines } = readTable(text);
    const known = headings.filter((h) => columns.some((c) => c.header.toLowerCase() === h.trim().toLowerCase()));
    const names = columns.map((c) => c.header).join(', ');
    if (known.length === 0)
      throw new Error(
        `The first line of “${file.name}” names none of the columns here (${names}). Nothing was taken: name its columns so.`,
      );
    const strange = headings.filter((h) => h.trim() !== '' && !known.includes(h));
    if (strange.length > 0)
      throw new Error(
        `“${file.name}” has columns that are not here: ${strange.join(', ')}. Here they are ${names}. Nothing was taken: rename them, or take them out.`,
      );
    const into = { below: [], all: rows, columns, allColumns: columns, fields, identity };
    setPlan(planPaste([headings, ...lines], into));
  });
  return (
    <>
      <DropPlace what={what} accept=".csv,text/csv,text/plain" busy={busy} take={take} />
      {problem ? <Problem mt={2}>{problem}</Problem> : null}
      {plan ? (
        <PastePreview
          plan={plan}
          columns={columns}
          take={() => {
            write(plan.edits, plan.adds);
            setPlan(null);
          }}
          leave={() => setPlan(null)}
        />
      ) : null}
    </>
  );
}
