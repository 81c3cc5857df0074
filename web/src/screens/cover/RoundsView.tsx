import { Box, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import { CAMERA_DEFAULTS, cameraFields, type Camera } from '@kavrell/core/camera';
import { callList, roundsOf, VISIT_CHECKS, VISIT_MIN, type Visit } from '@kavrell/core/holds';
import { formatCount, formatMinuteOfDay, formatMinutes } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { TableBench } from '../../app/TableBench.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import { HoldBar } from '../../shared/cover/HoldBar.tsx';
import type { Covered } from '../../shared/cover/coverage.ts';
import type { Onset } from '../../shared/roll/onset.ts';
import { Button } from '../../ui/Button.tsx';
import type { Column } from '../../ui/column.ts';
import { numberColumn, textColumn } from '../../ui/columns.tsx';
import { Look, Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { Unfold } from '../../ui/Unfold.tsx';

const SHOWN = 6;

const COLUMNS: Column<Camera>[] = [
  textColumn('letter', 'Camera', '80px'),
  { ...textColumn<Camera>('framing', 'What it looks at', 'minmax(110px, 1fr)'), extra: 2 },
  numberColumn('lookEveryMin', 'Looked at every', '130px', { unit: 'min', optional: true }),
  numberColumn('walkMin', 'Walk to it', '110px', { unit: 'min', optional: true }),
  { ...numberColumn<Camera>('restartGapS', 'Restart takes', '120px', { unit: 's' }), extra: 1 },
  { ...numberColumn<Camera>('clipLimitMin', 'Clip limit', '110px', { unit: 'min', optional: true }), extra: 3 },
  { ...numberColumn<Camera>('batteryMin', 'Pack lasts', '110px', { unit: 'min', optional: true }), extra: 4 },
];

/** Cameras that run alone and who looks at them when; who has the picture now. */
export function RoundsView({ covered, onset }: { covered: Covered; onset: Onset }) {
  const { rows, day, me } = useProduction();
  // While the day goes nobody leaves in the past.
  const { moments } = covered.coverage;
  const isOn = moments.some((m) => m.fromMin <= onset.nowMin) && moments.some((m) => m.toMin > onset.nowMin);
  // By the minute: a round is not walked by the second.
  const fromMin = isOn ? Math.floor(onset.nowMin) : undefined;
  const rounds = useMemo(
    () => day && roundsOf(covered.coverage, rows.cameras, rows.logEntries, day, fromMin),
    [covered.coverage, rows.cameras, rows.logEntries, day, fromMin],
  );
  if (!day || !rounds) return null;
  const who = rows.people.find((p) => p.id === rounds.operatorId)?.shortName;
  return (
    <>
      <Box as="h2" fontSize="m" fontWeight="700" mb={2}>
        Who has the picture
      </Box>
      <HoldBar onset={onset} />
      <CallList covered={covered} nowMin={onset.nowMin} />
      <Box as="h2" fontSize="m" fontWeight="700" mb={2}>
        Left alone
      </Box>
      {rounds.visits.length === 0 ? (
        <Box color="soft" mb={4} maxW="640px">
          {who
            ? 'No camera runs alone long enough on this day to be looked at.'
            : 'Nobody has a camera in hand on this day: nobody could go and look.'}
        </Box>
      ) : (
        <Box mb={4} data-rounds>
          <Box as="ol" listStyleType="none" display="grid" gap={1} mb={2}>
            {rounds.visits.slice(0, SHOWN).map((v) => (
              <VisitLine key={`${v.cameraId}${v.dueMin}`} visit={v} who={who ?? 'somebody'} onset={onset} />
            ))}
          </Box>
          {rounds.visits.length > SHOWN ? (
            <Unfold words={formatCount(rounds.visits.length - SHOWN, 'more', 'more')}>
              <Box as="ol" listStyleType="none" display="grid" gap={1}>
                {rounds.visits.slice(SHOWN).map((v) => (
                  <VisitLine key={`${v.cameraId}${v.dueMin}`} visit={v} who={who ?? 'somebody'} onset={onset} />
                ))}
              </Box>
            </Unfold>
          ) : null}
          {rounds.assumptions.length > 0 ? (
            <Box color="soft" fontSize="s">
              {rounds.assumptions.join(' ')}
            </Box>
          ) : null}
        </Box>
      )}
      {me.role === 'owner' ? (
        <TableBench
          title="What each camera needs"
          table="cameras"
          one="camera"
          rows={rows.cameras}
          columns={COLUMNS}
          fields={cameraFields}
          nameOf={(c) => `Camera ${c.letter}`}
          adds={[]}
          pasted={{ identity: 'letter', blank: () => ({ ...CAMERA_DEFAULTS }) }}
          empty="No camera yet: they are added on Camera."
          height="36vh"
        />
      ) : null}
      <Sheet>
        <Part title="On a visit">
          <Box as="ul" pl={4}>
            {VISIT_CHECKS.map((c) => (
              <li key={c}>{c}</li>
            ))}
          </Box>
        </Part>
        <Why
          lines={[
            `The one that is due first is looked at first, ${formatMinutes(VISIT_MIN)} there, from where one works and back; never while a must needs whoever goes, and back before the next one.`,
            'A look, a restart, a card or a pack that was logged begins the minutes anew.',
            'Who has the picture is said by a press, on any device. A gap is every second within a moment that nobody had, from the first that anybody did.',
          ]}
        />
        <Part title="Care">
          Nobody runs, climbs or steps past a line for a camera. Whoever is in charge of the place decides.
        </Part>
      </Sheet>
    </>
  );
}

/** What is said over comms before what is on or comes next. */
function CallList({ covered, nowMin }: { covered: Covered; nowMin: number }) {
  const { rows, day } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const lines = callList(covered.coverage, rows.cameras, rows.people, nowMin);
  if (!day || lines.length === 0) return null;
  return (
    <Box as="section" aria-label="To say over comms" mb={4}>
      <Box as="h2" fontSize="m" fontWeight="700" mb={2}>
        To say over comms
      </Box>
      <Box as="ul" listStyleType="none" display="grid" gap={1}>
        {lines.map((l) => (
          <Box as="li" key={l.momentId} overflowWrap="anywhere">
            <strong>
              {l.title}, {formatMinuteOfDay(l.fromMin, day, clock)}
            </strong>
            : {l.calls.join('; ') || 'nobody is called'}
            {l.alone.length > 0 ? `; ${l.alone.join(', ')} alone` : ''}
          </Box>
        ))}
      </Box>
    </Box>
  );
}

function VisitLine({ visit: v, who, onset }: { visit: Visit; who: string; onset: Onset }) {
  const { day } = useProduction();
  const clock = usePreferences((s) => s.clock);
  if (!day) return null;
  const say = (m: number) => formatMinuteOfDay(m, day, clock);
  return (
    <Flex as="li" gap={3} align="center" wrap="wrap" data-visit={v.letter}>
      <Box minW="120px" fontWeight="700">
        {v.letter} by {say(v.dueMin)}
      </Box>
      <Box flex={{ base: '1 0 100%', md: 1 }} order={{ base: 3, md: 0 }} minW={0}>
        {v.leaveMin === null || v.backMin === null ? (
          <Look>{who} can’t go in time: somebody else looks, or it stays unseen until its end</Look>
        ) : (
          <>
            {who} leaves at {say(v.leaveMin)}, is back at {say(v.backMin)}
            {v.before ? `, before ${v.before}` : ''}
            {v.lateMin >= 1 ? <Look>, {formatMinutes(v.lateMin)} late</Look> : ''}
          </>
        )}
      </Box>
      <Button
        minH="44px"
        ml="auto"
        onClick={() => onset.log(`Looked at ${v.letter}`, { kind: 'visited', cameraId: v.cameraId, words: '' })}
      >
        Looked at {v.letter}
      </Button>
    </Flex>
  );
}
