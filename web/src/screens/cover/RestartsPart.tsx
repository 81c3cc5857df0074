import { Box, Flex } from '@chakra-ui/react';
import { LIMIT_MARGIN_S, NOTICED_S, ROLLS_BEFORE_MIN, type DayRestarts, type Freedom } from '@kavrell/core/holds';
import { formatCount, formatMinutes, formatRunning, formatSecondOfDay } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import type { Onset } from '../../shared/roll/onset.ts';
import { Button } from '../../ui/Button.tsx';
import { Look, Why } from '../../ui/parts.tsx';
import { Unfold } from '../../ui/Unfold.tsx';

const SHOWN = 6;
const MINUTE_S = 60;
const SOON_S = 120;
/** One that is overdue is shown so long. */
const LATE_MIN = 2;
const FREEDOM: Readonly<Record<Freedom, string>> = {
  between: 'only between what it has',
  besideMusts: 'in no must',
  anywhere: 'also within a must: its limit is shorter',
};

interface Props {
  restarts: DayRestarts;
  onset: Onset;
  /** Solved from what rolls now, not from the plan. */
  isLive: boolean;
}

/** When cameras with a clip limit are stopped and started again: counted down, and solved anew from what really rolls once one is done. */
export function RestartsPart({ restarts: r, onset, isLive }: Props) {
  const { rows, day } = useProduction();
  const clock = usePreferences((s) => s.clock);
  if (!day) return null;
  // What is over is not planned any more; a restart that is late is.
  const inDay = onset.nowMin < (r.planned.at(-1)?.atMin ?? 0);
  const planned = inDay ? r.planned.filter((p) => p.atMin > onset.nowMin - LATE_MIN) : r.planned;
  const say = (atMin: number) => formatSecondOfDay(atMin * MINUTE_S, day, clock);
  const line = (p: DayRestarts['planned'][number]) => {
    const inS = Math.round((p.atMin - onset.nowMin) * MINUTE_S);
    const walkMin = rows.cameras.find((c) => c.id === p.cameraId)?.walkMin ?? null;
    return (
      <Flex as="li" key={`${p.letter}${p.atMin}`} gap={3} align="center" wrap="wrap" data-restart={p.letter}>
        <Box minW="150px">
          <strong>
            {p.letter} at {say(p.atMin)}
          </strong>
        </Box>
        <Box flex={1} minW="120px">
          {p.inMoment ? `in ${p.inMoment}` : 'between'}
          {walkMin ? `, a walk of ${formatMinutes(walkMin)}` : ''}
        </Box>
        {isLive ? (
          <>
            <Box role={inS <= SOON_S ? 'status' : undefined} fontWeight={inS <= SOON_S ? '700' : '400'}>
              {inS >= 0 ? `in ${formatRunning(inS * 1000)}` : <Look>{`${formatRunning(-inS * 1000)} ago`}</Look>}
            </Box>
            <Button
              minH="44px"
              look={inS <= SOON_S ? 'primary' : 'plain'}
              onClick={() => onset.log(`${p.letter} restarted`, { kind: 'restarted', cameraId: p.cameraId })}
            >
              Restarted
            </Button>
          </>
        ) : null}
      </Flex>
    );
  };
  return (
    <Box as="section" aria-label="Restarts" minW={0} data-restarts>
      <Box as="h2" fontSize="m" fontWeight="700" mb={2}>
        Restarts
      </Box>
      {r.cameras.length === 0 ? (
        <Box>No camera that has something on this day stops by itself. Clip limits are said on Camera.</Box>
      ) : (
        <>
          {r.collisions.length > 0 ? (
            <Box mb={3}>
              <Look>
                Left alone {r.collisions.map((c) => c.letters.join(' and ')).find(Boolean)} stop within a minute of each
                other {formatCount(r.collisions.length, 'time')}
              </Look>
              :{' '}
              {r.collisions
                .map((c) => `${say(c.atMin)}${c.inMoment ? ` in ${c.inMoment}` : ''}`)
                .slice(0, 8)
                .join(', ')}
              .
            </Box>
          ) : null}
          {r.atLeast === null ? (
            <Look>A clip limit can’t be kept: the camera is stopped for longer than it may roll.</Look>
          ) : (
            <Box mb={2}>
              Planned, at least{' '}
              <strong>
                {r.atLeast} of {r.cameras.length}
              </strong>{' '}
              of them roll at any second{r.proven ? '; proven, no better plan' : '; the best that was found'}.
            </Box>
          )}
          <Box as="ol" listStyleType="none" display="grid" gap={1}>
            {planned.slice(0, SHOWN).map(line)}
          </Box>
          {planned.length > SHOWN ? (
            <Unfold words={`${formatCount(planned.length - SHOWN, 'more', 'more')} until it is over`}>
              <Box as="ol" listStyleType="none" display="grid" gap={1}>
                {planned.slice(SHOWN).map(line)}
              </Box>
            </Unfold>
          ) : null}
          <Box color="soft" fontSize="s" mt={2}>
            {r.cameras.map((c) => `${c.camera.letter} ${FREEDOM[c.freedom]}`).join('; ')}.
          </Box>
        </>
      )}
      <Why
        lines={[
          `Each clip ends ${LIMIT_MARGIN_S}\u00a0s before its camera’s limit; a restart takes the camera’s own gap. As many as can be keep rolling at any second, each as strictly as its limit allows.`,
          isLive
            ? 'From what rolls now: what a camera reports, else the take that runs, else the last restart that was logged.'
            : `By the plan: each is started ${ROLLS_BEFORE_MIN}\u00a0min before its first moment and kept rolling between moments that are near. On the day it goes by what really rolls.`,
          `Left alone a clip that ended by itself is begun anew after ${NOTICED_S}\u00a0s: assumed.`,
        ]}
      />
    </Box>
  );
}
