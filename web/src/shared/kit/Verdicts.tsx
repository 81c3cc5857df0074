import { Box } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { readVerdicts } from '@kavrell/contract';
import { KIT_VERDICT_WORDS } from '@kavrell/core/log';
import { dateOf } from '@kavrell/core/time';
import { formatDate } from '@kavrell/core/units';
import { call } from '../../platform/api.ts';
import { Part } from '../../ui/parts.tsx';

const plain = (name: string): string => name.trim().toLowerCase();

/** What was found of a thing on former jobs: of this very piece, or of things of this name. Nothing where nobody said anything. */
export function Verdicts({ name, pieceId }: { name: string; pieceId: string | null }) {
  const { data } = useQuery({
    queryKey: ['verdicts'],
    queryFn: () => call(readVerdicts, { params: {} }),
    staleTime: 60_000,
  });
  const own = (data ?? []).filter((v) => (pieceId !== null && v.pieceId === pieceId) || plain(v.name) === plain(name));
  if (own.length === 0) return null;
  return (
    <Part title="What was found of it">
      {own.slice(0, 8).map((v) => (
        <Box key={`${v.job}${v.atMs}`} data-verdict>
          <strong>{KIT_VERDICT_WORDS[v.verdict]}</strong>
          {v.words ? `: ${v.words}` : ''}{' '}
          <Box as="span" color="soft">
            {v.job}, {formatDate(dateOf(v.atMs, 'UTC'), { year: true })}
          </Box>
        </Box>
      ))}
    </Part>
  );
}

/** Things of a job of which somebody said on a former one that they would rather not take them again. */
export function Misgivings({ names }: { names: readonly string[] }) {
  const { data } = useQuery({
    queryKey: ['verdicts'],
    queryFn: () => call(readVerdicts, { params: {} }),
    staleTime: 60_000,
  });
  const wanted = new Set(names.map(plain));
  const own = (data ?? []).filter((v) => v.verdict !== 'again' && wanted.has(plain(v.name)));
  if (own.length === 0) return null;
  return (
    <Part title="Found on former jobs">
      {own.slice(0, 12).map((v) => (
        <Box key={`${v.name}${v.job}${v.atMs}`} data-misgiving={v.name}>
          <strong>{v.name}</strong>: {KIT_VERDICT_WORDS[v.verdict]}
          {v.words ? `. ${v.words}` : ''}{' '}
          <Box as="span" color="soft">
            {v.job}
          </Box>
        </Box>
      ))}
    </Part>
  );
}
