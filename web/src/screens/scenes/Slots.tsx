import { asTyped } from '@kavrell/core/productions';
import { Box, Flex } from '@chakra-ui/react';
import { useCallback, useMemo, useState } from 'react';
import { slotClashes, slotFields, type Scene, type Slot } from '@kavrell/core/scenes';
import { formatClock, formatMinuteOfDay, formatMinutes, parseClockOn, parseMinutes } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { choiceColumn, minutesColumn, textColumn } from '../../ui/columns.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import type { Column } from '../../ui/column.ts';
import { tableEdits } from '../../ui/edits.ts';
import { Look } from '../../ui/parts.tsx';

/** Minutes in which one party has the place to itself, traded between operators and the stills photographer. */
export function Slots({ scenes }: { scenes: readonly Scene[] }) {
  const { production, rows, day } = usePlanned();
  const [tradeId, setTradeId] = useState<string | null>(null);
  const name = (id: string) => rows.people.find((p) => p.id === id)?.shortName ?? 'somebody';
  const clock = useCallback(
    (m: number) => (day ? formatMinuteOfDay(m, day) : formatClock(Math.floor(m / 60) % 24, m % 60, '24')),
    [day],
  );
  const slots = useMemo(() => [...rows.slots].sort((a, b) => a.startMin - b.startMin), [rows.slots]);
  const clashes = useMemo(() => slotClashes(slots), [slots]);
  const holders = useMemo(() => rows.people.filter((p) => p.kind !== 'talent'), [rows.people]);
  const columns = useMemo<Column<Slot>[]>(
    () => [
      {
        id: 'startMin',
        header: 'From',
        width: '72px',
        end: true,
        value: (s) => s.startMin,
        render: (s) => <span>{clock(s.startMin)}</span>,
        edit: { get: (s) => clock(s.startMin), set: (t) => ({ startMin: parseClockOn(t, day) }) },
      },
      minutesColumn<Slot>('lengthMin', 'For', '72px'),
      choiceColumn<Slot>(
        'holderId',
        'Has it',
        'minmax(90px, 1fr)',
        holders.map((p) => [p.id, p.shortName] as const),
      ),
      {
        ...choiceColumn<Slot>(
          'sceneId',
          'In',
          'minmax(110px, 1.4fr)',
          scenes.map((s) => [s.id, `${s.number} ${s.title}`] as const),
        ),
        extra: 2,
      },
      { ...textColumn<Slot>('note', 'For what', 'minmax(120px, 2fr)'), extra: 1 },
    ],
    [holders, scenes, clock, day],
  );
  const edits = tableEdits<Slot>(production.id, 'slots', (s) => `the slot at ${clock(s.startMin)}`, 'slot');
  const add = () => {
    const scene = scenes.find((s) => s.plannedMin !== null) ?? scenes[0];
    const holder = holders.find((p) => p.kind === 'client') ?? holders[0];
    if (!scene || !holder) return;
    void change(production.id, `A slot for ${holder.shortName}`, [
      {
        op: 'insert',
        table: 'slots',
        values: {
          sceneId: scene.id,
          holderId: holder.id,
          startMin: asTyped(scene).plannedMin ?? (day ? asTyped(day).callMin : 540),
          lengthMin: parseMinutes('5'),
          note: '',
        },
      },
    ]);
  };
  const chosen = slots.find((s) => s.id === tradeId);
  return (
    <section aria-label="Who has the place when">
      <Flex gap={3} align="baseline" mb={2} wrap="wrap">
        <Box as="h2" fontSize="l">
          Who has the place when
        </Box>
        <Button size="small" disabled={!scenes.length || !holders.length} onClick={add}>
          Add a slot
        </Button>
      </Flex>
      {clashes.map(([a, b]) => (
        <Box key={`${a.id}${b.id}`}>
          <Look>
            {name(a.holderId)} at {clock(a.startMin)} for {formatMinutes(a.lengthMin)} and {name(b.holderId)} at{' '}
            {clock(b.startMin)} lie over each other.
          </Look>
        </Box>
      ))}
      {slots.length === 0 ? (
        <Box color="soft">Nobody has asked for minutes of their own. The stills photographer will.</Box>
      ) : (
        <>
          <DataTable
            name="Slots"
            rows={slots}
            columns={columns}
            fields={slotFields}
            height="30vh"
            onEdit={edits.onEdit}
            onDelete={edits.onDelete}
          />
          <TradeBar chosen={chosen} name={name} clock={clock} slots={slots} tradeId={tradeId} setTradeId={setTradeId} />
        </>
      )}
    </section>
  );
}

/** Two who trade their minutes. */
function TradeBar({
  chosen,
  name,
  clock,
  slots,
  tradeId,
  setTradeId,
}: {
  chosen: Slot | undefined;
  name: (id: string) => string;
  clock: (m: number) => string;
  slots: Slot[];
  tradeId: string | null;
  setTradeId: (next: string | null) => void;
}) {
  const { production } = usePlanned();
  const trade = (other: Slot) => {
    if (!chosen) return;
    void change(production.id, `${name(chosen.holderId)} and ${name(other.holderId)} trade slots`, [
      { op: 'update', table: 'slots', row: chosen, values: { holderId: other.holderId } },
      { op: 'update', table: 'slots', row: other, values: { holderId: chosen.holderId } },
    ]);
    setTradeId(null);
  };
  return (
    <Flex gap={2} wrap="wrap" mt={2} align="center">
      <Box color="soft" fontSize="s">
        {chosen ? `Trade ${name(chosen.holderId)}’s ${clock(chosen.startMin)} for:` : 'Trade:'}
      </Box>
      {slots.map((s) => (
        <Button
          key={s.id}
          size="small"
          aria-pressed={s.id === tradeId}
          look={s.id === tradeId ? 'on' : 'plain'}
          disabled={chosen !== undefined && s.id !== tradeId && s.holderId === chosen.holderId}
          onClick={() => (chosen && s.id !== tradeId ? trade(s) : setTradeId(s.id === tradeId ? null : s.id))}
        >
          {name(s.holderId)} {clock(s.startMin)}
        </Button>
      ))}
    </Flex>
  );
}
