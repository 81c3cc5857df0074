import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import type { KitMatch } from '@kavrell/core/kitNeeds';
import { positionAfter } from '@kavrell/core/records';
import { usePlanned } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change, type Op } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import type { Column } from '../../ui/column.ts';
import { DataTable } from '../../ui/DataTable.tsx';
import { Empty, Look, Part, Why } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet } from '../../ui/sheet.tsx';
import { useKit } from './useKit.ts';

interface NeedRow extends KitMatch {
  id: string;
  version: number;
}
const amount = (n: number, unit: string) => (unit ? `${n}\u00a0${unit}` : String(n));
const COLUMNS: Column<NeedRow>[] = [
  { id: 'department', header: 'For', width: '84px', extra: 1, value: (r) => r.need.department },
  { id: 'what', header: 'What', width: 'minmax(150px, 1.6fr)', value: (r) => r.need.what },
  {
    ...{ id: 'count', header: 'Needed', width: '72px', end: true, value: (r: NeedRow) => r.need.count },
    render: (r) => <span>{amount(r.need.count, r.need.unit)}</span>,
  },
  { id: 'have', header: 'Have', width: '60px', end: true, value: (r) => r.have },
  {
    ...{ id: 'get', header: 'To get', width: '70px', end: true, value: (r: NeedRow) => r.get },
    render: (r) => (r.get > 0 ? <Look>{amount(r.get, r.need.unit)}</Look> : <span>–</span>),
  },
  { id: 'why', header: 'Asked for by', width: 'minmax(110px, 1fr)', extra: 2, value: (r) => r.need.why.join(', ') },
];

/** What the day or one of its places can’t do without: counted from the plan, each with what asks for it, beside what is there. */
export function KitNeedsView() {
  const { production, rows, me } = usePlanned();
  const [placeId, setPlaceId] = useState<string | null>(null);
  const [chosenId, choose] = useHashSelection();
  const kit = useKit(placeId);
  const list = useMemo<NeedRow[]>(() => (kit?.matches ?? []).map((m) => ({ ...m, id: m.need.key, version: 1 })), [kit]);
  const chosen = list.find((r) => r.id === chosenId) ?? list[0];
  const nameOf = (id: string) => rows.places.find((p) => p.id === id)?.name ?? 'no place in particular';
  const line = (m: KitMatch, at: number): Op => ({
    ...{ op: 'insert', table: 'kitLines', id: newId() },
    values: {
      ...{ need: m.need.key, name: m.need.what, have: m.get, source: 'own', crate: m.need.department, carrierId: null },
      ...{ state: '', seenAtId: null, note: '', position: positionAfter(rows.kitLines) + at },
    },
  });
  const have = (matches: readonly KitMatch[], label: string) =>
    void change(production.id, label, matches.filter((m) => m.get > 0).map(line));
  if (list.length === 0)
    return (
      <Empty title="Nothing is needed yet">
        Put shots onto the day: what they ask for is counted here, lamps, lenses, rings, packs, cards, water.
      </Empty>
    );
  const lacking = list.filter((r) => r.get > 0);
  return (
    <>
      <Flex gap={2} wrap="wrap" align="center" mb={3}>
        <Choice
          aria-label="For the whole day or one place"
          style={{ width: 'auto', maxWidth: '100%' }}
          value={placeId ?? ''}
          onChange={(e) => setPlaceId(e.target.value || null)}
        >
          <option value="">the whole day</option>
          {(kit?.placeIds ?? []).map((id) => (
            <option key={id} value={id}>
              only at {nameOf(id)}
            </option>
          ))}
        </Choice>
        {me.role === 'owner' && lacking.length > 0 ? (
          <Button onClick={() => have(lacking, 'All of it is there')}>All of it is there</Button>
        ) : null}
      </Flex>
      <DataTable
        name="Needed"
        rows={list}
        columns={COLUMNS}
        height="64vh"
        selectedId={chosen?.id ?? null}
        onSelect={(r) => choose(r?.id ?? null)}
      />
      <Sheet>
        {chosen ? (
          <Part title={chosen.need.department}>
            <Box as="h2" overflowWrap="anywhere">
              {chosen.need.what}: {amount(chosen.need.count, chosen.need.unit)}
            </Box>
            <Box overflowWrap="anywhere">Asked for by {chosen.need.why.join(', ')}.</Box>
            {chosen.need.places.length > 0 ? (
              <Box>{chosen.need.places.map((p) => `${nameOf(p.placeId)}: ${p.count}`).join('; ')}.</Box>
            ) : null}
            {me.role === 'owner' && chosen.get > 0 ? (
              <Button mt={2} look="primary" onClick={() => have([chosen], `${chosen.need.what} is there`)}>
                {amount(chosen.get, chosen.need.unit)} of it is there
              </Button>
            ) : null}
          </Part>
        ) : null}
        <Why
          lines={[
            'Of what stands one after the other the most at once; of what is used up all of it. What nobody planned is not in it.',
            'Packs by the minutes each camera is on, less a tenth that stays in them and what the cold takes (typical, ±10 %), and a quarter more as spares; cards by planned takes, and one spare.',
            'Water: a quarter of a litre a head and hour, twice that from 25 °C on.',
          ]}
        />
        <Part title="Care">
          Whether it may be used where you use it, the venue, local codes and licensed people decide.
        </Part>
      </Sheet>
    </>
  );
}
