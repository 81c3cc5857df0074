import { useMemo } from 'react';
import { mediaReportCsv, mediaReportPdf, pathOf } from '@kavrell/contract';
import { OPEN_JOBS } from '@kavrell/core/copies';
import { useProduction } from '../../app/production.tsx';
import { useKept } from '../../platform/kept.ts';
import { Button, LinkButton } from '../../ui/Button.tsx';
import { Empty, Part, ScreenHead } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet } from '../../ui/sheet.tsx';
import { Views } from '../../ui/Views.tsx';
import { CardSheet } from './CardSheet.tsx';
import { CardTable } from './CardTable.tsx';
import { CardsOut } from './CardsOut.tsx';
import { DrivesView } from './DrivesView.tsx';
import { FileList } from './FileList.tsx';
import { JobBar } from './JobBar.tsx';
import { PluggedIn } from './PluggedIn.tsx';
import { ReadCard } from './ReadCard.tsx';
import { SelectsView } from './SelectsView.tsx';
import { TonightView } from './TonightView.tsx';
import { WhereView } from './WhereView.tsx';
import { copyWork, type CopyWork } from './work.ts';

const VIEWS = [
  ['cards', 'Cards'],
  ['tonight', 'Tonight'],
  ['where', 'Where they are'],
  ['selects', 'To the editor'],
] as const;
const OWNERS = [...VIEWS, ['drives', 'Drives']] as const;

/** Cards against the drives they should be on: what is verified where, what is running, what is missing. */
export function CopiesScreen() {
  const { production, me } = useProduction();
  const [, select] = useHashSelection();
  const [view, setView] = useKept<(typeof OWNERS)[number][0] | 'read'>(`copies:${production.id}`, [
    ...(['cards', 'tonight', 'where', 'selects'] as const),
    ...(me.role === 'owner' ? (['drives', 'read'] as const) : []),
  ]);
  const work = useMemo(() => copyWork(production.id), [production.id]);
  const toCard = (id: string) => {
    setView('cards');
    select(id);
  };
  return (
    <>
      <ScreenHead title="Copies">
        <Views
          label="Copies"
          views={me.role === 'owner' ? OWNERS : VIEWS}
          open={view === 'read' ? null : view}
          onOpen={setView}
        />
        {me.role === 'owner' ? (
          <Button onClick={() => setView(view === 'read' ? 'cards' : 'read')} aria-pressed={view === 'read'}>
            Read a card
          </Button>
        ) : null}
      </ScreenHead>
      <CardsOut />
      {view === 'tonight' ? (
        <TonightView />
      ) : view === 'where' ? (
        <WhereView />
      ) : view === 'selects' ? (
        <SelectsView work={work} />
      ) : view === 'read' ? (
        <ReadCard work={work} done={toCard} />
      ) : view === 'drives' ? (
        <DrivesView />
      ) : (
        <CardsView work={work} look={() => setView('read')} />
      )}
    </>
  );
}

/** Every card with its copies; what was just plugged in is offered above. */
function CardsView({ work, look }: { work: CopyWork; look: () => void }) {
  const { production, rows, cards: known, me } = useProduction();
  const [selectedId, select] = useHashSelection();
  const cards = useMemo(() => [...known].sort((a, b) => (a.card.label < b.card.label ? -1 : 1)), [known]);
  const selected =
    cards.find((c) => c.card.id === selectedId) ?? cards.find((c) => c.job?.state === 'running') ?? cards[0];
  const params = { productionId: production.id };
  return (
    <>
      <PluggedIn work={work} look={look} done={select} />
      {cards.length === 0 ? (
        <Empty
          title="No card yet"
          action={
            me.role === 'owner' ? (
              <Button look="primary" onClick={look}>
                Read a card
              </Button>
            ) : null
          }
        >
          Plug a card into this machine: it shows up here by itself, gets its label, and is copied, read back and
          compared from there.
        </Empty>
      ) : (
        <>
          {cards.map(({ job, card }) =>
            job && OPEN_JOBS.has(job.state) ? (
              <JobBar key={job.id} job={job} card={card.label} drives={rows.drives} work={work} />
            ) : null,
          )}
          <CardTable
            cards={cards}
            drives={rows.drives}
            selectedId={selected?.card.id}
            select={select}
            copyTo={(card, drive) => work.start(card, [drive.id], 'copy', false)}
          />
          {selected ? <FileList status={selected} drives={rows.drives} /> : null}
        </>
      )}
      <Sheet>
        {selected ? <CardSheet status={selected} work={work} /> : <Part>No card yet.</Part>}
        {cards.some((c) => c.clips.length > 0) ? (
          <Part title="All cards on paper">
            <LinkButton href={pathOf(mediaReportPdf, params)} target="_blank" rel="noreferrer">
              Media, PDF
            </LinkButton>{' '}
            <LinkButton href={pathOf(mediaReportCsv, params)} download>
              Hashes, CSV
            </LinkButton>
          </Part>
        ) : null}
      </Sheet>
    </>
  );
}
