import { Box, Flex, Input } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { readMediaRoots, setMediaRoots } from '@kavrell/contract';
import { call, wordsOf } from '../../platform/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Look, Part, Why } from '../../ui/parts.tsx';
import { Problem } from '../../ui/Problem.tsx';

const KEY = ['mediaRoots'];

/** The folders below which cards and drives show up, and those the owner adds. */
export function MediaFolders() {
  const client = useQueryClient();
  const { data, error } = useQuery({ queryKey: KEY, queryFn: () => call(readMediaRoots, { params: {} }) });
  const [typed, setTyped] = useState('');
  const [problem, setProblem] = useState('');
  const own = data?.roots.filter((r) => !r.fixed).map((r) => r.path) ?? [];
  const save = (roots: string[]) =>
    call(setMediaRoots, { params: {}, body: { roots } }).then(
      (answer) => {
        client.setQueryData(KEY, answer);
        void client.invalidateQueries({ queryKey: ['media'] });
        setTyped('');
        setProblem('');
      },
      (e: unknown) => setProblem(wordsOf(e)),
    );
  return (
    <Part title="Where cards and drives show up">
      {error ? <Box color="soft">{wordsOf(error)}</Box> : null}
      <Box as="ul" display="grid" gap={2} mb={2}>
        {data?.roots.map((r) => (
          <li key={r.path}>
            <Flex gap={2} align="baseline" wrap="wrap" overflowWrap="anywhere">
              <span className="mono">{r.path}</span>
              {r.fixed ? null : (
                <Button
                  size="small"
                  look="quiet"
                  aria-label={`Take ${r.path} off the list`}
                  onClick={() => void save(own.filter((o) => o !== r.path))}
                >
                  Take off
                </Button>
              )}
            </Flex>
            {r.trouble ? <Look>{r.trouble}</Look> : null}
          </li>
        ))}
      </Box>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void save([...own, typed.trim()]);
        }}
      >
        <Flex gap={2}>
          <Input
            aria-label="Another folder"
            placeholder={data?.allowed[0] ?? '/media'}
            aria-invalid={problem !== ''}
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
          />
          <Button type="submit" disabled={typed.trim() === ''}>
            Add
          </Button>
        </Flex>
      </form>
      {problem ? (
        <Problem mt={2} overflowWrap="anywhere">
          {problem}
        </Problem>
      ) : null}
      <Box mt={3}>
        <Why
          lines={[
            `Folders may be added that lie in ${data?.allowed.join(', ') ?? '…'}: where systems mount cards and drives.`,
            'Do yours mount elsewhere? Look where: plug one in and run lsblk (or df). Then stop Kavrell, and start it with KAVRELL_MEDIA_ALLOWED=/that/folder npm start.',
          ]}
        />
      </Box>
    </Part>
  );
}
