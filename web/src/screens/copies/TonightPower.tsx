import type { PowerTonight } from '@kavrell/core/tonight';
import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import { positionAfter } from '@kavrell/core/records';
import { chargerFields, packFields, type ChargerRow, type Pack, type ChargeBar } from '@kavrell/core/copies';
import { formatCount } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { TableBench } from '../../app/TableBench.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import type { Column } from '../../ui/column.ts';
import { choiceColumn, flagColumn, numberColumn, textColumn } from '../../ui/columns.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Look } from '../../ui/parts.tsx';
import type { Night } from './useTonight.ts';

const MINUTE_S = 60;
const CHARGERS: Column<ChargerRow>[] = [
  textColumn('name', 'Charger', 'minmax(110px, 1fr)'),
  { ...textColumn<ChargerRow>('fits', 'Takes', '110px'), extra: 1 },
  numberColumn('slots', 'At once', '80px'),
  flagColumn('unattended', 'Nobody awake', '130px', 'may charge', 'not then'),
];

/** Packs and chargers tonight: what goes in when, what is full in the morning, and what is not. */
export function TonightPower({
  night,
  at,
  sockets,
  setSockets,
}: {
  night: Night;
  at: (s: number) => string;
  sockets: string;
  setSockets: (text: string) => void;
}) {
  const { production, rows, me } = useProduction();
  const { power } = night;
  const cameras = useMemo(() => rows.cameras.map((c) => [c.id, `camera ${c.letter}`] as const), [rows.cameras]);
  const packs = useMemo<Column<Pack>[]>(
    () => [
      textColumn('name', 'Pack', 'minmax(110px, 1fr)'),
      { ...textColumn<Pack>('fits', 'Fits', '90px'), extra: 2 },
      { ...numberColumn<Pack>('count', 'There are', '84px'), extra: 1 },
      numberColumn('empty', 'Empty now', '90px'),
      numberColumn('chargeMin', 'Charges in', '104px', { unit: 'min', optional: true }),
      { ...choiceColumn<Pack>('cameraId', 'Runs', '110px', cameras, 'something else'), extra: 3 },
    ],
    [cameras],
  );
  const isOwner = me.role === 'owner';
  if (!isOwner && rows.packs.length === 0) return null;
  const pack = (before: readonly object[] = []) => ({
    ...{
      name: `Pack ${rows.packs.length + before.length + 1}`,
      fits: '',
      count: 2,
      empty: 0,
      chargeMin: null,
      cameraId: null,
    },
    position: positionAfter(rows.packs) + before.length,
  });
  const charger = (before: readonly object[] = []) => ({
    ...{ name: `Charger ${rows.chargers.length + before.length + 1}`, fits: '', slots: 2, unattended: false },
    position: positionAfter(rows.chargers) + before.length,
  });
  const addPacks = () => {
    const id = newId();
    void change(production.id, 'Packs', [{ op: 'insert', table: 'packs', id, values: pack() }]);
    return id;
  };
  const addCharger = () => {
    const id = newId();
    void change(production.id, 'A charger', [{ op: 'insert', table: 'chargers', id, values: charger() }]);
    return id;
  };
  const nameOf = (id: string) =>
    rows.packs.find((p) => p.id === id)?.name ?? rows.chargers.find((c) => c.id === id)?.name ?? id;
  const rounds = power.schedule.bars;
  return (
    <Box as="section" aria-label="Packs" mb={5}>
      <Box as="h2" fontSize="m" fontWeight="700" mb={2}>
        Packs
      </Box>
      {rows.packs.length === 0 ? null : <PackRounds rounds={rounds} at={at} nameOf={nameOf} power={power} />}
      {isOwner ? (
        <>
          <Box w="160px">
            <FormField
              label="Wall sockets"
              error={sockets.trim() === '' || /^\d{1,3}$/.test(sockets.trim()) ? '' : 'A whole number of sockets.'}
              hint="Empty: enough of them"
              input={{ value: sockets, inputMode: 'numeric', onChange: (e) => setSockets(e.target.value) }}
            />
          </Box>
          <TableBench
            title="Kinds of pack"
            table="packs"
            one="kind of pack"
            rows={rows.packs}
            columns={packs}
            fields={packFields}
            nameOf={(p) => p.name}
            adds={[['Add packs', addPacks]]}
            pasted={{ identity: 'name', blank: pack }}
            empty="What runs the cameras: “Large, 6 of them, charge in 180 min”. How many are empty is said each evening."
            height="24vh"
          />
          <TableBench
            title="Chargers"
            table="chargers"
            one="charger"
            rows={rows.chargers}
            columns={CHARGERS}
            fields={chargerFields}
            nameOf={(c) => c.name}
            adds={[['Add a charger', addCharger]]}
            pasted={{ identity: 'name', blank: charger }}
            empty="What packs are put into: “Twin charger, 2 at once”. It fits the packs that have the same word."
            height="24vh"
          />
        </>
      ) : null}
    </Box>
  );
}

/** Which pack goes into which charger when, and what will not be full. */
function PackRounds({
  rounds,
  at,
  nameOf,
  power,
}: {
  rounds: ChargeBar[];
  at: (s: number) => string;
  nameOf: (id: string) => string;
  power: PowerTonight;
}) {
  return (
    <Box as="ul" listStyleType="none" display="grid" gap={1} mb={3} data-packs>
      {rounds.map((b) => (
        <li key={`${b.packId}${b.number}`}>
          {at(b.fromMin * MINUTE_S)} {nameOf(b.packId)} {b.number} into {nameOf(b.chargerId)}, full at{' '}
          {at(b.toMin * MINUTE_S)}
        </li>
      ))}
      {power.short.map((s) => (
        <li key={s.name}>
          <Look>
            {s.lacking} of {formatCount(s.empty, 'empty pack')} {s.name} will not be full
          </Look>
          {s.noCharger ? ': no charger takes it' : ': too few places or hours while somebody is awake'}
        </li>
      ))}
      {rounds.length === 0 && power.short.length === 0 ? <li>No pack is empty.</li> : null}
      {power.schedule.unplugged.length > 0 ? (
        <li>Without a socket: {power.schedule.unplugged.map(nameOf).join(', ')}.</li>
      ) : null}
      {power.assumptions.map((a) => (
        <Box as="li" key={a} color="soft">
          {a}
        </Box>
      ))}
    </Box>
  );
}
