import { Box, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import type { KitOut } from '@kavrell/core/kitNeeds';
import { KIT_SOURCES, kitLineFields, type KitLine, type KitState } from '@kavrell/core/kit';
import { positionAfter } from '@kavrell/core/records';
import { usePlanned } from '../../app/production.tsx';
import { TableBench } from '../../app/TableBench.tsx';
import { newId } from '../../platform/id.ts';
import { useKept } from '../../platform/kept.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import type { Column } from '../../ui/column.ts';
import { choiceColumn, numberColumn, textColumn } from '../../ui/columns.tsx';
import { Look } from '../../ui/parts.tsx';

/** One press on a thing: what comes after its present state. */
const NEXT: Readonly<Record<KitState, KitState>> = {
  '': 'packed',
  packed: 'there',
  there: 'back',
  back: 'packed',
  missing: 'back',
};
const PRESS: Readonly<Record<KitState, string>> = {
  ...{ '': 'Packed', packed: 'Out, at the place', there: 'Back in its case', back: 'Packed again', missing: 'Found' },
};
const STATE_WORDS: Readonly<Record<KitState, string>> = {
  ...{ '': 'not packed', packed: 'packed', there: 'out', back: 'back', missing: 'missing' },
};

/** What is taken along, case by case, ticked off with one thumb: packed, out, back. What is missing leads, with where it was last seen. */
export function AlongView({ out }: { out: KitOut }) {
  const { production, rows, me } = usePlanned();
  const [atId, setAt] = useKept<string>(`kit-at:${production.id}`, ['', ...rows.places.map((p) => p.id)]);
  const columns = useMemo<Column<KitLine>[]>(
    () => [
      textColumn('name', 'What', 'minmax(130px, 1.4fr)'),
      numberColumn('have', 'How many', '90px'),
      textColumn('crate', 'Case', '100px'),
      choiceColumn(
        'source',
        'From',
        '84px',
        KIT_SOURCES.map((s) => [s, s] as const),
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
      { ...textColumn<KitLine>('note', 'Note', 'minmax(90px, 1fr)'), extra: 2 },
    ],
    [rows.people],
  );
  const blank = (before: readonly object[] = []) => ({
    ...{
      need: '',
      name: `Thing ${rows.kitLines.length + before.length + 1}`,
      have: 1,
      source: 'own' as const,
      crate: '',
    },
    ...{ carrierId: null, state: '' as const, seenAtId: null, note: '' },
    position: positionAfter(rows.kitLines) + before.length,
  });
  const add = () => {
    const id = newId();
    void change(production.id, 'A thing to take along', [{ op: 'insert', table: 'kitLines', id, values: blank() }]);
    return id;
  };
  const set = (line: KitLine, state: KitState) =>
    void change(production.id, `${line.name}: ${STATE_WORDS[state]}`, [
      {
        ...{ op: 'update', table: 'kitLines', row: line },
        // What is missing was last seen where it was ticked off before.
        values: state === 'missing' || atId === '' ? { state } : { state, seenAtId: atId },
      },
    ]);
  const crates = [...new Set(rows.kitLines.map((l) => l.crate))].sort();
  const placeOf = (l: KitLine) => rows.places.find((p) => p.id === l.seenAtId)?.name ?? 'nobody said where';
  const missing = out.notBack.filter((l) => l.state === 'missing');
  return (
    <>
      {missing.length > 0 ? (
        <Box role="status" mb={3}>
          <Look>Missing</Look>: {missing.map((l) => `${l.name} (last seen: ${placeOf(l)})`).join(', ')}
        </Box>
      ) : null}
      {rows.kitLines.length > 0 && rows.places.length > 0 ? (
        <Choice
          aria-label="Ticked off at"
          style={{ width: 'auto', maxWidth: '100%', marginBottom: 12 }}
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
      {crates.map((crate) => (
        <Box key={crate} as="section" aria-label={crate || 'in no case'} mb={4}>
          <Box as="h2" fontSize="m" fontWeight="700" mb={1}>
            {crate || 'In no case'}
          </Box>
          <Box as="ul" listStyleType="none" display="grid">
            {rows.kitLines
              .filter((l) => l.crate === crate)
              .map((l) => (
                <Flex
                  as="li"
                  key={l.id}
                  gap={3}
                  align="center"
                  wrap="wrap"
                  py={1}
                  borderBottom="1px solid"
                  borderColor="hairline"
                  data-kit={l.name}
                >
                  <Box flex="1" minW="160px" overflowWrap="anywhere">
                    <strong>{l.name}</strong>
                    {l.have === 1 ? '' : ` × ${l.have}`}{' '}
                    <Box as="span" color="soft">
                      {STATE_WORDS[l.state]}
                      {l.source === 'own' ? '' : `, ${l.source}`}
                    </Box>
                  </Box>
                  <Button onClick={() => set(l, NEXT[l.state])} aria-label={`${l.name}: ${PRESS[l.state]}`}>
                    {PRESS[l.state]}
                  </Button>
                  {l.state === 'there' || l.state === 'packed' ? (
                    <Button look="quiet" onClick={() => set(l, 'missing')} aria-label={`${l.name} is missing`}>
                      Missing
                    </Button>
                  ) : null}
                </Flex>
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
    </>
  );
}
