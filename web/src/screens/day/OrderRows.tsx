import type { ReactNode } from 'react';
import { Table, Flex } from '@chakra-ui/react';
import type { Order, SavedOrder } from '@kavrell/core/day';
import { useProduction } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { OrderRow } from './OrderRow.tsx';
import type { School } from './useSeekOrders.ts';

/** The headings of the orders. */
export function OrdersHead() {
  return (
    <Table.Header>
      <Table.Row color="soft" fontSize="s" textAlign="left">
        <Table.ColumnHeader>Order</Table.ColumnHeader>
        <Table.ColumnHeader textAlign="right" pr={3}>
          Change-overs
        </Table.ColumnHeader>
        <Table.ColumnHeader textAlign="right" pr={3} className="narrow-off">
          Waiting
        </Table.ColumnHeader>
        <Table.ColumnHeader textAlign="right" pr={3}>
          Wrap
        </Table.ColumnHeader>
        <Table.ColumnHeader aria-label="What of it" />
        <Table.ColumnHeader aria-label="Take it" />
      </Table.Row>
    </Table.Header>
  );
}

/** The order of one school: found, or on the way. */
export function SchoolRow({
  school,
  beside,
  title,
  note,
  order,
  more,
  take,
}: {
  school: School;
  beside: { listed: Order; wrapSaid: (o: Order) => string };
  title: string;
  note: string;
  order: Order | null;
  more: ReactNode;
  take: (words: string, ids: readonly string[]) => void;
}) {
  return (
    <OrderRow
      {...beside}
      school={school}
      title={title}
      note={note}
      order={order}
      more={more}
      act={
        order ? (
          <Button
            size="small"
            onClick={() =>
              take(
                title.toLowerCase(),
                order.order.map((o) => o.id),
              )
            }
          >
            Take it
          </Button>
        ) : null
      }
    />
  );
}

/** What can be done with an order that was kept beside. */
export function SavedActs({
  take,
  saved,
  ids,
}: {
  take: (words: string, ids: readonly string[]) => void;
  saved: SavedOrder;
  ids: string[];
}) {
  const { production } = useProduction();

  return (
    <Flex gap={1} justify="flex-end">
      <Button size="small" onClick={() => take(saved.name, ids)}>
        Take it
      </Button>
      <Button
        size="small"
        onClick={() =>
          void change(production.id, `Threw away ${saved.name}`, [{ op: 'delete', table: 'savedOrders', row: saved }])
        }
      >
        Throw away
      </Button>
    </Flex>
  );
}

/** Seeks better orders, and keeps the one that stands. */
export function OrdersBar({
  seek,
  seeking,
  stop,
  keep,
}: {
  seek: () => void;
  seeking: boolean;
  stop: () => void;
  keep: () => undefined;
}) {
  return (
    <Flex gap={2} mb={3} wrap="wrap">
      <Button look="primary" onClick={seek} disabled={seeking}>
        Seek better orders
      </Button>
      {seeking ? <Button onClick={stop}>Stop</Button> : null}
      <Button onClick={keep}>Keep this order beside</Button>
    </Flex>
  );
}
