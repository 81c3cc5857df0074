import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import { deliverableFacts, scopeChecks } from '@kavrell/core/brief';
import { usePlanned } from '../../app/production.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet } from '../../ui/sheet.tsx';
import { Asks, AskSheet } from './Asks.tsx';
import { BriefForm } from './BriefForm.tsx';
import { Deliverables, DeliverableSheet } from './Deliverables.tsx';
import { SignOffs } from './SignOffs.tsx';
import { WantedSummary } from './WantedSummary.tsx';

/** The job, what is handed over and what that asks of the plan, what the client wants to see, who agrees to what. */
export function WantedView() {
  const { production, rows } = usePlanned();
  const [selectedId, select] = useHashSelection();
  const facts = useMemo(
    () => rows.deliverables.map((d) => deliverableFacts(d, production, rows.shots, rows.scenes)),
    [rows.deliverables, production, rows.shots, rows.scenes],
  );
  const checks = useMemo(
    () => scopeChecks(rows.asks, rows.shots, rows.cameras, rows.people),
    [rows.asks, rows.shots, rows.cameras, rows.people],
  );
  const deliverable = facts.find((f) => f.deliverable.id === selectedId);
  const check = checks.find((c) => c.ask.id === selectedId);
  return (
    <>
      <Box display="grid" gridTemplateColumns="minmax(0, 1fr)" gap={9}>
        <Deliverables facts={facts} selectedId={selectedId} select={select} />
        <Asks checks={checks} selectedId={selectedId} select={select} />
        <SignOffs />
        <section aria-label="The job">
          <Box as="h2" fontSize="l" mb={3}>
            The job
          </Box>
          <BriefForm />
        </section>
      </Box>
      <Sheet>
        {deliverable ? (
          <DeliverableSheet key={deliverable.deliverable.id} facts={deliverable} />
        ) : check ? (
          <AskSheet key={check.ask.id} check={check} />
        ) : (
          <WantedSummary facts={facts} checks={checks} />
        )}
      </Sheet>
    </>
  );
}
