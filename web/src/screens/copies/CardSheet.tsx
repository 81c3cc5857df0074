import { Box, Flex } from '@chakra-ui/react';
import { cardReportCsv, cardReportPdf, pathOf } from '@kavrell/contract';
import { alarmWords, failuresOf, releaseHindrances, standing, type CardStatus } from '@kavrell/core/copies';
import { lastDayEndMs } from '@kavrell/core/productions';
import { formatBytes, formatCount, formatMinutes } from '@kavrell/core/units';
import { MEDIA_WORDS } from '@kavrell/core/wrap';
import { usePlanned } from '../../app/production.tsx';
import { productionNow } from '../../platform/clock.ts';
import { Button, LinkButton } from '../../ui/Button.tsx';
import { Facts, Look, Part, Why } from '../../ui/parts.tsx';
import { CardAlarms } from './CardAlarms.tsx';
import { CardLife } from './CardLife.tsx';
import { CopyTo } from './CopyTo.tsx';
import { Troubles } from './Troubles.tsx';
import type { CopyWork } from './work.ts';

/** The chosen card: how it stands, what failed and what helps, what to do, and whether it may be formatted. */
export function CardSheet({ status, work }: { status: CardStatus; work: CopyWork }) {
  const { production, rows, me } = usePlanned();
  const { card, clips } = status;
  const params = { productionId: production.id, cardId: card.id };
  const failures = failuresOf(status.files.values());
  const nameOf = (driveId: string) => rows.drives.find((d) => d.id === driveId)?.name ?? 'a drive no longer listed';
  return (
    <>
      <Part>
        <h2>
          Card {card.label} {clips.length ? MEDIA_WORDS[status.state] : card.seen ? 'empty' : 'not read yet'}
        </h2>
        <div>{status.missing || 'The policy is met.'}</div>
      </Part>
      <Part>
        <Facts
          rows={[
            ['Files', String(clips.length)],
            ['Size', formatBytes(status.sizeBytes)],
            ['Recorded', formatMinutes(clips.reduce((t, x) => t + (x.durationMs ?? 0), 0) / 60000)],
            ['Verified on', formatCount(status.drives.filter((d) => d.state === 'verified').length, 'drive')],
          ]}
        />
      </Part>
      <CardAlarms card={card} work={work} />
      <Release status={status} work={work} />
      {failures.length > 0 || status.job?.state === 'failed' ? (
        <Part title="What failed">
          <Box role="alert" display="grid" gap={3}>
            {failures.length === 0 ? <Look>{status.job?.failure}</Look> : null}
            {failures.map((f) => (
              <Box key={`${f.driveId}${f.failure}`} overflowWrap="anywhere">
                <Look>
                  {nameOf(f.driveId)}: {f.paths.length === 1 ? f.paths[0] : formatCount(f.paths.length, 'file')}
                </Look>
                <div>{f.failure}</div>
                <Box color="soft">{f.advice}</Box>
              </Box>
            ))}
          </Box>
        </Part>
      ) : null}
      <Part title="Do">
        <Flex direction="column" gap={2} align="stretch">
          {card.unloaded ? null : (
            <Button look={clips.length ? 'primary' : 'plain'} onClick={() => work.unload(card)}>
              Take it out of its camera
            </Button>
          )}
          <CopyTo key={card.id} status={status} drives={rows.drives} work={work} />
          <Button onClick={() => work.scan(card)}>Read the card again</Button>
          {status.drives.some((d) => d.state !== 'none') ? (
            <Button onClick={() => work.look(card)}>Look into its copies</Button>
          ) : null}
          {clips.length > 0 ? (
            <Flex gap={2}>
              <LinkButton flex={1} href={pathOf(cardReportPdf, params)} target="_blank" rel="noreferrer">
                Report, PDF
              </LinkButton>
              <LinkButton flex={1} href={pathOf(cardReportCsv, params)} download>
                Hashes, CSV
              </LinkButton>
            </Flex>
          ) : null}
        </Flex>
      </Part>
      <CardLife status={status} />
      {me.role === 'owner' && card.simulated ? <Troubles table="cards" row={card} name={card.label} /> : null}
      <Why
        lines={[
          'Verified: each file was written, read back from the drive, compared by xxHash64 and only then given its name.',
          `Kept: verified on ${formatCount(production.keepPolicy.verifiedCopies, 'drive')}${production.keepPolicy.apart ? ', not all in one place' : ''} (the brief says so).`,
          'Rates are of the last eight seconds, writing and reading back together; the time left goes by them.',
          'A look into a copy plays its sound and looks at eight frames; what can’t be decoded here is not looked into. What it finds stands in Wrap.',
          'The card is never formatted by Kavrell, and nothing is ever written to it.',
          'Copies count by device: two drives on one device are one copy, and a drive that was swapped holds none.',
          ...(card.simulated ? ['This card is simulated: a folder on this machine.'] : []),
        ]}
      />
    </>
  );
}

function Release({ status, work }: { status: CardStatus; work: CopyWork }) {
  const { production, rows } = usePlanned();
  const { card, release } = status;
  if (status.clips.length === 0) return null;
  if (release) {
    return (
      <Part title="Formatting it">
        <div>
          <strong>Released</strong> by {release.by}: {release.grounds}.
        </div>
        <Button mt={2} onClick={() => work.withdraw(card)}>
          Take the release back
        </Button>
      </Part>
    );
  }
  const reasons = [
    ...standing(card).map((a) => alarmWords(a, card.label)),
    ...releaseHindrances(status, rows.drives, production.keepPolicy, lastDayEndMs(rows), productionNow(production)),
  ];
  return (
    <Part title="Formatting it">
      {reasons.length === 0 ? (
        <>
          <div>The policy is met. Whoever releases it is named in the report.</div>
          <Button mt={2} w="100%" onClick={() => work.release(card)}>
            Release {card.label} to be formatted
          </Button>
        </>
      ) : (
        <>
          <Look>Do not format {card.label}.</Look>
          <Box as="ul" mt={1}>
            {reasons.map((r) => (
              <li key={r}>{r}</li>
            ))}
          </Box>
        </>
      )}
    </Part>
  );
}
