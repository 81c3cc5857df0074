import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { changeStanding, type Unlogged } from '@kavrell/core/jobMoney';
import { CHANGE_STATE_WORDS, type ScopeChange } from '@kavrell/core/money';
import { SPENT_PARTS, unloggedOf } from '@kavrell/core/productions';
import { positionAfter } from '@kavrell/core/records';
import { formatMoney } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { useSome } from '../../platform/some.ts';
import { Button } from '../../ui/Button.tsx';
import { Empty, Figure, Look, Part, Tag, Why } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet } from '../../ui/sheet.tsx';
import { ChangeSheet } from './ChangeSheet.tsx';
import { pricedBy } from './pricedBy.ts';
import { useMoney } from './useMoney.ts';

const SOURCE_WORDS: Readonly<Record<Unlogged['source'], string>> = {
  roll: 'on the day',
  wish: 'in Brief',
  deliverable: 'to be delivered',
};

/** Changes of scope: noted when they happen, priced by the plan, agreed by a link or by word, or done for nothing and counted. */
export function ChangesView() {
  const { production, rows, day } = useProduction();
  const money = useMoney();
  const [chosenId, choose] = useHashSelection();
  const own = useSome(rows, SPENT_PARTS);
  const { currency, nowMs } = money;
  const say = (minor: number) => formatMoney(minor, currency);
  const unlogged = unloggedOf(own, nowMs);
  const chosen = rows.scopeChanges.find((c) => c.id === chosenId);
  const standing = new Map(rows.scopeChanges.map((c) => [c.id, changeStanding(c, rows.scopeAnswers)]));
  const sum = (state: ScopeChange['state']) =>
    rows.scopeChanges.filter((c) => standing.get(c.id)?.state === state).reduce((s, c) => s + (c.priceMinor ?? 0), 0);
  const log = (
    u: Omit<Unlogged, 'source' | 'sourceId'> & { source: ScopeChange['source']; sourceId: string | null },
  ) => {
    const id = newId();
    const entry = rows.logEntries.find((e) => e.id === u.sourceId);
    const price = pricedBy(u.minutes, u.source, entry?.dayId ?? day?.id ?? null, money);
    const values = {
      ...{
        source: u.source,
        sourceId: u.sourceId,
        title: u.title.slice(0, 160),
        detail: u.detail,
        atMs: Math.round(u.atMs),
        askedBy: u.askedBy,
      },
      ...{
        minutes: u.minutes,
        priceMinor: u.priceMinor ?? price?.suggestedMinor ?? null,
        taxBp: null,
        state: 'open' as const,
        saidBy: '',
        askedOfId: null,
      },
      position: positionAfter(rows.scopeChanges),
    };
    void change(production.id, `Change of scope: ${u.title}`, [{ op: 'insert', table: 'scopeChanges', id, values }]);
    choose(id);
  };
  const typed = () =>
    log({
      source: 'typed',
      sourceId: null,
      title: 'Something more',
      detail: '',
      askedBy: '',
      atMs: nowMs,
      minutes: null,
      priceMinor: null,
    });
  return (
    <>
      <Flex gap={6} wrap="wrap" mb={4}>
        <Figure name="Agreed">{say(sum('agreed'))}</Figure>
        <Figure name="No answer yet" look={sum('asked') + sum('open') > 0}>
          {say(sum('asked') + sum('open'))}
        </Figure>
        <Figure name="Done for nothing" hint="At the price it would have had.">
          {say(sum('free'))}
        </Figure>
        <Flex ml="auto" align="center">
          <Button onClick={typed}>Note a change</Button>
        </Flex>
      </Flex>
      {unlogged.length > 0 ? <CameUp unlogged={unlogged} log={log} /> : null}
      {rows.scopeChanges.length === 0 && unlogged.length > 0 ? null : rows.scopeChanges.length === 0 ? (
        <Empty title="Nothing has changed yet">
          “Could we have one with the mayor too?” Note it the moment it is said: here, on Roll with{' '}
          <strong>More asked for</strong>, or as a wish in Brief. It is priced by the plan, and asked for by a link.
        </Empty>
      ) : (
        <Box as="ul" display="grid">
          {rows.scopeChanges.map((c) => (
            <ChangeRow
              key={c.id}
              change={c}
              standing={standing.get(c.id)!}
              currency={currency}
              chosen={c.id === chosenId}
              choose={() => choose(c.id)}
            />
          ))}
        </Box>
      )}
      <Sheet>
        {chosen ? (
          <ChangeSheet key={chosen.id} change={chosen} standing={standing.get(chosen.id)!} money={money} />
        ) : (
          <>
            <Part title="What stands on the invoice">
              Changes that were agreed stand on the last invoice, each on a line. What was done for nothing stands on
              none, and is counted above.
            </Part>
            <Why
              lines={[
                'A change on a day is priced twice: by the overtime of the crew that is there, and by the same minutes at what the job is sold for; the larger is proposed.',
                'One more to deliver is priced by your rates of a minute delivered.',
                'A yes by link counts for the words and the price that were read. Change either, and it must be asked anew.',
              ]}
            />
          </>
        )}
      </Sheet>
    </>
  );
}

const FEW = 6;
/** What was asked for and no change stands for yet: a press prices it. */
function CameUp({ unlogged, log }: { unlogged: readonly Unlogged[]; log: (one: Unlogged) => void }) {
  const [showAll, setShowAll] = useState(false);
  const shown = showAll ? unlogged : unlogged.slice(0, FEW);
  return (
    <Box as="section" aria-label="Came up" mb={5}>
      <Box as="h2" fontSize="m" mb={2}>
        Came up, and is no change yet
      </Box>
      <Box as="ul" display="grid" gap={2}>
        {shown.map((u) => (
          <Flex as="li" key={u.sourceId} gap={3} wrap="wrap" align="center" data-came-up={u.title}>
            <Box flex="1" minW="200px" overflowWrap="anywhere">
              {u.title} <Tag>{SOURCE_WORDS[u.source]}</Tag>
            </Box>
            <Button size="small" onClick={() => log(u)}>
              Price it
            </Button>
          </Flex>
        ))}
      </Box>
      {unlogged.length > shown.length ? (
        <Button size="small" mt={2} onClick={() => setShowAll(true)}>
          All {unlogged.length}
        </Button>
      ) : null}
    </Box>
  );
}

function ChangeRow({
  change: c,
  standing,
  currency,
  chosen,
  choose,
}: {
  change: ScopeChange;
  standing: ReturnType<typeof changeStanding>;
  currency: string;
  chosen: boolean;
  choose: () => void;
}) {
  return (
    <Flex
      as="li"
      gap={3}
      py={2}
      borderTop="1px solid"
      borderColor="hairline"
      wrap="wrap"
      align="center"
      bg={chosen ? 'panel' : undefined}
      data-change={c.title}
    >
      <Box flex="1" minW="200px">
        <Button
          look="quiet"
          size="small"
          textAlign="left"
          whiteSpace="normal"
          overflowWrap="anywhere"
          aria-pressed={chosen}
          onClick={choose}
        >
          {c.title}
        </Button>
      </Box>
      <Box>
        {standing.changedSince ? (
          <Look>changed since they answered</Look>
        ) : (
          <Tag>{`${CHANGE_STATE_WORDS[standing.state]}${standing.at?.link ? ' by link' : ''}`}</Tag>
        )}
      </Box>
      <Box minW="90px" textAlign="right" fontWeight="600">
        {c.priceMinor === null ? <Look>no price</Look> : formatMoney(c.priceMinor, currency)}
      </Box>
    </Flex>
  );
}
