import { Box } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { endSessions, listSessions, readBackup } from '@kavrell/contract';
import { formatBytes, formatCount } from '@kavrell/core/units';
import { call, wordsOf } from '../../platform/api.ts';
import { tell } from '../../platform/notices.ts';
import { Button } from '../../ui/Button.tsx';
import { Look, Part, Why } from '../../ui/parts.tsx';

/** What a browser says of itself, in few words. */
function deviceWords(userAgent: string): string {
  const system = /iPhone|iPad|Android|Mac OS|Windows|Linux/.exec(userAgent)?.[0] ?? '';
  const browser = /Firefox|Edg|Chrome|Safari/.exec(userAgent)?.[0]?.replace('Edg', 'Edge') ?? '';
  return [browser, system].filter(Boolean).join(' on ') || userAgent.slice(0, 60);
}

/** Where the owner is signed in. */
export function Sessions() {
  const client = useQueryClient();
  const { data, error } = useQuery({ queryKey: ['sessions'], queryFn: () => call(listSessions, { params: {} }) });
  const end = () =>
    call(endSessions, { params: {} }).then(
      ({ ended }) => {
        tell(`${formatCount(ended, 'session')} ended.`);
        void client.invalidateQueries({ queryKey: ['sessions'] });
      },
      (e: unknown) => tell(wordsOf(e)),
    );
  const others = data?.filter((s) => !s.own) ?? [];
  return (
    <Part title="Signed in">
      {error ? <Box color="soft">{wordsOf(error)}</Box> : null}
      <Box as="ul" display="grid" gap={1} mb={2}>
        {data?.map((s) => (
          <li key={s.id}>
            {s.own ? <strong>This one: </strong> : null}
            {deviceWords(s.device)}
            <Box as="span" color="soft">
              {s.startedAtMs ? `, since ${new Date(s.startedAtMs).toLocaleString()}` : ''}
            </Box>
          </li>
        ))}
      </Box>
      {others.length > 0 ? <Button onClick={() => void end()}>End all others</Button> : null}
    </Part>
  );
}

/** When the last backup was made, and where. */
export function Backups() {
  const { data, error } = useQuery({ queryKey: ['backup'], queryFn: () => call(readBackup, { params: {} }) });
  const last = data?.last;
  return (
    <Part title="Backups">
      {error ? <Box color="soft">{wordsOf(error)}</Box> : null}
      {data && !last ? (
        <Box color="soft">None yet: the first is made a minute after the start, then one every day.</Box>
      ) : null}
      {last ? (
        last.failure ? (
          <Look>
            The backup of {new Date(last.at).toLocaleString()} failed: {last.failure}
          </Look>
        ) : (
          <Box overflowWrap="anywhere">
            Last made {new Date(last.at).toLocaleString()}
            {last.sizeBytes === null ? '' : `, ${formatBytes(last.sizeBytes)}`}, read back and compared:{' '}
            <span className="mono">{last.file}</span>
          </Box>
        )
      ) : null}
      {last?.elsewhere.map((e) => (
        <Box key={e.folder} mt={1} overflowWrap="anywhere">
          {e.failure ? (
            <Look>
              Not copied to {e.folder}: {e.failure}
            </Look>
          ) : (
            `Copied to ${e.folder} too.`
          )}
        </Box>
      ))}
      <Box mt={3}>
        <Why
          lines={[
            'A backup holds the database, stored stills and sounds, and the server’s secret; media on cards and drives are not in it.',
            'One is made every day while Kavrell runs and kept for 14 days. By hand: npm run backup -- FILE.',
            'KAVRELL_BACKUP_TO names folders on other devices that get a copy of each.',
          ]}
        />
      </Box>
    </Part>
  );
}
