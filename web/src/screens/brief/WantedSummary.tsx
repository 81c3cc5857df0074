import { Flex } from '@chakra-ui/react';
import type { DeliverableFacts, ScopeCheck } from '@kavrell/core/brief';
import { formatCount, formatDate, formatRunning } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { Facts, Look, Part } from '../../ui/parts.tsx';

const MOST_DUE = 4;

/** What the side sheet says of the whole brief while nothing is chosen: how much is handed over, when, and what the plan does not have yet. */
export function WantedSummary({
  facts,
  checks,
}: {
  facts: readonly DeliverableFacts[];
  checks: readonly ScopeCheck[];
}) {
  const { rows } = usePlanned();
  const pieces = facts.reduce((t, f) => t + f.deliverable.pieces, 0);
  const seconds = facts.reduce((t, f) => t + f.deliveredS, 0);
  const due = [
    ...rows.deliverables.map((d) => ({ id: d.id, what: d.title, date: d.due })),
    ...rows.signOffs
      .filter((s) => s.givenOn === null)
      .map((s) => ({ id: s.id, what: `${s.what} agreed`, date: s.due })),
  ]
    .flatMap((d) => (d.date ? [{ ...d, date: d.date }] : []))
    .sort((a, b) => a.date.localeCompare(b.date))
    .slice(0, MOST_DUE);
  const count = (state: ScopeCheck['state']) => checks.filter((c) => c.state === state).length;
  const holes = checks.filter((c) => c.state === 'hole');
  return (
    <>
      <Part title="All that is wanted">
        <Facts
          rows={[
            [
              'Handed over',
              pieces ? `${formatCount(pieces, 'piece')}, ${formatRunning(seconds * 1000)}` : 'nothing yet',
            ],
            ['Wishes in the plan', count('met')],
            ['Not answered', count('open') ? <Look>{count('open')}</Look> : 'none'],
            ['With nothing in the plan', holes.length ? <Look>{holes.length}</Look> : 'none'],
            ['Declined', count('declined')],
          ]}
        />
      </Part>
      {due.length ? (
        <Part title="Due first">
          {due.map((d) => (
            <Flex key={d.id} justify="space-between" gap={3}>
              <span>{d.what}</span>
              <strong>{formatDate(d.date)}</strong>
            </Flex>
          ))}
        </Part>
      ) : null}
      {holes.length ? (
        <Part title="Asked for, and not in the plan">
          {holes.map((h) => (
            <div key={h.ask.id}>{h.ask.title}</div>
          ))}
        </Part>
      ) : null}
    </>
  );
}
