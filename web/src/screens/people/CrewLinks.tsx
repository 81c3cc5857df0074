import { Box, Flex, Input } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { crewLinkBody, listLinks, makeLink, revokeLink } from '@kavrell/contract';
import { usePlanned } from '../../app/production.tsx';
import { call, wordsOf } from '../../platform/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Part } from '../../ui/parts.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Problem } from '../../ui/Problem.tsx';

const ROLES = { read: 'read the call sheet', log: 'log takes', offload: 'copy cards' } as const;

/** Links for people without an account: each for one role, for some days, and withdrawn with one key. */
export function CrewLinks() {
  const { production } = usePlanned();
  const client = useQueryClient();
  const params = { productionId: production.id };
  const links = useQuery({ queryKey: ['links', production.id], queryFn: () => call(listLinks, { params }) });
  const [label, setLabel] = useState('');
  const [role, setRole] = useState<keyof typeof ROLES>('log');
  const [address, setAddress] = useState('');
  const [problem, setProblem] = useState('');
  const again = () => client.invalidateQueries({ queryKey: ['links', production.id] });
  const make = () => {
    const body = crewLinkBody.safeParse({ label, role, days: 14 });
    if (!body.success) {
      setProblem(body.error.issues[0]?.message ?? '');
      return;
    }
    setProblem('');
    call(makeLink, { params, body: body.data }).then(
      ({ token }) => {
        setAddress(`${window.location.origin}/enter#${token}`);
        setLabel('');
        void again();
      },
      (error: unknown) => setProblem(wordsOf(error)),
    );
  };
  const live = links.data?.filter((l) => !l.revoked) ?? [];
  return (
    <Part title="Links for the crew">
      <form
        onSubmit={(e) => {
          e.preventDefault();
          make();
        }}
      >
        <Flex gap={2} wrap="wrap">
          <Input
            placeholder="For whom"
            aria-label="Whom the link is for"
            aria-invalid={problem !== ''}
            value={label}
            onChange={(e) => setLabel(e.target.value)}
          />
          <Choice
            aria-label="What the link allows"
            value={role}
            onChange={(e) => setRole(e.target.value as keyof typeof ROLES)}
          >
            {Object.entries(ROLES).map(([key, words]) => (
              <option key={key} value={key}>
                may {words}
              </option>
            ))}
          </Choice>
          <Button type="submit">Make a link for 14 days</Button>
        </Flex>
      </form>
      {problem ? <Problem mt={2}>{problem}</Problem> : null}
      {address ? (
        <Box mt={3}>
          <Box color="soft" fontSize="s">
            Shown once; send it now:
          </Box>
          <Input
            fontFamily="mono"
            readOnly
            aria-label="The new link"
            value={address}
            onFocus={(e) => e.target.select()}
          />
        </Box>
      ) : null}
      <ul>
        {live.map((l) => (
          <li key={l.id} style={{ display: 'flex', gap: 8, alignItems: 'center', marginTop: 8 }}>
            <span style={{ flex: 1 }}>
              {l.label}, may {ROLES[l.role]}
            </span>
            <Button
              size="small"
              onClick={() =>
                void call(revokeLink, { params: { ...params, linkId: l.id } }).then(again, (error: unknown) =>
                  setProblem(wordsOf(error)),
                )
              }
            >
              Withdraw
            </Button>
          </li>
        ))}
      </ul>
    </Part>
  );
}
