import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import { gatesOf, type Gate } from '@kavrell/core/scenes';
import { msToMinute } from '@kavrell/core/time';
import { formatCount, formatMinuteOfDay, formatMinutes } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { useNow } from '../../platform/clock.ts';
import { change } from '../../platform/rows.ts';
import { ShotMark } from '../../ui/icons.tsx';
import { Empty, Look } from '../../ui/parts.tsx';
import { Claims } from './Claims.tsx';
import { Slots } from './Slots.tsx';

const BEAT_MS = 10_000;

/** What must be had before which moment, who has it, who holds the place when, and who has agreed to be seen. */
export function PunchView() {
  const { production, rows, facts, day } = useProduction();
  const now = useNow(production, BEAT_MS);
  const nowMin = day ? msToMinute(day.date, day.timeZone, now) : null;
  const running = day && nowMin !== null && nowMin > 0 && nowMin < 1440 ? nowMin : null;
  const scenes = useMemo(() => rows.scenes.filter((s) => !s.dayId || s.dayId === day?.id), [rows.scenes, day?.id]);
  const wholeMin = running === null ? null : Math.floor(running);
  const states = facts?.states;
  const gates = useMemo(
    () => gatesOf({ scenes, shots: rows.shots, slots: rows.slots, states: states ?? new Map(), nowMin: wholeMin }),
    [scenes, rows.shots, rows.slots, states, wholeMin],
  );
  const hasMoments = rows.scenes.some((s) => s.kind !== 'shots');
  return (
    <Box display="grid" gridTemplateColumns="minmax(0, 1fr)" gap={8}>
      <section aria-label="Before it begins">
        <Box as="h2" fontSize="l" mb={2}>
          Before it begins
        </Box>
        {gates.length === 0 ? (
          <Empty title="Nothing has to be had before anything">
            Say of a shot before which moment it must be had: “before-
            {rows.scenes.find((s) => s.kind === 'moment')?.number ?? '4'}” in the quick line, or Before in its sheet.
            This then counts down and says whether it fits.
          </Empty>
        ) : (
          gates.map((gate) => <GateCard key={gate.scene.id} gate={gate} nowMin={running} />)
        )}
      </section>
      <Claims scenes={hasMoments ? scenes.filter((s) => s.kind !== 'shots') : scenes} />
      <Slots scenes={scenes} />
    </Box>
  );
}

function GateCard({ gate, nowMin }: { gate: Gate; nowMin: number | null }) {
  const { production, rows, day, facts } = useProduction();
  const clock = (m: number | null) => (m === null || !day ? 'at no said time' : formatMinuteOfDay(m, day));
  const left = gate.closesMin !== null && nowMin !== null ? gate.closesMin - nowMin : null;
  const short = Math.max(0, ...gate.loads.map((l) => l.shortMin));
  const name = (id: string | null) => rows.people.find((p) => p.id === id)?.shortName ?? 'nobody yet';
  const shots = gate.loads.flatMap((l) => l.shots).sort((a, b) => a.position - b.position);
  return (
    <Box
      border="1px solid"
      borderColor={short || (gate.passed && gate.left.length) ? 'look' : 'edge'}
      borderRadius="r"
      p={4}
      mb={3}
      data-gate={gate.scene.number}
    >
      <Box display="grid" gridTemplateColumns={{ base: '1fr', md: 'minmax(0, 1fr) auto' }} gap={3}>
        <Box minW={0}>
          <Box fontSize="l" fontWeight="700" overflowWrap="anywhere">
            Before {gate.scene.title}
          </Box>
          <Box aria-live="polite">
            {short || (gate.passed && gate.left.length) ? <Look>{gate.words}</Look> : gate.words}
          </Box>
        </Box>
        <Box textAlign={{ md: 'right' }}>
          <Box fontSize="xl" fontWeight="700" lineHeight="1.1">
            {left === null ? clock(gate.closesMin) : left > 0 ? formatMinutes(left) : 'begun'}
          </Box>
          <Box color="soft" fontSize="s">
            {left === null ? 'it begins' : left > 0 ? `until ${clock(gate.closesMin)}` : clock(gate.closesMin)}
          </Box>
        </Box>
      </Box>
      <Box as="ul" color="soft" fontSize="s" my={2}>
        {gate.loads.map((l) => (
          <li key={l.operatorId ?? ''}>
            {name(l.operatorId)}: {formatCount(l.left.length, 'shot')} left, {formatMinutes(Math.ceil(l.neededMin))} one
            after the other
            {l.availableMin === null
              ? '; when it opens or closes is not said'
              : `, ${formatMinutes(l.availableMin)} there`}
            {l.shortMin > 0 ? <Look> {formatMinutes(Math.ceil(l.shortMin))} short</Look> : null}
          </li>
        ))}
      </Box>
      <Box display="grid" gridTemplateColumns="repeat(auto-fill, minmax(220px, 1fr))" columnGap={4}>
        {shots.map((s) => (
          <Box key={s.id} display="flex" gap={2} alignItems="center" minH="32px" minW={0}>
            <ShotMark state={facts?.states.get(s.id) ?? 'planned'} bare />
            <strong>{s.code}</strong>
            <Box flex="1" minW={0} overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap" title={s.description}>
              {s.description}
            </Box>
            {s.dropped ? null : (
              <button
                type="button"
                className="soft"
                style={{ fontSize: 13, textDecoration: 'underline' }}
                title={`Not needed before ${gate.scene.title}`}
                onClick={() =>
                  void change(production.id, `${s.code}: not before ${gate.scene.title}`, [
                    { op: 'update', table: 'shots', row: s, values: { beforeSceneId: null } },
                  ])
                }
              >
                later
              </button>
            )}
          </Box>
        ))}
      </Box>
    </Box>
  );
}
