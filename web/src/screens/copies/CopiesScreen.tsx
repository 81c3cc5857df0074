import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { cancelCopy, scanCard, startCopy, unloadCard } from '@kavrell/contract';
import { driveFields, type CardStatus, type CopyFile, type Drive } from '@kavrell/core/copies';
import { formatBytes, formatCount, formatMinutes } from '@kavrell/core/units';
import { MEDIA_WORDS } from '@kavrell/core/wrap';
import { useWide } from '../../app/frame/wide.ts';
import { useProduction } from '../../app/production.tsx';
import { call, wordsOf } from '../../platform/api.ts';
import { newId } from '../../platform/id.ts';
import { tell } from '../../platform/notices.ts';
import { change, queries } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { choiceColumn, textColumn } from '../../ui/columns.tsx';
import { DataTable, type Column } from '../../ui/DataTable.tsx';
import { tableEdits } from '../../ui/edits.ts';
import { MediaMark, Tape } from '../../ui/icons.tsx';
import { Empty, Facts, Look, Part, ScreenHead, Why } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet } from '../../ui/sheet.tsx';
import { FileList } from './FileList.tsx';
import { JobBar } from './JobBar.tsx';

const KINDS = [
  ['ssd', 'fast disk'],
  ['disk', 'slow disk'],
  ['raid', 'disk set'],
  ['cloud', 'cloud'],
] as const;

const asked = (work: Promise<unknown>) =>
  void work.then(
    () => undefined,
    (error: unknown) => tell(wordsOf(error)),
  );

/** Cards against the drives they should be on: what is verified where, what is running, what is missing. */
export function CopiesScreen() {
  const { production, rows, facts, me } = useProduction();
  const [selectedId, select] = useHashSelection();
  const [drivesOpen, setDrivesOpen] = useState(false);
  const cards = useMemo(
    () => [...(facts?.cards ?? [])].sort((a, b) => (a.card.label < b.card.label ? -1 : 1)),
    [facts],
  );
  const wide = useWide();
  const params = { productionId: production.id };
  const selected =
    cards.find((c) => c.card.id === selectedId) ?? cards.find((c) => c.job?.state === 'running') ?? cards[0];
  const driveColumns = useMemo<Column<Drive>[]>(
    () => [
      textColumn('name', 'Drive', 'minmax(120px, 1fr)'),
      choiceColumn('kind', 'Kind', '96px', KINDS),
      textColumn('whereabouts', 'Where it is', 'minmax(140px, 1fr)'),
      { ...textColumn<Drive>('path', 'Folder', 'minmax(240px, 2fr)'), extra: 1 },
    ],
    [],
  );
  const copy = (status: CardStatus, driveIds: string[]) =>
    asked(
      call(startCopy, { params, body: { id: newId(), cardId: status.card.id, driveIds } }).then(() => {
        void queries.invalidateQueries({ queryKey: ['rows', production.id, 'copyJobs'] });
        select(status.card.id);
      }),
    );
  const unload = (status: CardStatus) =>
    asked(
      call(unloadCard, { params: { ...params, cardId: status.card.id }, body: {} }).then(({ nextCard }) =>
        tell(
          nextCard
            ? `${status.card.label} is out; the simulated camera now has ${nextCard}.`
            : `${status.card.label} is out.`,
        ),
      ),
    );
  const addDrive = () => {
    const folder = rows.drives[0]?.path.replace(/[^/]+$/, '') ?? '/media/';
    void change(production.id, 'Added a drive', [
      {
        op: 'insert',
        table: 'drives',
        values: {
          name: `Drive ${rows.drives.length + 1}`,
          kind: 'ssd',
          path: `${folder}drive-${rows.drives.length + 1}`,
          whereabouts: '',
        },
      },
    ]);
  };
  const drives = `repeat(${rows.drives.length}, minmax(WIDTHpx, 1fr))`;
  const template = {
    base: `72px 112px ${drives.replace('WIDTH', '44')}`,
    md: `72px 122px 76px 72px ${drives.replace('WIDTH', '88')}`,
  };
  return (
    <>
      <ScreenHead title="Copies">
        {me.role === 'owner' ? (
          <Button onClick={() => setDrivesOpen(!drivesOpen)} aria-pressed={drivesOpen}>
            {drivesOpen ? 'Cards' : 'Drives'}
          </Button>
        ) : null}
        {drivesOpen ? <Button onClick={addDrive}>Add a drive</Button> : null}
      </ScreenHead>
      {drivesOpen ? (
        rows.drives.length === 0 ? (
          <Empty title="No drive yet" action={<Button onClick={addDrive}>Add a drive</Button>}>
            A drive has a name, a folder and a place where it is kept: “Fast 1, in Sunniva’s bag”.
          </Empty>
        ) : (
          <DataTable
            name="Drives"
            rows={rows.drives}
            columns={driveColumns}
            fields={driveFields}
            {...tableEdits<Drive>(production.id, 'drives', (d) => d.name, 'drive')}
          />
        )
      ) : cards.length === 0 ? (
        <Empty title="No card yet">
          Cards appear as cameras are given them. In the demo, simulated cameras come with theirs; roll a take, then
          take the card out here.
        </Empty>
      ) : (
        <>
          {cards
            .filter((c) => c.job && (c.job.state === 'running' || c.job.state === 'waiting'))
            .map((c) =>
              c.job ? (
                <JobBar
                  key={c.job.id}
                  job={c.job}
                  card={c.card.label}
                  cancel={() => asked(call(cancelCopy, { params: { ...params, jobId: c.job?.id ?? '' }, body: {} }))}
                />
              ) : null,
            )}
          <Box overflowX="auto" role="table" aria-label="Cards and where their copies are">
            <Box
              role="row"
              display="grid"
              gridTemplateColumns={template}
              columnGap={3}
              px={2}
              py={1}
              color="soft"
              fontSize="s"
              borderBottom="1px solid"
              borderColor="hairline"
              minW={{ base: 0, md: 'max-content' }}
            >
              <span role="columnheader">Card</span>
              <span role="columnheader">All in all</span>
              <Box as="span" role="columnheader" hideBelow="md">
                Files
              </Box>
              <Box as="span" role="columnheader" hideBelow="md">
                Size
              </Box>
              {rows.drives.map((d) => (
                <span key={d.id} role="columnheader" title={d.whereabouts}>
                  {d.name}
                  <Box color="soft" fontSize="12px" hideBelow="md">
                    {d.whereabouts}
                  </Box>
                </span>
              ))}
            </Box>
            {cards.map((c) => (
              <Box
                role="row"
                key={c.card.id}
                display="grid"
                gridTemplateColumns={template}
                columnGap={3}
                px={2}
                minH="40px"
                alignItems="center"
                borderBottom="1px solid"
                borderColor="hairline"
                bg={selected?.card.id === c.card.id ? 'raised' : 'transparent'}
                minW={{ base: 0, md: 'max-content' }}
                data-card={c.card.label}
              >
                <span role="cell">
                  <Box as="button" onClick={() => select(c.card.id)} aria-label={`Card ${c.card.label}`}>
                    <Tape letter={c.card.label} size={22} />
                  </Box>
                </span>
                <Box as="span" role="cell" data-state={c.state}>
                  {c.clips.length ? (
                    <MediaMark state={c.state} />
                  ) : (
                    <Box as="span" color="soft">
                      empty
                    </Box>
                  )}
                </Box>
                <Box as="span" role="cell" hideBelow="md">
                  {c.card.unloaded ? c.clips.length : `${c.clips.length}, in use`}
                </Box>
                <Box as="span" role="cell" hideBelow="md">
                  {formatBytes(c.sizeBytes)}
                </Box>
                {c.drives.map((d) => (
                  <Box as="span" role="cell" key={d.driveId} fontSize="s">
                    {d.state === 'verified' ? (
                      <MediaMark state="verified" bare={!wide} />
                    ) : d.state === 'part' ? (
                      <MediaMark state="copied" bare={!wide} />
                    ) : d.failedFiles ? (
                      <Look>{d.failedFiles} failed</Look>
                    ) : (
                      <Box as="span" color="soft">
                        –
                      </Box>
                    )}
                  </Box>
                ))}
              </Box>
            ))}
          </Box>
          {selected ? (
            <FileList status={selected} files={rows.copyFiles as readonly CopyFile[]} drives={rows.drives} />
          ) : null}
        </>
      )}
      <Sheet>
        {selected ? (
          <>
            <Part>
              <h2>
                Card {selected.card.label} {selected.clips.length ? MEDIA_WORDS[selected.state] : 'empty'}
              </h2>
              <div>{selected.missing || 'The policy is met.'}</div>
            </Part>
            <Part>
              <Facts
                rows={[
                  ['Files', String(selected.clips.length)],
                  ['Size', formatBytes(selected.sizeBytes)],
                  ['Recorded', formatMinutes(selected.clips.reduce((t, x) => t + (x.durationMs ?? 0), 0) / 60000)],
                  ['Verified on', formatCount(selected.drives.filter((d) => d.state === 'verified').length, 'drive')],
                ]}
              />
            </Part>
            <Part title="Do">
              <Flex direction="column" gap={2} align="stretch">
                {selected.job?.state === 'failed' ? (
                  <Box role="alert">
                    <Look>{selected.job.failure}</Look>
                    <Box color="soft" fontSize="s">
                      What was verified stays. See which files failed below, mend the drive, and copy again: only what
                      is missing is written.
                    </Box>
                  </Box>
                ) : null}
                {selected.card.unloaded ? null : (
                  <Button look={selected.clips.length ? 'primary' : 'plain'} onClick={() => unload(selected)}>
                    Take it out of its camera
                  </Button>
                )}
                <CopyTo
                  key={selected.card.id}
                  status={selected}
                  drives={rows.drives}
                  start={(ids) => copy(selected, ids)}
                />
                <Button
                  onClick={() =>
                    asked(
                      call(scanCard, { params: { ...params, cardId: selected.card.id }, body: {} }).then(() =>
                        tell(`Reading ${selected.card.label} again.`),
                      ),
                    )
                  }
                >
                  Read the card again
                </Button>
              </Flex>
            </Part>
            <Why
              lines={[
                'Verified: each file was written, read back from the drive, compared by xxHash64 and only then given its name.',
                `Kept: verified on ${formatCount(production.keepPolicy.verifiedCopies, 'drive')}${production.keepPolicy.apart ? ', not all in one place' : ''} (the brief says so).`,
                'The card is never formatted by Kavrell. Cards and drives here are simulated: folders on this machine.',
              ]}
            />
          </>
        ) : (
          <Part>No card yet.</Part>
        )}
      </Sheet>
    </>
  );
}

/** Choose drives, then copy. Those that lack the card are chosen to begin with, as many as the policy wants. */
function CopyTo({
  status,
  drives,
  start,
}: {
  status: CardStatus;
  drives: readonly Drive[];
  start: (driveIds: string[]) => void;
}) {
  const { production } = useProduction();
  const lacking = drives.filter((d) => status.drives.find((x) => x.driveId === d.id)?.state !== 'verified');
  const good = drives.length - lacking.length;
  const [picked, setPicked] = useState<readonly string[]>(() =>
    lacking.slice(0, Math.max(1, production.keepPolicy.verifiedCopies - good)).map((d) => d.id),
  );
  const busy = status.job?.state === 'running' || status.job?.state === 'waiting';
  if (drives.length === 0) return <Box color="soft">Add a drive to copy to.</Box>;
  return (
    <Box>
      {drives.map((d) => (
        <label key={d.id} style={{ display: 'flex', gap: 8, alignItems: 'center', minHeight: 36 }}>
          <input
            type="checkbox"
            checked={picked.includes(d.id)}
            onChange={() => setPicked(picked.includes(d.id) ? picked.filter((x) => x !== d.id) : [...picked, d.id])}
          />
          {d.name}{' '}
          <Box as="span" color="soft">
            {d.whereabouts}
          </Box>
        </label>
      ))}
      <Button
        mt={2}
        w="100%"
        look={status.card.unloaded && status.state !== 'kept' ? 'primary' : 'plain'}
        disabled={busy || picked.length === 0 || status.clips.length === 0}
        onClick={() => start([...picked])}
      >
        {busy ? 'Being copied' : `Copy and verify to ${formatCount(picked.length, 'drive')}`}
      </Button>
    </Box>
  );
}
