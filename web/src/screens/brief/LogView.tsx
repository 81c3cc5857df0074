import { Box, Flex, Input } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { listChanges } from '@kavrell/contract';
import { revisionFields } from '@kavrell/core/brief';
import { usePlanned } from '../../app/production.tsx';
import { call } from '../../platform/api.ts';
import { change } from '../../platform/rows.ts';
import { Trouble } from '../../app/Trouble.tsx';
import { Button } from '../../ui/Button.tsx';
import { Loading, Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { StaleList } from './StaleList.tsx';
import { Problem } from '../../ui/Problem.tsx';

const when = (ms: number) =>
  new Date(ms).toLocaleString('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  });

/** What changed, by whom, with named drafts between; and all that is stale because of it. */
export function LogView() {
  const { production, rows } = usePlanned();
  const [name, setName] = useState('');
  const [problem, setProblem] = useState('');
  const { data, error, refetch } = useQuery({
    queryKey: ['changes', production.id],
    queryFn: () => call(listChanges, { params: { productionId: production.id } }),
  });
  const add = () => {
    const values = { name, atMs: Date.now(), note: '' };
    const checked = revisionFields.safeParse(values);
    if (!checked.success) {
      setProblem(checked.error.issues[0]?.message ?? '');
      return;
    }
    setProblem('');
    setName('');
    void change(production.id, `Draft: ${name}`, [{ op: 'insert', table: 'revisions', values }]);
  };
  if (error && !data) return <Trouble error={error} again={() => void refetch()} />;
  if (!data) return <Loading what="what changed" />;
  const lines = [
    ...data
      .filter((s) => !s.undone && s.undoes === null)
      .map((s) => ({ id: s.id, atMs: Date.parse(s.at), label: s.label, actor: s.actor, draft: false })),
    ...rows.revisions.map((r) => ({
      id: r.id,
      atMs: r.atMs,
      label: r.note ? `${r.name}: ${r.note}` : r.name,
      actor: '',
      draft: true,
    })),
  ].sort((a, b) => b.atMs - a.atMs);
  return (
    <Box display="grid" gridTemplateColumns="minmax(0, 1fr)" gap={8}>
      <StaleList />
      <section aria-label="What changed">
        <Flex gap={2} align="center" wrap="wrap" mb={3}>
          <Box as="h2" fontSize="l" mr={3}>
            What changed
          </Box>
          <Input
            aria-label="Name of this draft"
            aria-invalid={problem !== ''}
            placeholder="Draft 4"
            value={name}
            onChange={(e) => setName(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === 'Enter') add();
              e.stopPropagation();
            }}
            style={{ width: 180 }}
          />
          <Button onClick={add}>Name this draft</Button>
          {problem ? <Problem>{problem}</Problem> : null}
        </Flex>
        <ol>
          {lines.map((l) => (
            <Box
              as="li"
              key={l.id}
              display="grid"
              gridTemplateColumns={{ base: '1fr', md: '150px minmax(0, 1fr) 150px' }}
              columnGap={4}
              py={l.draft ? 2 : 1}
              borderBottom="1px solid"
              borderColor={l.draft ? 'text' : 'hairline'}
              fontWeight={l.draft ? 700 : 400}
            >
              <Box color="soft" fontWeight={400}>
                {when(l.atMs)}
              </Box>
              <Box overflowWrap="anywhere">{l.label}</Box>
              <Box color="soft" fontSize="s">
                {l.actor}
              </Box>
            </Box>
          ))}
        </ol>
        {lines.length === 0 ? <Box color="soft">Nothing has changed yet.</Box> : null}
      </section>
      <Sheet>
        <Part title="Drafts">
          A draft is a line drawn here: what stands above it came after. Name one whenever a version goes to somebody.
        </Part>
        <Why lines={['The newest hundred changes, as the database recorded them; what was undone is left out.']} />
      </Sheet>
    </Box>
  );
}
