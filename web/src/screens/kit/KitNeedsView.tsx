import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { KitMatch } from '@kavrell/core/kitNeeds';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button, LinkButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import type { Column } from '../../ui/column.ts';
import { DataTable } from '../../ui/DataTable.tsx';
import { Empty, Look, Part, Why } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet } from '../../ui/sheet.tsx';
import { FormerKit } from './FormerKit.tsx';
import { haveOp } from './kitEdits.ts';
import { NeedWays } from './NeedWays.tsx';
import { SparesPart } from './SparesPart.tsx';
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
    ...{ id: 'get', header: 'To get', width: '84px', end: true, value: (r: NeedRow) => r.get },
    render: (r) =>
      r.get > 0 ? (
        <Look>{amount(r.get, r.need.unit)}</Look>
      ) : (
        <span>{r.coming > 0 ? 'on its way' : r.without > 0 ? 'without' : '–'}</span>
      ),
  },
  { id: 'why', header: 'Asked for by', width: 'minmax(110px, 1fr)', extra: 2, value: (r) => r.need.why.join(', ') },
];

/** What the day, one of its places or the whole job can’t do without: counted from the plan, each with what asks for it, beside what is there and how the rest is got. */
export function KitNeedsView() {
  const { production, rows, me } = usePlanned();
  const [scope, setScope] = useState<string | null>(null);
  const [chosenId, choose] = useHashSelection();
  const kit = useKit(scope);
  const list = useMemo<NeedRow[]>(() => kit.matches.map((m) => ({ ...m, id: m.need.key, version: 1 })), [kit]);
  const chosen = list.find((r) => r.id === chosenId) ?? list[0];
  const nameOf = (id: string) => rows.places.find((p) => p.id === id)?.name ?? 'no place in particular';
  const have = (matches: readonly KitMatch[], label: string) =>
    void change(
      production.id,
      label,
      matches.filter((m) => m.get > 0).map((m, i) => haveOp(rows.kitLines, m, i)),
    );
  if (list.length === 0)
    return (
      <Empty title="Nothing is needed yet" action={me.role === 'owner' ? <FormerKit /> : undefined}>
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
          value={scope ?? ''}
          onChange={(e) => setScope(e.target.value || null)}
        >
          <option value="">the whole day</option>
          {rows.days.length > 1 ? <option value="job">all {rows.days.length} days</option> : null}
          {kit.placeIds.map((id) => (
            <option key={id} value={id}>
              only at {nameOf(id)}
            </option>
          ))}
        </Choice>
        {me.role === 'owner' && lacking.length > 0 ? (
          <Button onClick={() => have(lacking, 'All of it is there')}>All of it is there</Button>
        ) : null}
        {me.role === 'owner' ? (
          <>
            <FormerKit />
            <LinkButton asChild>
              <Link to="/own-kit">Own kit</Link>
            </LinkButton>
          </>
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
        {chosen && me.role === 'owner' && chosen.need.unit === '' ? <NeedWays match={chosen} /> : null}
        <SparesPart matches={list} leftOut={0} />
        <Why
          lines={[
            'Of what stands one after the other the most at once; of what is used up all of it. What nobody planned is not in it, but for tape, cleaning and first aid, which every day wants.',
            'Packs by the minutes each camera is on, less a tenth that stays in them and what the cold takes (typical, ±10 %), and a quarter more as spares; cards by planned takes and a third more (four days of five need no more), and one spare.',
            'Water: a quarter of a litre a head and hour, twice that from 25 °C on.',
            'By when: hired two days before, lent three, bought seven. What it costs in the picture follows from the figures of lenses and lamps; what others charge is theirs to say.',
          ]}
        />
        <Part title="Care">
          Whether it may be used where you use it, the venue, local codes and licensed people decide.
        </Part>
      </Sheet>
    </>
  );
}
