import { Box, Table } from '@chakra-ui/react';
import { useMemo } from 'react';
import { catalogueOf, dayNeeds, setupNeeds, type Need } from '@kavrell/core/light';
import { toCsv } from '@kavrell/core/formats';
import { usePlanned } from '../../app/production.tsx';
import { saveAs } from '../../platform/save.ts';
import { Button } from '../../ui/Button.tsx';
import { Empty, ScreenHead } from '../../ui/parts.tsx';

const key = (n: Need) => `${n.group}/${n.key}`;

/** What the day’s setups need, each beside the others; the day’s column is what must be in the van. */
export function NeedsView() {
  const { rows, timed, day } = usePlanned();
  const catalogue = useMemo(() => catalogueOf(rows.lightKit), [rows.lightKit]);
  const used = useMemo(() => {
    const ids = new Set((timed?.rows ?? []).flatMap((r) => (r.setup ? [r.setup.id] : [])));
    const ofDay = rows.setups.filter((s) => ids.has(s.id));
    return (ofDay.length > 0 ? ofDay : rows.setups).map((s) => ({
      setup: s,
      needs: setupNeeds(s.plan, rows.rooms.find((r) => r.id === s.plan.roomId) ?? null, catalogue),
    }));
  }, [timed, rows.setups, rows.rooms, catalogue]);
  const all = dayNeeds(used.map((u) => u.needs));
  if (all.length === 0)
    return (
      <Empty title="Nothing needed yet">
        Draw a setup: its lamps, stands, ballast, cable and packs are counted here for the day.
      </Empty>
    );
  const count = (needs: readonly Need[], n: Need) => needs.find((x) => key(x) === key(n))?.count ?? 0;
  const csv = () =>
    saveAs(
      'light-needs.csv',
      'text/csv',
      toCsv(
        ['Group', 'What', ...used.map((u) => u.setup.code), 'Day'],
        all.map((n) => [n.group, n.name, ...used.map((u) => count(u.needs, n)), n.count]),
      ),
    );
  return (
    <>
      <ScreenHead
        title={day ? `Needed on day ${day.number}` : 'Needed'}
        note="the most that any one setup asks for: they stand one after the other"
      >
        <Button size="small" onClick={csv}>
          CSV
        </Button>
      </ScreenHead>
      <Box overflowX="auto">
        <Table.Root
          css={{
            borderCollapse: 'collapse',
            '& td, & th': {
              padding: '4px 10px',
              borderBottom: '1px solid',
              borderColor: 'hairline',
              textAlign: 'left',
            },
            '& .n': { textAlign: 'right' },
          }}
        >
          <Table.Header>
            <Table.Row>
              <Table.ColumnHeader scope="col">What</Table.ColumnHeader>
              {used.map((u) => (
                <Table.ColumnHeader key={u.setup.id} scope="col" className="n">
                  {u.setup.code}
                </Table.ColumnHeader>
              ))}
              <Table.ColumnHeader scope="col" className="n">
                Day
              </Table.ColumnHeader>
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {all.map((n, i) => (
              <Table.Row key={key(n)}>
                <Table.Cell>
                  {all[i - 1]?.group !== n.group ? (
                    <Box color="soft" fontSize="s">
                      {n.group}
                    </Box>
                  ) : null}
                  {n.name}
                </Table.Cell>
                {used.map((u) => (
                  <Table.Cell key={u.setup.id} className="n">
                    {count(u.needs, n) || ''}
                  </Table.Cell>
                ))}
                <Table.Cell className="n">
                  <strong>{n.count}</strong>
                </Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
      </Box>
    </>
  );
}
