import { Box, Flex } from '@chakra-ui/react';
import { shiftedStarts, type MomentNow } from '@kavrell/core/day';
import { entriesOf } from '@kavrell/core/log';
import { formatMinuteOfDay, formatMinutes, formatRunning } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import { change } from '../../platform/rows.ts';
import { loggedNow, mendEntry } from '../../shared/log/log.ts';
import { Button } from '../../ui/Button.tsx';
import { Look } from '../../ui/parts.tsx';
import { useOnset, type Onset } from '../../shared/roll/onset.ts';

const SECOND_MS = 1000;
const MINUTE_MS = 60_000;
/** By the time somebody presses, it has begun already. */
const BEGAN_BEFORE_MS = 10_000;
/** What is further off than this is not counted down. */
const NEAR_MIN = 90;

/** The programme as it goes: what is on and what comes, how long it is until then, what must be had before, who holds what in it. */
export function MomentPanel() {
  const onset = useOnset(1000);
  const { day, rows } = useProduction();
  if (!onset || !day || onset.programme.moments.length === 0) return null;
  const near = onset.next && onset.next.startMin - onset.nowMin < NEAR_MIN ? [onset.next] : [];
  const shown = [...onset.on, ...near];
  if (shown.length === 0) return null;
  return (
    <Box as="section" aria-label="The programme" mb={4} data-programme>
      <Behind onset={onset} />
      <Box as="ul" display="grid" gap={2} listStyleType="none">
        {shown.map((m) => (
          <Moment key={m.row.itemId} moment={m} onset={onset} shots={rows.shots} />
        ))}
      </Box>
    </Box>
  );
}

/** What the programme is behind, and one press that moves what may be moved. */
function Behind({ onset: { programme } }: { onset: Onset }) {
  const { production, rows, day } = useProduction();
  const behindMin = Math.round(programme.behindMin ?? 0);
  if (!day || behindMin === 0) return null;
  const shifted = shiftedStarts(programme, day);
  const shift = () =>
    void change(
      production.id,
      `The programme is ${formatMinutes(behindMin)} behind: moved what may be`,
      shifted.flatMap(({ sceneId, plannedMin }) => {
        const row = rows.scenes.find((s) => s.id === sceneId);
        return row ? [{ op: 'update' as const, table: 'scenes' as const, row, values: { plannedMin } }] : [];
      }),
    );
  return (
    <Flex gap={3} align="center" wrap="wrap" mb={2} role="status">
      <Box fontWeight="700">
        {behindMin > 0 ? (
          <Look>The programme is {formatMinutes(behindMin)} behind</Look>
        ) : (
          `The programme is ${formatMinutes(-behindMin)} ahead`
        )}
      </Box>
      {shifted.length > 0 ? (
        <Button size="small" onClick={shift} title="Fixed starts, tide and sun stay where they are">
          Move what is about its time
        </Button>
      ) : null}
    </Flex>
  );
}

function Moment({
  moment: m,
  onset,
  shots,
}: {
  moment: MomentNow;
  onset: Onset;
  shots: ReturnType<typeof useProduction>['rows']['shots'];
}) {
  const { facts, day, production, rows } = useProduction();
  const clock = usePreferences((s) => s.clock);
  if (!day || !facts) return null;
  const { row } = m;
  const isOn = m.state === 'on';
  const untilMs = (m.startMin - onset.nowMin) * MINUTE_MS;
  const open = (id: string) => facts.states.get(id) !== 'got' && facts.states.get(id) !== 'dropped';
  const before = isOn ? [] : shots.filter((s) => s.beforeSceneId === row.itemId && !s.dropped && open(s.id));
  const stamp = entriesOf(rows.logEntries, 'began').findLast((e) => e.payload.sceneId === row.itemId);
  const told = m.begunMin !== null;
  const held = row.shots
    .map((s) => `${s.cameras.join(', ') || 'no camera'}: ${s.description || s.code}${open(s.id) ? '' : ' (had)'}`)
    .join(' · ');
  return (
    <Box as="li" border="1px solid" borderColor={isOn ? 'text' : 'edge'} borderRadius="r" px={3} py={1}>
      <Flex gap={3} align="center" wrap="wrap">
        <Box flex="1 1 220px" minW={0}>
          <Flex gap={3} align="baseline" wrap="wrap">
            <Box fontWeight="700" fontSize="l" overflowWrap="anywhere">
              {row.title}
            </Box>
            <Box fontWeight="700" fontSize="l" role="timer" data-countdown>
              {isOn
                ? `${told ? 'goes on' : 'on by the plan'}, ${formatRunning(-untilMs)}`
                : untilMs >= 0
                  ? `in ${formatRunning(Math.ceil(untilMs / SECOND_MS) * SECOND_MS)}`
                  : `${formatRunning(-untilMs)} late`}
            </Box>
            <Box color="soft" fontSize="s">
              {formatMinuteOfDay(row.startMin, day, clock)} by the plan
              {Math.floor(m.startMin) !== Math.floor(row.startMin)
                ? `, ${told ? 'began' : 'now about'} ${formatMinuteOfDay(Math.floor(m.startMin), day, clock)}`
                : ''}
            </Box>
          </Flex>
          {before.length > 0 ? <Look>Before it: {before.map((s) => s.code).join(', ')}</Look> : null}
          {row.shots.length > 0 ? (
            <Box color="soft" fontSize="s" lineClamp={1} title={held} hideBelow="md">
              {held}
            </Box>
          ) : null}
        </Box>
        {stamp && told
          ? ([-1, 1] as const).map((min) => (
              <Button
                key={min}
                size="small"
                minH="44px"
                aria-label={`${row.title} began a minute ${min < 0 ? 'earlier' : 'later'}`}
                onClick={() =>
                  mendEntry(stamp, `${row.title} began a minute ${min < 0 ? 'earlier' : 'later'}`, {
                    atMs: stamp.atMs + min * MINUTE_MS,
                  })
                }
              >
                {min < 0 ? '−' : '+'}1 min
              </Button>
            ))
          : null}
        <Button
          minH="48px"
          minW="88px"
          aria-label={told ? `${row.title} is over` : `${row.title} begins`}
          onClick={() =>
            told
              ? onset.log(`${row.title} is over`, { kind: 'over', sceneId: row.itemId })
              : onset.log(
                  `${row.title} begins`,
                  { kind: 'began', sceneId: row.itemId },
                  loggedNow(production) - BEGAN_BEFORE_MS,
                )
          }
        >
          {told ? 'Over' : 'Begins'}
        </Button>
      </Flex>
    </Box>
  );
}
