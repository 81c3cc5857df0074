import { Box, Table } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import type { Order } from '@kavrell/core/day';
import { formatAgainst, formatCount, formatMinutes } from '@kavrell/core/units';
import { Look } from '../../ui/parts.tsx';

/** One order of the day beside the one that is listed. */
export function OrderRow({
  school,
  title,
  note,
  order: o,
  listed,
  wrapSaid,
  more = null,
  act = null,
}: {
  school: string;
  title: string;
  note: string;
  order: Order | null;
  listed: Order;
  /** The wrap of an order, as it is said. */
  wrapSaid: (order: Order) => string;
  /** What stands here while there is none. */
  more?: ReactNode;
  act?: ReactNode;
}) {
  return (
    <Table.Row borderBottom="1px solid" borderColor="hairline" data-school={school}>
      <Table.Cell py={2} pr={3}>
        <strong>{title}</strong>
        <Box color="soft" fontSize="s">
          {note}
        </Box>
      </Table.Cell>
      <Table.Cell textAlign="right" pr={3} whiteSpace="nowrap">
        {o ? formatMinutes(o.changeMin) : ''}
      </Table.Cell>
      <Table.Cell textAlign="right" pr={3} whiteSpace="nowrap" className="narrow-off">
        {o ? formatMinutes(o.waitingMin) : ''}
      </Table.Cell>
      <Table.Cell textAlign="right" pr={3} whiteSpace="nowrap">
        {o ? wrapSaid(o) : ''}
      </Table.Cell>
      <Table.Cell pr={3}>
        {o ? (
          <>
            {o.violations.length ? (
              <Look>{formatCount(o.violations.length, 'rule')} broken</Look>
            ) : o.optimal ? (
              'proven earliest'
            ) : (
              ''
            )}
            {o !== listed && o.violations.length === 0 ? (
              <Box color="soft" fontSize="s">
                {formatAgainst(o.wrapMin - listed.wrapMin, { late: 'later', early: 'earlier', even: 'the same wrap' })}
              </Box>
            ) : null}
          </>
        ) : (
          more
        )}
      </Table.Cell>
      <Table.Cell textAlign="right">{act}</Table.Cell>
    </Table.Row>
  );
}
