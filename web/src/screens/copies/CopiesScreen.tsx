import { useMemo, useState } from 'react';
import { OPEN_JOBS, driveFields, type Drive } from '@kavrell/core/copies';
import { useProduction } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { choiceColumn, textColumn } from '../../ui/columns.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import type { Column } from '../../ui/column.ts';
import { tableEdits } from '../../ui/edits.ts';
import { Empty, Part, ScreenHead } from '../../ui/parts.tsx';
import { RowFields } from '../../ui/RowFields.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet } from '../../ui/sheet.tsx';
import { Views } from '../../ui/Views.tsx';
import { CardSheet } from './CardSheet.tsx';
import { CardTable } from './CardTable.tsx';
import { DriveDevice } from './DriveDevice.tsx';
import { FileList } from './FileList.tsx';
import { JobBar } from './JobBar.tsx';
import { CardsOut } from './CardsOut.tsx';
import { ReadCard } from './ReadCard.tsx';
import { TonightView } from './TonightView.tsx';
import { Troubles } from './Troubles.tsx';
import { WhereView } from './WhereView.tsx';
import { copyWork } from './work.ts';

const KINDS = [
  ['ssd', 'fast disk'],
  ['disk', 'slow disk'],
  ['raid', 'disk set'],
  ['cloud', 'cloud'],
] as const;

/** Cards against the drives they should be on: what is verified where, what is running, what is missing. */
export function CopiesScreen() {
  const { production, rows, cards: known, me } = useProduction();
  const [selectedId, select] = useHashSelection();
  const [view, setView] = useState<'cards' | 'tonight' | 'where' | 'drives' | 'read'>('cards');
  const drivesOpen = view === 'drives';
  const work = useMemo(() => copyWork(production.id), [production.id]);
  const cards = useMemo(() => [...known].sort((a, b) => (a.card.label < b.card.label ? -1 : 1)), [known]);
  const selected =
    cards.find((c) => c.card.id === selectedId) ?? cards.find((c) => c.job?.state === 'running') ?? cards[0];
  const drive = rows.drives.find((d) => d.id === selectedId) ?? rows.drives[0];
  const driveColumns = useMemo<Column<Drive>[]>(
    () => [
      textColumn('name', 'Drive', 'minmax(120px, 1fr)'),
      choiceColumn('kind', 'Kind', '96px', KINDS),
      textColumn('whereabouts', 'Where it is', 'minmax(140px, 1fr)'),
      { ...textColumn<Drive>('path', 'Folder', 'minmax(240px, 2fr)'), extra: 1 },
    ],
    [],
  );
  const newDrive = (before: readonly object[] = []) => {
    const folder = rows.drives[0]?.path.replace(/[^/]+$/, '') ?? '/media/';
    const number = rows.drives.length + before.length + 1;
    return {
      name: `Drive ${number}`,
      kind: 'ssd' as const,
      path: `${folder}drive-${number}`,
      whereabouts: '',
      station: '',
      faults: null,
    };
  };
  const edits = tableEdits<Drive>(
    production.id,
    'drives',
    (d) => d.name,
    'drive',
    (values, before) => ({
      ...newDrive(before),
      ...values,
    }),
  );
  const addDrive = () =>
    void change(production.id, 'Added a drive', [{ op: 'insert', table: 'drives', values: newDrive() }]);
  return (
    <>
      <ScreenHead title="Copies">
        <Views
          label="Copies"
          views={[
            ['cards', 'Cards'],
            ['tonight', 'Tonight'],
            ['where', 'Where they are'],
            ...(me.role === 'owner' ? ([['drives', 'Drives']] as const) : []),
          ]}
          open={view === 'read' ? null : view}
          onOpen={setView}
        />
        {me.role === 'owner' ? (
          <>
            <Button
              look={cards.length === 0 && view !== 'read' ? 'primary' : 'plain'}
              onClick={() => setView(view === 'read' ? 'cards' : 'read')}
              aria-pressed={view === 'read'}
            >
              Read a card
            </Button>
          </>
        ) : null}
        {drivesOpen ? <Button onClick={addDrive}>Add a drive</Button> : null}
      </ScreenHead>
      <CardsOut />
      {view === 'tonight' ? (
        <TonightView />
      ) : view === 'where' ? (
        <WhereView />
      ) : view === 'read' ? (
        <ReadCard
          work={work}
          done={(id) => {
            setView('cards');
            select(id);
          }}
        />
      ) : drivesOpen ? (
        rows.drives.length === 0 ? (
          <Empty title="No drive yet" action={<Button onClick={addDrive}>Add a drive</Button>}>
            A drive has a name, a folder and a place where it is kept: “Fast 1, in Sunniva’s bag”.
          </Empty>
        ) : (
          <DataTable
            name="Drives"
            rows={rows.drives}
            columns={driveColumns}
            fields={driveFields}
            identity="name"
            selectedId={drive?.id ?? null}
            onSelect={(d) => select(d?.id ?? null)}
            {...edits}
          />
        )
      ) : cards.length === 0 ? (
        <Empty
          title="No card yet"
          action={
            me.role === 'owner' ? (
              <Button look="primary" onClick={() => setView('read')}>
                Read a card
              </Button>
            ) : null
          }
        >
          Plug a card into this machine: it shows up under “Read a card”, gets its label, and is copied, read back and
          compared from there.
        </Empty>
      ) : (
        <>
          {cards.map(({ job, card }) =>
            job && OPEN_JOBS.has(job.state) ? (
              <JobBar key={job.id} job={job} card={card.label} drives={rows.drives} work={work} />
            ) : null,
          )}
          <CardTable cards={cards} drives={rows.drives} selectedId={selected?.card.id} select={select} />
          {selected ? <FileList status={selected} drives={rows.drives} /> : null}
        </>
      )}
      {view === 'tonight' || view === 'where' ? null : (
        <Sheet>
          {drivesOpen ? (
            drive ? (
              <>
                <RowFields row={drive} columns={driveColumns} fields={driveFields} onEdit={edits.onEdit} />
                <DriveDevice drive={drive} drives={rows.drives} />
                {drive.simulated ? <Troubles table="drives" row={drive} name={drive.name} /> : null}
              </>
            ) : (
              <Part>No drive yet.</Part>
            )
          ) : selected ? (
            <CardSheet status={selected} work={work} />
          ) : (
            <Part>No card yet.</Part>
          )}
        </Sheet>
      )}
    </>
  );
}
