import { Box, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import { oneHands, type KitOut } from '@kavrell/core/kitNeeds';
import {
  KIT_LINE_DEFAULTS,
  KIT_SOURCES,
  KIT_SOURCE_WORDS,
  kitLineFields,
  type KitLine,
  type KitState,
} from '@kavrell/core/kit';
import { positionAfter } from '@kavrell/core/records';
import { usePlanned } from '../../app/production.tsx';
import { TableBench } from '../../app/TableBench.tsx';
import { newId } from '../../platform/id.ts';
import { useKept } from '../../platform/kept.ts';
import { change } from '../../platform/rows.ts';
import { Choice } from '../../ui/Choice.tsx';
import type { Column } from '../../ui/column.ts';
import { choiceColumn, dateColumn, numberColumn, textColumn, moneyColumn } from '../../ui/columns.tsx';
import { Look, Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { KitClashes } from './KitClashes.tsx';
import { KitPapers } from './KitPapers.tsx';
import { lineOp, tickOp, tickWords } from './kitEdits.ts';
import { LineTick } from './LineTick.tsx';
import { ScanKit } from './ScanKit.tsx';
import type { KitOfDay } from './useKit.ts';
import { Misgivings } from '../../shared/kit/Verdicts.tsx';

/** What is shown to be ticked off: all of it, or what somebody else ticked and nobody looked at again. */
const LOOKS = ['first', 'second'] as const;

/** What is taken along, case by case, ticked off with one thumb and looked at by a second person: packed, out, back. What is missing leads, with where it was last seen. */
export function AlongView({ kit: { out } }: { kit: KitOfDay }) {
  const { production, rows, me } = usePlanned();
  const [atId, setAt] = useKept<string>(`kit-at:${production.id}`, ['', ...rows.places.map((p) => p.id)]);
  const [look, setLook] = useKept<(typeof LOOKS)[number]>(`kit-look:${production.id}`, LOOKS);
  const columns = useAlongColumns();
  const blank = (before: readonly object[] = []) => ({
    ...KIT_LINE_DEFAULTS,
    name: `Thing ${rows.kitLines.length + before.length + 1}`,
    position: positionAfter(rows.kitLines) + before.length,
  });
  const add = () => {
    const id = newId();
    void change(production.id, 'A thing to take along', [lineOp(rows.kitLines, blank(), 0, id)]);
    return id;
  };
  const set = (line: KitLine, state: KitState) =>
    void change(production.id, tickWords(line, state), [tickOp(line, state, { by: me.name, atId })]);
  const shown = look === 'second' ? out.unchecked : rows.kitLines.filter((l) => l.source !== 'without');
  const crates = [...new Set(shown.map((l) => l.crate))].sort();
  const placeOf = (l: KitLine) => rows.places.find((p) => p.id === l.seenAtId)?.name ?? 'nobody said where';
  const missing = out.notBack.filter((l) => l.state === 'missing');
  const hands = useMemo(() => oneHands(rows.kitLines), [rows.kitLines]);
  return (
    <>
      {me.role === 'owner' ? <KitClashes /> : null}
      {missing.length > 0 ? (
        <Box role="status" mb={3}>
          <Look>Missing</Look>: {missing.map((l) => `${l.name} (last seen: ${placeOf(l)})`).join(', ')}
        </Box>
      ) : null}
      {out.on.length > 0 ? (
        <Box role="status" mb={3}>
          <Look>Still switched on</Look>: {out.on.map((l) => l.name).join(', ')}
        </Box>
      ) : null}
      {rows.kitLines.length > 0 ? <AlongBar atId={atId} setAt={setAt} look={look} setLook={setLook} out={out} /> : null}
      {rows.kitLines.length > 0 ? <ScanKit atId={atId} /> : null}
      {look === 'second' && shown.length === 0 ? (
        <Box color="soft" mb={4}>
          Nothing waits for a second look: what is ticked packed or back by one stands here for another.
        </Box>
      ) : null}
      {crates.map((crate) => (
        <Box key={crate} as="section" aria-label={crate || 'in no case'} mb={4}>
          <Box as="h2" fontSize="m" fontWeight="700" mb={1}>
            {crate || 'In no case'}
          </Box>
          <Box as="ul" listStyleType="none" display="grid">
            {shown
              .filter((l) => l.crate === crate)
              .map((l) => (
                <LineTick key={l.id} line={l} second={look === 'second'} set={set} />
              ))}
          </Box>
        </Box>
      ))}
      {me.role === 'owner' ? (
        <TableBench
          title="All of it"
          table="kitLines"
          one="thing to take along"
          rows={rows.kitLines}
          columns={columns}
          fields={kitLineFields}
          nameOf={(l) => l.name}
          adds={[['Add a thing', add]]}
          pasted={{ identity: 'name', blank }}
          empty="What goes into the van: press “is there” at what is needed, or add what no plan knows: the odd ring, tape, the lucky mug."
          height="40vh"
        />
      ) : null}
      <Sheet>
        {hands.length > 0 ? (
          <Part title="All in one hand">
            {hands.map((h) => (
              <Box key={h.key}>
                <Look>Look</Look>: {h.department}, {h.lines.length} things:{' '}
                {h.carrierId
                  ? `all with ${rows.people.find((p) => p.id === h.carrierId)?.shortName ?? 'one person'}`
                  : `all in ${h.crate ?? 'one case'}`}
                .
              </Box>
            ))}
          </Part>
        ) : null}
        {me.role === 'owner' ? <Misgivings names={rows.kitLines.map((l) => l.name)} /> : null}
        <KitPapers />
        <Why
          lines={[
            'Who ticked something off stands with it; a second look counts only from somebody else. What is ticked off without a network is sent later, in order.',
            'Missing is what somebody looked for and did not find; it is needed again from then on.',
          ]}
        />
      </Sheet>
    </>
  );
}

function useAlongColumns(): Column<KitLine>[] {
  const { rows, production } = usePlanned();
  return useMemo<Column<KitLine>[]>(
    () => [
      textColumn('name', 'What', 'minmax(130px, 1.4fr)'),
      numberColumn('have', 'How many', '90px'),
      textColumn('crate', 'Case', '100px'),
      choiceColumn(
        'source',
        'From',
        '96px',
        KIT_SOURCES.map((s) => [s, KIT_SOURCE_WORDS[s]] as const),
      ),
      {
        ...choiceColumn<KitLine>(
          'carrierId',
          'Carried by',
          '110px',
          rows.people.map((p) => [p.id, p.shortName] as const),
          'nobody said',
        ),
        extra: 1,
      },
      { ...textColumn<KitLine>('supplier', 'From whom', '110px'), extra: 2 },
      { ...dateColumn<KitLine>('byDate', 'By', '100px', { optional: true, none: 'nobody said' }), extra: 3 },
      {
        ...moneyColumn<KitLine>('costMinor', 'Cost', '100px', production.currency, { optional: true }),
        extra: 4,
      },
      { ...textColumn<KitLine>('note', 'Note', 'minmax(90px, 1fr)'), extra: 2 },
    ],
    [rows.people, production.currency],
  );
}

/** Where things are ticked off, and whether it is the second look. */
function AlongBar({
  atId,
  setAt,
  look,
  setLook,
  out,
}: {
  atId: string;
  setAt: (next: string) => void;
  look: 'first' | 'second';
  setLook: (next: 'first' | 'second') => void;
  out: KitOut;
}) {
  const { rows } = usePlanned();

  return (
    <Flex gap={2} wrap="wrap" mb={3}>
      {rows.places.length > 0 ? (
        <Choice
          aria-label="Ticked off at"
          style={{ width: 'auto', maxWidth: '100%' }}
          value={atId}
          onChange={(e) => setAt(e.target.value)}
        >
          <option value="">ticked off at no place in particular</option>
          {rows.places.map((p) => (
            <option key={p.id} value={p.id}>
              ticked off at {p.name}
            </option>
          ))}
        </Choice>
      ) : null}
      <Choice
        aria-label="Who looks"
        style={{ width: 'auto', maxWidth: '100%' }}
        value={look}
        onChange={(e) => setLook(e.target.value as (typeof LOOKS)[number])}
      >
        <option value="first">first look: tick off</option>
        <option value="second">second look: {out.unchecked.length} to be looked at again</option>
      </Choice>
    </Flex>
  );
}
