import type { Clip, SentSelect } from '@kavrell/core/copies';
import type { Take } from '@kavrell/core/roll';
import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { pathOf, selectsCsv } from '@kavrell/contract';
import { formatBytes, formatCount } from '@kavrell/core/units';
import { matchClips } from '@kavrell/core/wrap';
import { useProduction } from '../../app/production.tsx';
import { Button, LinkButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Look, Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { Tick } from '../../ui/Tick.tsx';
import type { CopyWork } from './work.ts';

const STATE_WORDS: Readonly<Record<SentSelect['state'], string>> = {
  waiting: 'waits to be copied',
  sent: 'copied and compared',
  failed: 'failed',
};

/** Starred takes to the editor while it is still shot: which clips go, where to, and what went. */
export function SelectsView({ work }: { work: CopyWork }) {
  const { production, rows, cards, facts } = useProduction();
  const [withGood, setWithGood] = useState(false);
  const [driveId, setDriveId] = useState('');
  const drive = rows.drives.find((d) => d.id === driveId) ?? rows.drives.find((d) => d.station === '');
  const takes = facts?.takes ?? [];
  const matches = useMemo(
    () => matchClips(facts?.takes ?? [], rows.clips, rows.cards, rows.cameras, production.rate),
    [facts, rows.clips, rows.cards, rows.cameras, production.rate],
  );
  const chosen = takes.filter((t) => !t.struck && (t.stars.length > 0 || (withGood && t.verdict === 'good')));
  const codes = new Map(rows.shots.map((s) => [s.id, s.code]));
  const copied = new Set(
    cards.flatMap((c) =>
      [...c.files.values()].flatMap((f) => (f.state === 'verified' ? [`${f.cardId}|${f.path}`] : [])),
    ),
  );
  const sent = new Map(
    rows.sentSelects.filter((s) => s.driveId === drive?.id).map((s) => [`${s.cardId}|${s.path}`, s]),
  );
  const lines = chosen.map((take) => ({
    take,
    clips: matches.flatMap((m) => {
      const clip = m.takeId === take.id ? rows.clips.find((c) => c.id === m.clipId) : undefined;
      if (!clip) return [];
      const key = `${clip.cardId}|${clip.path}`;
      return [{ clip, letter: m.letter, isCopied: copied.has(key), sent: sent.get(key) ?? null }];
    }),
  }));
  const ready = lines.flatMap((l) =>
    l.clips
      .filter((c) => c.isCopied && (c.sent === null || c.sent.state === 'failed'))
      .map((c) => ({ takeId: l.take.id, clipId: c.clip.id, bytes: c.clip.sizeBytes })),
  );
  const bytes = ready.reduce((sum, r) => sum + r.bytes, 0);
  return (
    <>
      <Flex gap={3} wrap="wrap" align="center" mb={4}>
        <Choice
          aria-label="To which drive"
          style={{ width: 'auto', maxWidth: '100%' }}
          value={drive?.id ?? ''}
          onChange={(e) => setDriveId(e.target.value)}
        >
          {rows.drives
            .filter((d) => d.station === '')
            .map((d) => (
              <option key={d.id} value={d.id}>
                to {d.name}
              </option>
            ))}
        </Choice>
        <Tick checked={withGood} onChange={setWithGood}>
          good takes too
        </Tick>
        <Button
          look="primary"
          disabled={!drive || ready.length === 0}
          onClick={() =>
            drive &&
            work.toEditor(
              drive.id,
              ready.map(({ takeId, clipId }) => ({ takeId, clipId })),
            )
          }
        >
          {ready.length === 0
            ? 'Nothing new to send'
            : `Send ${formatCount(ready.length, 'clip')}, ${formatBytes(bytes)}`}
        </Button>
        {rows.sentSelects.length > 0 ? (
          <LinkButton href={pathOf(selectsCsv, { productionId: production.id })} download>
            What was sent, CSV
          </LinkButton>
        ) : null}
      </Flex>
      {lines.length === 0 ? (
        <Box color="soft">No take is starred yet: a star is one press on Roll while it rolls, or after.</Box>
      ) : (
        <SelectsList lines={lines} codes={codes} />
      )}
      <Sheet>
        <Part title="Where they go">
          {drive
            ? `Into the folder SELECTS on ${drive.name}, as they lie on their cards, with a list beside them.`
            : 'Add a drive first.'}
        </Part>
        <Why
          lines={[
            'Each clip is read from a verified copy on another drive where there is one, never from its card; written, read back, compared with the hash of the copy, and only then named.',
            'A clip that went to a drive is not sent there again; one that failed is.',
          ]}
        />
      </Sheet>
    </>
  );
}

/** The takes, and how far each clip of them is. */
function SelectsList({
  lines,
  codes,
}: {
  lines: { take: Take; clips: { clip: Clip; letter: string; isCopied: boolean; sent: SentSelect | null }[] }[];
  codes: Map<string, string>;
}) {
  return (
    <Box as="ul" listStyleType="none" display="grid" aria-label="Takes for the editor">
      {lines.map(({ take, clips }) => (
        <Box as="li" key={take.id} py={2} borderBottom="1px solid" borderColor="hairline">
          <strong>
            {codes.get(take.shotId ?? '') ?? 'Moment'} take {take.number}
          </strong>{' '}
          <Box as="span" color="soft">
            {take.stars.length > 0 ? formatCount(take.stars.length, 'star') : 'good'}, {take.timecodeIn}
          </Box>
          {clips.length === 0 ? (
            <Box>
              <Look>No clip of it is found</Look>: is its card read?
            </Box>
          ) : (
            clips.map((c) => (
              <Box key={c.clip.id} overflowWrap="anywhere">
                <span className="mono">{c.clip.name}</span> from {c.letter}:{' '}
                {c.sent ? (
                  c.sent.state === 'failed' ? (
                    <Look>{c.sent.failure ?? 'failed'}</Look>
                  ) : (
                    STATE_WORDS[c.sent.state]
                  )
                ) : c.isCopied ? (
                  'ready'
                ) : (
                  <Look>not copied yet</Look>
                )}
              </Box>
            ))
          )}
        </Box>
      ))}
    </Box>
  );
}
