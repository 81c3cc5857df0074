import { useMemo } from 'react';
import { positionAfter } from '@kavrell/core/records';
import { DECISIONS, DECISION_WORDS, rehearsalNoteFields, type RehearsalNote } from '@kavrell/core/risks';
import { usePlanned } from '../../app/production.tsx';
import { productionNow } from '../../platform/clock.ts';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { choiceColumn, flagColumn, textColumn } from '../../ui/columns.tsx';
import type { Column } from '../../ui/column.ts';
import { TableBench } from '../../app/TableBench.tsx';

/** What was noticed in rehearsals; a defect stays open until somebody decides what becomes of it. */
export function RehearsalView() {
  const { production, rows, day } = usePlanned();
  const columns = useMemo<Column<RehearsalNote>[]>(
    () => [
      textColumn('words', 'What was noticed', 'minmax(120px, 2fr)'),
      flagColumn('defect', 'Is it', '80px', 'a defect', 'a note'),
      {
        ...choiceColumn<RehearsalNote>(
          'shotId',
          'Shot',
          '90px',
          rows.shots.map((s) => [s.id, s.code] as const),
          'none',
        ),
        extra: 1,
      },
      {
        id: 'decision',
        header: 'Decision',
        width: '110px',
        value: (n) => DECISION_WORDS[n.decision],
        render: (n) => (
          <span className={n.defect && n.decision === '' ? 'look' : ''}>
            {n.defect ? DECISION_WORDS[n.decision] : '–'}
          </span>
        ),
        edit: {
          get: (n) => n.decision,
          set: (text) => ({ decision: text }),
          options: DECISIONS.map((d) => [d, DECISION_WORDS[d]] as const),
        },
      },
      {
        ...choiceColumn<RehearsalNote>(
          'ownerId',
          'Who',
          '110px',
          rows.people.map((p) => [p.id, p.shortName] as const),
          'nobody',
        ),
        extra: 2,
      },
      { ...textColumn<RehearsalNote>('evidence', 'What shows it', 'minmax(120px, 1fr)'), extra: 3 },
    ],
    [rows.shots, rows.people],
  );
  const blank = (defect: boolean, before: readonly object[] = []) => ({
    dayId: day?.id ?? null,
    shotId: null,
    words: defect ? 'Something does not work' : 'Noticed',
    defect,
    decision: '' as const,
    ownerId: null,
    evidence: '',
    atMs: Math.round(productionNow(production)),
    position: positionAfter(rows.rehearsalNotes) + before.length,
  });
  const add = (defect: boolean) => () => {
    const id = newId();
    void change(production.id, defect ? 'A defect in rehearsal' : 'A rehearsal note', [
      { op: 'insert', table: 'rehearsalNotes', id, values: blank(defect) },
    ]);
    return id;
  };
  return (
    <TableBench
      title="Rehearsal log"
      table="rehearsalNotes"
      one="rehearsal note"
      rows={rows.rehearsalNotes}
      columns={columns}
      fields={rehearsalNoteFields}
      nameOf={(n) => n.words}
      adds={[
        ['Add a defect', add(true)],
        ['Add a note', add(false)],
      ]}
      pasted={{ identity: 'words', blank: (before) => blank(false, before) }}
      empty="What a rehearsal showed, such as “beam one ripples at 100 frames”. A defect asks for a decision: replace, spare, mend, or live with it."
      height="60vh"
    />
  );
}
