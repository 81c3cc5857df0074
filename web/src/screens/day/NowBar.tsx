import { Box } from '@chakra-ui/react';
import { Link } from 'react-router';
import type { Day, Present } from '@kavrell/core/day';
import type { DayFacts } from '@kavrell/core/productions';
import { stillMissing } from '@kavrell/core/start';
import { screenLink } from '../../app/links.ts';
import { usePlanned } from '../../app/production.tsx';
import { Button } from '../../ui/Button.tsx';
import { nextWords, presentWords } from './present.ts';

/** What counts most just now: on the day what is due, before it what is still missing, after it what was not got. */
export function NowBar({ day, facts, nowMin, present, say, show }: Props & { present: Present | null }) {
  if (present) return <PresentBar {...{ present, say, show }} />;
  if (facts.plan.rows.length === 0) return null;
  return nowMin < day.callMin ? <AheadBar day={day} facts={facts} /> : <OverBar facts={facts} />;
}

interface Props {
  day: Day;
  facts: DayFacts;
  nowMin: number;
  say: (minute: number) => string;
  /** Brings a line into view. */
  show: (id: string) => void;
}

/** A line of words over the day, and where it is settled. */
function Leading({ kind, lead, more, to, press }: Record<'kind' | 'lead' | 'more' | 'to' | 'press', string>) {
  return (
    <Box
      display="flex"
      flexWrap="wrap"
      alignItems="baseline"
      columnGap={3}
      rowGap={1}
      py={2}
      mb={2}
      borderBottom="1px solid"
      borderColor="hairline"
      data-now={kind}
    >
      <strong>{lead}</strong>
      <Box color="soft" flex="1 1 240px">
        {more}
      </Box>
      <Link to={to}>{press}</Link>
    </Box>
  );
}

/** Before the day: what its call sheet still wants, by name. */
function AheadBar({ day, facts }: Pick<Props, 'day' | 'facts'>) {
  const { rows, production, me } = usePlanned();
  if (me.role !== 'owner') return null;
  const open = stillMissing(rows, day, facts.plan).filter((m) => !m.done);
  if (open.length === 0) return null;
  return (
    <Leading
      kind="ahead"
      lead={`Still missing before the day: ${open.length}`}
      more={open.map((m) => m.title.toLowerCase()).join(', ')}
      to={screenLink(production.id, day.number, 'call-sheet')}
      press="To the call sheet"
    />
  );
}

/** After the day, or when all on it is got or dropped: what of it was not got. */
function OverBar({ facts }: Pick<Props, 'facts'>) {
  const { production, day } = usePlanned();
  const open = facts.plan.rows
    .flatMap((r) => r.shots)
    .filter((s) => !['got', 'dropped'].includes(facts.states.get(s.id) ?? ''));
  return (
    <Leading
      kind="over"
      lead={open.length ? `The day is over, not got: ${open.length}` : 'Nothing on this day is left to get.'}
      more={open.map((s) => s.code).join(', ')}
      to={screenLink(production.id, day?.number ?? null, 'wrap')}
      press="What is missing, in Wrap"
    />
  );
}

/** What is due now and what comes after it, as large as it can be, and in view wherever one has scrolled to. */
function PresentBar({ present, say, show }: Pick<Props, 'say' | 'show'> & { present: Present }) {
  return (
    <Box
      position="sticky"
      top={{ base: -3, md: -5 }}
      zIndex={3}
      bg="page"
      borderBottom="2px solid"
      borderColor="accent"
      display="flex"
      flexWrap="wrap"
      alignItems="baseline"
      columnGap={3}
      py={2}
      mb={2}
      data-present
    >
      <Box as="strong" fontSize="xl" lineHeight="1.15" color={present.overMin > 0.5 ? 'look' : 'text'}>
        {presentWords(present, say)}
      </Box>
      <Box color="soft">{nextWords(present, say)}</Box>
      <Button size="small" ml="auto" onClick={() => show(present.on.itemId)}>
        Show it
      </Button>
    </Box>
  );
}
