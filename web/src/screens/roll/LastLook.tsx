import { Box, Flex } from '@chakra-ui/react';
import {
  aloneLines,
  HEARD_MIN,
  lastLook,
  LOOK_MARGIN_MIN,
  SEEN_MIN,
  worstOf,
  type LookLine,
} from '@kavrell/core/onset';
import { entriesOf } from '@kavrell/core/log';
import { formatInstant, formatRunning } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { useCoverage } from '../../shared/cover/coverage.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { Look, Why } from '../../ui/parts.tsx';
import { Severity } from '../../ui/Severity.tsx';
import type { InHand } from '../../shared/roll/inHand.ts';
import { Panel } from './Panel.tsx';
import type { Onset } from '../../shared/roll/onset.ts';

const MINUTE_MS = 60_000;
/** A moment nearer than this is what one looks before. */
const NEAR_MIN = 30;
/** What is looked at where nothing is in hand: enough for an hour. */
const HOUR_MIN = 60;
const HEADS: Readonly<Record<LookLine['group'], string>> = {
  cameras: 'Cameras',
  sound: 'Sound',
  clocks: 'Clocks',
  weather: 'Weather',
  alone: 'One failure loses it',
};
const GROUPS = Object.keys(HEADS) as LookLine['group'][];

/** Before anything that happens once: what rolls and by what evidence, how long it lasts, whether sound was heard. A line each, to be read aloud. */
export function LastLook({ onset, hand }: { onset: Onset; hand: InHand }) {
  const { rows, day, facts, devices, me } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const covered = useCoverage();
  if (!day || !facts) return null;
  // What is next comes first: what is on is under way already.
  const moment = onset.next && onset.next.startMin - onset.nowMin < NEAR_MIN ? onset.next : (onset.on[0] ?? null);
  const cameras = moment?.row.cameras.length ? moment.row.cameras : hand.letters;
  const what = moment?.row.title ?? (hand.shot ? `${hand.shot.code} ${hand.shot.description}` : 'what comes');
  const lines = [
    ...lastLook({
      ...{ letters: cameras, sceneId: moment?.row.itemId ?? null },
      ...{ cameras: rows.cameras, devices, takes: facts.takes.filter((t) => t.dayId === day.id), log: rows.logEntries },
      ...{ clocks: rows.clocks, jams: rows.jams, sources: rows.soundSources, routes: rows.soundRoutes },
      ...{ boxes: rows.soundBoxes, gustMps: day.gustMps, nowMs: onset.nowMs },
      untilMin: moment ? Math.max(0, moment.endMin - onset.nowMin) : (hand.shot?.takeLengthMin ?? HOUR_MIN),
    }),
    ...(moment && covered ? aloneLines(covered.coverage, covered.sources, moment.row.itemId) : []),
  ];
  const red = lines.filter((l) => l.level === 'red').map((l) => `${l.name}: ${l.words}`.slice(0, 200));
  const looked = entriesOf(rows.logEntries, 'looked').findLast(
    (e) => e.dayId === day.id && e.payload.sceneId === (moment?.row.itemId ?? null),
  );
  const worst = worstOf(lines);
  return (
    <Panel name="Last look" data-last-look>
      <Flex gap={3} align="baseline" wrap="wrap" mb={2}>
        <Box as="h2" fontSize="xl" fontWeight="700" overflowWrap="anywhere">
          {what}
        </Box>
        {moment && moment.state === 'toCome' ? (
          <Box fontSize="l" fontWeight="700" color="soft">
            in {formatRunning((moment.startMin - onset.nowMin) * MINUTE_MS)}
          </Box>
        ) : null}
      </Flex>
      {lines.length === 0 ? (
        <Box mb={2}>
          <Look>Nothing is known to look at: this job has neither a camera nor a sound source.</Look>
        </Box>
      ) : null}
      {GROUPS.map((group) => {
        const own = lines.filter((l) => l.group === group);
        return own.length === 0 ? null : (
          <Box key={group} mb={2}>
            <Box color="soft" fontSize="s">
              {HEADS[group]}
            </Box>
            <Box as="ul" listStyleType="none">
              {own.map((l) => (
                <Line key={l.key} line={l} />
              ))}
            </Box>
          </Box>
        );
      })}
      <Box color="soft" fontSize="s" mb={2}>
        Focus, framing and filter nobody hears: look at each lens.
      </Box>
      <Button
        size="act"
        w="100%"
        look={worst === 'red' || lines.length === 0 ? 'plain' : 'primary'}
        onClick={() =>
          onset.log(`Looked before ${what}`.slice(0, 160), {
            kind: 'looked',
            sceneId: moment?.row.itemId ?? null,
            red: red.slice(0, 60),
          })
        }
      >
        {red.length > 0 ? `Looked, ${red.length} still red` : 'Looked'}. {me.name}
      </Button>
      {looked ? (
        <Box fontSize="s" mt={2} role="status">
          {looked.by || 'Somebody'} looked at {formatInstant(looked.atMs, day, clock)}
          {looked.payload.red.length > 0 ? `, red then: ${looked.payload.red.join('; ')}` : ', nothing was red'}.
        </Box>
      ) : null}
      <Why
        lines={[
          `Minutes are the least of card, pack and clip limit; they are held against the end of what comes and ${LOOK_MARGIN_MIN} min more.`,
          `Reports: said by the (simulated) camera itself. Assumed: logged by hand, looked at again after ${SEEN_MIN} min. Sound is heard anew after ${HEARD_MIN} min.`,
        ]}
      />
      <Box fontSize="s" color="soft" mt={2}>
        Read it aloud from top to bottom. Nobody steps past a barrier or a marked line for it: whoever is in charge of
        the place decides.
      </Box>
    </Panel>
  );
}

function Line({ line: l }: { line: LookLine }) {
  return (
    <Box as="li" py={1} borderBottom="1px solid" borderColor="hairline" data-level={l.level}>
      <Flex gap={3} align="baseline">
        <Box fontWeight="700" minW="28px" flex="none" maxW="45%" overflowWrap="anywhere">
          {l.name}
        </Box>
        <Box
          flex={1}
          minW={0}
          fontWeight={l.level === 'red' ? '700' : '400'}
          color={l.level === 'look' ? 'look' : 'text'}
        >
          {l.level === 'red' ? <Severity level="danger">{l.words}</Severity> : l.words}
        </Box>
        <Box flex="none" fontWeight="700">
          {l.figure}
        </Box>
      </Flex>
      {l.mend ? (
        <Box pl="40px" fontSize="s">
          {l.mend}
        </Box>
      ) : null}
    </Box>
  );
}
