import { Box, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import { ASK_KINDS, ASK_STATES, askFields, cautionOf, type Ask, type ScopeCheck } from '@kavrell/core/brief';
import { positionAfter } from '@kavrell/core/records';
import { formatCount, formatMoney } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { productionNow } from '../../platform/clock.ts';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { choiceColumn, dateColumn, moneyColumn, textColumn } from '../../ui/columns.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import type { Column } from '../../ui/column.ts';
import { tableEdits } from '../../ui/edits.ts';
import { Look, Part } from '../../ui/parts.tsx';
import { RowFields } from '../../ui/RowFields.tsx';
import { freeTag } from './tags.ts';

const KIND_WORDS: Record<Ask['kind'], string> = {
  mark: 'must be seen',
  kit: 'kit',
  person: 'a person',
  other: 'other',
};
const plain = (list: readonly string[]) => list.map((x) => [x, x] as const);

function useColumns(checks: readonly ScopeCheck[]): Column<Ask>[] {
  const { rows } = usePlanned();
  return useMemo(() => {
    const of = new Map(checks.map((c) => [c.ask.id, c]));
    return [
      textColumn('title', 'Asked for', 'minmax(150px, 1.4fr)'),
      {
        ...choiceColumn<Ask>(
          'kind',
          'Kind',
          '112px',
          ASK_KINDS.map((k) => [k, KIND_WORDS[k]] as const),
        ),
        extra: 1,
      },
      { ...choiceColumn<Ask>('state', 'Answer', '80px', plain(ASK_STATES)), extra: 2 },
      {
        ...moneyColumn<Ask>('priceMinor', 'Price', '76px', rows.production.currency, {
          optional: true,
          none: 'not said',
        }),
        extra: 3,
      },
      {
        id: 'check',
        header: 'In the plan',
        width: 'minmax(200px, 2fr)',
        value: (a) => of.get(a.id)?.words ?? '',
        render: (a) => {
          const check = of.get(a.id);
          return <span className={check?.state === 'hole' ? 'look' : 'soft'}>{check?.words}</span>;
        },
      },
      { ...textColumn<Ask>('tag', 'Tag', '76px'), extra: 4 },
      { ...dateColumn<Ask>('askedOn', 'Asked on', '116px', { optional: true }), extra: 5 },
      {
        ...choiceColumn<Ask>(
          'cameraId',
          'Camera',
          '80px',
          rows.cameras.map((c) => [c.id, `camera ${c.letter}`] as const),
          'none',
        ),
        extra: 6,
      },
      {
        ...choiceColumn<Ask>(
          'personId',
          'Person',
          '90px',
          rows.people.map((p) => [p.id, p.shortName] as const),
          'none',
        ),
        extra: 7,
      },
      { ...textColumn<Ask>('means', 'How it is met', '120px'), extra: 8 },
      { ...textColumn<Ask>('detail', 'Detail', '120px'), extra: 9 },
    ];
  }, [checks, rows.cameras, rows.people, rows.production.currency]);
}

/** What the client asks for, held against the plan: marks to be seen, kit, people; priced the moment they are asked. */
export function Asks({
  checks,
  selectedId,
  select,
}: {
  checks: readonly ScopeCheck[];
  selectedId: string | null;
  select: (id: string | null) => void;
}) {
  const { production, rows } = usePlanned();
  const columns = useColumns(checks);
  /** A new wish: open, its price not said, until somebody does. */
  const blank = (kind: Ask['kind'], title: string, tag: string, before: readonly Record<string, unknown>[] = []) => ({
    kind,
    title,
    tag: freeTag(tag, [...rows.asks, ...rows.deliverables, ...(before as { tag: string }[])]),
    detail: '',
    state: 'open' as const,
    cameraId: null,
    personId: null,
    means: '',
    priceMinor: null,
    askedOn: new Date(productionNow(production)).toISOString().slice(0, 10),
    position: positionAfter(rows.asks) + before.length,
  });
  const edits = tableEdits<Ask>(
    production.id,
    'asks',
    (a) => a.title,
    'wish',
    (values, before) => ({ ...blank('other', '', 'wish', before), ...values }),
  );
  const add = (kind: Ask['kind'], title: string, tag: string) => {
    const id = newId();
    void change(production.id, 'Noted a wish', [{ op: 'insert', table: 'asks', id, values: blank(kind, title, tag) }]);
    select(id);
  };
  const holes = checks.filter((c) => c.state === 'hole').length;
  const agreed = rows.asks.filter((a) => a.state === 'agreed').reduce((t, a) => t + (a.priceMinor ?? 0), 0);
  const adds = (
    <>
      <Button size="small" onClick={() => add('mark', 'A mark that must be seen', 'mark')}>
        Must be seen
      </Button>
      <Button size="small" onClick={() => add('kit', 'A piece of kit', 'kit')}>
        Kit
      </Button>
      <Button size="small" onClick={() => add('person', 'A person', 'person')}>
        A person
      </Button>
      <Button size="small" onClick={() => add('other', 'Something else', 'extra')}>
        Something else
      </Button>
    </>
  );
  return (
    <section aria-label="Asked for">
      <Flex gap={3} align="baseline" mb={2} wrap="wrap">
        <Box as="h2" fontSize="l">
          Asked for
        </Box>
        {holes ? <Look>{formatCount(holes, 'wish', 'wishes')} with nothing in the plan</Look> : null}
        {agreed ? <Box color="soft">{formatMoney(agreed, production.currency)} agreed beside the quote</Box> : null}
      </Flex>
      {rows.asks.length === 0 ? (
        <>
          <Flex gap={2} mb={2} wrap="wrap">
            {adds}
          </Flex>
          <Box color="soft">
            Nothing yet: a badge that is paid for, a drone said on the telephone. Note it the moment it is said, with
            its price.
          </Box>
        </>
      ) : (
        <DataTable
          tall
          name="Asked for"
          rows={rows.asks}
          columns={columns}
          fields={askFields}
          identity="title"
          height="48vh"
          actions={adds}
          selectedId={selectedId}
          onSelect={(a) => select(a?.id ?? null)}
          {...edits}
        />
      )}
    </section>
  );
}

export function AskSheet({ check }: { check: ScopeCheck }) {
  const { production } = usePlanned();
  const columns = useColumns([check]);
  const caution = check.ask.state === 'declined' ? null : cautionOf(check.ask);
  const edits = tableEdits<Ask>(production.id, 'asks', (a) => a.title, 'wish');
  return (
    <>
      <Part>
        <h2>{check.ask.title}</h2>
        <div>{check.state === 'hole' ? <Look>{check.words}</Look> : check.words}</div>
      </Part>
      {caution ? <Part title="Care">{caution}</Part> : null}
      <RowFields row={check.ask} columns={columns} fields={askFields} onEdit={edits.onEdit} />
    </>
  );
}
