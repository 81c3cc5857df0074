import { Box, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import { parseDate } from '@kavrell/core/dates';
import { signOffFields, type SignOff } from '@kavrell/core/brief';
import { positionAfter } from '@kavrell/core/records';
import { formatDate } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { productionNow } from '../../platform/clock.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { textColumn } from '../../ui/columns.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import type { Column } from '../../ui/column.ts';
import { tableEdits } from '../../ui/edits.ts';
import { dueColumn } from './Deliverables.tsx';

/** Who signs off what, by when, and whether they have. */
export function SignOffs() {
  const { production, rows } = usePlanned();
  const today = new Date(productionNow(production)).toISOString().slice(0, 10);
  const edits = tableEdits<SignOff>(
    production.id,
    'signOffs',
    (s) => s.what,
    'sign-off',
    (values, before) => ({ ...blank(before), ...values }),
  );
  const columns = useMemo<Column<SignOff>[]>(
    () => [
      textColumn('what', 'What', 'minmax(150px, 2fr)'),
      { ...textColumn<SignOff>('who', 'Who', 'minmax(110px, 1fr)'), extra: 2 },
      { ...dueColumn<SignOff>(), extra: 1 },
      {
        id: 'givenOn',
        header: 'Given',
        width: '120px',
        value: (s) => s.givenOn,
        render: (s) =>
          s.givenOn ? (
            <span>{formatDate(s.givenOn)}</span>
          ) : (
            <span className={s.due && s.due < today ? 'look' : 'soft'}>
              {s.due && s.due < today ? 'overdue' : 'not yet'}
            </span>
          ),
        edit: {
          get: (s) => s.givenOn ?? '',
          set: (text) => ({ givenOn: text.trim() === '' ? null : parseDate(text, today) }),
          date: true,
        },
      },
      { ...textColumn<SignOff>('note', 'Note', 'minmax(90px, 1fr)'), extra: 3 },
    ],
    [today],
  );
  const blank = (before: readonly unknown[] = []) => ({
    what: 'Script',
    who: production.client,
    due: null,
    givenOn: null,
    note: '',
    position: positionAfter(rows.signOffs) + before.length,
  });
  const add = () =>
    void change(production.id, 'Added a sign-off', [{ op: 'insert', table: 'signOffs', values: blank() }]);
  return (
    <section aria-label="Signed off">
      <Flex gap={3} align="baseline" mb={2}>
        <Box as="h2" fontSize="l">
          Signed off
        </Box>
      </Flex>
      {rows.signOffs.length === 0 ? (
        <Flex gap={3} align="center">
          <Box color="soft">Nobody has to agree to anything yet.</Box>
          <Button size="small" onClick={add}>
            Add a sign-off
          </Button>
        </Flex>
      ) : (
        <DataTable
          tall
          name="Signed off"
          rows={rows.signOffs}
          columns={columns}
          fields={signOffFields}
          identity="what"
          height="26vh"
          actions={
            <Button size="small" onClick={add}>
              Add a sign-off
            </Button>
          }
          {...edits}
        />
      )}
    </section>
  );
}
