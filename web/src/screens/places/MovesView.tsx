import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { cartFields, moveFields, moveMin, passageTroubles, type Cart, type Move } from '@kavrell/core/places';
import { positionAfter } from '@kavrell/core/records';
import { formatMinutes } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { choiceColumn, minutesColumn, numberColumn, textColumn } from '../../ui/columns.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import type { Column } from '../../ui/column.ts';
import { tableEdits } from '../../ui/edits.ts';
import { Look, Part, Why } from '../../ui/parts.tsx';
import { RowFields } from '../../ui/RowFields.tsx';
import { Sheet } from '../../ui/sheet.tsx';

/** Load-out takes about so much longer than load-in: nothing is packed for the road yet. */
const LOAD_OUT = 1.6;
const LOAD_IN_MIN = 12;
const TRAVEL_MIN = 10;

/** Minutes between places, and the carts that must come through their doors. */
export function MovesView() {
  const { production, rows } = usePlanned();
  const name = (id: string) => rows.places.find((p) => p.id === id)?.name ?? '?';
  const choices = useMemo(() => rows.places.map((p) => [p.id, p.name] as const), [rows.places]);
  const { columns, cartColumns } = useMoveColumns(choices);
  const moveEdits = tableEdits<Move>(production.id, 'moves', (m) => `move from ${name(m.fromPlaceId)}`, 'move');
  const newCart = (before: readonly object[] = []) => ({
    name: 'Cart',
    widthM: 0.7,
    heightM: 1.1,
    loadedKg: 80,
    position: positionAfter(rows.carts) + before.length,
  });
  const cartEdits = tableEdits<Cart>(
    production.id,
    'carts',
    (c) => c.name,
    'cart',
    (values, before) => ({
      ...newCart(before),
      ...values,
    }),
  );
  const [pickedId, setPickedId] = useState<string | null>(null);
  const move = rows.moves.find((m) => m.id === pickedId);
  const cart = rows.carts.find((c) => c.id === pickedId);
  const missing = rows.places.flatMap((a) =>
    rows.places
      .filter((b) => a.id !== b.id && !rows.moves.some((m) => m.fromPlaceId === a.id && m.toPlaceId === b.id))
      .map((b) => [a, b] as const),
  );
  const usual = { loadOutMin: Math.round(LOAD_IN_MIN * LOAD_OUT), travelMin: TRAVEL_MIN, loadInMin: LOAD_IN_MIN };
  const addMoves = () =>
    void change(
      production.id,
      'Added the missing moves',
      missing.map(([a, b]) => ({
        op: 'insert',
        table: 'moves',
        values: { fromPlaceId: a.id, toPlaceId: b.id, ...usual },
      })),
    );
  const addCart = () => void change(production.id, 'A cart', [{ op: 'insert', table: 'carts', values: newCart() }]);
  const troubles = rows.places.flatMap((p) =>
    passageTroubles(
      rows.placeFacts.filter((f) => f.placeId === p.id),
      rows.carts,
    ).map((t) => `${p.name}: ${t}`),
  );
  return (
    <>
      <DataTable
        name="Moves"
        rows={rows.moves}
        columns={columns}
        fields={moveFields}
        height="40vh"
        actions={
          missing.length ? (
            <Button size="small" onClick={addMoves}>
              Add {missing.length} missing, at {moveMin(usual)} min each
            </Button>
          ) : null
        }
        {...moveEdits}
        selectedId={pickedId}
        onSelect={(m) => setPickedId(m?.id ?? null)}
      />
      <Flex align="baseline" gap={3} mt={5} mb={2}>
        <Box as="h2" fontSize="m">
          Carts
        </Box>
        <Button size="small" onClick={addCart}>
          Add a cart
        </Button>
      </Flex>
      {rows.carts.length > 0 ? (
        <DataTable
          name="Carts"
          rows={rows.carts}
          columns={cartColumns}
          identity="name"
          fields={cartFields}
          height="24vh"
          {...cartEdits}
          selectedId={pickedId}
          onSelect={(c) => setPickedId(c?.id ?? null)}
        />
      ) : (
        <Box color="soft">A cart is held against every door, lift and ramp of the scouting walk.</Box>
      )}
      <Box as="ul" mt={3} display="grid" gap={1}>
        {troubles.map((t) => (
          <li key={t}>
            <Look>{t}</Look>
          </li>
        ))}
      </Box>
      <Sheet>
        {move ? <RowFields row={move} columns={columns} fields={moveFields} onEdit={moveEdits.onEdit} /> : null}
        {cart ? <RowFields row={cart} columns={cartColumns} fields={cartFields} onEdit={cartEdits.onEdit} /> : null}
        <Part>A move is load-out, travel and load-in; the Day is timed with it.</Part>
        <Why
          lines={[
            `Where nobody said: load-in ${LOAD_IN_MIN} min, load-out ${LOAD_OUT} × that, travel ${TRAVEL_MIN} min.`,
          ]}
        />
        <Part title="Care">
          Lifting and carts on ramps: two people, one below; the venue decides what a lift carries.
        </Part>
      </Sheet>
    </>
  );
}

/** The columns of moves and of carts. */
function useMoveColumns(choices: (readonly [string, string])[]) {
  const columns = useMemo<Column<Move>[]>(
    () => [
      choiceColumn('fromPlaceId', 'From', 'minmax(100px, 1fr)', choices),
      choiceColumn('toPlaceId', 'To', 'minmax(100px, 1fr)', choices),
      { ...minutesColumn<Move>('loadOutMin', 'Load-out', '90px'), extra: 1 },
      { ...minutesColumn<Move>('travelMin', 'Travel', '90px'), extra: 3 },
      { ...minutesColumn<Move>('loadInMin', 'Load-in', '90px'), extra: 2 },
      {
        id: 'all',
        header: 'Whole move',
        width: '110px',
        end: true,
        value: (m) => moveMin(m),
        render: (m) => <strong>{formatMinutes(moveMin(m))}</strong>,
      },
    ],
    [choices],
  );
  const cartColumns = useMemo<Column<Cart>[]>(
    () => [
      textColumn('name', 'Cart', 'minmax(100px, 1fr)'),
      numberColumn('widthM', 'Wide', '84px', { unit: 'm' }),
      numberColumn('heightM', 'High', '84px', { unit: 'm' }),
      numberColumn('loadedKg', 'Loaded', '90px', { unit: 'kg' }),
    ],
    [],
  );
  return { columns, cartColumns };
}
