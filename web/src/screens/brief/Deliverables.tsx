import { Box, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import { deliverableFields, type Deliverable, type DeliverableFacts } from '@kavrell/core/brief';
import { positionAfter } from '@kavrell/core/records';
import { formatCount, formatRatio, formatRunning, parseRunning } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { choiceColumn, dateColumn, numberColumn, textColumn } from '../../ui/columns.tsx';
import { CalcWhy } from '../../ui/CalcWhy.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import type { Column } from '../../ui/column.ts';
import { tableEdits } from '../../ui/edits.ts';
import { Empty, Facts, Look, Part, Why } from '../../ui/parts.tsx';
import { RowFields } from '../../ui/RowFields.tsx';
import { RATE_CHOICES } from '../../shared/camera/rates.ts';
import { freeTag } from './tags.ts';

export const dueColumn = <R extends { due: string | null }>(): Column<R> =>
  dateColumn<R>('due', 'Due', '132px', { optional: true });

function columnsOf(facts: readonly DeliverableFacts[]): Column<Deliverable>[] {
  const of = new Map(facts.map((f) => [f.deliverable.id, f]));
  return [
    textColumn('title', 'What', 'minmax(130px, 1.6fr)'),
    {
      id: 'durationS',
      header: 'Length',
      width: '64px',
      end: true,
      value: (d) => d.durationS,
      render: (d) => <span>{formatRunning(d.durationS * 1000)}</span>,
      edit: { get: (d) => formatRunning(d.durationS * 1000), set: (text) => ({ durationS: parseRunning(text) }) },
    },
    { ...numberColumn<Deliverable>('pieces', 'Pieces', '56px'), extra: 4 },
    {
      id: 'size',
      header: 'Size, px',
      width: '128px',
      extra: 3,
      value: (d) => `${d.widthPx} × ${d.heightPx}`,
      edit: {
        get: (d) => `${d.widthPx} × ${d.heightPx}`,
        set: (text) => {
          const size = /^(\d+)\s*[×x*]\s*(\d+)$/.exec(text.trim());
          if (!size) throw new Error('Write the size like 1080 × 1920.');
          return { widthPx: Number(size[1]), heightPx: Number(size[2]) };
        },
      },
    },
    { id: 'ratio', header: 'Ratio', width: '64px', extra: 8, value: (d) => formatRatio(d.widthPx / d.heightPx) },
    { ...choiceColumn<Deliverable>('rate', 'Rate', '74px', RATE_CHOICES), extra: 6 },
    { ...dueColumn<Deliverable>(), extra: 1 },
    { ...textColumn<Deliverable>('tag', 'Tag', '76px'), extra: 5 },
    {
      id: 'shots',
      extra: 2,
      header: 'Shots',
      width: '50px',
      end: true,
      value: (d) => of.get(d.id)?.shots.length ?? 0,
    },
    {
      id: 'asks',
      header: 'Asks',
      width: 'minmax(150px, 1.8fr)',
      value: (d) =>
        of
          .get(d.id)
          ?.demands.filter((x) => x.level === 'look')
          .map((x) => x.words)
          .join('; ') ?? '',
      render: (d) => {
        const looks = of.get(d.id)?.demands.filter((x) => x.level === 'look') ?? [];
        return looks.length ? (
          <span className="look">{looks.length === 1 ? looks[0]?.words : `${looks.length} things to look at`}</span>
        ) : (
          <span className="soft">fits</span>
        );
      },
    },
    { ...textColumn<Deliverable>('captions', 'Captions', '110px'), extra: 7 },
    { ...textColumn<Deliverable>('notes', 'Notes', '120px'), extra: 8 },
  ];
}

/** What is handed over: every length and shape up front, and what each asks of the plan. */
export function Deliverables({
  facts,
  selectedId,
  select,
}: {
  facts: readonly DeliverableFacts[];
  selectedId: string | null;
  select: (id: string | null) => void;
}) {
  const { production, rows } = usePlanned();
  const columns = useMemo(() => columnsOf(facts), [facts]);
  /** A new one’s values where nothing was said; `before` are new ones made just before it. */
  const blank = (before: readonly Record<string, unknown>[] = []) => ({
    title: 'The film',
    tag: freeTag('film', [...rows.deliverables, ...rows.asks, ...(before as { tag: string }[])]),
    pieces: 1,
    durationS: 60,
    widthPx: production.captureWidthPx,
    heightPx: production.captureHeightPx,
    rate: production.rate,
    captions: '',
    due: null,
    notes: '',
    position: positionAfter(rows.deliverables) + before.length,
  });
  const edits = tableEdits<Deliverable>(
    production.id,
    'deliverables',
    (d) => d.title,
    'deliverable',
    (values, before) => ({ ...blank(before), ...values }),
  );
  const add = () => {
    const id = newId();
    void change(production.id, 'Added a deliverable', [{ op: 'insert', table: 'deliverables', id, values: blank() }]);
    select(id);
  };
  const delivered = facts.reduce((t, f) => t + f.deliveredS, 0);
  return (
    <section aria-label="Handed over">
      <Flex gap={3} align="baseline" mb={2} wrap="wrap">
        <Box as="h2" fontSize="l">
          Handed over
        </Box>
        {facts.length ? (
          <Box color="soft">
            {formatCount(
              facts.reduce((t, f) => t + f.deliverable.pieces, 0),
              'piece',
            )}
            , {formatRunning(delivered * 1000)} in all
          </Box>
        ) : null}
      </Flex>
      {rows.deliverables.length === 0 ? (
        <Empty
          title="Nothing to hand over yet"
          action={
            <Button look="primary" onClick={add}>
              Add the first
            </Button>
          }
        >
          List every length and shape before the first day: “4:00 at 2.39:1”, “0:45 vertical”. A three-minute version
          asked for later is another edit. Kavrell then says what each asks of the camera and the shots.
        </Empty>
      ) : (
        <DataTable
          tall
          name="Handed over"
          rows={rows.deliverables}
          columns={columns}
          fields={deliverableFields}
          identity="title"
          height="34vh"
          selectedId={selectedId}
          onSelect={(d) => select(d?.id ?? null)}
          actions={
            <Button size="small" onClick={add}>
              Add a deliverable
            </Button>
          }
          {...edits}
        />
      )}
    </section>
  );
}

/** What a deliverable asks of the plan, figures first. */
export function DeliverableSheet({ facts }: { facts: DeliverableFacts }) {
  const { production } = usePlanned();
  const { deliverable: d, crop } = facts;
  const edits = tableEdits<Deliverable>(production.id, 'deliverables', (x) => x.title, 'deliverable');
  return (
    <>
      <Part>
        <h2>{d.title}</h2>
        <div>
          {formatRunning(d.durationS * 1000)}
          {d.pieces > 1 ? ` × ${d.pieces}` : ''} at {formatRatio(crop.deliveryRatio)}
        </div>
      </Part>
      <Part>
        <Facts
          rows={[
            ['Shots for it', String(facts.shots.length)],
            ['Takes planned', formatRunning(facts.plannedS * 1000)],
            ['For each second', `${facts.perSecond.toFixed(1)}\u00a0s`],
            ['Cut away', `${Math.round(crop.cropShare * 100)}\u00a0%`],
            ['Used of the picture', `${Math.round(crop.widthPx)}\u00a0×\u00a0${Math.round(crop.heightPx)}\u00a0px`],
            ['Enlarged', `${crop.enlargement.toFixed(2)}\u00a0×`],
          ]}
        />
      </Part>
      <Part title="Asks of the plan">
        <Box as="ul" display="grid" gap={3}>
          {facts.demands.map((x) => (
            <li key={x.words}>
              {x.level === 'look' ? <Look>{x.words}</Look> : x.words}
              <Box color="soft" fontSize="s">
                {x.why}
              </Box>
            </li>
          ))}
        </Box>
        {facts.demands.length === 0 ? <div>Nothing beyond what is planned.</div> : null}
      </Part>
      <Why
        lines={[
          'Takes planned: takes × length of one, over the shots tagged for it, by how their scenes are covered.',
          'Rates divide when one goes into the other a whole number of times.',
        ]}
      />
      <CalcWhy
        name="brief.crop"
        input={{
          captureWidthPx: production.captureWidthPx,
          captureHeightPx: production.captureHeightPx,
          deliveryWidthPx: d.widthPx,
          deliveryHeightPx: d.heightPx,
        }}
        note="The recorded picture is the one said in the brief."
      />
      <RowFields row={d} columns={columnsOf([facts])} fields={deliverableFields} onEdit={edits.onEdit} />
    </>
  );
}
