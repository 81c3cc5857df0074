import { Box, Flex, Table } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { versionDifference, versionSaid, type EstimateOfJob, type Reckoned } from '@kavrell/core/jobMoney';
import { SCHOOL_WORDS, SECTION_WORDS } from '@kavrell/core/money';
import { estimateOfJob } from '@kavrell/core/productions';
import { formatMoney } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Empty, Part, Tag, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { FormerPace } from './FormerPace.tsx';
import { openVersion, useMoney, type Money } from './useMoney.ts';
import { addVersion, chooseVersion } from './versions.ts';

/** Ways of doing the job side by side, each worked out from the same plan, with what makes the difference. */
export function VersionsView({ toEstimate }: { toEstimate: () => void }) {
  const { production, rows } = usePlanned();
  const money = useMoney();
  const { rows: own, figures, currency, todayMs } = money;
  const reckoned = useMemo(
    () =>
      own.estimates.map((version): Reckoned => ({ version, result: estimateOfJob(own, version, figures, todayMs) })),
    [own, figures, todayMs],
  );
  const say = (minor: number) => formatMoney(minor, currency);
  const like = own.estimates[0] ?? null;
  const offers = offersOf(money);
  return (
    <>
      <Flex gap={2} wrap="wrap" mb={4}>
        {reckoned.length === 0 ? (
          <Button look="primary" onClick={() => addVersion(production.id, rows, { name: 'The plan as it is' })}>
            Begin the estimate
          </Button>
        ) : (
          offers.map((o) => (
            <Button
              key={o.name}
              size="small"
              onClick={() => addVersion(production.id, rows, { ...o.values, name: o.name }, like)}
            >
              {o.words}
            </Button>
          ))
        )}
      </Flex>
      {reckoned.length === 0 ? (
        <Empty title="No version yet">
          A version is a way of doing the job: one day with two people, or two days alone. Each is worked out from the
          same plan, so that they can be laid side by side.
        </Empty>
      ) : (
        <Box overflowX="auto">
          <Table.Root w="100%" aria-label="Versions">
            <Table.Header>
              <Table.Row color="soft" fontSize="s">
                {['Version', 'Net', 'Paid out', 'Stays', 'An hour of yours', ''].map((t, i) => (
                  <Table.ColumnHeader
                    key={t}
                    textAlign={i === 0 ? 'left' : 'right'}
                    pr={2}
                    display={i === 2 ? { base: 'none', md: 'table-cell' } : undefined}
                  >
                    {t}
                  </Table.ColumnHeader>
                ))}
              </Table.Row>
            </Table.Header>
            <Table.Body>
              {reckoned.map(({ version: v, result: r }) => (
                <Table.Row key={v.id} data-version={v.name} borderTop="1px solid" borderColor="hairline">
                  <Table.Cell py={2} overflowWrap="anywhere">
                    <Box fontWeight="700">
                      {v.name} {v.chosen ? <Tag>the job is done by it</Tag> : null}
                    </Box>
                    <Box color="soft">
                      {versionSaid({ version: v, result: r })}; {SCHOOL_WORDS[v.school]}
                    </Box>
                  </Table.Cell>
                  <Table.Cell textAlign="right" pr={2} whiteSpace="nowrap">
                    {say(r.total.netMinor)}
                  </Table.Cell>
                  <Table.Cell textAlign="right" pr={2} whiteSpace="nowrap" display={{ base: 'none', md: 'table-cell' }}>
                    {say(r.paidOutMinor)}
                  </Table.Cell>
                  <Table.Cell textAlign="right" pr={2} whiteSpace="nowrap">
                    {say(r.leavesMinor)}
                  </Table.Cell>
                  <Table.Cell textAlign="right" pr={2} whiteSpace="nowrap">
                    {hourSaid(r, say)}
                  </Table.Cell>
                  <Table.Cell textAlign="right" whiteSpace="nowrap">
                    <Button
                      size="small"
                      aria-label={`Open ${v.name}`}
                      onClick={() => {
                        openVersion(v.id);
                        toEstimate();
                      }}
                    >
                      Open
                    </Button>{' '}
                    {v.chosen ? null : (
                      <Button
                        size="small"
                        aria-label={`Do the job by ${v.name}`}
                        onClick={() => chooseVersion(production.id, rows.estimates, v.id, v.name)}
                      >
                        Do it so
                      </Button>
                    )}
                  </Table.Cell>
                </Table.Row>
              ))}
            </Table.Body>
          </Table.Root>
        </Box>
      )}
      {reckoned.length > 1 ? <SideBySide reckoned={reckoned} currency={currency} /> : null}
      <FormerPace money={money} />
      <HowVersions />
    </>
  );
}

/** How versions are worked out. */
function HowVersions() {
  return (
    <Sheet>
      <Why
        lines={[
          'On another number of days what is shot takes as long in all; what a day costs beside it (arriving, meals that are work, striking) comes again on each day.',
          'Who is there on some days only is there on the same share of them. Places and kit follow the days.',
          'Hires stand at their price, whatever the number of days: ask for the price of other dates.',
        ]}
      />
      <Part title="Care">
        A day that is too long is no saving: Hours in People says who is too tired to drive. Local rules decide on hours
        and rest.
      </Part>
    </Sheet>
  );
}

const hourSaid = (r: EstimateOfJob, say: (minor: number) => string) =>
  r.leavesHourMinor === null ? '–' : say(r.leavesHourMinor);

/** Versions that are worth a look for this plan: alone, one day less, one more. */
function offersOf({ version, figures, rows }: Money) {
  const crew = rows.people.filter((p) => p.kind === 'crew' && p.id !== version.selfId).map((p) => p.id);
  const days = rows.days.length;
  return [
    { name: 'Another version', words: 'Another version', values: {} },
    ...(version.selfId && crew.length > 0 ? [{ name: 'Alone', words: 'Alone', values: { offPersonIds: crew } }] : []),
    ...(version.selfId && crew.length > 0 && days > 0
      ? [
          {
            name: `Alone, ${days + 1} days`,
            words: `Alone, on ${days + 1} days`,
            values: { offPersonIds: crew, dayCount: days + 1 },
          },
        ]
      : []),
    ...(days > 1
      ? [{ name: `On ${days - 1} of ${days} days`, words: 'One day less', values: { dayCount: days - 1 } }]
      : []),
    ...(days > 0 && figures.people.length > 0
      ? [{ name: `On ${days + 1} days`, words: 'One day more', values: { dayCount: days + 1 } }]
      : []),
  ];
}

function SideBySide({ reckoned, currency }: { reckoned: readonly Reckoned[]; currency: string }) {
  const [ids, setIds] = useState<readonly [string, string]>(['', '']);
  const first = reckoned.find((r) => r.version.id === ids[0]) ?? reckoned.find((r) => r.version.chosen) ?? reckoned[0]!;
  const second = reckoned.find((r) => r.version.id === ids[1]) ?? reckoned.find((r) => r !== first)!;
  const difference = versionDifference(first, second, currency);
  const say = (minor: number) => formatMoney(minor, currency);
  const pick = (label: string, value: string, set: (id: string) => void) => (
    <Choice
      aria-label={label}
      style={{ width: 'auto', maxWidth: '100%' }}
      value={value}
      onChange={(e) => set(e.target.value)}
    >
      {reckoned.map(({ version: v }) => (
        <option key={v.id} value={v.id}>
          {v.name}
        </option>
      ))}
    </Choice>
  );
  const more = difference.netMinor;
  return (
    <Box as="section" aria-label="Side by side" mt={6}>
      <Flex gap={2} align="center" wrap="wrap" mb={2}>
        {pick('The first version', first.version.id, (id) => setIds([id, second.version.id]))} against{' '}
        {pick('The second version', second.version.id, (id) => setIds([first.version.id, id]))}
      </Flex>
      <Box fontSize="l" fontWeight="700" data-difference>
        {more === 0 ? 'The same price' : `${say(Math.abs(more))} ${more > 0 ? 'more' : 'less'} for who pays`},{' '}
        {difference.leavesMinor === 0
          ? 'and as much stays'
          : `${say(Math.abs(difference.leavesMinor))} ${difference.leavesMinor > 0 ? 'more' : 'less'} stays with you`}
      </Box>
      <Box color="soft" mb={3}>
        {versionSaid(first)}, against {versionSaid(second)}
      </Box>
      {difference.words.length === 0 ? (
        <Box color="soft">Nothing is different between them.</Box>
      ) : (
        <Box as="ul" display="grid" gap={1} mb={4}>
          {difference.words.map((w) => (
            <li key={w}>{w}</li>
          ))}
        </Box>
      )}
      {difference.sections.length > 0 ? (
        <Table.Root maxW="640px" aria-label="Parts that differ">
          <Table.Header>
            <Table.Row color="soft" fontSize="s">
              {['Part', first.version.name, second.version.name].map((t, i) => (
                <Table.ColumnHeader
                  key={`${i}${t}`}
                  textAlign={i === 0 ? 'left' : 'right'}
                  pr={2}
                  overflowWrap="anywhere"
                >
                  {t}
                </Table.ColumnHeader>
              ))}
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {difference.sections.map((s) => (
              <Table.Row key={s.section} borderTop="1px solid" borderColor="hairline">
                <Table.Cell py={1}>{SECTION_WORDS[s.section]}</Table.Cell>
                <Table.Cell textAlign="right" pr={2}>
                  {say(s.firstMinor)}
                </Table.Cell>
                <Table.Cell textAlign="right" pr={2}>
                  {say(s.secondMinor)}
                </Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
      ) : null}
    </Box>
  );
}
